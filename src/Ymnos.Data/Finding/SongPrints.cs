using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;

namespace Ymnos.Data.Finding;

/// <summary>Keeps the prints of songs in step with the songs; songs in the bin have none.</summary>
internal static class SongPrints
{
    public static async Task WriteAsync(YmnosDb db, IReadOnlyCollection<Song> songs, CancellationToken cancel)
    {
        var ids = songs.Select(song => song.Id).ToArray();
        var rows = songs.Where(song => song.BinnedAt is null).SelectMany(song => SongPrint.Of(song.Content).Select(print => (song.Id, Print: print))).ToList();
        var (owners, prints) = (rows.ConvertAll(row => row.Id).ToArray(), rows.ConvertAll(row => row.Print).ToArray());
        await db.Database.ExecuteSqlAsync($"delete from song_prints where song_id = any({ids})", cancel);
        await db.Database.ExecuteSqlAsync($"insert into song_prints (song_id, print) select * from unnest({owners}, {prints})", cancel);
    }
}
