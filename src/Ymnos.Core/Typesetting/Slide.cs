using System.Collections.Immutable;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>A row of text in its place. It is centred on <paramref name="CentreX"/>.</summary>
/// <param name="Text">What stands in the row.</param>
/// <param name="Face">Name of the typeface.</param>
/// <param name="Size">In units of the slide.</param>
/// <param name="CentreX">Middle of the row.</param>
/// <param name="Baseline">Height of the baseline from the top of the slide.</param>
/// <param name="Width">As measured, in units of the slide.</param>
/// <param name="Colour">Of the letters.</param>
/// <param name="RightToLeft">Direction of the row.</param>
public sealed record TextRow(string Text, string Face, double Size, double CentreX, double Baseline, double Width, Colour Colour, bool RightToLeft)
{
    public double Left => CentreX - (Width / 2);
    public double Right => CentreX + (Width / 2);
}

/// <summary>What one screen shows: rows of text over a background, in units of 1920 × 1080. Pure geometry, ready to paint.</summary>
public sealed record Slide(Background Background, ImmutableArray<TextRow> Words, ImmutableArray<TextRow> Credit)
{
    public bool IsBlank => Words.IsEmpty && Credit.IsEmpty;

    public bool Equals(Slide? other) => other is not null && Background == other.Background
        && Words.AsSpan().SequenceEqual(other.Words.AsSpan()) && Credit.AsSpan().SequenceEqual(other.Credit.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Background, Words.Length, Credit.Length);
}
