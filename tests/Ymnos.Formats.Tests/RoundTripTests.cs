using System.Text;
using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Formats.Archive;
using Ymnos.Formats.Catalogue;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.Files;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;

namespace Ymnos.Formats.Tests;

public sealed class RoundTripTests
{
    private static readonly DateTimeOffset Now = new(2026, 10, 5, 9, 0, 0, TimeSpan.Zero);

    private static SongContent Only(ReadFile file)
    {
        Assert.Empty(file.Problem);
        return Assert.Single(file.Songs).Content;
    }

    /// <summary>What a format without a place for other wordings carries.</summary>
    private static SongContent FirstWordingOf(SongContent song) => song with
    {
        Wordings = [song.FirstWording with { Sections = [.. song.FirstWording.Sections.Select(section => section with { Breaks = [] })] }],
    };

    [Fact]
    public void Two_songs_read_from_one_text_compare_as_values() =>
        Assert.Equal(Only(OpenLyricsReader.Read(Read("<song><properties><titles><title>A</title></titles></properties></song>"))), Only(OpenLyricsReader.Read(Read("<song><properties><titles><title>A</title></titles></properties></song>"))));

    [Theory]
    [InlineData("0.8")]
    [InlineData("0.9")]
    public void OpenLyrics_carries_words_chords_languages_breaks_order_people_and_books(string version) =>
        GeneratedSongs.Songs.Sample(song =>
        {
            var read = Only(OpenLyricsReader.Read(new MemoryStream(OpenLyricsWriter.Write(song, Now, version))));
            // The older version has no place for the time signature.
            var expected = version == "0.9" ? song : song with { SungOrders = [song.SungOrders[0] with { Metre = "" }] };
            Assert.Equal(expected, read);
        }, iter: 1_000);

    [Fact]
    public void ChordPro_carries_the_first_wording_with_chords_sections_and_order() =>
        GeneratedSongs.Songs.Sample(song =>
        {
            var read = Only(ChordProReader.Read(ChordProWriter.Write(song)));
            Assert.Equal(FirstWordingOf(song), read);
        }, iter: 1_000);

    [Fact]
    public void A_plain_sheet_carries_the_first_wording_and_all_that_is_typed() =>
        GeneratedSongs.Songs.Sample(song =>
        {
            var told = new List<string>();
            Assert.True(SongSheet.Read(SongSheet.Write(song), told).Succeeded(out var read));
            Assert.Empty(told);
            Assert.Equal(FirstWordingOf(song), read);
        }, iter: 1_000);

    [Fact]
    public void A_catalogue_carries_everything_but_the_words() =>
        GeneratedSongs.Songs.Array[1, 4].Sample(songs =>
        {
            var read = CatalogueCsv.Read(CatalogueCsv.Write(songs));
            Assert.Empty(read.Problem);
            Assert.Equal(
                songs.Select(song => SongDraft.Of(song) with { Text = "", Order = "" }),
                read.Songs.Select(song => SongDraft.Of(song.Content) with { Text = "", Order = "" }));
        }, iter: 200);

    [Fact]
    public void A_cell_that_would_be_a_formula_is_written_as_text_and_read_as_it_was()
    {
        var song = GeneratedSongs.Draw(1)[0] with { Title = "=cmd()", BoothNotes = "@home, \"quoted\"\nsecond line" };
        var csv = CatalogueCsv.Write([song]);
        Assert.Contains("'=cmd()", csv, StringComparison.Ordinal);
        var read = CatalogueCsv.Read(csv).Songs.Single().Content;
        Assert.Equal((song.Title, song.BoothNotes), (read.Title, read.BoothNotes));
    }

    [Fact]
    public async Task An_archive_carries_everything()
    {
        var songs = GeneratedSongs.Draw(20)
            .Select((song, i) => song with { OpensBlank = i % 2 == 0, BoothNotes = "wait", Owners = [new("Tidewrack Songs", RightKind.Music, 66.67m), new("x", RightKind.Work, null)], TuneName = "Ellery", Scripture = ["Luke 5:1–11"], SchemeNumbers = [new("Song Rights Exchange", "70412")], SungOrders = [.. song.SungOrders, song.SungOrders[0] with { Name = "short", Length = TimeSpan.FromSeconds(310), Leader = "Anouk", Capo = 2 }] }).ToList();
        using var file = new MemoryStream();
        await SongArchive.WriteAsync(file, songs.ToAsyncEnumerable(), Now, TestContext.Current.CancellationToken);

        var read = SongFiles.Read("all.zip", file.ToArray(), TextEncoding.Utf8);

        Assert.Equal((SongArchive.Format, ""), (read.Format, read.Problem));
        Assert.Equal(songs, read.Songs.Select(song => song.Content));
        Assert.True(SongFiles.Unpack("all.zip", file.ToArray()).Succeeded(out var whole));
        Assert.Single(whole);
    }

