using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering;

/// <summary>A picture as a page calls for it.</summary>
/// <param name="Address">Of the picture or film.</param>
/// <param name="Poster">Of the picture; for a film, of its first frame.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
public sealed record PictureShape(string Address, string Poster, int Width, int Height);

/// <summary>Where a background picture lies on its slide; what hangs over the edges is cropped.</summary>
internal static class PicturePlace
{
    /// <summary>How far a blur reaches: three standard deviations hold all of it that is seen.</summary>
    public static double ReachOf(double blur) => 3 * blur;

    public static Frame Of(Backdrop backdrop, PictureShape picture, double slideWidth)
    {
        var (screen, shape) = (slideWidth / Frame.SlideHeight, (double)picture.Width / picture.Height);
        // A blurred picture fades towards its edges: they are put outside the slide.
        var over = backdrop.Fit == PictureFit.Fit ? 0 : ReachOf(backdrop.Blur);
        switch (backdrop.Fit)
        {
            case PictureFit.Stretch:
                return new(-over, -over, slideWidth + (2 * over), Frame.SlideHeight + (2 * over));
            case PictureFit.Fit:
                var (width, height) = shape > screen ? (slideWidth, slideWidth / shape) : (Frame.SlideHeight * shape, Frame.SlideHeight);
                return new((slideWidth - width) / 2, (Frame.SlideHeight - height) / 2, width, height);
            default:
                var crop = backdrop.Crop(shape, screen);
                var larger = 1 + (2 * over / Math.Min(slideWidth, Frame.SlideHeight));
                var (whole, high) = (slideWidth * larger / crop.Width, Frame.SlideHeight * larger / crop.Height);
                return new(-(slideWidth * (larger - 1) / 2) - (crop.X * whole), -(Frame.SlideHeight * (larger - 1) / 2) - (crop.Y * high), whole, high);
        }
    }
}

/// <summary>The line a gradient runs along, as CSS lays it: corner to corner, so that the end colours touch the corners.</summary>
internal static class GradientLine
{
    /// <param name="angle">Degrees: 0 down, 90 to the right.</param>
    /// <param name="slideWidth">In units of the slide.</param>
    public static ((double X, double Y) From, (double X, double Y) To) Of(double angle, double slideWidth)
    {
        var (across, down) = (Math.Sin(angle * Math.PI / 180), Math.Cos(angle * Math.PI / 180));
        var half = ((Math.Abs(across) * slideWidth) + (Math.Abs(down) * Frame.SlideHeight)) / 2;
        var (x, y) = (slideWidth / 2, Frame.SlideHeight / 2);
        return ((x - (across * half), y - (down * half)), (x + (across * half), y + (down * half)));
    }
}
