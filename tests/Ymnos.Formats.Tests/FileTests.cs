using System.Diagnostics;
using System.IO.Compression;
using System.Text;
using CsCheck;
using Ymnos.Formats.Archive;
using Ymnos.Formats.Catalogue;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.Files;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;

namespace Ymnos.Formats.Tests;

public sealed class FileTests
{
    private const string English = "Lift the lantern over water\ncall the far boats home — “come”";
    private const string French = "Lève la lanterne sur les eaux,\nramène à ton port les barques où l’été s’élève ;\nça et là, maître, nous chantâmes près du cœur";
    private const string Ukrainian = "Підніми ліхтар над водою,\nхай човни вертають додому;\nсяй, сяй, світло гавані";
    private const string Polish = "Święć się, światło nad wodą,\nżeglarze wracają, łódź płynie późną nocą,\nźródło ćmi się, każdą dłoń";

    static FileTests() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    [Theory]
    [InlineData(French, 65001, "UTF-8")]
    [InlineData(French, 1252, "Windows-1252")]
    [InlineData(Ukrainian, 1251, "Windows-1251")]
    [InlineData(Polish, 1250, "Windows-1250")]
    [InlineData(Ukrainian, 65001, "UTF-8")]
    [InlineData(English, 1252, "Windows-1252")]
    [InlineData(English, 1200, "UTF-16")]
    [InlineData(French, 1201, "UTF-16 big-endian")]
    [InlineData("plain", 1252, "UTF-8")]
    public void The_encoding_is_recognised_without_a_mark(string text, int codePage, string name)
    {
        var bytes = Encoding.GetEncoding(codePage).GetBytes(text);
        Assert.Equal(name, TextEncoding.Guess(bytes));
        Assert.Equal(text, TextEncoding.Read(bytes, name));
    }

    [Fact]
    public void A_byte_order_mark_decides()
    {
        foreach (var encoding in (Encoding[])[new UTF8Encoding(true), Encoding.Unicode, Encoding.BigEndianUnicode])
        {
            byte[] bytes = [.. encoding.GetPreamble(), .. encoding.GetBytes(Ukrainian)];
            Assert.Equal(Ukrainian, TextEncoding.Read(bytes, TextEncoding.Guess(bytes)).TrimStart('\uFEFF'));
        }
    }

    [Fact]
    public void Files_are_told_apart_by_what_is_in_them()
    {
        Assert.Equal(OpenLyricsReader.Format, Read("song.txt", "<?xml version='1.0'?><song><properties><titles><title>A</title></titles></properties><lyrics/></song>").Format);
        Assert.Equal(ChordProReader.Format, Read("song.txt", "{title: A}\n[G]la").Format);
        Assert.Equal(CatalogueCsv.Format, Read("list.csv", "Title,Key\nA,Eb").Format);
        Assert.Equal("Lantern over Water", Read("folder/Lantern_over Water.txt", English).Songs.Single().Content.Title);
        Assert.NotEmpty(Read("photo.jpg", "\0\0\0\0\0\0\0\0").Problem);
    }

    [Theory]
    [InlineData("<!DOCTYPE a [<!ENTITY x SYSTEM 'file:///etc/passwd'>]><song><properties><titles><title>&x;</title></titles></properties></song>")]
    [InlineData("<!DOCTYPE a [<!ENTITY a 'aaaaaaaaaa'><!ENTITY b '&a;&a;&a;&a;&a;&a;&a;&a;&a;'>]><song>&b;</song>")]
    [InlineData("<song><properties>")]
    [InlineData("<html><body>no</body></html>")]
    public void Hostile_and_broken_xml_is_refused(string text) => Assert.NotEmpty(Read("a.xml", text).Problem);

