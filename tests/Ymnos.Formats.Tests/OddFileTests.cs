using System.Text;
using System.Text.Json;
using Ymnos.Core.Songs;
using Ymnos.Formats.Archive;
using Ymnos.Formats.Catalogue;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.Files;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;

namespace Ymnos.Formats.Tests;

/// <summary>Files as they come from other hands.</summary>
public sealed class OddFileTests
{
    private static SongContent OpenLyrics(string inside) => OpenLyricsReader.Read($"<song xmlns=\"http://openlyrics.info/namespace/2009/song\">{inside}</song>").Songs.Single().Content;

    [Fact]
    public void A_transliteration_is_a_wording_of_its_own()
    {
        var song = OpenLyrics("""
            <properties><titles><title lang="he">שיר</title></titles></properties>
            <lyrics><verse name="v1" lang="he"><lines>שלום</lines></verse><verse name="v1" lang="he" translit="en"><lines>shalom</lines></verse></lyrics>
            """);
        Assert.Equal(("he", WordingKind.Singable), (song.Wordings[0].Language, song.Wordings[0].Kind));
        Assert.Equal(("he-Latn", WordingKind.Transliteration, "shalom"), (song.Wordings[1].Language, song.Wordings[1].Kind, song.Wordings[1].FirstLine));
        var again = OpenLyricsReader.Read(new MemoryStream(OpenLyricsWriter.Write(song, DateTimeOffset.UnixEpoch))).Songs.Single().Content;
        Assert.Equal(song, again);
    }

    [Fact]
    public void Chords_of_the_newer_version_are_put_together()
    {
        var song = OpenLyrics("""
            <properties><titles><title>A</title></titles></properties>
            <lyrics><verse name="v1"><lines><chord root="D" structure="min7" bass="F#"/>Lift <chord root="G">the</chord> lantern</lines></verse></lyrics>
            """);
        Assert.Equal([new(0, "Dm7/F#"), new(5, "G")], song.FirstWording.Sections[0].Lines[0].Chords);
        Assert.Equal("Lift the lantern", song.FirstWording.FirstLine);
    }

    [Fact]
    public void White_space_of_the_file_is_not_white_space_of_the_song()
    {
        var song = OpenLyrics("<properties><titles><title>\n  A   song\n</title></titles></properties><lyrics>\n<verse name=\"v1\">\n<lines>\n   one\n   two  <br/>\n\n three\n</lines>\n</verse></lyrics>");
        Assert.Equal("A song", song.Title);
        Assert.Equal(["one two", "three"], song.FirstWording.Sections[0].Lines.Select(line => line.Words));
    }

    [Theory]
    [InlineData("v1", "1")]
    [InlineData("V12", "12")]
    [InlineData("c", "R")]
    [InlineData("c2", "R2")]
    [InlineData("p1", "P")]
    [InlineData("o", "O")]
    [InlineData("i", "I")]
    public void Names_of_sections_become_marks(string name, string mark) =>
        Assert.Equal(mark, OpenLyrics($"<properties><titles><title>A</title></titles></properties><lyrics><verse name=\"{name}\"><lines>la</lines></verse></lyrics>").FirstWording.Sections.Single().Mark.ToString());

