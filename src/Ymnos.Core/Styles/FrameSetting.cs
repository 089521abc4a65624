using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Styles;

/// <summary>Where rows stand across their frame, as seen by whoever reads them.</summary>
public enum Across
{
    /// <summary>Where reading begins: left, or right for words read from right to left.</summary>
    Start,
    Centre,
    End,
}

/// <summary>Where rows stand in the height of their frame.</summary>
public enum Down
{
    Top,
    Middle,
    Bottom,
}

/// <summary>A shadow of letters.</summary>
/// <param name="Right">How far it falls to the right, in parts of the letters' size.</param>
/// <param name="Down">How far it falls down.</param>
/// <param name="Blur">Standard deviation of its blur, in parts of the letters' size; 0 for a sharp one.</param>
/// <param name="Colour">Of the shadow.</param>
/// <param name="Opacity">From 0 to 1.</param>
public sealed record LetterShadow(double Right, double Down, double Blur, Colour Colour, double Opacity);

/// <summary>A line round letters.</summary>
/// <param name="Width">In parts of the letters' size, from 0 to 0.2; half of it lies outside the letter.</param>
/// <param name="Colour">Of the line.</param>
public sealed record LetterOutline(double Width, Colour Colour);

/// <summary>How the text of one frame is set.</summary>
public sealed record TypeSetting
{
    /// <summary>Key of a family of the type case.</summary>
    public required string Family { get; init; }

    /// <summary>100 to 900, as CSS counts; the nearest that the family has is used.</summary>
    public int Weight { get; init; } = 400;

    public bool Italic { get; init; }

    /// <summary>In units of the slide. Text may come down from it, never up.</summary>
    public required double Size { get; init; }

    /// <summary>Below this, text is broken over more slides instead.</summary>
    public required double SmallestSize { get; init; }

    /// <summary>Distance of baselines as a multiple of the size.</summary>
    public double LineSpacing { get; init; } = 1.3;

    /// <summary>Of the letters.</summary>
    public Colour Colour { get; init; } = Colour.White;

    /// <summary>Whether all letters are capitals.</summary>
    public bool Capitals { get; init; }

    public LetterOutline? Outline { get; init; }

    public LetterShadow? Shadow { get; init; }
}

/// <summary>What lies behind the text of a frame: as large as the rows that are up, and their padding.</summary>
/// <param name="Colour">Of all of it.</param>
/// <param name="Opacity">From 0 to 1.</param>
/// <param name="Radius">Of its corners, in units of the slide.</param>
public sealed record Plate(Colour Colour, double Opacity, double Radius);

/// <summary>A frame of a style: where its text stands and how it is set.</summary>
public sealed record FrameSetting
{
    /// <summary>Whether slides of this face have it at all.</summary>
    public bool Shown { get; init; } = true;

    /// <summary>In units of a slide of 1920 × 1080.</summary>
    public required Frame Place { get; init; }

    public Across Across { get; init; } = Across.Centre;

    public Down Down { get; init; } = Down.Middle;

    /// <summary>Kept free on all four sides, in units of the slide.</summary>
    public double Padding { get; init; }

    public Plate? Plate { get; init; }

    public required TypeSetting Type { get; init; }
}
