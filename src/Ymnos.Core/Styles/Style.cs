using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Styles;

/// <summary>A colour as CSS and SVG write it: <c>#rrggbb</c>.</summary>
public readonly record struct Colour(byte Red, byte Green, byte Blue)
{
    public override string ToString() => $"#{Red:x2}{Green:x2}{Blue:x2}";
}

/// <summary>A background that runs from one colour at the top to another at the bottom.</summary>
public sealed record Background(Colour Top, Colour Bottom)
{
    /// <summary>The colour at a height of the slide, from 0 at the top to 1080.</summary>
    public Colour At(double height)
    {
        var part = Math.Clamp(height / 1080, 0, 1);
        return new(Mixed(Top.Red, Bottom.Red), Mixed(Top.Green, Bottom.Green), Mixed(Top.Blue, Bottom.Blue));

        byte Mixed(byte top, byte bottom) => (byte)Math.Round(top + ((bottom - top) * part));
    }
}

/// <summary>How the text of one frame is set.</summary>
/// <param name="Face">The font that measures and paints it.</param>
/// <param name="Size">In units of the slide. Text may come down from it, never up.</param>
/// <param name="SmallestSize">Below this text is broken over more slides instead.</param>
/// <param name="LineSpacing">Distance of baselines as a multiple of the size.</param>
/// <param name="Colour">Of the letters.</param>
public sealed record TypeSetting(Typeface Face, double Size, double SmallestSize, double LineSpacing, Colour Colour);

/// <summary>How words look on a screen: background, frames, type.</summary>
public sealed record Style(
    Background Background,
    Frame WordsFrame,
    TypeSetting Words,
    int MostLinesASlide,
    Frame CreditFrame,
    TypeSetting Credit)
{
    /// <summary>
    /// The house's look: pale words on a harbour at dusk. The words stand inside the title-safe area, five per cent
    /// from each edge (SMPTE ST 2046-1), with the credit line below them.
    /// </summary>
    public static Style House(Typeface words, Typeface credit) => new(
        new Background(new(0x10, 0x2a, 0x40), new(0x2b, 0x56, 0x66)),
        new Frame(120, 96, 1680, 808),
        new TypeSetting(words, 104, 60, 1.32, new(0xff, 0xff, 0xff)),
        4,
        new Frame(120, 944, 1680, 82),
        new TypeSetting(credit, 30, 22, 1.3, new(0xd7, 0xe3, 0xe8)));
}
