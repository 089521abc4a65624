using Ymnos.Core.Planning;
using Ymnos.Core.Songs;

namespace Ymnos.Bench;

/// <summary>Songs out of syllables, the same for the same seed. Words are drawn as in real texts: a few often, most seldom.</summary>
internal sealed class MadeUpSongs(int seed)
{
    private static readonly string[] Syllables = ["ha", "bou", "rel", "ti", "de", "sa", "lan", "ter", "wa", "ne", "mor", "gul", "fi", "sto", "ra", "ke", "lu", "min", "ve", "sho", "al", "bri", "con", "dun", "er", "fal"];

    private readonly Random _random = new(seed);
    private readonly string[] _words = MakeWords();

    public Song Next(int number)
    {
        var draft = new SongDraft
        {
            Title = $"{Capital(Line(3))} {number}",
            WordsBy = $"{Capital(Word())} {Capital(Word())}",
            CopyrightYear = "2014",
            CopyrightHolder = "Tidewrack Songs",
            Songbooks = $"Quayside Hymns {number}",
            Text = string.Join("\n\n", Enumerable.Range(0, 4).Select(i => (i == 1 ? "Refrain\n" : $"Verse {i + 1}\n") + string.Join('\n', Enumerable.Range(0, 4).Select(_ => Line(6))))),
        };
        return Song.Create(draft, DateTimeOffset.UnixEpoch, "bench").Succeeded(out var song) ? song : throw new InvalidOperationException();
    }

    public static (Service Service, Dictionary<Guid, Song> Songs) Plan(int entries, int seed)
    {
        var made = new MadeUpSongs(seed);
        if (!Service.Create(new ServiceDraft { Title = "Bench", Date = "2026-10-18", StartTimes = "9:30" }, DateTimeOffset.UnixEpoch).Succeeded(out var service))
            throw new InvalidOperationException();
        var songs = Enumerable.Range(0, entries).Select(made.Next).ToDictionary(song => song.Id);
        foreach (var id in songs.Keys)
            service.Add(new SongEntry { SongId = id });
        return (service, songs);
    }

    /// <summary>A word in the library's own frequency.</summary>
    public string Word() => _words[(int)(_words.Length * Math.Pow(_random.NextDouble(), 3))];

    private string Line(int words) => string.Join(' ', Enumerable.Range(0, words).Select(_ => Word()));

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];

    private static string[] MakeWords()
    {
        var random = new Random(1);
        return [.. Enumerable.Range(0, 30_000).Select(_ => string.Concat(Enumerable.Range(0, random.Next(1, 5)).Select(_ => Syllables[random.Next(Syllables.Length)]))).Distinct()];
    }
}
