using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Formats.OpenLyrics;

namespace Ymnos.StandIns;

/// <summary>The catalogue: search by title or words, and one song with all that its licence lets it give.</summary>
internal static class Catalogue
{
    public static void MapCatalogue(this WebApplication app)
    {
        app.MapGet("/catalogue/songs", (Works works, Mood mood, string? q) =>
        {
            var asked = FoldedText.Words(q ?? "").Select(word => word.Folded).ToList();
            return new
            {
                Songs = works.All.Where(work => asked.Count > 0 && asked.TrueForAll(word => Text(work.Song).Contains(word, StringComparison.Ordinal))).Take(50).Select(work => Head(work, mood.Edition)),
            };
        });
        app.MapGet("/catalogue/songs/{number}", (Works works, Mood mood, string number, TimeProvider clock) =>
            works.All.FirstOrDefault(work => work.Number == number) is { } work
                ? Results.Ok(new { Song = Head(work, mood.Edition), OpenLyrics = work.WordsMayBeGiven ? System.Text.Encoding.UTF8.GetString(OpenLyricsWriter.Write(Works.On(work, mood.Edition), clock.GetUtcNow())) : null })
                : Results.NotFound());
    }

    private static object Head(Work work, int edition)
    {
        var song = Works.On(work, edition);
        return new
        {
            work.Number,
            Version = $"{song.SungOrders[0].Tempo}-{song.TuneName.Length}",
            song.Title,
            FirstLine = song.FirstWording.FirstLine,
            People = SongCredit.Written(song.Credits),
            Words = song.Credits.Where(credit => credit.Part == SongPart.Words).Select(credit => credit.NameAndYears),
            Music = song.Credits.Where(credit => credit.Part == SongPart.Music).Select(credit => credit.NameAndYears),
            song.SungOrders[0].Key,
            song.SungOrders[0].Tempo,
            Year = song.CopyrightYear,
            Holder = song.CopyrightHolder,
            Owners = song.Owners.Select(owner => owner.ToString()),
            song.FirstWording.Language,
            HasWords = work.WordsMayBeGiven,
        };
    }

    private static string Text(SongContent song) => FoldedText.Of($"{song.Title} {string.Join(' ', song.FirstWording.Sections.SelectMany(section => section.SungLines).Select(line => line.Words))}");
}
