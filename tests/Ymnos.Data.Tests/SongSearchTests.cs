using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data.Finding;
using Ymnos.Tests;

namespace Ymnos.Data.Tests;

public sealed class SongSearchTests : IAsyncLifetime
{
    private TestDatabase _database = null!;
    private YmnosDb _db = null!;

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    public async ValueTask InitializeAsync()
    {
        _database = await TestDatabase.CreateAsync();
        _db = _database.Open();
        _db.Songs.AddRange(
            SongStoreTests.Make("Lantern over Water", "Lift the lantern over water,\ncall the far boats home;\n\nWhen the gale is on the headland\nand the stars are drowned,", "Odile Tranter", "Quayside Hymns 214"),
            SongStoreTests.Make("La marée du matin", "La marée du matin se lève,\nelle efface nos pas d’hier ;", "Remi Gauvain", "Songs of the Outer Isles 47", "The Morning Tide"),
            SongStoreTests.Make("Undertow", "Deeper than the drag that takes me,\nfarther than a lantern shows", "Ines Carrow"),
            SongStoreTests.Make("A Water Song", "Nothing of the kind"));
        await _db.SaveChangesAsync(Cancel);
    }

    public async ValueTask DisposeAsync()
    {
        await _db.DisposeAsync();
        await _database.DisposeAsync();
    }

    private async Task<string[]> FindAsync(string typed) =>
        [.. (await new SongSearch(_db).FindAsync(typed, Cancel)).Songs.Select(found => found.Title.Text)];

    [Theory]
    [InlineData("lantern over", "Lantern over Water")]
    [InlineData("LANTERN W", "Lantern over Water")]
    [InlineData("lift the lantern", "Lantern over Water")]
    [InlineData("maree", "La marée du matin")]
    [InlineData("morning tide", "La marée du matin")]
    [InlineData("d'hier", "La marée du matin")]
    [InlineData("214", "Lantern over Water")]
    [InlineData("quayside 214", "Lantern over Water")]
    [InlineData("carrow", "Undertow")]
    [InlineData("stars drowned", "Lantern over Water")]
    [InlineData("tranter drowned", "Lantern over Water")]
    [InlineData("drag that", "Undertow")]
    [InlineData("u", "Undertow")]
    public async Task A_song_is_found_by_anything_people_know_of_it(string typed, string title) =>
        Assert.Equal([title], await FindAsync(typed));

    [Theory]
    [InlineData("undretow", "Undertow")]
    [InlineData("underto", "Undertow")]
    [InlineData("undertoww", "Undertow")]
    [InlineData("umdertow", "Undertow")]
    [InlineData("tranetr", "Lantern over Water")]
    [InlineData("headlnad gale", "Lantern over Water")]
    [InlineData("drowmed", "Lantern over Water")]
    [InlineData("deper", "Undertow")]
    public async Task One_slip_of_the_finger_is_forgiven(string typed, string title) =>
        Assert.Equal([title], await FindAsync(typed));

    [Fact]
    public async Task Every_slip_in_a_word_of_five_letters_or_more_is_found()
    {
        var words = (string[])["lantern", "water", "headland", "undertow", "drowned", "matin"];
        var search = new SongSearch(_db);
        var missed = new List<string>();
        foreach (var word in words)
            for (var i = 0; i + 1 < word.Length; i++)
                foreach (var typed in (string[])[word.Remove(i, 1), word.Insert(i, "z"), word[..i] + "z" + word[(i + 1)..], word[..i] + word[i + 1] + word[i] + word[(i + 2)..]])
                    if ((await search.FindAsync(typed, Cancel)).Songs.Count == 0)
                        missed.Add(typed);
        Assert.Empty(missed);
    }

    [Fact]
    public async Task Titles_come_before_words_and_the_matching_line_is_shown()
    {
        var found = await new SongSearch(_db).FindAsync("lantern", Cancel);

        Assert.Equal(["Lantern over Water", "Undertow"], found.Songs.Select(song => song.Title.Text));
        Assert.Equal("farther than a lantern shows", found.Songs[1].Line.Text);
        Assert.Equal("lantern", found.Songs[1].Line.Text[Assert.Single(found.Songs[1].Line.Matches)]);
    }

    [Theory]
    [InlineData("")]
    [InlineData("  '  \\ & | ! :* ( ")]
    [InlineData("zzzzzz")]
    [InlineData("lantern zzzzzz")]
    [InlineData("%_%")]
    public async Task What_is_not_there_is_not_found_and_no_sign_breaks_the_query(string typed) => Assert.Empty(await FindAsync(typed));

    [Fact]
    public async Task A_song_in_the_bin_is_not_found_until_it_comes_back()
    {
        var song = await _db.Songs.SingleAsync(song => song.Title == "Undertow", Cancel);
        song.Bin(SongStoreTests.Now, "Maren");
        await _db.SaveChangesAsync(Cancel);
        Assert.Empty(await FindAsync("undertow"));

        song.Restore(SongStoreTests.Now, "Maren");
        await _db.SaveChangesAsync(Cancel);
        Assert.Equal(["Undertow"], await FindAsync("undertow"));
    }

    [Fact]
    public async Task An_edited_song_is_found_by_its_new_words_only()
    {
        var song = await _db.Songs.SingleAsync(song => song.Title == "Undertow", Cancel);
        song.Revise(SongDraft.Of(song) with { Text = "Anchors hold" }, SongStoreTests.Now, "Maren");
        await _db.SaveChangesAsync(Cancel);

        Assert.Equal(["Undertow"], await FindAsync("anchors"));
        Assert.Empty(await FindAsync("drag that"));
    }

    [Fact]
    public async Task The_whole_list_stands_by_title_and_can_begin_anywhere()
    {
        var search = new SongSearch(_db);
        Assert.Equal(["A Water Song", "La marée du matin", "Lantern over Water", "Undertow"], (await search.ListAsync("", 0, Cancel)).Songs.Select(found => found.Title.Text));
        Assert.Equal(["Undertow"], (await search.ListAsync("m", 0, Cancel)).Songs.Select(found => found.Title.Text));
    }
}
