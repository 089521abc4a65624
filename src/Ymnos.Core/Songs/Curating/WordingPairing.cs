using System.Collections.Immutable;

namespace Ymnos.Core.Songs.Curating;

/// <summary>How a section of a wording stands to the same section of the first wording.</summary>
public enum PairingState
{
    /// <summary>Line answers line.</summary>
    Paired,

    /// <summary>The wording does not have the section.</summary>
    Missing,

    /// <summary>It has fewer lines than the first wording.</summary>
    TooFew,

    /// <summary>It has more lines than the first wording.</summary>
    TooMany,
}

/// <summary>A section of a wording held against the first wording, with the mending that would bring it nearer.</summary>
/// <param name="State">What is wrong, if anything.</param>
/// <param name="Line">The line a mending begins with: the one to part, or the first of the two to join.</param>
/// <param name="Mended">What the lines would be after it.</param>
public sealed record SectionPairing(PairingState State, int Line, ImmutableArray<LyricLine> Mended)
{
    /// <summary>Holds a wording's section against the first wording's.</summary>
    public static SectionPairing Of(Section first, Section? other)
    {
        if (other is null || other.Lines.IsEmpty)
            return new(first.SungLines.Any() ? PairingState.Missing : PairingState.Paired, 0, []);
        if (other.Lines.Length == first.Lines.Length)
            return new(PairingState.Paired, 0, other.Lines);
        return other.Lines.Length < first.Lines.Length ? PartLongest(other) : JoinShortest(other);
    }

    /// <summary>Parts the longest line at its best place: after a sign near the middle, else at the space nearest to it.</summary>
    private static SectionPairing PartLongest(Section other)
    {
        var line = Enumerable.Range(0, other.Lines.Length).MaxBy(i => other.Lines[i].Words.Length);
        var parts = Part(other.Lines[line]);
        return parts is null
            ? new(PairingState.TooFew, line, [])
            : new(PairingState.TooFew, line, [.. other.Lines.Take(line), parts.Value.Front, parts.Value.Back, .. other.Lines.Skip(line + 1)]);
    }

    private static SectionPairing JoinShortest(Section other)
    {
        var line = Enumerable.Range(0, other.Lines.Length - 1).MinBy(i => other.Lines[i].Words.Length + other.Lines[i + 1].Words.Length);
        return new(PairingState.TooMany, line, [.. other.Lines.Take(line), Joined(other.Lines[line], other.Lines[line + 1]), .. other.Lines.Skip(line + 2)]);
    }

    private static LyricLine Joined(LyricLine one, LyricLine two)
    {
        var gap = one.HasWords && two.HasWords ? 1 : 0;
        var words = one.Words + (gap > 0 ? " " : "") + two.Words;
        return new(words, [.. one.Chords, .. two.Chords.Select(chord => chord with { At = chord.At + one.Words.Length + gap })]);
    }

    /// <summary>A line in two, or nothing when it has no place to part at.</summary>
    public static (LyricLine Front, LyricLine Back)? Part(LyricLine line)
    {
        var middle = line.Words.Length / 2.0;
        var places = Enumerable.Range(1, Math.Max(0, line.Words.Length - 1)).Where(i => line.Words[i] == ' ')
            .Select(i => (At: i, Cost: Math.Abs(i - middle) - (line.Words[i - 1] is ',' or ';' or ':' or '.' or '!' or '?' or '–' or '،' or '؛' or '、' or '。' ? middle / 2 : 0)))
            .ToList();
        if (places.Count == 0)
            return null;
        var at = places.MinBy(place => place.Cost).At;
        return (new(line.Words[..at], [.. line.Chords.Where(chord => chord.At < at)]),
            new(line.Words[(at + 1)..], [.. line.Chords.Where(chord => chord.At >= at).Select(chord => chord with { At = Math.Max(0, chord.At - at - 1) })]));
    }
}
