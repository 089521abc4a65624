using System.Text;
using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Formats.PlainText;

namespace Ymnos.Formats.Tests;

public sealed class SongSheetTests
{
    private static async Task<(SongDraft Draft, IReadOnlyList<string> NotUnderstood)> ReadAsync(byte[] bytes) =>
        await SongSheet.ReadAsync(new MemoryStream(bytes), TestContext.Current.CancellationToken);

    private static Song Good(SongDraft draft) => Song.Create(draft, DateTimeOffset.UnixEpoch, "Maren").Succeeded(out var song) ? song : throw new InvalidOperationException();

    [Fact]
    public async Task A_sheet_is_a_head_of_names_and_values_and_then_the_words()
    {
        var (draft, unknown) = await ReadAsync("Title: Lantern\nWords: Odile Tranter\nSongbook: Quayside Hymns 214\nSongbook: Outer 2\nMood: calm\n\nVerse 1\nLift the lantern\n\nRefrain\nShine"u8.ToArray());

        Assert.Equal("Lantern", draft.Title);
        Assert.Equal("Quayside Hymns 214\nOuter 2", draft.Songbooks);
        Assert.Equal(["Mood: calm"], unknown);
        Assert.Equal("1 R", Good(draft).SungOrders[0].Written);
    }

    [Fact]
    public Task A_song_written_as_a_sheet_is_read_back_the_same() =>
        Gen.Select(Gen.String[Gen.Char["abcé ’WR1:[]"], 1, 30], Gen.String[Gen.Char["abcé ’WR1:[]\n"], 1, 200], Gen.Int[1500, 2100], Gen.Int[1, 20_000])
            .Where((title, text, _, _) => new SongDraft { Title = title, Text = text }.Check().Succeeded(out _))
            .SampleAsync(async (title, text, year, seconds) =>
            {
                var song = Good(new SongDraft { Title = title, Text = text, CopyrightYear = $"{year}", Length = $"{seconds % 300}:{seconds % 60:00}", WordsBy = "Odile Tranter", Songbooks = "Quayside Hymns 7\nOuter 8b" });

                var (draft, unknown) = await ReadAsync(Encoding.UTF8.GetBytes(SongSheet.Write(song)));

                Assert.Empty(unknown);
                Assert.Equal(SongDraft.Of(song), SongDraft.Of(Good(draft)));
            }, iter: 3_000);

    [Fact]
    public Task No_file_whatever_makes_the_reader_fail() =>
        Gen.Byte.Array[0, 400].SampleAsync(async bytes => await ReadAsync(bytes), iter: 5_000);

    [Fact]
    public async Task A_file_larger_than_any_song_is_read_no_further()
    {
        var (draft, _) = await ReadAsync(Encoding.UTF8.GetBytes("Title: x\n\n" + new string('a', 3_000_000)));
        Assert.InRange(draft.Text.Length, 1, SongSheet.LargestFile);
        Assert.False(draft.Check().Succeeded(out _));
    }
}