    [Fact]
    public void A_song_without_words_is_still_a_song_and_one_without_anything_is_none()
    {
        Assert.Equal("1", OpenLyrics("<properties><titles><title>Only a title</title></titles></properties>").FirstWording.Sections.Single().Mark.ToString());
        Assert.Contains("no song", OpenLyricsReader.Read("<song/>").Problem, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("{soc}\nla\n{eoc}", "R")]
    [InlineData("{start_of_chorus: Refrain 2}\nla\n{end_of_chorus}", "R2")]
    [InlineData("{start_of_bridge}\nla\n{end_of_bridge}", "B")]
    [InlineData("{start_of_verse: label=\"Verse 3\"}\nla\n{end_of_verse}", "3")]
    [InlineData("{start_of_ending}\nla\n{end_of_ending}", "E")]
    [InlineData("{c: Bridge}\nla", "B")]
    [InlineData("la\n", "1")]
    public void Sections_of_ChordPro_are_understood_in_all_their_spellings(string body, string mark) =>
        Assert.Equal(mark, ChordProReader.Read($"{{title: A}}\n{body}\n").Songs.Single().Content.FirstWording.Sections.Single().Mark.ToString());

    [Fact]
    public void Metadata_of_ChordPro_comes_by_either_way()
    {
        var song = ChordProReader.Read("{t:A}\n{st:B}\n{composer: Joss Tremar and Hanne Brask}\n{meta: lyricist Odile Tranter}\n{meta: tempo 84}\n{time:6/8}\n{duration: 3:20}\n{copyright: 2014 Tidewrack Songs}\n{capo:2}\nla\n").Songs.Single().Content;
        Assert.Equal(("A", "B", 84, "6/8", 2), (song.Title, song.OtherTitles.Single().Text, song.SungOrders[0].Tempo, song.SungOrders[0].Metre, song.SungOrders[0].Capo));
        Assert.Equal(["Joss Tremar", "Hanne Brask", "Odile Tranter"], song.Credits.Select(credit => credit.Name));
        Assert.Equal(TimeSpan.FromSeconds(200), song.SungOrders[0].Length);
    }

    [Fact]
    public void A_refrain_that_is_called_is_sung_again()
    {
        var song = ChordProReader.Read("{title: A}\n{soc}\nshine\n{eoc}\n{sov}\none\n{eov}\n{chorus}\n{sov}\ntwo\n{eov}\n{chorus}\n").Songs.Single().Content;
        Assert.Equal("R 1 R 2 R", song.SungOrders[0].Written);
    }

    [Fact]
    public void A_table_may_have_its_columns_in_any_order_and_with_other_delimiters()
    {
        var read = CatalogueCsv.Read("Key;Title;Mood;Owners\nEb;Lantern;calm;\"Tidewrack Songs 60 %\nO. Tranter 40 %\"\n;;;\nG;Second;;nobody 900 %\n");
        Assert.Equal(["Lantern", "Second"], read.Songs.Select(song => song.Content.Title));
        Assert.Equal([60m, 40m], read.Songs[0].Content.Owners.Select(owner => owner.Share!.Value));
        Assert.Contains(read.Songs[0].NotTaken, said => said.Contains("Mood", StringComparison.Ordinal));
        Assert.Contains(read.Songs[1].NotTaken, said => said.Contains("nobody", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("""{"title":"A","wordings":[],"sungOrders":[]}""")]
    [InlineData("""{"title":"A","wordings":[null],"sungOrders":[null],"credits":[{"part":"words","name":null}],"topics":[null]}""")]
    [InlineData("""{"title":"A","wordings":[{"language":null,"sections":[{"mark":"1","lines":[{"words":null}]}]}],"sungOrders":[{"name":null}]}""")]
    public void An_archive_with_holes_in_it_gives_a_whole_song(string json)
    {
        var song = SongArchive.ReadOne(Encoding.UTF8.GetBytes(json))!.Content;
        Assert.Equal(("A", "1"), (song.Title, song.SungOrders[0].Written));
    }

    [Theory]
    [InlineData("[]")]
    [InlineData("{\"title\":{}}")]
    [InlineData("{\"title\":\"A\",\"wordings\":[{\"language\":\"en\",\"sections\":[{\"mark\":\"??\",\"lines\":[]}]}],\"sungOrders\":[]}")]
    [InlineData("not json")]
    [InlineData("{\"title\":\"A\",\"wordings\":null,\"sungOrders\":[]}")]
    public void What_is_no_song_in_json_is_refused(string json) => Assert.Throws<JsonException>(() => SongArchive.ReadOne(Encoding.UTF8.GetBytes(json)));

    [Fact]
    public void A_file_far_too_long_is_refused_before_it_is_read()
    {
        Assert.Contains("larger than", SongFiles.Read("a.txt", new byte[SongFiles.LargestFile + 1], TextEncoding.Utf8).Problem, StringComparison.Ordinal);
        Assert.Contains("longer", SongFiles.Read("a.txt", Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("la la la\n", 40_000))), TextEncoding.Utf8).Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sheet_whose_head_is_wrong_is_read_as_words_and_the_fault_is_told()
    {
        var read = SongFiles.Read("Net.txt", "Title: Nets\nYear: late\n\nall night on the water"u8.ToArray(), TextEncoding.Utf8).Songs.Single();
        Assert.Contains(read.NotTaken, said => said.Contains("four digits", StringComparison.Ordinal));
        Assert.Contains(read.Content.FirstWording.Sections, section => section.Lines.Any(line => line.Words == "all night on the water"));
    }

    [Fact]
    public void All_that_is_typed_stands_in_a_sheet()
    {
        Assert.True(new SongDraft
        {
            Title = "Lantern",
            OtherTitles = "fr: La lanterne\nLamp",
            WordsBy = "Elias Corran (1848–1911)",
            ArrangedBy = "Anouk Lestrade",
            Owners = "Tidewrack Songs 60 %\nO. Tranter 40 % words",
            SchemeNumbers = "Song Rights Exchange 70412",
            Topics = "sea, home",
            Scripture = "Luke 5:1–11; Psalm 107",
            TuneName = "Ellery",
            TuneMetre = "8.7.8.7",
            BoothNotes = "wait\nthen go",
            Text = "Lift",
            Length = "5:10",
        }.Check().Succeeded(out var song));
        var told = new List<string>();
        Assert.True(SongSheet.Read(SongSheet.Write(song), told).Succeeded(out var read));
        Assert.Empty(told);
        Assert.Equal(song, read);
    }
}
