using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Songs;

namespace Ymnos.Formats.Tests;

/// <summary>Songs drawn at random, for round trips.</summary>
internal static class GeneratedSongs
{
    private static readonly string[] Words = ["lantern", "l’écume", "Сяйво", "نور", "שלום", "海", "and", "O", "d'hier", "<light>", "&", "#1", "{so}", "refrain", "x2", "verse", "Bridge:", "©", "[sic]", "\\back"];

    private static readonly Gen<string> Text = Gen.OneOfConst(Words).Array[1, 6].Select(words => string.Join(' ', words));

    private static readonly Gen<string> Plain = Gen.OneOfConst("Odile", "Tranter", "Lestrade", "Éloi", "Gannet", "Tidewrack").Array[1, 3].Select(words => string.Join(' ', words));

    private static readonly Gen<LyricLine> Line = Gen.Select(Text, Gen.Select(Gen.Int[0, 60], Gen.OneOfConst("G", "Eb", "F#m7", "D/F#", "Bbmaj7", "Csus4")).Array[0, 3])
        .Select((words, chords) => new LyricLine(words, [.. chords.Select(chord => new PlacedChord(Math.Min(chord.Item1, words.Length), chord.Item2)).OrderBy(chord => chord.At).DistinctBy(chord => chord.At)]));

    private static readonly Gen<ImmutableArray<LyricLine>> Lines = Line.Array[1, 6].Select(lines => lines.ToImmutableArray());

    private static readonly SectionMark[] Marks = [.. ((string[])["1", "2", "3", "R", "R2", "P", "B", "I", "E"]).Select(text => SectionMark.TryParse(text, out var mark) ? mark : default)];

    /// <summary>Songs with everything that OpenLyrics and more than it can say.</summary>
    public static readonly Gen<SongContent> Songs =
        from title in Plain
        from other in Plain
        from person in Plain
        from marks in Gen.OneOfConst(Marks).Array[1, 6]
        from lines in Lines.Array[6]
        from french in Lines.Array[6]
        from breaks in Gen.Int[0, 5].Array[6]
        from languages in Gen.OneOfConst("fr", "fa", "zh").Array[0, 2]
        from order in Gen.Int[0, 5].Array[1, 8]
        from key in Gen.OneOfConst("", "Eb", "F#m", "G")
        from number in Gen.Int[1, 999]
        select Make(title, other, person, [.. marks.Distinct()], lines, french, breaks, [.. languages.Distinct()], order, key, number);

    /// <summary>The same few songs every time.</summary>
    public static IReadOnlyList<SongContent> Draw(int count)
    {
        var pcg = new PCG(1, 17);
        return [.. Enumerable.Range(0, count).Select(_ => Songs.Generate(pcg, null, out Size _))];
    }

    private static SongContent Make(string title, string other, string person, SectionMark[] marks, ImmutableArray<LyricLine>[] lines, ImmutableArray<LyricLine>[] french, int[] breaks, string[] languages, int[] order, string key, int number)
    {
        var first = new Wording("en", [.. marks.Select((mark, i) => new Section(mark, lines[i]) { Breaks = breaks[i] > 0 && breaks[i] < lines[i].Length ? [breaks[i]] : [] })]);
        return new SongContent
        {
            Title = title,
            OtherTitles = other == title ? [] : [new(other)],
            Credits = [new(SongPart.Words, person), new(SongPart.Music, person) { Born = 1848, Died = 1911 }],
            CopyrightYear = 1900 + (number % 100),
            CopyrightHolder = other,
            SongbookEntries = [new("Quayside Hymns", $"{number}"), new("Outer Isles", $"{number}b")],
            Topics = ["sea", "home and harbour"],
            Wordings = [first, .. languages.Select((language, i) => new Wording(language, [.. marks.Take(i + 2).Select((mark, at) => new Section(mark, french[at]))]) { Title = i == 0 ? "Autre titre" : "", Translator = "Remi Gauvain" })],
            SungOrders = [new SungOrder(SungOrder.FullName, [.. order.Select(at => marks[at % marks.Length])]) { Key = key, Tempo = key.Length > 0 ? 84 : null, Metre = key.Length > 0 ? "6/8" : "" }],
        };
    }
}
