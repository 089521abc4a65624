using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Tests.Songs;

public sealed class SongTests
{
    private static readonly DateTimeOffset Now = new(2026, 10, 5, 9, 0, 0, TimeSpan.Zero);

    private static readonly SongDraft Lantern = new()
    {
        Title = "  Lantern over   Water ",
        WordsBy = "Odile Tranter",
        MusicBy = "Odile Tranter and Anouk Lestrade",
        CopyrightYear = "2014",
        CopyrightHolder = "Tidewrack Songs",
        Songbooks = "Quayside Hymns no. 214\nSongs of the Outer Isles 7b",
        Text = "Verse 1\nLift the lantern\n\nRefrain\nShine, shine\n\nVerse 2\nWhen the gale",
        Order = "1 r 2, R - R",
        Length = "5:10",
    };

    internal static Song Good(SongDraft draft) =>
        Song.Create(draft, Now, "Maren").Succeeded(out var song) ? song : throw new InvalidOperationException();

    private static IEnumerable<string> Fields(SongDraft draft) => draft.Check().Problems.Select(problem => problem.Field);

    [Fact]
    public void A_good_draft_becomes_a_song()
    {
        var song = Good(Lantern);

        Assert.Equal("Lantern over Water", song.Title);
        Assert.Equal("Lift the lantern", song.FirstLine);
        Assert.Equal("1 R 2 R R", song.SungOrders[0].Written);
        Assert.Equal(TimeSpan.FromSeconds(310), song.SungOrders[0].Reckon(song.FirstWording));
        Assert.Equal([new("Quayside Hymns", "214"), new("Songs of the Outer Isles", "7b")], song.SongbookEntries);
        Assert.Equal("© 2014 Tidewrack Songs", song.CopyrightLine);
        Assert.Equal("words & music Odile Tranter · music Anouk Lestrade", SongCredit.Written(song.Credits));
        Assert.Equal(1, song.Revision);
    }

    [Fact]
    public void A_song_edited_from_its_own_draft_stays_the_same()
    {
        var song = Good(Lantern);
        var before = SongDraft.Of(song);

        Assert.True(song.Revise(before, Now, "Odile").Succeeded(out _));

        Assert.Equal(before, SongDraft.Of(song));
        Assert.Equal(2, song.Revision);
        Assert.Equal("Odile", song.SavedBy);
    }

    [Fact]
    public void Everything_that_is_wrong_is_said_at_once_and_nothing_is_taken_over()
    {
        var song = Good(Lantern);
        var bad = new SongDraft { Title = " \u200b ", Text = " \n", CopyrightYear = "late", Songbooks = "no number here", Length = "long", Language = "no tag" };

        Assert.False(song.Revise(bad, Now, "Odile").Succeeded(out _));

        Assert.Equal(["Title", "CopyrightYear", "Songbooks", "Language", "Length", "Text"], Fields(bad));
        Assert.Equal(1, song.Revision);
        Assert.Equal("Lantern over Water", song.Title);
    }

    [Fact]
    public void A_text_longer_than_any_song_is_refused() =>
        Assert.Equal(["Text"], Fields(Lantern with { Text = new string('a', 2_000_000) }));

    [Fact]
    public void A_text_of_more_sections_than_any_song_is_refused() =>
        Assert.Equal(["Text"], Fields(Lantern with { Text = string.Join("\n\n", Enumerable.Range(0, 300).Select(i => $"so line {i}a goes")), Order = "" }));

    [Theory]
    [InlineData("1 R ?", "“?”")]
    [InlineData("1 B", "no section B")]
    [InlineData("1000000", "1000000")]
    public void A_sung_order_names_sections_the_song_has(string order, string message) =>
        Assert.Contains(message, Assert.Single((Lantern with { Order = order }).Check().Problems).Message, StringComparison.Ordinal);

    [Fact]
    public void An_order_left_empty_is_the_order_of_the_text() =>
        Assert.Equal("1 R 2", Good(Lantern with { Order = " " }).SungOrders[0].Written);

    [Fact]
    public void A_length_left_empty_is_reckoned_from_the_lines_that_are_sung()
    {
        var song = Good(Lantern with { Length = "" });
        Assert.Equal(TimeSpan.FromSeconds(5 * 6), song.SungOrders[0].Reckon(song.FirstWording));
    }

    [Theory]
    [InlineData("1", SectionKind.Verse, 1)]
    [InlineData("12", SectionKind.Verse, 12)]
    [InlineData("r", SectionKind.Refrain, 1)]
    [InlineData("R2", SectionKind.Refrain, 2)]
    [InlineData(" b ", SectionKind.Bridge, 1)]
    public void Marks_are_read_as_typed(string typed, SectionKind kind, int number)
    {
        Assert.True(SectionMark.TryParse(typed, out var mark));
        Assert.Equal(new SectionMark(kind, number), mark);
    }

    [Theory]
    [InlineData("")]
    [InlineData("0")]
    [InlineData("R0")]
    [InlineData("?")]
    [InlineData("-1")]
    [InlineData("R1000")]
    public void What_is_no_mark_is_refused(string typed) => Assert.False(SectionMark.TryParse(typed, out _));

    [Fact]
    public void A_song_in_the_bin_comes_back()
    {
        var song = Good(Lantern);
        song.Bin(Now, "Maren");
        Assert.NotNull(song.BinnedAt);
        song.Restore(Now, "Maren");
        Assert.Null(song.BinnedAt);
    }

    [Fact]
    public void Two_drafts_differ_in_the_lines_and_fields_in_which_they_differ()
    {
        Assert.Equal([("a", false), ("b", true), ("c", false)], DraftDifference.Lines("a\nb\nc", "a\nx\nc"));
        Assert.Equal([("Title", "one", "two")], DraftDifference.Fields(new() { Title = "one" }, new() { Title = "two" }));
    }
}
