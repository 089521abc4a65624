using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;

namespace Ymnos.Data.Keeping;

/// <summary>What became of undoing a deed.</summary>
/// <param name="Undone">Songs that are as they were before.</param>
/// <param name="MovedOn">Songs that somebody has changed since; they stay as they are.</param>
public sealed record UndoneDeed(Deed Deed, IReadOnlyList<Song> Undone, IReadOnlyList<Song> MovedOn);

/// <summary>Does things to many songs at once, in one transaction, and undoes them at once.</summary>
public sealed class SongDeeds(YmnosDb db)
{
    /// <summary>No deed is done to more songs.</summary>
    public const int MostSongs = 10_000;

    /// <summary>Changes songs that are loaded and tracked, and writes down what was done.</summary>
    public async Task<Deed> DoAsync(string what, string by, DateTimeOffset now, IReadOnlyCollection<Song> songs, Action<Song> change, CancellationToken cancel)
    {
        await using var transaction = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync(cancel) : null;
        var deed = new Deed { What = what, By = by, At = now };
        foreach (var song in songs)
        {
            var before = song.Revision;
            change(song);
            if (song.Revision != before)
                deed.Songs.Add(new DeedSong { DeedId = deed.Id, SongId = song.Id, Before = before, After = song.Revision });
        }
        db.Deeds.Add(deed);
        await db.SaveChangesAsync(cancel);
        if (transaction is not null)
            await transaction.CommitAsync(cancel);
        return deed;
    }

    /// <summary>Undoes a deed: songs it brought in go to the bin, the others become again what they were, on the shelf they stood on.</summary>
    public async Task<UndoneDeed?> UndoAsync(Guid deedId, string by, DateTimeOffset now, CancellationToken cancel)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        // Two who undo at once: the second waits here and then finds it undone.
        if (await db.Database.SqlQuery<Guid>($"select id as \"Value\" from deeds where id = {deedId} and undone_at is null for update").ToListAsync(cancel) is [])
            return null;
        var deed = await db.Deeds.Include(deed => deed.Songs).SingleAsync(deed => deed.Id == deedId, cancel);
        var ids = deed.Songs.Select(song => song.SongId).ToList();
        var songs = await db.Songs.Where(song => ids.Contains(song.Id)).ToDictionaryAsync(song => song.Id, cancel);
        var states = await db.SongStates.AsNoTracking()
            .Where(state => db.Set<DeedSong>().Any(done => done.DeedId == deedId && done.SongId == state.SongId && done.Before == state.Revision))
            .ToDictionaryAsync(state => state.SongId, cancel);
        var (undone, movedOn) = (new List<Song>(), new List<Song>());
        foreach (var done in deed.Songs)
        {
            var song = songs[done.SongId];
            if (song.Revision != done.After)
            {
                movedOn.Add(song);
                continue;
            }
            undone.Add(song);
            if (done.Before is null)
                song.Bin(now, by);
            else if (states.GetValueOrDefault(song.Id) is { } state)
                song.BringBack(state.Content, state.ShelfId, state.WasBinned, now, by, $"undone: {deed.What}");
        }
        deed.UndoneAt = now;
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return new(deed, undone, movedOn);
    }
}
