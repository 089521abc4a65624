using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text;
using SkiaSharp;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering;

/// <summary>
/// Paints slides with Skia: as PNG, on the pages of a PDF, and as the grid of colours behind words. It draws the glyphs of
/// the same shaping that measured them, from the same files.
/// </summary>
/// <param name="typeCase">The letters.</param>
public sealed class SlidePainter(TypeCase typeCase) : IDisposable
{
    // Enough cells that no stroke of a letter falls between them; blurred or not, a picture has no finer worst place.
    private const int GroundColumns = 384;
    private const int GroundRows = 216;

    private readonly ConcurrentDictionary<string, Lazy<SKTypeface>> _typefaces = new();

    /// <param name="slide">What to paint.</param>
    /// <param name="pixelsHigh">Height of the picture; its width follows from the slide's shape.</param>
    /// <param name="pictures">Pictures, and first frames of films.</param>
    public byte[] Png(Slide slide, int pixelsHigh, PictureFiles pictures)
    {
        var scale = pixelsHigh / (float)Frame.SlideHeight;
        using var surface = SKSurface.Create(new SKImageInfo((int)Math.Round(slide.Width * scale), pixelsHigh, SKColorType.Rgba8888, SKAlphaType.Premul));
        surface.Canvas.Clear(SKColors.Transparent);
        surface.Canvas.Scale(scale);
        Paint(surface.Canvas, slide, pictures);
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Png, 90);
        return data.ToArray();
    }

    /// <summary>What is behind the words of a slide.</summary>
    /// <param name="slide">The slide.</param>
    /// <param name="pictures">Pictures, and first frames of films.</param>
    /// <param name="veil">Laid over the background in place of its own.</param>
    public static GroundPicture Ground(Slide slide, PictureFiles pictures, Veil? veil = null)
    {
        var ground = veil is null ? slide.Ground : slide.Ground with { Backdrop = slide.Ground.Backdrop with { Veil = veil } };
        using var surface = SKSurface.Create(new SKImageInfo(GroundColumns, GroundRows, SKColorType.Rgba8888, SKAlphaType.Premul));
        // Under a clear background there may be anything; grey is what contrast is hardest to promise on.
        surface.Canvas.Clear(new SKColor(0x77, 0x77, 0x77));
        surface.Canvas.Scale((float)(GroundColumns / slide.Width), (float)(GroundRows / Frame.SlideHeight));
        PaintGround(surface.Canvas, ground, slide.Plates, slide.Width, pictures);
        using var pixels = surface.PeekPixels();
        var bytes = pixels.GetPixelSpan<SKColorBytes>();
        var cells = ImmutableArray.CreateBuilder<Colour>(bytes.Length);
        foreach (var cell in bytes)
            cells.Add(new(cell.Red, cell.Green, cell.Blue));
        return new(slide.Width, GroundColumns, GroundRows, cells.MoveToImmutable());
    }

    /// <summary>Paints the slide into a canvas whose unit is the slide's.</summary>
    internal void Paint(SKCanvas canvas, Slide slide, PictureFiles pictures)
    {
        canvas.Save();
        canvas.ClipRect(new SKRect(0, 0, (float)slide.Width, (float)Frame.SlideHeight));
        PaintGround(canvas, slide.Ground, slide.Plates, slide.Width, pictures);
        foreach (var row in slide.Rows)
            PaintText(canvas, row);
        canvas.Restore();
    }

    public void Dispose()
    {
        foreach (var typeface in _typefaces.Values.Where(typeface => typeface.IsValueCreated))
            typeface.Value.Dispose();
    }

    private readonly record struct SKColorBytes(byte Red, byte Green, byte Blue, byte Alpha);

    private static void PaintGround(SKCanvas canvas, Ground ground, ImmutableArray<PlacedPlate> plates, double width, PictureFiles pictures)
    {
        PaintBackdrop(canvas, ground.Backdrop, width, pictures);
        foreach (var layer in ground.Layers)
        {
            switch (layer)
            {
                case RectangleLayer rectangle:
                    PaintRectangle(canvas, rectangle.Place, rectangle.Colour, rectangle.Opacity, rectangle.Radius);
                    break;
                case PictureLayer picture when pictures[picture.Picture] is { } image:
                    using (var paint = new SKPaint { Color = SKColors.White.WithAlpha(Alpha(layer.Opacity)) })
                    {
                        var scale = Math.Min(layer.Place.Width / image.Width, layer.Place.Height / image.Height);
                        var (w, h) = (image.Width * scale, image.Height * scale);
                        canvas.DrawImage(image, Rect(new Frame(layer.Place.CentreX - (w / 2), layer.Place.CentreY - (h / 2), w, h)), new SKSamplingOptions(SKCubicResampler.Mitchell), paint);
                    }
                    break;
            }
        }
        foreach (var (place, plate) in plates)
            PaintRectangle(canvas, place, plate.Colour, plate.Opacity, plate.Radius);
    }

    private static void PaintBackdrop(SKCanvas canvas, Backdrop backdrop, double width, PictureFiles pictures)
    {
        if (backdrop.Kind == BackdropKind.Clear)
            return;
        var all = new SKRect(0, 0, (float)width, (float)Frame.SlideHeight);
        using (var paint = new SKPaint { Color = Of(backdrop.First) })
        {
            if (backdrop.Kind == BackdropKind.Gradient)
            {
                var ((x1, y1), (x2, y2)) = GradientLine.Of(backdrop.Angle, width);
                paint.Shader = SKShader.CreateLinearGradient(new((float)x1, (float)y1), new((float)x2, (float)y2), [Of(backdrop.First), Of(backdrop.Last)], SKShaderTileMode.Clamp);
            }
            canvas.DrawRect(all, paint);
            paint.Shader?.Dispose();
        }
        if (backdrop.Kind is BackdropKind.Picture or BackdropKind.Film && backdrop.Picture is { } id && pictures[id] is { } image)
            PaintPicture(canvas, backdrop, image, all);
        if (backdrop.Veil.Opacity > 0)
        {
            using var veil = new SKPaint { Color = Of(backdrop.Veil.Colour).WithAlpha(Alpha(backdrop.Veil.Opacity)) };
            canvas.DrawRect(all, veil);
        }
    }

    private static void PaintPicture(SKCanvas canvas, Backdrop backdrop, SKImage image, SKRect all)
    {
        var place = PicturePlace.Of(backdrop, new PictureShape("", "", image.Width, image.Height), all.Width);
        using var paint = new SKPaint();
        // The same order as the filter of the SVG: blur, brightness, contrast.
        using var blur = backdrop.Blur > 0 ? SKImageFilter.CreateBlur((float)backdrop.Blur, (float)backdrop.Blur, SKShaderTileMode.Decal) : null;
        using var bright = Linear(backdrop.Brightness, 0);
        using var contrast = Linear(backdrop.Contrast, 0.5 - (0.5 * backdrop.Contrast));
        using var first = backdrop.Brightness != 1 ? SKImageFilter.CreateColorFilter(bright, blur) : null;
        using var second = backdrop.Contrast != 1 ? SKImageFilter.CreateColorFilter(contrast, first ?? blur) : null;
        paint.ImageFilter = second ?? first ?? blur;
        canvas.Save();
        canvas.ClipRect(all);
        canvas.DrawImage(image, Rect(place), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear), paint);
        canvas.Restore();

        static SKColorFilter Linear(double slope, double intercept)
        {
            var (s, i) = ((float)slope, (float)intercept);
            return SKColorFilter.CreateColorMatrix([s, 0, 0, 0, i, 0, s, 0, 0, i, 0, 0, s, 0, i, 0, 0, 0, 1, 0]);
        }
    }

    private static void PaintRectangle(SKCanvas canvas, Frame place, Colour colour, double opacity, double radius)
    {
        using var paint = new SKPaint { Color = Of(colour).WithAlpha(Alpha(opacity)), IsAntialias = true };
        var corner = (float)Math.Min(radius, Math.Min(place.Width, place.Height) / 2);
        canvas.DrawRoundRect(Rect(place), corner, corner, paint);
    }

    internal void PaintText(SKCanvas canvas, TextRow row)
    {
        foreach (var run in row.Runs)
        {
            using var font = new SKFont(TypefaceOf(run.Face), (float)row.Size) { Subpixel = true, Hinting = SKFontHinting.None, Edging = SKFontEdging.Antialias, LinearMetrics = true };
            using var blob = BlobOf(run, row.Size, font);
            if (blob is null)
                continue;
            var (x, y) = ((float)(row.Left + run.Left), (float)row.Baseline);
            if (row.Ink.Shadow is { Opacity: > 0 } shadow)
            {
                using var paint = new SKPaint { Color = Of(shadow.Colour).WithAlpha(Alpha(shadow.Opacity)), IsAntialias = true };
                using var blur = shadow.Blur > 0 ? SKImageFilter.CreateBlur((float)(shadow.Blur * row.Size), (float)(shadow.Blur * row.Size)) : null;
                paint.ImageFilter = blur;
                canvas.DrawText(blob, x + (float)(shadow.Right * row.Size), y + (float)(shadow.Down * row.Size), paint);
            }
            if (row.Ink.Outline is { Width: > 0 } outline)
            {
                using var paint = new SKPaint { Color = Of(outline.Colour), IsAntialias = true, Style = SKPaintStyle.Stroke, StrokeWidth = (float)(outline.Width * row.Size), StrokeJoin = SKStrokeJoin.Round };
                canvas.DrawText(blob, x, y, paint);
            }
            using var letters = new SKPaint { Color = Of(row.Ink.Colour), IsAntialias = true };
            canvas.DrawText(blob, x, y, letters);
        }
    }

    private SKTextBlob? BlobOf(TextRun run, double size, SKFont font)
    {
        var glyphs = typeCase[run.Face].Glyphs(run.Text, run.RightToLeft);
        if (glyphs.Count == 0)
            return null;
        using var builder = new SKTextBlobBuilder();
        // With its characters beside the glyphs, a ligature in a PDF can still be found, copied and read aloud.
        var text = Encoding.UTF8.GetBytes(run.Text);
        var buffer = builder.AllocatePositionedTextRun(font, glyphs.Count, text.Length);
        buffer.SetGlyphs([.. glyphs.Select(glyph => glyph.Id)]);
        buffer.SetPositions([.. glyphs.Select(glyph => new SKPoint((float)(glyph.X * size), (float)(glyph.Y * size)))]);
        buffer.SetText(text);
        buffer.SetClusters([.. glyphs.Select(glyph => (uint)Encoding.UTF8.GetByteCount(run.Text.AsSpan(0, glyph.Cluster)))]);
        return builder.Build();
    }

    private SKTypeface TypefaceOf(string face) => _typefaces.GetOrAdd(face, name => new Lazy<SKTypeface>(() =>
        SKTypeface.FromFile(typeCase.FileOf(name)) ?? throw new InvalidDataException($"Skia cannot read the typeface {name}."))).Value;

    private static SKRect Rect(Frame frame) => new((float)frame.X, (float)frame.Y, (float)frame.Right, (float)frame.Bottom);

    private static SKColor Of(Colour colour) => new(colour.Red, colour.Green, colour.Blue);

    private static byte Alpha(double opacity) => (byte)Math.Round(Math.Clamp(opacity, 0, 1) * 255);
}
