using System.IO.Compression;
using System.Text;
using CsCheck;
using Ymnos.Core.Styles;
using Ymnos.Formats.Media;
using Ymnos.Formats.Styles;
using Ymnos.Formats.Svg;

namespace Ymnos.Formats.Tests;

/// <summary>Styles, pictures and films as they come from other hands.</summary>
public sealed class StyleFileTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_style_comes_back_with_its_pictures()
    {
        var (id, film) = (Guid.NewGuid(), Guid.NewGuid());
        var look = StyleLook.House with { Full = StyleLook.House.Full with { Backdrop = new() { Kind = BackdropKind.Picture, Picture = id } } };
        var file = await StyleFile.WriteAsync(new("Harbour", look, [new(id, "Quay", [1, 2, 3], null), new(film, "Swell", [4, 5], [6])]), DateTimeOffset.UnixEpoch.AddYears(20), Cancel);

        Assert.True(StyleFile.Read(file).Succeeded(out var read));
        Assert.Equal(("Harbour", StyleJson.Write(look)), (read.Name, StyleJson.Write(read.Look)));
        Assert.Equal([("Quay", "010203", ""), ("Swell", "0405", "06")], read.Pictures.Select(picture => (picture.Name, Convert.ToHexString(picture.Bytes), Convert.ToHexString(picture.Poster ?? []))));
    }

    [Fact]
    public void Whatever_is_sent_as_a_style_it_is_read_or_refused_and_never_a_crash() =>
        Gen.Byte.Array[0, 400].Sample(bytes => Assert.False(StyleFile.Read([.. "PK\u0003\u0004"u8, .. bytes]).Succeeded(out _)), iter: 500);

    [Fact]
    public async Task A_style_cut_short_or_changed_in_one_byte_is_read_or_refused_and_never_a_crash()
    {
        var whole = await StyleFile.WriteAsync(new("Harbour", StyleLook.House, [new(Guid.NewGuid(), "Quay", new byte[500], null)]), DateTimeOffset.UnixEpoch.AddYears(20), Cancel);
        Gen.Select(Gen.Int[0, whole.Length - 1], Gen.Byte, Gen.Bool).Sample((at, value, cut) =>
        {
            var file = cut ? whole[..at] : [.. whole];
            if (!cut)
                file[at] = value;
            _ = StyleFile.Read(file);
        }, iter: 800);
    }

    [Fact]
    public void An_archive_that_unpacks_to_more_than_a_style_can_have_is_refused_before_it_is_unpacked()
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        using (var bomb = zip.CreateEntry("ymnos-style.json", CompressionLevel.SmallestSize).Open())
            bomb.Write(new byte[900_000]);
        Assert.Contains("unpacks", Assert.Single(Refused(StyleFile.Read(file.ToArray()))), StringComparison.Ordinal);
    }

    [Fact]
    public void A_picture_that_the_file_names_outside_itself_is_missing()
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        using (var into = zip.CreateEntry("ymnos-style.json").Open())
            into.Write(Encoding.UTF8.GetBytes($$"""{"format":"ymnos-style","version":1,"name":"x","look":{{StyleJson.Write(StyleLook.House)}},"pictures":[{"id":"{{Guid.NewGuid()}}","name":"passwd","file":"../../etc/passwd"}]}"""));
        Assert.Contains("passwd", Assert.Single(Refused(StyleFile.Read(file.ToArray()))), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("<foreignObject><body xmlns='http://www.w3.org/1999/xhtml' onload='alert(1)'/></foreignObject>")]
    [InlineData("<image href='http://elsewhere.test/a.png'/>")]
    [InlineData("<use href='http://elsewhere.test/a.svg#b'/>")]
    [InlineData("<use xlink:href='data:image/svg+xml;base64,AAAA' xmlns:xlink='http://www.w3.org/1999/xlink'/>")]
    [InlineData("<rect onclick='alert(1)' width='1' height='1'/>")]
    [InlineData("<rect fill='url(http://elsewhere.test/#a)'/>")]
    [InlineData("<rect fill='u\\72l(http://elsewhere.test/#a)'/>")]
    [InlineData("<rect style='background:URL( \"http://elsewhere.test\" )'/>")]
    [InlineData("<style>@import 'http://elsewhere.test/a.css';</style>")]
    [InlineData("<a href='javascript:alert(1)'><rect width='1' height='1'/></a>")]
    [InlineData("<animate attributeName='href' to='javascript:alert(1)'/>")]
    [InlineData("<set attributeName='onmouseover' to='alert(1)'/>")]
    public void Nothing_of_an_svg_picture_is_left_that_runs_or_calls_out(string inside)
    {
        Assert.True(SvgClean.Clean(Encoding.UTF8.GetBytes($"<svg xmlns='http://www.w3.org/2000/svg'>{inside}<path d='M0 0h9'/></svg>")).Succeeded(out var clean));
        var text = Encoding.UTF8.GetString(clean);
        foreach (var active in (string[])["script", "alert", "elsewhere", "foreignObject", "import", "javascript", "onclick", "onload", "animate", "<set", "data:", "<a"])
            Assert.DoesNotContain(active, text, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("M0 0h9", text, StringComparison.Ordinal);
    }

    [Fact]
    public void What_draws_in_an_svg_picture_stays()
    {
        const string Drawing = "<svg viewBox=\"0 0 9 9\" xmlns=\"http://www.w3.org/2000/svg\"><defs><linearGradient id=\"a\"><stop offset=\"0\" stop-color=\"#102a40\" /></linearGradient></defs><g transform=\"scale(2)\"><rect width=\"4\" height=\"4\" fill=\"url(#a)\" style=\"opacity:.5\" /><use href=\"#a\" /></g></svg>";
        Assert.True(SvgClean.Clean(Encoding.UTF8.GetBytes(Drawing)).Succeeded(out var clean));
        Assert.Equal(Drawing, Encoding.UTF8.GetString(clean).TrimStart('\uFEFF'));
    }

    [Theory]
    [InlineData("<!DOCTYPE svg [<!ENTITY a 'b'>]><svg xmlns='http://www.w3.org/2000/svg'>&a;</svg>", "document type")]
    [InlineData("<svg xmlns='http://www.w3.org/2000/svg'><path", "broken")]
    [InlineData("<html/>", "no SVG")]
    public void An_svg_picture_that_cannot_be_trusted_is_refused_with_its_reason(string file, string reason) =>
        Assert.Contains(reason, Assert.Single(Refused(SvgClean.Clean(Encoding.UTF8.GetBytes(file)))), StringComparison.Ordinal);

    [Fact]
    public void An_svg_picture_nested_without_end_is_refused() =>
        Assert.NotEmpty(Refused(SvgClean.Clean(Encoding.UTF8.GetBytes("<svg xmlns='http://www.w3.org/2000/svg'>" + string.Concat(Enumerable.Repeat("<g>", 50_000))))));

    [Fact]
    public void A_film_is_known_by_its_content()
    {
        Assert.Equal("video/mp4", FilmFile.KindOf([0, 0, 0, 24, .. "ftypisom"u8, 0, 0, 0, 0]));
        Assert.Equal("video/webm", FilmFile.KindOf([0x1A, 0x45, 0xDF, 0xA3, .. new byte[20], .. "webm"u8, .. new byte[60]]));
        Assert.Null(FilmFile.KindOf("<script>"u8));
        Assert.Null(FilmFile.KindOf([]));
    }

    private static IEnumerable<string> Refused<T>(Core.Outcome<T> outcome) where T : class => outcome.Problems.Select(problem => problem.Message);
}
