using System.Collections.Immutable;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>The room in which a screen is read.</summary>
/// <param name="ScreenHeight">Height of the picture in metres, from 0.2 to 30.</param>
/// <param name="LastRow">From the screen to the eyes farthest away, in metres, from 1 to 200.</param>
public sealed record Hall(double ScreenHeight, double LastRow)
{
    public static bool IsSound(double screenHeight, double lastRow) => screenHeight is >= 0.2 and <= 30 && lastRow is >= 1 and <= 200;
}

/// <summary>How letters read from the last row.</summary>
public enum LastRowReading
{
    /// <summary>20 arc minutes and more: the height that ISO 9241-303 prefers.</summary>
    Clear,

    /// <summary>From 16 arc minutes, the least that ISO 9241-303 allows.</summary>
    JustClear,

    /// <summary>Less than 16 arc minutes.</summary>
    TooSmall,
}

/// <summary>Whether words can be read: how large they are from the last row, and how they stand out from what is behind them.</summary>
/// <param name="LetterMillimetres">Height of a capital on the screen.</param>
/// <param name="ArcMinutes">The angle under which it is seen from the last row.</param>
/// <param name="Contrast">WCAG 2.2 contrast ratio at the worst place under the words, from 1 to 21.</param>
public sealed record Readability(double LetterMillimetres, double ArcMinutes, double Contrast)
{
    /// <summary>WCAG 2.2, success criterion 1.4.3.</summary>
    public const double LeastContrast = 4.5;

    public LastRowReading FromTheLastRow => ArcMinutes >= 20 ? LastRowReading.Clear : ArcMinutes >= 16 ? LastRowReading.JustClear : LastRowReading.TooSmall;

    /// <summary>
    /// Reckons rows of a slide in a hall. A capital of height h seen from a distance d subtends 2·atan(h ÷ 2d); the slide
    /// is 1080 units high, as high as the screen.
    /// </summary>
    /// <param name="rows">Rows of one slide; the smallest decides.</param>
    /// <param name="face">The typeface they are set in.</param>
    /// <param name="background">What stands behind them.</param>
    /// <param name="hall">Where they are read.</param>
    public static Readability Of(ImmutableArray<TextRow> rows, Typeface face, Background background, Hall hall)
    {
        if (rows.IsEmpty)
            return new(0, 0, 21);
        var metres = rows.Min(row => row.Size) * face.CapHeight / 1080 * hall.ScreenHeight;
        var angle = 2 * Math.Atan(metres / (2 * hall.LastRow)) * 180 / Math.PI * 60;
        var contrast = rows.Min(row => Math.Min(
            Contrasts.Of(row.Colour, background.At(row.Baseline - (row.Size * face.CapHeight))),
            Contrasts.Of(row.Colour, background.At(row.Baseline))));
        return new(metres * 1000, angle, contrast);
    }
}

/// <summary>Contrast of colours as WCAG 2.2 defines it.</summary>
public static class Contrasts
{
    /// <summary>(L₁ + 0.05) ÷ (L₂ + 0.05) of the relative luminances, the lighter one above: from 1 to 21.</summary>
    public static double Of(Colour one, Colour other)
    {
        var (a, b) = (Luminance(one), Luminance(other));
        return (Math.Max(a, b) + 0.05) / (Math.Min(a, b) + 0.05);
    }

    /// <summary>Relative luminance, from 0 for black to 1 for white.</summary>
    public static double Luminance(Colour colour) =>
        (0.2126 * Linear(colour.Red)) + (0.7152 * Linear(colour.Green)) + (0.0722 * Linear(colour.Blue));

    /// <summary>
    /// The least part of black to lay over a background, from 0 to 1 in hundredths, with which light letters reach a
    /// contrast; nothing where even black behind them is not enough.
    /// </summary>
    public static double? LeastDimming(Colour letters, Colour background, double contrast)
    {
        for (var hundredths = 0; hundredths <= 100; hundredths++)
            if (Of(letters, Dimmed(background, hundredths / 100.0)) >= contrast)
                return hundredths / 100.0;
        return null;
    }

    public static Colour Dimmed(Colour colour, double by) =>
        new((byte)Math.Round(colour.Red * (1 - by)), (byte)Math.Round(colour.Green * (1 - by)), (byte)Math.Round(colour.Blue * (1 - by)));

    private static double Linear(byte channel)
    {
        var value = channel / 255.0;
        return value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);
    }
}
