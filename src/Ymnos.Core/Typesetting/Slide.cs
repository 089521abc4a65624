using System.Collections.Immutable;
using System.Text;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>Which frame of its style a row stands in.</summary>
public enum RowPlace
{
    Words,
    SecondWords,
    ThirdWords,
    FourthWords,
    Chords,
    Reference,
    Credit,
    Heading,
    Next,
    Clock,
}

/// <summary>What letters are painted with.</summary>
public sealed record Ink(Colour Colour, LetterOutline? Outline, LetterShadow? Shadow)
{
    public static Ink Of(TypeSetting type) => new(type.Colour, type.Outline, type.Shadow);
}

/// <summary>A row of text in its place.</summary>
/// <param name="Place">The frame it belongs to.</param>
/// <param name="Text">What stands in the row, in the order it is read.</param>
/// <param name="Language">BCP 47 tag; empty where it is of none.</param>
/// <param name="Size">In units of the slide.</param>
/// <param name="Left">Left end, in units of the slide.</param>
/// <param name="Baseline">Height of the baseline from the top of the slide.</param>
/// <param name="Width">As measured, in units of the slide.</param>
/// <param name="RightToLeft">Direction of the row.</param>
/// <param name="Runs">Its stretches from left to right; their places from the left end of the row, in units of the slide.</param>
/// <param name="Ink">What it is painted with.</param>
public sealed record TextRow(
    RowPlace Place, string Text, string Language, double Size, double Left, double Baseline, double Width, bool RightToLeft, ImmutableArray<TextRun> Runs, Ink Ink)
{
    public double Right => Left + Width;

    /// <summary>Whether it is words of the song or passage, in any language.</summary>
    public bool IsWords => Place <= RowPlace.FourthWords;

    /// <summary>Index of the language among those on the slide.</summary>
    public int Rank => IsWords ? (int)Place : 0;

    public bool Equals(TextRow? other) => other is not null
        && (Place, Text, Language, Size, Left, Baseline, Width, RightToLeft) == (other.Place, other.Text, other.Language, other.Size, other.Left, other.Baseline, other.Width, other.RightToLeft)
        && Ink == other.Ink && Runs.AsSpan().SequenceEqual(other.Runs.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Text, Left, Baseline, Size);
}

/// <summary>What stands behind the text of a slide: shared by all slides of a face on a screen.</summary>
public sealed record Ground(Backdrop Backdrop, ImmutableArray<SlideLayer> Layers)
{
    public bool Equals(Ground? other) => other is not null && (ReferenceEquals(this, other) || (Backdrop == other.Backdrop && Layers.AsSpan().SequenceEqual(other.Layers.AsSpan())));

    public override int GetHashCode() => HashCode.Combine(Backdrop, Layers.Length);
}

/// <summary>A plate in its place behind rows of text.</summary>
public sealed record PlacedPlate(Frame Place, Plate Plate);

/// <summary>
/// What one screen shows: rows of text over plates over a ground, in units of a slide 1080 high and as wide as the screen's
/// shape makes it. Pure geometry, ready to paint.
/// </summary>
public sealed record Slide(double Width, Ground Ground, ImmutableArray<PlacedPlate> Plates, ImmutableArray<TextRow> Rows)
{
    private string? _key;

    /// <summary>Names the slide by what is on it: two slides that look the same have the same one.</summary>
    public string Key => _key ??= SlideKey.Of(this);

    public bool IsBlank => Rows.IsEmpty;

    /// <summary>The words of the song or passage, in all languages.</summary>
    public IEnumerable<TextRow> Words => Rows.Where(row => row.IsWords);

    public IEnumerable<TextRow> Credit => Rows.Where(row => row.Place == RowPlace.Credit);

    /// <summary>The words as one line, for those who do not see the picture.</summary>
    public string Spoken => string.Join(" / ", Words.Select(row => row.Text));

    public bool Equals(Slide? other) => other is not null && (ReferenceEquals(this, other) || Key == other.Key);

    public override int GetHashCode() => Key.GetHashCode(StringComparison.Ordinal);
}
