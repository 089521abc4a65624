using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Tests;

namespace Ymnos.Data.Tests;

public sealed class SongStoreTests
{
    internal static readonly DateTimeOffset Now = new(2026, 10, 5, 9, 0, 0, TimeSpan.Zero);

    internal static Song Make(string title, string text, string words = "", string songbook = "", string other = "") =>
        Song.Create(new SongDraft { Title = title, Text = text, WordsBy = words, Songbooks = songbook, OtherTitles = other }, Now, "Maren").Succeeded(out var song)
            ? song
            : throw new InvalidOperationException();

    [Fact]
    public async Task A_song_comes_back_from_the_database_as_it_went_in()
    {
        await using var database = await TestDatabase.CreateAsync();
        var song = Make("La marée du matin", "Refrain\nD  G\nLève-toi, נור, светило\n\n[Verse 2]\nsecond", "Remi Gauvain", "Songs of the Outer Isles 47", "The Morning Tide");
        await using (var db = database.Open())
        {
            db.Songs.Add(song);
            await db.SaveChangesAsync(TestContext.Current.CancellationToken);
        }

        await using var again = database.Open();
        var read = await again.Songs.SingleAsync(TestContext.Current.CancellationToken);

        Assert.Equal(SongDraft.Of(song), SongDraft.Of(read));
        Assert.Equal(song.Wordings.AsEnumerable(), read.Wordings);
        Assert.Equal(song.SungOrders.AsEnumerable(), read.SungOrders);
        Assert.Equal(song.Credits.AsEnumerable(), read.Credits);
    }

    [Fact]
    public async Task The_second_of_two_people_who_save_the_same_song_is_told()
    {
        await using var database = await TestDatabase.CreateAsync();
        var song = Make("Lantern", "Lift the lantern");
        await using var first = database.Open();
        first.Songs.Add(song);
        await first.SaveChangesAsync(TestContext.Current.CancellationToken);
        await using var second = database.Open();
        var theirs = await second.Songs.SingleAsync(TestContext.Current.CancellationToken);

        song.Revise(SongDraft.Of(song) with { Title = "Lantern over Water" }, Now, "Maren");
        await first.SaveChangesAsync(TestContext.Current.CancellationToken);
        theirs.Revise(SongDraft.Of(theirs) with { Title = "Lamp" }, Now, "Odile");

        await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => second.SaveChangesAsync(TestContext.Current.CancellationToken));
        await using var after = database.Open();
        Assert.Equal("Lantern over Water", (await after.Songs.SingleAsync(TestContext.Current.CancellationToken)).Title);
    }

    [Fact]
    public async Task A_song_is_never_saved_without_what_it_is_found_by()
    {
        await using var database = await TestDatabase.CreateAsync();
        await using var db = database.Open();
        db.Songs.Add(Make("Lantern", "Lift"));
        Assert.Throws<NotSupportedException>(() => db.SaveChanges());
    }
}
