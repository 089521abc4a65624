using System.Net;
using System.Net.Http.Headers;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;

namespace Ymnos.Web.Tests;

/// <summary>Styles, screens, languages and slides as people handle them.</summary>
public sealed class LooksTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static readonly string[] Closed = ["/styles", "/settings/screens"];

    private static async Task<(Guid Service, Guid Sitting)> HarvestAsync(RunningApplication application)
    {
        await using var db = application.Open();
        var service = await db.Services.Include(service => service.Sittings).SingleAsync(service => service.Title == "Harvest of the Sea", Cancel);
        return (service.Id, service.Sittings[0].Id);
    }

    private static async Task<Style> StyleAsync(RunningApplication application, string name)
    {
        await using var db = application.Open();
        return await db.Styles.AsNoTracking().SingleAsync(style => style.Name == name, Cancel);
    }

    [Theory]
    [InlineData("maren", true)]
    [InlineData("odile", false)]
    [InlineData("tobias", false)]
    [InlineData("sefa", false)]
    public async Task Styles_and_screens_are_the_coordinators(string name, bool plans)
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync(name);
        var style = await StyleAsync(application, "Harbour dusk");
        var (service, sitting) = await HarvestAsync(application);
        foreach (var path in (string[])[.. Closed, $"/styles/{style.Id}", $"/styles?handler=File&id={style.Id}"])
        {
            using var answer = await browser.GetAsync(path, Cancel);
            Assert.Equal(plans ? HttpStatusCode.OK : HttpStatusCode.NotFound, answer.StatusCode);
        }
        // Everybody sees a service's slides; only who plans changes them.
        using var sheet = await browser.GetAsync($"/calendar/{service}/slides", Cancel);
        Assert.Equal(HttpStatusCode.OK, sheet.StatusCode);
        foreach (var path in (string[])[
            "/styles?handler=New", $"/styles?handler=House&style={style.Id}", "/styles?handler=Bring", "/styles?handler=Look", $"/styles/{style.Id}?handler=Save", $"/styles/{style.Id}?handler=Copy",
            $"/styles/{style.Id}?handler=Sample", $"/styles/{style.Id}?handler=Picture", $"/calendar/{service}/slides?handler=Languages&sitting={sitting}&languages=fa", $"/calendar/{service}/slides?handler=Style&style={style.Id}",
            "/settings/screens?handler=Screen", "/settings/screens?handler=Licence&licence=mine", $"/styles?handler=Bin&id={style.Id}"])
        {
            using var answer = await browser.SubmitAsync("/", [], path);
            Assert.True(plans == (answer.StatusCode != HttpStatusCode.NotFound), $"{name} {path}: {answer.StatusCode}");
        }
        await using var db = application.Open();
        Assert.Equal(plans, (await db.Styles.SingleAsync(known => known.Id == style.Id, Cancel)).BinnedAt is not null);
    }

    [Fact]
    public async Task From_one_language_to_two_is_one_click_and_no_song_is_edited()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var (service, sitting) = await HarvestAsync(application);
        var before = await maren.PageAsync($"/calendar/{service}/slides?sitting={sitting}");
        Assert.DoesNotContain("Lève la lanterne", before.Body!.TextContent, StringComparison.Ordinal);

        using var click = await maren.SubmitAsync("/", new() { ["sitting"] = $"{sitting}" }, $"/calendar/{service}/slides?handler=Languages&languages=en&languages=fr");
        Assert.Equal(HttpStatusCode.Redirect, click.StatusCode);

        var after = await maren.PageAsync($"/calendar/{service}/slides?sitting={sitting}");
        Assert.Contains("Lève la lanterne", after.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Lift the lantern", after.Body!.TextContent, StringComparison.Ordinal);
        await using var db = application.Open();
        Assert.All(await db.Songs.Select(song => song.Revision).ToListAsync(Cancel), revision => Assert.Equal(1, revision));
    }

    [Fact]
    public async Task The_slides_say_where_their_style_was_chosen_and_the_nearest_wins()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var (service, _) = await HarvestAsync(application);
        var paper = await StyleAsync(application, "Morning paper");
        var signal = await StyleAsync(application, "Signal bar");
        Assert.Contains("Harbour dusk, from the house", (await maren.PageAsync($"/calendar/{service}/slides")).Body!.TextContent, StringComparison.Ordinal);

        using var songs = await maren.SubmitAsync("/", new() { ["what"] = "songs", ["style"] = $"{paper.Id}" }, $"/calendar/{service}/slides?handler=Style");
        await using var db = application.Open();
        var entry = (await db.Set<Core.Planning.SongEntry>().Where(entry => entry.ServiceId == service).OrderBy(entry => entry.Position).FirstAsync(Cancel)).Id;
        using var own = await maren.SubmitAsync("/", new() { ["entry"] = $"{entry}", ["style"] = $"{signal.Id}" }, $"/calendar/{service}/slides?handler=Style");

        var page = (await maren.PageAsync($"/calendar/{service}/slides")).Body!.TextContent;
        Assert.Contains("Signal bar, from this entry", page, StringComparison.Ordinal);
        Assert.Contains("Morning paper, from songs in this service", page, StringComparison.Ordinal);
        Assert.Contains("Harbour dusk, from the house", page, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_style_is_saved_only_over_the_one_it_was_made_from()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var style = await StyleAsync(application, "Harbour dusk");
        Dictionary<string, string> Form(string name, int revision, string? look = null) => new() { ["name"] = name, ["revision"] = $"{revision}", ["look"] = look ?? StyleJson.Write(style.Look), ["sample"] = "two" };

        using var saved = await maren.SubmitAsync("/", Form("Dusk", 1), $"/styles/{style.Id}?handler=Save");
        Assert.NotNull((await saved.PageAsync()).QuerySelector("[data-revision='2']"));
        using var late = await maren.SubmitAsync("/", Form("Dawn", 1), $"/styles/{style.Id}?handler=Save");
        var clash = await late.PageAsync();
        Assert.Contains("Maren saved this style", clash.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(clash.QuerySelector("[data-clash]"));
        Assert.Equal(1, await CountAsync(application, "Dusk"));

        using var broken = await maren.SubmitAsync("/", Form("Dusk", 2, "{\"full\":1}"), $"/styles/{style.Id}?handler=Save");
        Assert.NotNull((await broken.PageAsync()).QuerySelector("[data-problem]"));
        using var nameless = await maren.SubmitAsync("/", Form(" ", 2), $"/styles/{style.Id}?handler=Save");
        Assert.Contains("a name", (await nameless.PageAsync()).Body!.TextContent, StringComparison.Ordinal);
        using var copy = await maren.SubmitAsync("/", Form("Dusk", 0), $"/styles/{style.Id}?handler=Copy");
        Assert.StartsWith("/styles/", await copy.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
        Assert.Equal(1, await CountAsync(application, "Dusk copy"));
    }

    [Fact]
    public async Task Pale_letters_on_a_pale_ground_are_reported_with_the_veil_that_helps()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var style = await StyleAsync(application, "Harbour dusk");
        var pale = style.Look with { Full = style.Look.Full with { Backdrop = new() { Kind = BackdropKind.Colour, First = new(0xcc, 0xcc, 0xcc) } } };
        using var answer = await maren.SubmitAsync("/", new() { ["look"] = StyleJson.Write(pale), ["sample"] = "short" }, $"/styles/{style.Id}?handler=Sample");
        var page = await answer.PageAsync();
        Assert.Contains("too little", page.Body!.TextContent, StringComparison.Ordinal);
        var veil = double.Parse(page.QuerySelector("[data-veil]")!.GetAttribute("data-veil")!, System.Globalization.CultureInfo.InvariantCulture);

        var dimmed = pale with { Full = pale.Full with { Backdrop = pale.Full.Backdrop with { Veil = new(Colour.Black, veil) } } };
        using var mended = await maren.SubmitAsync("/", new() { ["look"] = StyleJson.Write(dimmed), ["sample"] = "short" }, $"/styles/{style.Id}?handler=Sample");
        Assert.Contains("enough", (await mended.PageAsync()).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_style_goes_out_as_a_file_and_comes_in_again_with_its_picture()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var style = await StyleAsync(application, "Lighthouse");
        var file = await maren.GetByteArrayAsync($"/styles?handler=File&id={style.Id}", Cancel);

        using var looked = await SendAsync(maren, "/styles?handler=Look", file);
        var seen = await looked.PageAsync();
        Assert.Equal(3, seen.QuerySelectorAll("svg.slide").Length);
        Assert.Contains("data:image/jpeg", seen.Body!.InnerHtml, StringComparison.Ordinal);
        await using var db = application.Open();
        Assert.Equal(3, await db.Pictures.CountAsync(Cancel));

        using var kept = await SendAsync(maren, "/styles?handler=Bring", file);
        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var again = await StyleAsync(application, "Lighthouse 2");
        Assert.NotEqual(style.Look.Full.Backdrop.Picture, again.Look.Full.Backdrop.Picture);
        using var picture = await maren.GetAsync($"/pictures/{again.Look.Full.Backdrop.Picture:N}", Cancel);
        Assert.Equal("image/jpeg", picture.Content.Headers.ContentType!.MediaType);
        Assert.Contains("sandbox", picture.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        using var stranger = await application.Browser().GetAsync($"/pictures/{again.Look.Full.Backdrop.Picture:N}", Cancel);
        Assert.Equal(HttpStatusCode.NotFound, stranger.StatusCode);

        // Broken on its way: nothing is kept of it.
        using var broken = await SendAsync(maren, "/styles?handler=Bring", file[..(file.Length / 2)]);
        Assert.Contains("broken", (await broken.PageAsync()).QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(4, await db.Pictures.CountAsync(Cancel));
    }

    [Fact]
    public async Task Pictures_are_taken_by_what_they_are()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var style = await StyleAsync(application, "Lighthouse");
        foreach (var (bytes, says) in ((byte[], string)[])[
            ("<html><script>alert(1)</script></html>"u8.ToArray(), "no SVG"), ("MZ and so on"u8.ToArray(), "no picture"), ("<svg xmlns='http://www.w3.org/2000/svg'/>"u8.ToArray(), "cannot draw"),
            ([0, 0, 0, 24, .. "ftypisom"u8, .. new byte[40]], "cannot play")])
        {
            using var answer = await SendAsync(maren, $"/styles/{style.Id}?handler=Picture", bytes, "innocent.png");
            Assert.Contains(says, (await answer.PageAsync()).QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        }
        await using var db = application.Open();
        Assert.Equal(3, await db.Pictures.CountAsync(Cancel));
    }

    [Fact]
    public async Task Slides_come_as_picture_document_and_presentation()
    {
        await using var application = await RunningApplication.StartAsync();
        var sefa = await application.SignedInAsync("sefa");
        var (service, sitting) = await HarvestAsync(application);
        var here = $"/calendar/{service}/slides?sitting={sitting}&screen=0";
        foreach (var (path, type, begins) in ((string, string, string)[])[("&handler=Png&step=1", "image/png", "\u0089PNG"), ("&handler=Pdf&pages=1", "application/pdf", "%PDF"), ("&handler=Pdf&pages=6", "application/pdf", "%PDF"),
            ("&handler=Presentation", "application/vnd.openxmlformats-officedocument.presentationml.presentation", "PK")])
        {
            using var answer = await sefa.GetAsync(here + path, Cancel);
            Assert.Equal(type, answer.Content.Headers.ContentType!.MediaType);
            Assert.StartsWith(begins, System.Text.Encoding.Latin1.GetString(await answer.Content.ReadAsByteArrayAsync(Cancel)), StringComparison.Ordinal);
        }
        foreach (var path in (string[])["&handler=Png&step=-1", "&handler=Png&step=99999", "&handler=Pdf&pages=3"])
        {
            using var answer = await sefa.GetAsync(here + path, Cancel);
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        }
    }

    [Fact]
    public async Task A_screen_is_set_up_and_a_wrong_one_is_refused_beside_what_was_typed()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        Dictionary<string, string> Screen(string name, string wide, string languages) => new()
        {
            ["id"] = $"{Guid.Empty}",
            ["draft.Name"] = name,
            ["draft.Purpose"] = "Lobby",
            ["draft.Face"] = "Full",
            ["draft.PixelsWide"] = wide,
            ["draft.PixelsHigh"] = "768",
            ["draft.SafeMargin"] = "5",
            ["inLanguages"] = languages,
            ["carried"] = "Words",
        };
        using var added = await maren.SubmitAsync("/settings/screens", Screen("Balcony", "1024", "en, fr"), "/settings/screens?handler=Screen");
        Assert.Equal(HttpStatusCode.Redirect, added.StatusCode);
        await using var db = application.Open();
        var balcony = await db.Screens.AsNoTracking().SingleAsync(screen => screen.Name == "Balcony", Cancel);
        Assert.Equal((1024, "en fr", ScreenCarries.Words, 5.0), (balcony.PixelsWide, string.Join(' ', balcony.Languages), balcony.Carries, balcony.SafeMargin));

        foreach (var (name, wide, languages, says) in ((string, string, string, string)[])[("", "1024", "", "a name"), ("X", "12", "", "pixels"), ("X", "many", "", "numbers"), ("X", "1024", "klingonese!", "languages")])
        {
            using var refused = await maren.SubmitAsync("/settings/screens", Screen(name, wide, languages), "/settings/screens?handler=Screen");
            var page = await refused.PageAsync();
            Assert.Contains(says, page.QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
            Assert.Contains(page.QuerySelectorAll("input[name=inLanguages]"), input => input.GetAttribute("value") == languages);
        }
        Assert.Equal(5, await db.Screens.CountAsync(Cancel));
    }

    [Fact]
    public async Task The_slide_sheet_asks_the_database_as_often_however_long_the_service_is()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var services = await db.Services.ToDictionaryAsync(service => service.Title, service => service.Id, Cancel);
        async Task<int> QueriesAsync(string title)
        {
            await maren.PageAsync($"/calendar/{services[title]}/slides");
            var before = application.Queries;
            await maren.PageAsync($"/calendar/{services[title]}/slides");
            return application.Queries - before;
        }
        Assert.Equal(await QueriesAsync("Third Sunday"), await QueriesAsync("Harvest of the Sea"));
    }

    private static async Task<int> CountAsync(RunningApplication application, string name)
    {
        await using var db = application.Open();
        return await db.Styles.CountAsync(style => style.Name == name, Cancel);
    }

    private static async Task<HttpResponseMessage> SendAsync(HttpClient browser, string to, byte[] file, string name = "style.zip")
    {
        var token = (await browser.PageAsync("/styles")).QuerySelector("meta[name=ymnos-token]")!.GetAttribute("content")!;
        using var bytes = new ByteArrayContent(file);
        bytes.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var content = new MultipartFormDataContent { { new StringContent(token), "__RequestVerificationToken" }, { bytes, "file", name } };
        return await browser.PostAsync(to, content, Cancel);
    }
}
