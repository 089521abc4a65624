using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;

namespace Ymnos.Core.Tests.Songs;

public sealed class LikenessTests
{
    private const int Originals = 400;

    // Drawn often by few: as in real texts, where a few words stand in most lines and the rest is shared too.
    private static readonly string[] Common = "the and of to a my me you your Lord in is we our with for on his are not all I be that this".Split(' ');
    private static readonly string[] Rare = "lantern harbour water headland anchor morning mercy shingle island thunder candle window tiller current bread stranger winter garden mountain whisper patient holy river table weather kindle gather broken silver pilot shelter feather sparrow compass ocean breaker sailor evening promise shadow glory valley meadow trumpet banner journey pilgrim lighthouse seaweed cobble chimney hammer timber rafter lullaby cradle blanket kettle orchard thistle heather plover gannet mackerel trawler ferry beacon channel estuary delta shallow fathom ripple billow current eddy marsh reed willow alder cedar juniper copper iron granite marble pebble gravel ember cinder ash flame furnace kiln potter weaver spindle thread needle fabric linen velvet ribbon button pocket satchel lantern".Split(' ').Distinct().ToArray();

    /// <summary>
    /// Precision and recall over songs out of words, each with a variant of every kind that turns up in real libraries, and
    /// with neighbours that share a title or a verse and are songs of their own.
    /// </summary>
    [Fact]
    public void Variants_of_a_song_are_found_and_other_songs_are_not()
    {
        var random = new Random(5);
        var library = Enumerable.Range(0, Originals).Select(i => Make(random, i)).ToList();
        var prints = new Dictionary<int, List<int>>();
        for (var i = 0; i < library.Count; i++)
            foreach (var print in SongPrint.Of(library[i]))
                (prints.TryGetValue(print, out var songs) ? songs : prints[print] = []).Add(i);

        var (found, missed, wrong) = (0, new List<string>(), 0);
        for (var i = 0; i < library.Count; i++)
            foreach (var (kind, variant, isSame) in Variants(random, library[i], library[(i + 7) % library.Count]))
            {
                var hits = SongPrint.Of(variant).Where(prints.ContainsKey).SelectMany(print => prints[print]).GroupBy(song => song)
                    .OrderByDescending(song => song.Count()).Take(12).Select(song => song.Key).Where(song => SongLikeness.Of(variant, library[song]).IsProbable).ToList();
                wrong += hits.Count(hit => hit != i || !isSame);
                if (isSame && hits.Contains(i))
                    found++;
                else if (isSame)
                    missed.Add(kind);
            }
        var precision = found / (double)(found + wrong);
        var recall = found / (double)(found + missed.Count);
        TestContext.Current.TestOutputHelper?.WriteLine($"precision {precision:0.0000}, recall {recall:0.0000} over {found + missed.Count} variants of {Originals} songs; missed {string.Join(", ", missed.GroupBy(kind => kind).Select(kind => $"{kind.Key} {kind.Count()}"))}");
        Assert.True(precision >= 0.98, $"precision {precision:0.000}");
        Assert.True(recall >= 0.95, $"recall {recall:0.000}");
    }

    private static IEnumerable<(string Kind, SongContent Song, bool IsSame)> Variants(Random random, SongContent song, SongContent other)
    {
        yield return ("the same file", song, true);
        yield return ("other line breaks", song with { Wordings = [Joined(song.FirstWording)] }, true);
        yield return ("other spelling", song with { Wordings = [Spelled(random, song.FirstWording)] }, true);
        yield return ("another hand's spelling", song with { Wordings = [Spelled(random, song.FirstWording, 3)] }, true);
        yield return ("another title", song with { Title = $"Song {random.Next(1_000_000)}", OtherTitles = [] }, true);
        yield return ("without accents or signs", song with { Title = song.Title.ToUpperInvariant(), Wordings = [Mapped(song.FirstWording, line => line.ToUpperInvariant().Replace(",", "", StringComparison.Ordinal))] }, true);
        yield return ("a verse less", song with { Wordings = [song.FirstWording with { Sections = song.FirstWording.Sections.RemoveAt(song.FirstWording.Sections.Length - 1) }] }, true);
        yield return ("a translation that has it as its other wording", song with { Title = $"Chanson {random.Next(1_000_000)}", Wordings = [Make(random, random.Next(1_000_000) + 5_000).FirstWording with { Language = "fr" }, song.FirstWording] }, true);
        yield return ("another title, other spelling and breaks, a verse less", song with { Title = $"Song {random.Next(1_000_000)}", Wordings = [Spelled(random, Joined(song.FirstWording with { Sections = song.FirstWording.Sections.RemoveAt(0) }))] }, true);
        yield return ("the first verse alone, under the title", song with { Wordings = [song.FirstWording with { Sections = song.FirstWording.Sections[..1] }] }, true);
        // Not the same: the title of one with the words of nobody; a song that quotes a verse.
        yield return ("a shared title", Make(random, random.Next(1_000_000) + 5_000) with { Title = song.Title }, false);
        var quoting = Make(random, random.Next(1_000_000) + 5_000);
        yield return ("a quoted verse", quoting with { Wordings = [quoting.FirstWording with { Sections = [.. quoting.FirstWording.Sections, new Section(new SectionMark(SectionKind.Bridge), other.FirstWording.Sections[0].Lines[..2])] }] }, false);
    }

    private static SongContent Make(Random random, int number)
    {
        var sections = Enumerable.Range(1, random.Next(2, 5)).Select(verse => Section.Of(new SectionMark(SectionKind.Verse, verse), Enumerable.Range(0, 4).Select(_ => Line(random))));
        return new SongContent
        {
            Title = $"{Rare[random.Next(Rare.Length)]} {Rare[random.Next(Rare.Length)]} {Rare[number % Rare.Length]}",
            Wordings = [new Wording("en", [.. sections])],
            SungOrders = [new SungOrder("full", [new SectionMark(SectionKind.Verse)])],
        };
    }

    private static string Line(Random random) => string.Join(' ', Enumerable.Range(0, random.Next(5, 9)).Select(_ => random.NextDouble() < 0.45 ? Common[random.Next(Common.Length)] : Rare[random.Next(Rare.Length)])) + ",";

    private static Wording Mapped(Wording wording, Func<string, string> change) =>
        wording with { Sections = [.. wording.Sections.Select(section => Section.Of(section.Mark, section.Lines.Select(line => change(line.Words))))] };

    private static Wording Joined(Wording wording) => wording with
    {
        Sections = [.. wording.Sections.Select(section => Section.Of(section.Mark, section.Lines.Chunk(2).Select(pair => string.Join(" ", pair.Select(line => line.Words)))))],
    };

    /// <summary>One word in so many has a letter less, a letter twice, or another vowel.</summary>
    private static Wording Spelled(Random random, Wording wording, int oneIn = 6) => Mapped(wording, line => string.Join(' ', line.Split(' ').Select(word =>
    {
        if (word.Length < 4 || random.Next(oneIn) > 0)
            return word;
        var at = random.Next(1, word.Length - 1);
        return random.Next(3) switch
        {
            0 => word.Remove(at, 1),
            1 => word.Insert(at, word[at].ToString()),
            _ => word[at] is 'a' or 'e' or 'i' or 'o' or 'u' ? word[..at] + "aeiou"[random.Next(5)] + word[(at + 1)..] : word.Remove(at, 1),
        };
    })));
}
