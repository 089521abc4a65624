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

    /// <summary>
    /// Lines before which a new slide begins by hand: indexes into <see cref="Lines"/>, from 1, rising. Those of the first
    /// wording hold for all.
    /// </summary>
    public ImmutableArray<int> Breaks { get; init; } = [];

    /// <summary>How many bars the section takes, from 1 to 999, where somebody has counted; that of the first wording holds for all.</summary>
    public int? Bars { get; init; }

    public IEnumerable<LyricLine> SungLines => Lines.Where(line => line.HasWords);

    public bool Equals(Section? other) =>
        other is not null && Mark == other.Mark && Bars == other.Bars
        && Lines.AsSpan().SequenceEqual(other.Lines.AsSpan()) && Breaks.AsSpan().SequenceEqual(other.Breaks.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Mark, Lines.Length);
}

/// <summary>What a wording is for.</summary>
public enum WordingKind
{
    /// <summary>Fits the tune.</summary>
    Singable,

    /// <summary>Gives the meaning, to be read while others sing.</summary>
    Meaning,

    /// <summary>The sound of the words in other letters.</summary>
    Transliteration,
}

/// <summary>A song's text in one language. The first wording of a song is the original.</summary>
/// <param name="Language">BCP 47 language tag: <c>en</c>, <c>fr</c>, <c>uk</c>, <c>fa</c>, <c>fa-Latn</c>.</param>
/// <param name="Sections">In the order of the sheet; no mark twice.</param>
public sealed record Wording(string Language, ImmutableArray<Section> Sections)
{
    public WordingKind Kind { get; init; }

    /// <summary>The song's title in this language; empty for the first wording, whose title is the song's, and where none is known.</summary>
    public string Title { get; init; } = "";

    /// <summary>Who translated or transliterated; empty where unknown.</summary>
    public string Translator { get; init; } = "";

    /// <summary>Year of the wording's own copyright.</summary>
    public int? Year { get; init; }

    /// <summary>Holder of the wording's own copyright.</summary>
    public string Holder { get; init; } = "";

    public Section? Find(SectionMark mark) => Sections.FirstOrDefault(section => section.Mark == mark);

    /// <summary>The first line that has words, or an empty string.</summary>
    public string FirstLine => Sections.SelectMany(section => section.SungLines).FirstOrDefault()?.Words ?? "";

    public bool HasChords => Sections.Any(section => section.Lines.Any(line => !line.Chords.IsEmpty));

    /// <summary>"© 2019 R. Gauvain", or empty where neither year nor holder is known.</summary>
    public string CopyrightLine => (Year, Holder) is (null, "") ? "" : $"© {Year} {Holder}".Replace("  ", " ", StringComparison.Ordinal).TrimEnd();

    public bool Equals(Wording? other) =>
        other is not null && (Language, Kind, Title, Translator, Year, Holder) == (other.Language, other.Kind, other.Title, other.Translator, other.Year, other.Holder)
        && Sections.AsSpan().SequenceEqual(other.Sections.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Language, Title, Sections.Length);
}
