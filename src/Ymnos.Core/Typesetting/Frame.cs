namespace Ymnos.Core.Typesetting;

/// <summary>A place on a slide that takes text, in units of a slide of 1920 × 1080.</summary>
public readonly record struct Frame(double X, double Y, double Width, double Height)
{
    public const double SlideWidth = 1920;
    public const double SlideHeight = 1080;

    public double Right => X + Width;
    public double Bottom => Y + Height;
    public double CentreX => X + (Width / 2);
    public double CentreY => Y + (Height / 2);

    /// <summary>The smallest frame round this one and another.</summary>
    public Frame Around(Frame other) => new(Math.Min(X, other.X), Math.Min(Y, other.Y),
        Math.Max(Right, other.Right) - Math.Min(X, other.X), Math.Max(Bottom, other.Bottom) - Math.Min(Y, other.Y));

    /// <summary>Whether the two lie over each other; frames that touch do not.</summary>
    public bool Overlaps(Frame other) => X < other.Right - 0.01 && other.X < Right - 0.01 && Y < other.Bottom - 0.01 && other.Y < Bottom - 0.01;
}
