using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Imports;
using Ymnos.Data.Jobs;
using Ymnos.Data.Keeping;
using Ymnos.Web.Jobs;

namespace Ymnos.Web.Imports;

/// <summary>Takes the songs of an import into the library as they were chosen: all of them, or none.</summary>
public sealed class TakeImport(TimeProvider clock) : IWork
{
    public const string Name = "take-import";

    private const int AtOnce = 500;

    public string Kind => Name;

    public async Task<WorkDone> RunAsync(YmnosDb db, Job job, Func<int, int, Task> progress, CancellationToken cancel)
    {
        var id = Guid.Parse(job.Subject);
        var import = await db.Imports.SingleAsync(import => import.Id == id, cancel);
        if (import.Stage == ImportStage.Done)
            throw new WorkRefusedException("These files have been taken in already.");
        var total = await db.ImportSongs.CountAsync(song => song.ImportId == id && song.Choice != ImportChoice.Skip, cancel);
        var now = clock.GetUtcNow();
        var deed = new Deed { What = $"{total} songs brought in", By = job.By, At = now };
        db.Deeds.Add(deed);
        await db.SaveChangesAsync(cancel);
        db.ChangeTracker.Clear();
        var (done, gone) = (0, 0);
        var changed = new List<Guid>();
        var after = -1;
        while (true)
        {
            await progress(done, total);
            var batch = await db.ImportSongs.AsNoTracking().Where(song => song.ImportId == id && song.Choice != ImportChoice.Skip && song.Position > after).OrderBy(song => song.Position).Take(AtOnce).ToListAsync(cancel);
            if (batch.Count == 0)
                break;
            after = batch[^1].Position;
            List<Song> songs = [.. batch.Where(song => song.Choice == ImportChoice.Take).Select(song => Song.Create(song.Content, import.ShelfId, now, job.By, "brought in"))];
            await SongShipment.UnloadAsync(db, songs, cancel);
            var done1 = songs.ConvertAll(song => new DeedSong { DeedId = deed.Id, SongId = song.Id, After = song.Revision });
            foreach (var taken in batch.Where(song => song.Choice is ImportChoice.Replace or ImportChoice.Merge))
            {
                if (await db.Songs.FirstOrDefaultAsync(song => song.Id == taken.LikeId && song.BinnedAt == null, cancel) is not { } here)
                {
                    gone++;
                    continue;
                }
                var before = here.Revision;
                here.Save(taken.Choice == ImportChoice.Replace ? taken.Content : SongField.MergeAsProposed(here.Content, taken.Content), now, job.By, taken.Choice == ImportChoice.Replace ? "replaced by what was brought in" : "merged with what was brought in");
                changed.Add(here.Id);
                // The same song may stand twice in the files; the deed remembers how it was before the first.
                if (!done1.Exists(known => known.SongId == here.Id))
                    done1.Add(new DeedSong { DeedId = deed.Id, SongId = here.Id, Before = before, After = here.Revision });
                await db.SaveChangesAsync(cancel);
                songs.Add(here);
            }
            foreach (var one in done1)
                await db.Database.ExecuteSqlAsync($"insert into deed_songs (deed_id, song_id, before, after) values ({one.DeedId}, {one.SongId}, {one.Before}, {one.After}) on conflict (deed_id, song_id) do update set after = excluded.after", cancel);
            db.ChangeTracker.Clear();
            await new Likenesses(db).RefreshAsync(songs, cancel);
            db.ChangeTracker.Clear();
            done += batch.Count;
        }
        await db.Imports.Where(one => one.Id == id).ExecuteUpdateAsync(set => set.SetProperty(one => one.Stage, ImportStage.Done).SetProperty(one => one.DeedId, deed.Id), cancel);
        // What was sent is not kept longer than it is needed.
        await db.ImportFiles.Where(file => file.ImportId == id).ExecuteDeleteAsync(cancel);
        return new($"{done - changed.Count - gone} songs came in, {changed.Count} changed{(gone > 0 ? $", {gone} are no longer here to be changed" : "")}", $"/songs/import/{id}") { ChangedSongs = changed };
    }
}
