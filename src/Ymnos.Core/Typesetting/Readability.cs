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

/// <summary>What is painted behind the words of a slide, as a grid of colours from the top left, row by row.</summary>
public sealed class GroundPicture(double slideWidth, int columns, int rows, ImmutableArray<Colour> cells)
{
    /// <summary>The colours at all cells that a place touches.</summary>
    public IEnumerable<Colour> Under(double left, double top, double right, double bottom)
    {
        var (firstColumn, lastColumn) = (Column(left), Column(right));
        for (var row = Row(top); row <= Row(bottom); row++)
            for (var column = firstColumn; column <= lastColumn; column++)
                yield return cells[(row * columns) + column];
    }

    private int Column(double x) => Math.Clamp((int)(x / slideWidth * columns), 0, columns - 1);

    private int Row(double y) => Math.Clamp((int)(y / Frame.SlideHeight * rows), 0, rows - 1);
}

/// <summary>Whether the words of a slide can be read: how large they are from the last row, and how they stand out from what is behind them.</summary>
/// <param name="LetterMillimetres">Height of the smallest capital among the words, on the screen.</param>
/// <param name="ArcMinutes">The angle under which it is seen from the last row; nothing where nobody has measured the hall.</param>
/// <param name="Contrast">WCAG 2.2 contrast ratio at the worst place under any text, from 1 to 21.</param>
/// <param name="WorstRow">The row that stands there.</param>
public sealed record Readability(double? LetterMillimetres, double? ArcMinutes, double Contrast, string WorstRow)
{
    /// <summary>WCAG 2.2, success criterion 1.4.3.</summary>
    public const double LeastContrast = 4.5;

    public LastRowReading? FromTheLastRow => ArcMinutes is not { } minutes ? null
        : minutes >= 20 ? LastRowReading.Clear : minutes >= 16 ? LastRowReading.JustClear : LastRowReading.TooSmall;

    /// <summary>
    /// Reckons a slide in a hall. A capital of height h seen from a distance d subtends 2·atan(h ÷ 2d); the slide is 1080
    /// units high, as high as the screen.
    /// </summary>
    /// <param name="slide">The slide; where it has words, their smallest row decides the size, else that of all rows.</param>
    /// <param name="ground">What is painted behind its rows.</param>
    /// <param name="hall">Where it is read.</param>
    /// <param name="typeCase">Has the height of the capitals.</param>
    public static Readability Of(Slide slide, GroundPicture ground, Hall? hall, TypeCase typeCase)
    {
        if (slide.Rows.IsEmpty)
            return new(null, null, 21, "");
        var (contrast, worst) = WorstOf(slide, ground, typeCase);
        if (hall is null)
            return new(null, null, contrast, worst);
        var rows = slide.Words.Any() ? slide.Words : slide.Rows;
        var metres = rows.Min(row => row.Size * CapitalsOf(row, typeCase)) / Frame.SlideHeight * hall.ScreenHeight;
        return new(metres * 1000, 2 * Math.Atan(metres / (2 * hall.LastRow)) * 180 / Math.PI * 60, contrast, worst);
    }

    /// <summary>
    /// The least veil over the background, in hundredths, with which all text reaches <see cref="LeastContrast"/>: a black
    /// one under light letters, a white one under dark ones. Nothing where it is reached already, or cannot be.
    /// </summary>
    /// <param name="slide">The slide.</param>
    /// <param name="paint">Paints what is behind its rows under a veil.</param>
    /// <param name="typeCase">Has the height of the letters.</param>
    public static Veil? LeastVeil(Slide slide, Func<Veil, GroundPicture> paint, TypeCase typeCase)
    {
        if (slide.Rows.IsEmpty || slide.Ground.Backdrop.Kind == BackdropKind.Clear)
            return null;
        var current = slide.Ground.Backdrop.Veil;
        if (Reaches(current))
            return null;
        var light = slide.Rows.Average(row => Contrasts.Luminance(row.Ink.Colour)) > 0.18;
        var colour = light ? Colour.Black : Colour.White;
        var least = current.Colour == colour ? (int)Math.Ceiling(current.Opacity * 100) : 0;
        if (!Reaches(new(colour, 1)))
            return null;
        var most = 100;
        while (most - least > 1)
        {
            var middle = (least + most) / 2;
            if (Reaches(new(colour, middle / 100.0)))
                most = middle;
            else
                least = middle;
        }
        return new(colour, most / 100.0);

        bool Reaches(Veil veil) => WorstOf(slide, paint(veil), typeCase).Contrast >= LeastContrast;
    }

    private static (double Contrast, string Row) WorstOf(Slide slide, GroundPicture ground, TypeCase typeCase)
    {
        var (least, worst) = (21.0, "");
        foreach (var row in slide.Rows)
        {
            // What a clear slide will lie over is not known; only what stands on a plate of its own can be judged.
            if (slide.Ground.Backdrop.Kind == BackdropKind.Clear && !slide.Plates.Any(plate => plate.Place.Y <= row.Baseline && plate.Place.Bottom >= row.Baseline))
                continue;
            var height = CapitalsOf(row, typeCase) * row.Size;
            foreach (var colour in ground.Under(row.Left, row.Baseline - height, row.Right, row.Baseline).Distinct())
                if (Contrasts.Of(row.Ink.Colour, colour) is var contrast && contrast < least)
                    (least, worst) = (contrast, row.Text);
        }
        return (least, worst);
    }

    private static double CapitalsOf(TextRow row, TypeCase typeCase) => row.Runs.IsEmpty ? 0.7 : typeCase[row.Runs[0].Face].CapHeight;
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

    private static double Linear(byte channel)
    {
        var value = channel / 255.0;
        return value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);
    }
}
