using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Formats.Files;
using Ymnos.Formats.PlainText;

namespace Ymnos.Formats.Tests;

public sealed class SongSheetTests
{
    [Fact]
    public void A_sheet_is_a_head_of_names_and_values_and_then_the_words()
    {
        var told = new List<string>();
        Assert.True(SongSheet.Read("Title: Lantern\nWords: Odile Tranter\nSongbook: Quayside Hymns 214\nSongbook: Outer 2\nMood: calm\nKey: e♭\n\nVerse 1\nLift the lantern\n\nRefrain\nShine", told).Succeeded(out var song));

        Assert.Equal("Lantern", song.Title);
        Assert.Equal([new("Quayside Hymns", "214"), new("Outer", "2")], song.SongbookEntries);
        Assert.Equal(["Mood: calm"], told);
        Assert.Equal(("1 R", "Eb"), (song.SungOrders[0].Written, song.SungOrders[0].Key));
    }

    [Fact]
    public void A_song_written_as_a_sheet_is_read_back_the_same() =>
        Gen.Select(Gen.String[Gen.Char["abcé ’WR1:[]"], 1, 30], Gen.String[Gen.Char["abcé ’WR1:[]\n"], 1, 200], Gen.Int[1500, 2100], Gen.Int[1, 20_000])
            .Where((title, text, _, _) => new SongDraft { Title = title, Text = text }.Check().Succeeded(out _))
            .Sample((title, text, year, seconds) =>
            {
                Assert.True(new SongDraft { Title = title, Text = text, CopyrightYear = $"{year}", Length = $"{seconds % 300}:{seconds % 60:00}", WordsBy = "Odile Tranter", Songbooks = "Quayside Hymns 7\nOuter 8b" }.Check().Succeeded(out var song));
                Assert.True(SongSheet.Read(SongSheet.Write(song), []).Succeeded(out var read));
                Assert.Equal(song, read);
            }, iter: 3_000);

    [Fact]
    public void A_text_without_a_head_is_read_as_it_would_be_pasted()
    {
        var song = SongFiles.Read("x.txt", "The Net Came Up Heavy\n\nAll night on the water\nand nothing to show\n\nWords: Bram Oduya\n© 2020 Gannet & Vane"u8.ToArray(), TextEncoding.Utf8).Songs.Single().Content;
        Assert.Equal(("The Net Came Up Heavy", 2020, "Gannet & Vane"), (song.Title, song.CopyrightYear, song.CopyrightHolder));
    }

    [Fact]
    public void No_file_whatever_makes_the_reader_fail() =>
        Gen.Byte.Array[0, 400].Sample(bytes => SongFiles.Read("x", bytes, TextEncoding.Guess(bytes)).Problem is not null, iter: 5_000);
}
