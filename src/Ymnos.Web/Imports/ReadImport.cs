using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Imports;
using Ymnos.Data.Jobs;
using Ymnos.Formats.Files;
using Ymnos.Web.Jobs;

namespace Ymnos.Web.Imports;

/// <summary>Reads the files of an import, so that somebody can look at what was understood before anything comes in.</summary>
public sealed class ReadImport : IWork
{
    public const string Name = "read-import";

    private const int AtOnce = 250;

    public string Kind => Name;

    public async Task<WorkDone> RunAsync(YmnosDb db, Job job, Func<int, int, Task> progress, CancellationToken cancel)
    {
        var id = Guid.Parse(job.Subject);
        var total = await db.ImportFiles.CountAsync(file => file.ImportId == id, cancel);
        await db.ImportSongs.Where(song => song.ImportId == id).ExecuteDeleteAsync(cancel);
        var position = 0;
        for (var at = 0; at < total; at += AtOnce)
        {
            await progress(at, total);
            var files = await db.ImportFiles.Where(file => file.ImportId == id && file.Position >= at && file.Position < at + AtOnce).OrderBy(file => file.Position).ToListAsync(cancel);
            position = await ReadAsync(db, id, files, position, cancel);
            db.ChangeTracker.Clear();
        }
        await db.Imports.Where(import => import.Id == id).ExecuteUpdateAsync(set => set.SetProperty(import => import.Stage, ImportStage.Preview), cancel);
        return new($"{position} song{(position == 1 ? "" : "s")} read from {total} file{(total == 1 ? "" : "s")}", $"/songs/import/{id}");
    }

    /// <summary>Reads some files and puts their songs into the import, each with the song here that it looks like.</summary>
    /// <returns>The position behind the last song.</returns>
    public static async Task<int> ReadAsync(YmnosDb db, Guid import, IReadOnlyList<ImportFile> files, int position, CancellationToken cancel)
    {
        var songs = new List<ImportSong>();
        foreach (var file in files)
        {
            cancel.ThrowIfCancellationRequested();
            if (file.Encoding.Length == 0)
                file.Encoding = TextEncoding.Guess(file.Bytes);
            var read = SongFiles.Read(file.Name, file.Bytes, file.Encoding);
            (file.Format, file.Problem) = (read.Format, read.Problem);
            songs.AddRange(read.Songs.Select(song => new ImportSong { ImportId = import, FilePosition = file.Position, Position = position++, Content = song.Content, NotTaken = string.Join('\n', song.NotTaken) }));
        }
        foreach (var batch in songs.Chunk(500))
        {
            var like = await new Likenesses(db).FindAsync(batch.ToDictionary(song => song.Id, song => song.Content), cancel);
            foreach (var song in batch)
                if (like[song.Id].FirstOrDefault() is { } here)
                    (song.LikeId, song.LikeTitle, song.LikeScore, song.LikeWhy, song.Choice) = (here.Id, here.Title, here.Likeness.Score, here.Likeness.Why, ImportChoice.Skip);
        }
        db.ImportSongs.AddRange(songs);
        await db.SaveChangesAsync(cancel);
        return position;
    }
}
