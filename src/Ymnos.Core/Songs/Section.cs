using System.Collections.Immutable;

namespace Ymnos.Core.Songs;

/// <summary>A chord and the place in the words over which it is struck.</summary>
/// <param name="At">Index of the UTF-16 unit of the words that it stands above, from 0 to the length of the words.</param>
/// <param name="Name">As musicians write it: <c>Eb</c>, <c>F#m7</c>, <c>D/F#</c>.</param>
public sealed record PlacedChord(int At, string Name);

/// <summary>One line of a section: its words and, kept apart from them, its chords.</summary>
public sealed record LyricLine(string Words, ImmutableArray<PlacedChord> Chords)
{
    /// <summary>A line of words without chords.</summary>
    public static LyricLine Of(string words) => new(words, []);

    public bool HasWords => Words.Length > 0;

    public bool Equals(LyricLine? other) =>
        other is not null && Words == other.Words && Chords.AsSpan().SequenceEqual(other.Chords.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Words, Chords.Length);
}

/// <summary>A labelled piece of a song in one wording. Line <c>i</c> here answers line <c>i</c> of the same section in every other wording.</summary>
public sealed record Section(SectionMark Mark, ImmutableArray<LyricLine> Lines)
{
    /// <summary>A section of lines without chords.</summary>
    public static Section Of(SectionMark mark, params IEnumerable<string> lines) => new(mark, [.. lines.Select(LyricLine.Of)]);

    public IEnumerable<LyricLine> SungLines => Lines.Where(line => line.HasWords);

    public bool Equals(Section? other) =>
        other is not null && Mark == other.Mark && Lines.AsSpan().SequenceEqual(other.Lines.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Mark, Lines.Length);
}

/// <summary>A song's text in one language. The first wording of a song is the original.</summary>
/// <param name="Language">BCP 47 language tag: <c>en</c>, <c>fr</c>, <c>uk</c>, <c>fa</c>.</param>
/// <param name="Sections">In the order of the sheet; no mark twice.</param>
public sealed record Wording(string Language, ImmutableArray<Section> Sections)
{
    public Section? Find(SectionMark mark) => Sections.FirstOrDefault(section => section.Mark == mark);

    /// <summary>The first line that has words, or an empty string.</summary>
    public string FirstLine => Sections.SelectMany(section => section.SungLines).FirstOrDefault()?.Words ?? "";

    public bool Equals(Wording? other) =>
        other is not null && Language == other.Language && Sections.AsSpan().SequenceEqual(other.Sections.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Language, Sections.Length);
}
