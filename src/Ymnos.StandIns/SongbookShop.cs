using Ymnos.Core.Songs;
using Ymnos.Formats.Archive;

namespace Ymnos.StandIns;

/// <summary>The shop: a list of songbooks, and each of them as one file in the open archive format.</summary>
internal static class SongbookShop
{
    private static readonly (string Number, string Name, string Abbreviation, string Language, string Publisher, int Since)[] Books =
    [
        ("S1", "Ropewalk Songs", "RS", "en", "Outer Isles Press", 1),
        ("S2", "Cantiques du large", "CL", "fr", "Gannet & Vane", 1),
        ("S3", "Songs for a Small Boat", "SB", "en", "Tidewrack Songs", 1),
        ("S4", "Пісні гавані", "ПГ", "uk", "Outer Isles Press", 1),
        ("S5", "Evening Watch", "EW", "en", "Tidewrack Songs", 2),
    ];

    public static void MapSongbookShop(this WebApplication app)
    {
        app.MapGet("/shop/songbooks", async (Works works, Mood mood, CancellationToken cancel) =>
        {
            var listed = new List<object>();
            foreach (var book in Books.Where(book => book.Since <= mood.Edition))
            {
                var songs = SongsOf(works, book.Name, mood.Edition);
                listed.Add(new { book.Number, book.Name, book.Abbreviation, book.Language, book.Publisher, Songs = songs.Count, Bytes = (await FileAsync(songs, cancel)).Length, Version = $"{mood.Edition}" });
            }
            return new { Songbooks = listed };
        });
        app.MapGet("/shop/songbooks/{number}", async (Works works, Mood mood, string number, CancellationToken cancel) =>
            Books.FirstOrDefault(book => book.Number == number && book.Since <= mood.Edition) is { Number: not null } book
                ? Results.Bytes(await FileAsync(SongsOf(works, book.Name, mood.Edition), cancel), "application/zip")
                : Results.NotFound());
    }

    private static List<SongContent> SongsOf(Works works, string book, int edition) =>
        [.. works.All.Where(work => work.Song.SongbookEntries.Any(entry => entry.Songbook == book)).Select(work => Works.On(work, edition))];

    private static async Task<byte[]> FileAsync(List<SongContent> songs, CancellationToken cancel)
    {
        using var file = new MemoryStream();
        await SongArchive.WriteAsync(file, songs.ToAsyncEnumerable(), new DateTimeOffset(2026, 1, 1, 0, 0, 0, TimeSpan.Zero), cancel);
        return file.ToArray();
    }
}
