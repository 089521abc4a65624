using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;

namespace Ymnos.Data.Finding;

/// <summary>Writes what songs are found by where it is missing: after a migration that changed its form.</summary>
public static class FindingAnew
{
    private const int AtOnce = 500;

    public static async Task RefillAsync(YmnosDb db, CancellationToken cancel)
    {
        while (true)
        {
            var songs = await db.Songs.AsNoTracking().Where(song => song.BinnedAt == null && !db.Set<SongFind>().Any(find => find.SongId == song.Id))
                .OrderBy(song => song.Id).Take(AtOnce).ToListAsync(cancel);
            if (songs.Count == 0)
                return;
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            db.AddRange(songs.Select(SongFind.Of));
            await db.SaveChangesAsync(cancel);
            await SongPrints.WriteAsync(db, songs, cancel);
            var terms = songs.SelectMany(song => SongFind.Of(song).Terms).Distinct().ToArray();
            await db.Database.ExecuteSqlAsync($"insert into find_terms (term) select unnest({terms}) order by 1 on conflict do nothing", cancel);
            await transaction.CommitAsync(cancel);
            db.ChangeTracker.Clear();
        }
    }
}
