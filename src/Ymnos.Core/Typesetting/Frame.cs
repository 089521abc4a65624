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
}
