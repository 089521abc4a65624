using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Jobs;
using Ymnos.Data.Keeping;
using Ymnos.Web.Jobs;

namespace Ymnos.Web.Outside;

/// <summary>Fetches songbooks from the shop. Songs that came before are brought up to date where nobody here has changed them.</summary>
public sealed class FetchSongbooks(OutsideWorld outside, TimeProvider clock) : IWork
{
    public const string Name = "fetch-songbooks";

    public string Kind => Name;

    public async Task<WorkDone> RunAsync(YmnosDb db, Job job, Func<int, int, Task> progress, CancellationToken cancel)
    {
        var numbers = job.Subject.Split(' ');
        var (now, came, kept) = (clock.GetUtcNow(), 0, 0);
        var renewed = new List<Guid>();
        var deed = new Deed { What = "songbooks fetched", By = job.By, At = now };
        for (var i = 0; i < numbers.Length; i++)
        {
            await progress(i, numbers.Length);
            if (await db.OutsideSongbooks.FirstOrDefaultAsync(book => book.Number == numbers[i], cancel) is not { } book)
                throw new WorkRefusedException("One of these songbooks is no longer offered. Nothing was changed; choose again.");
            var answer = await outside.SongbookAsync(book.Number, cancel);
            if (!answer.Succeeded(out var songs))
                throw new WorkRefusedException($"{book.Name}: {answer.Problems[0].Message}");
            var ids = await db.Database.SqlQuery<Guid>($"select id as \"Value\" from songs where came_from->>'source' = {book.Name} and binned_at is null").ToListAsync(cancel);
            var here = (await db.Songs.Where(song => ids.Contains(song.Id)).ToListAsync(cancel)).GroupBy(song => song.CameFrom!.Number).ToDictionary(same => same.Key, same => same.First());
            var fresh = new List<Song>();
            foreach (var content in songs.Items)
            {
                var number = content.SongbookEntries.FirstOrDefault(entry => entry.Songbook == book.Name)?.Number ?? content.Title;
                var origin = new OutsideOrigin(book.Name, number, book.Version, content);
                if (!here.TryGetValue(number, out var song))
                    fresh.Add(Song.Create(content, Shelf.MainId, now, job.By, $"from {book.Name}", origin));
                else if (content.Equals(song.CameFrom!.Content))
                    continue;
                else if (song.Content.Equals(song.CameFrom.Content))
                {
                    var before = song.Revision;
                    song.TakeFromSource(content, origin, now, job.By);
                    deed.Songs.Add(new DeedSong { DeedId = deed.Id, SongId = song.Id, Before = before, After = song.Revision });
                    renewed.Add(song.Id);
                }
                else
                    kept++;
            }
            await SongShipment.UnloadAsync(db, fresh, cancel);
            deed.Songs.AddRange(fresh.Select(song => new DeedSong { DeedId = deed.Id, SongId = song.Id, After = song.Revision }));
            came += fresh.Count;
            (book.FetchedVersion, book.FetchedAt, book.Noticed) = (book.Version, now, true);
            await db.SaveChangesAsync(cancel);
            await new Likenesses(db).RefreshAsync(fresh, cancel);
        }
        db.Deeds.Add(deed);
        await db.SaveChangesAsync(cancel);
        return new($"{came} songs came in, {renewed.Count} were brought up to date{(kept > 0 ? $", {kept} you have changed stay as they are" : "")}", "/songs/books") { ChangedSongs = renewed };
    }
}
