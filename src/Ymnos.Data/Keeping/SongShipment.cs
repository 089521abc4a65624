using Microsoft.EntityFrameworkCore;
using Npgsql;
using NpgsqlTypes;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Data.Finding;

namespace Ymnos.Data.Keeping;

/// <summary>Brings many new songs in at once, with all that they are found by, through PostgreSQL's COPY.</summary>
public static class SongShipment
{
    /// <summary>Adds the songs in the context's transaction, which the caller has begun.</summary>
    /// <param name="db">The database.</param>
    /// <param name="songs">New songs; their ids are not in the library.</param>
    /// <param name="cancel">Ends it; the caller's transaction is then rolled back.</param>
    public static async Task UnloadAsync(YmnosDb db, IReadOnlyCollection<Song> songs, CancellationToken cancel)
    {
        if (db.Database.CurrentTransaction is null)
            throw new InvalidOperationException("A shipment comes in within a transaction.");
        var connection = (NpgsqlConnection)db.Database.GetDbConnection();
        await using (var copy = await connection.BeginBinaryImportAsync("copy songs (id, shelf_id, title, content, revision, saved_at, saved_by, saved_what, copied_from, came_from) from stdin (format binary)", cancel))
        {
            foreach (var song in songs)
            {
                await copy.StartRowAsync(cancel);
                await copy.WriteAsync(song.Id, NpgsqlDbType.Uuid, cancel);
                await copy.WriteAsync(song.ShelfId, NpgsqlDbType.Uuid, cancel);
                await copy.WriteAsync(song.Title, NpgsqlDbType.Text, cancel);
                await copy.WriteAsync(CoreJson.Write(song.Content), NpgsqlDbType.Jsonb, cancel);
                await copy.WriteAsync(song.Revision, NpgsqlDbType.Integer, cancel);
                await copy.WriteAsync(song.SavedAt.UtcDateTime, NpgsqlDbType.TimestampTz, cancel);
                await copy.WriteAsync(song.SavedBy, NpgsqlDbType.Text, cancel);
                await copy.WriteAsync(song.SavedWhat, NpgsqlDbType.Text, cancel);
                await JsonAsync(copy, song.CopiedFrom, cancel);
                await JsonAsync(copy, song.CameFrom, cancel);
            }
            await copy.CompleteAsync(cancel);
        }
        var terms = new HashSet<string>();
        await using (var copy = await connection.BeginBinaryImportAsync("copy song_finds (song_id, shelf_id, sort_title, title, language, people, books, lines, heading, words, tokens, tempo, free_after, saved_at) from stdin (format binary)", cancel))
        {
            foreach (var find in songs.Select(SongFind.Of))
            {
                terms.UnionWith(find.Terms);
                await copy.StartRowAsync(cancel);
                await copy.WriteAsync(find.SongId, NpgsqlDbType.Uuid, cancel);
                await copy.WriteAsync(find.ShelfId, NpgsqlDbType.Uuid, cancel);
                foreach (var text in (string[])[find.SortTitle, find.Title, find.Language, find.People, find.Books])
                    await copy.WriteAsync(text, NpgsqlDbType.Text, cancel);
                await copy.WriteAsync(find.Lines, NpgsqlDbType.Array | NpgsqlDbType.Text, cancel);
                await copy.WriteAsync(find.Heading, NpgsqlDbType.Text, cancel);
                await copy.WriteAsync(find.Words, NpgsqlDbType.Text, cancel);
                await copy.WriteAsync(find.Tokens, NpgsqlDbType.Array | NpgsqlDbType.Text, cancel);
                await NumberAsync(copy, find.Tempo, cancel);
                await NumberAsync(copy, find.FreeAfter, cancel);
                await copy.WriteAsync(find.SavedAt.UtcDateTime, NpgsqlDbType.TimestampTz, cancel);
            }
            await copy.CompleteAsync(cancel);
        }
        await using (var copy = await connection.BeginBinaryImportAsync("copy song_prints (song_id, print) from stdin (format binary)", cancel))
        {
            foreach (var song in songs)
                foreach (var print in SongPrint.Of(song.Content))
                {
                    await copy.StartRowAsync(cancel);
                    await copy.WriteAsync(song.Id, NpgsqlDbType.Uuid, cancel);
                    await copy.WriteAsync(print, NpgsqlDbType.Integer, cancel);
                }
            await copy.CompleteAsync(cancel);
        }
        var words = terms.ToArray();
        await db.Database.ExecuteSqlAsync($"insert into find_terms (term) select unnest({words}) order by 1 on conflict do nothing", cancel);
    }

    private static Task JsonAsync<T>(NpgsqlBinaryImporter copy, T? value, CancellationToken cancel) where T : class =>
        value is null ? copy.WriteNullAsync(cancel) : copy.WriteAsync(CoreJson.Write(value), NpgsqlDbType.Jsonb, cancel);

    private static Task NumberAsync(NpgsqlBinaryImporter copy, int? value, CancellationToken cancel) =>
        value is { } number ? copy.WriteAsync(number, NpgsqlDbType.Integer, cancel) : copy.WriteNullAsync(cancel);
}
