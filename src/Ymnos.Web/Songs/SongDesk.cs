using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;

namespace Ymnos.Web.Songs;

/// <summary>Why a change to a song was not made.</summary>
public enum Refusal
{
    None,

    /// <summary>There is no such song for this person.</summary>
    NotThere,

    /// <summary>Somebody else has saved it since the person last saw it.</summary>
    Overtaken,

    /// <summary>The change itself is wrong; the problems say how.</summary>
    Wrong,
}

/// <summary>What became of a change to a song.</summary>
public sealed record SongChange(Refusal Refusal, Song? Song, IReadOnlyList<Problem> Problems);

/// <summary>Where one song is changed: looks who may, saves with history, tells running booths, and looks for doubles.</summary>
public sealed class SongDesk(YmnosDb db, Shelves shelves, Likenesses likenesses, LiveRuns runs, TimeProvider clock)
{
    private const int MostTries = 5;

    /// <summary>A song outside the bin, to be read.</summary>
    public Task<Song?> ReadAsync(Guid id, CancellationToken cancel) =>
        db.Songs.AsNoTracking().FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel);

    public async Task<bool> MayEditAsync(ClaimsPrincipal person, Song song, CancellationToken cancel) =>
        (await shelves.EntrustedAsync(person, cancel)).With(song.ShelfId);

    /// <summary>Changes a song's content. A change that was made on an older revision is refused.</summary>
    public Task<SongChange> ChangeAsync(ClaimsPrincipal person, Guid id, int revision, string what, Func<SongContent, Outcome<SongContent>> change, CancellationToken cancel) =>
        ChangeAsync(person, id, what, song => song.Revision == revision, song => change(song.Content), cancel);

    /// <summary>Changes a song's content as it is now, if it still is as the change needs it to be.</summary>
    public async Task<SongChange> ChangeAsync(ClaimsPrincipal person, Guid id, string what, Func<Song, bool> stillFits, Func<Song, Outcome<SongContent>> change, CancellationToken cancel)
    {
        for (var tries = 0; ; tries++)
        {
            db.ChangeTracker.Clear();
            if (await db.Songs.FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel) is not { } song || !await MayEditAsync(person, song, cancel))
                return new(Refusal.NotThere, null, []);
            if (!stillFits(song) || tries == MostTries)
                return new(Refusal.Overtaken, song, []);
            var outcome = change(song);
            if (!outcome.Succeeded(out var content))
                return new(Refusal.Wrong, song, outcome.Problems);
            if (content.Equals(song.Content))
                return new(Refusal.None, song, []);
            song.Save(content, clock.GetUtcNow(), person.FirstName(), what);
            try
            {
                await db.SaveChangesAsync(cancel);
            }
            catch (DbUpdateConcurrencyException)
            {
                // Theirs came first; whether ours still fits is asked again on what they left.
                continue;
            }
            await SavedAsync([song], cancel);
            return new(Refusal.None, song, []);
        }
    }

    /// <summary>What follows every save of songs, however many: a fixed number of queries, and news for the booths that sing them.</summary>
    public async Task SavedAsync(IReadOnlyCollection<Song> songs, CancellationToken cancel)
    {
        await likenesses.RefreshAsync(songs, cancel);
        await runs.SongsChangedAsync([.. songs.Select(song => song.Id)], cancel);
    }
}