    [Fact]
    public void A_zip_is_opened_with_limits()
    {
        Assert.True(SongFiles.Unpack("a.zip", Zip(("a/one.txt", "one"), ("../../etc/two.txt", "two"), ("__MACOSX/x", "x"), ("a/", ""))).Succeeded(out var files));
        Assert.Equal(["a/one.txt", "../../etc/two.txt"], files.Select(file => file.Name));
        Assert.Contains("packed as nothing", Refusal(Zip(("bomb.txt", new string('a', 3_000_000)))), StringComparison.Ordinal);
        Assert.Contains("larger than", Refusal(Zip(("big.txt", string.Concat(Enumerable.Range(0, 900_000).Select(i => $"{i * 7919L % 1_000_003:x5} "))))), StringComparison.Ordinal);
        Assert.Contains("more than", Refusal(Zip([.. Enumerable.Range(0, SongFiles.MostFiles + 1).Select(i => ($"{i}", ""))])), StringComparison.Ordinal);
        Assert.Contains("cannot", Refusal([0x50, 0x4B, 3, 4, 9, 9, 9]).Replace("not a zip that can", "cannot", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.Contains("zip inside", SongFiles.Read("b.zip", Zip(("c.txt", "la")), TextEncoding.Utf8).Problem, StringComparison.Ordinal);

        static string Refusal(byte[] zip) => SongFiles.Unpack("a.zip", zip).Problems.Single().Message;
    }

    [Fact]
    public void An_archive_of_a_newer_version_is_refused_and_a_broken_song_in_it_is_named()
    {
        Assert.Contains("newer", SongFiles.Read("a.zip", Zip(("ymnos-songs.json", """{"format":"ymnos-songs","version":99,"songs":1,"made":"2026-10-05T00:00:00Z"}""")), TextEncoding.Utf8).Problem, StringComparison.Ordinal);
        Assert.Contains("line 2", SongFiles.Read("a.zip", Zip(("ymnos-songs.json", """{"format":"ymnos-songs","version":1,"songs":1,"made":"2026-10-05T00:00:00Z"}"""), ("songs/1.json", "{\n  \"title\": 7 }")), TextEncoding.Utf8).Problem, StringComparison.Ordinal);
    }

    /// <summary>
    /// Files broken at random: bytes changed, taken out, doubled and mixed with pieces of other formats. None may throw,
    /// take long or take much memory. The full count of 20,000 a reader runs with YMNOS_FUZZ=20000.
    /// </summary>
    [Fact]
    public async Task No_broken_file_brings_a_reader_down()
    {
        var count = int.Parse(Environment.GetEnvironmentVariable("YMNOS_FUZZ") ?? "1500", System.Globalization.CultureInfo.InvariantCulture);
        var song = GeneratedSongs.Draw(8);
        using var archive = new MemoryStream();
        await SongArchive.WriteAsync(archive, song.ToAsyncEnumerable(), new DateTimeOffset(2026, 10, 5, 9, 0, 0, TimeSpan.Zero), TestContext.Current.CancellationToken);
        (string Name, byte[][] Seeds)[] readers =
        [
            ("a.xml", [.. song.Select(one => OpenLyricsWriter.Write(one, DateTimeOffset.UnixEpoch, "0.8"))]),
            ("a.cho", [.. song.Select(one => Encoding.UTF8.GetBytes(ChordProWriter.Write(one)))]),
            ("a.txt", [.. song.Select(one => Encoding.UTF8.GetBytes(SongSheet.Write(one)))]),
            ("a.csv", [Encoding.UTF8.GetBytes(CatalogueCsv.Write(song))]),
            ("a.json", [.. song.Select(one => Encoding.UTF8.GetBytes(SongArchive.Write(one)))]),
            ("a.zip", [archive.ToArray()]),
        ];
        byte[][] pieces = [.. ((string[])["<", ">", "&#x0;", "]]>", "<![CDATA[", "{", "}", "[[[[", "{new_song}\n", "\"", ",,,,", "\r\n\r\n", "null", "[]", "1e999", "\ud83d\udd6f", "Verse 999999", "x99", "\0", "verse name=''"]).Select(Encoding.UTF8.GetBytes)];
        var worst = 0.0;
        foreach (var (name, seeds) in readers)
        {
            var random = new Random(17);
            for (var i = 0; i < count; i++)
            {
                var bytes = Mutated(seeds[random.Next(seeds.Length)], pieces, random);
                var start = Stopwatch.GetTimestamp();
                var before = GC.GetAllocatedBytesForCurrentThread();
                if (name == "a.json")
                    TryJson(bytes);
                else
                    _ = SongFiles.Read(name, bytes, TextEncoding.Guess(bytes));
                if (name == "a.zip")
                    _ = SongFiles.Unpack(name, bytes);
                var took = GC.GetAllocatedBytesForCurrentThread() - before;
                worst = Math.Max(worst, Stopwatch.GetElapsedTime(start).TotalSeconds);
                Assert.True(took < 200_000_000, $"{name} number {i} took {took} bytes");
            }
        }
        Assert.True(worst < 20, $"{worst} s");
        TestContext.Current.TestOutputHelper?.WriteLine($"{count} files a reader, {readers.Length} readers, slowest {worst * 1000:0} ms");

        static void TryJson(byte[] bytes)
        {
            try
            {
                _ = SongArchive.ReadOne(bytes);
            }
            catch (System.Text.Json.JsonException)
            {
                // What the archive's reader answers with a message.
            }
        }
    }

    private static byte[] Mutated(byte[] seed, byte[][] pieces, Random random)
    {
        var bytes = seed.ToList();
        for (var change = random.Next(1, 8); change > 0 && bytes.Count > 0; change--)
        {
            var at = random.Next(bytes.Count);
            switch (random.Next(5))
            {
                case 0: bytes[at] = (byte)random.Next(256); break;
                case 1: bytes.RemoveRange(at, Math.Min(random.Next(1, 40), bytes.Count - at)); break;
                case 2: bytes.InsertRange(at, bytes.GetRange(at, Math.Min(random.Next(1, 200), bytes.Count - at))); break;
                case 3: bytes.InsertRange(at, pieces[random.Next(pieces.Length)]); break;
                default: bytes.RemoveRange(at, bytes.Count - at); break;
            }
        }
        return [.. bytes];
    }

    private static ReadFile Read(string name, string text) => SongFiles.Read(name, Encoding.UTF8.GetBytes(text), TextEncoding.Utf8);

    private static byte[] Zip(params (string Name, string Text)[] entries)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
            foreach (var (name, text) in entries)
            {
                using var stream = zip.CreateEntry(name).Open();
                stream.Write(Encoding.UTF8.GetBytes(text));
            }
        return file.ToArray();
    }
}