    [Fact]
    public void OpenLyrics_as_others_write_it_is_understood()
    {
        var song = Only(OpenLyricsReader.Read(Read("""
            <?xml version="1.0" encoding="UTF-8"?>
            <song xmlns="http://openlyrics.info/namespace/2009/song" version="0.8" xml:lang="en">
              <properties>
                <titles><title lang="en">Lantern over Water</title><title lang="fr">La lanterne</title></titles>
                <authors><author>Odile Tranter</author><author type="translation" lang="fr">Remi Gauvain</author></authors>
                <copyright>© 2014 Tidewrack Songs</copyright><tempo type="bpm">84</tempo><key>Eb</key><transposition>2</transposition>
                <verseOrder>v1 c v1</verseOrder><songbooks><songbook name="Quayside Hymns" entry="214"/></songbooks><themes><theme>Harvest</theme></themes>
              </properties>
              <lyrics>
                <verse name="v1a" lang="en"><lines><chord name="Eb"/>Lift the <chord name="Bb/D"/>lantern<br/>
                   <tag name="bold">call</tag> the boats</lines></verse>
                <verse name="v1b" lang="en"><lines part="men">no one sails alone<comment>slower</comment></lines></verse>
                <verse name="c" lang="en"><lines>Shine</lines><lines>on</lines></verse>
                <verse name="c" lang="fr"><lines>Brille</lines></verse>
              </lyrics>
            </song>
            """)));

        Assert.Equal("1 R 1", song.SungOrders[0].Written);
        Assert.Equal(["Lift the lantern", "call the boats", "no one sails alone"], song.FirstWording.Sections[0].Lines.Select(line => line.Words));
        Assert.Equal([2], song.FirstWording.Sections[0].Breaks);
        Assert.Equal([new(0, "Eb"), new(9, "Bb/D")], song.FirstWording.Sections[0].Lines[0].Chords);
        Assert.Equal(("fr", "La lanterne", "Remi Gauvain"), (song.Wordings[1].Language, song.Wordings[1].Title, song.Wordings[1].Translator));
        Assert.Equal((2014, "Tidewrack Songs", "words & music Odile Tranter"), (song.CopyrightYear, song.CopyrightHolder, SongCredit.Written(song.Credits)));
        Assert.Equal(("Eb", 84), (song.SungOrders[0].Key, song.SungOrders[0].Tempo));
    }

    [Fact]
    public void What_could_not_be_taken_is_told()
    {
        var read = Assert.Single(OpenLyricsReader.Read(Read("""<song><properties><titles><title>A</title></titles><transposition>2</transposition><verseOrder>v1 zz9zz</verseOrder></properties><lyrics><verse name="intro!"><lines>la<comment>softly</comment></lines></verse></lyrics></song>""")).Songs);
        Assert.Equal(5, read.NotTaken.Length);
    }

    [Fact]
    public void ChordPro_as_others_write_it_is_understood()
    {
        var read = Assert.Single(ChordProReader.Read("""
            # made by hand
            {t: Lantern over Water}
            {artist: Odile Tranter}
            {key: Eb}{foo}
            {comment: Verse 1}
            [Eb]Lift the [Bb/D]lantern [*softly]over

            {soc}
            [Cm]Shine
            {eoc}
            {start_of_tab}
            e|--0--|
            {end_of_tab}
            {sov: label="Verse 2"}
            When the gale
            {eov}
            {chorus}
            """).Songs);

        Assert.Equal("1 R 2 R", read.Content.SungOrders[0].Written);
        Assert.Equal("Lift the lantern over", read.Content.FirstLine());
        Assert.Contains(read.NotTaken, line => line.Contains("softly", StringComparison.Ordinal));
        Assert.Contains(read.NotTaken, line => line.Contains("start_of_tab", StringComparison.Ordinal));
    }

    [Fact]
    public void A_file_of_several_songs_gives_them_all() =>
        Assert.Equal(["One", "Two"], ChordProReader.Read("{title: One}\nla la\n{new_song}\n{title: Two}\nlo lo\n").Songs.Select(song => song.Content.Title));

    private static MemoryStream Read(string text) => new MemoryStream(Encoding.UTF8.GetBytes(text));
}

internal static class ContentSteps
{
    public static string FirstLine(this SongContent song) => song.FirstWording.FirstLine;
}
