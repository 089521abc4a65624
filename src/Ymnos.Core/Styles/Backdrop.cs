namespace Ymnos.Core.Styles;

/// <summary>What stands behind everything on a slide.</summary>
public enum BackdropKind
{
    /// <summary>Nothing: what the screen is laid over is seen, a camera's picture for instance.</summary>
    Clear,
    Colour,
    Gradient,
    Picture,

    /// <summary>A silent film that goes round and round.</summary>
    Film,
}

/// <summary>How a picture of another shape than the screen is put on it.</summary>
public enum PictureFit
{
    /// <summary>It covers the screen; what is over is cropped, the point of interest stays in view.</summary>
    Fill,

    /// <summary>All of it is seen; what is left over shows the colour behind.</summary>
    Fit,

    /// <summary>It is pulled to the screen's shape.</summary>
    Stretch,
}

/// <summary>A colour laid over something, seen through in part.</summary>
/// <param name="Colour">The colour.</param>
/// <param name="Opacity">From 0, unseen, to 1, nothing shows through.</param>
public sealed record Veil(Colour Colour, double Opacity);

/// <summary>The background of a slide.</summary>
public sealed record Backdrop
{
    public static readonly Backdrop Clear = new() { Kind = BackdropKind.Clear };

    public required BackdropKind Kind { get; init; }

    /// <summary>The colour; the first one of a gradient; what a picture leaves free.</summary>
    public Colour First { get; init; } = Colour.Black;

    /// <summary>The last colour of a gradient.</summary>
    public Colour Last { get; init; } = Colour.Black;

    /// <summary>Where a gradient runs, in degrees: 0 down, 90 to the right, up to 360.</summary>
    public double Angle { get; init; }

    /// <summary>The picture, or the film.</summary>
    public Guid? Picture { get; init; }

    public PictureFit Fit { get; init; }

    /// <summary>The point of interest, from the picture's left edge (0) to its right one (1).</summary>
    public double FocusX { get; init; } = 0.5;

    /// <summary>The point of interest, from the picture's top (0) to its bottom (1).</summary>
    public double FocusY { get; init; } = 0.5;

    /// <summary>What every channel is multiplied by, from 0 to 2.</summary>
    public double Brightness { get; init; } = 1;

    /// <summary>How far channels are spread about the middle, from 0 to 2.</summary>
    public double Contrast { get; init; } = 1;

    /// <summary>Standard deviation of a Gaussian blur in units of the slide, from 0 to 60.</summary>
    public double Blur { get; init; }

    /// <summary>Lies over it; what makes words readable on a lively picture.</summary>
    public Veil Veil { get; init; } = new(Colour.Black, 0);

    /// <summary>One channel after brightness and contrast, as the filters of SVG reckon it: clamped after each.</summary>
    public double Adjusted(double channel) =>
        Math.Clamp(((Math.Clamp(channel * Brightness, 0, 1) - 0.5) * Contrast) + 0.5, 0, 1);

    /// <summary>
    /// The part of a picture that <see cref="PictureFit.Fill"/> shows, in parts of its width and height: of the screen's
    /// shape, as large as can be, with the point of interest as near to the middle as the picture's edges allow.
    /// </summary>
    /// <param name="pictureShape">Width of the picture by its height.</param>
    /// <param name="screenShape">Width of the screen by its height.</param>
    public (double X, double Y, double Width, double Height) Crop(double pictureShape, double screenShape)
    {
        var (width, height) = pictureShape > screenShape ? (screenShape / pictureShape, 1.0) : (1.0, pictureShape / screenShape);
        return (Math.Clamp(FocusX - (width / 2), 0, 1 - width), Math.Clamp(FocusY - (height / 2), 0, 1 - height), width, height);
    }
}

/// <summary>Something between the background and the words.</summary>
/// <param name="Place">In units of the slide.</param>
/// <param name="Opacity">From 0, unseen, to 1.</param>
public abstract record SlideLayer(Typesetting.Frame Place, double Opacity);

/// <param name="Place">In units of the slide.</param>
/// <param name="Opacity">From 0, unseen, to 1.</param>
/// <param name="Colour">Of all of it.</param>
/// <param name="Radius">Of its corners, in units of the slide.</param>
public sealed record RectangleLayer(Typesetting.Frame Place, double Opacity, Colour Colour, double Radius) : SlideLayer(Place, Opacity);

/// <param name="Place">The picture is fitted into it whole.</param>
/// <param name="Opacity">From 0, unseen, to 1.</param>
/// <param name="Picture">Which one.</param>
public sealed record PictureLayer(Typesetting.Frame Place, double Opacity, Guid Picture) : SlideLayer(Place, Opacity);
