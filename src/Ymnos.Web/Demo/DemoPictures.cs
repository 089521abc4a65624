using SkiaSharp;

namespace Ymnos.Web.Demo;

/// <summary>The demo's own pictures, painted by this code: no photograph of anybody's is in them.</summary>
public static class DemoPictures
{
    private const int Width = 1920;
    private const int Height = 1080;

    /// <summary>A lighthouse at night; its beam crosses the upper half.</summary>
    public static byte[] Lighthouse() => Paint((canvas, chance) =>
    {
        Sky(canvas, 0, Height, (0, 0x0a1424), (0.55f, 0x16304a), (0.75f, 0x24506a), (1, 0x0d2233));
        for (var i = 0; i < 220; i++)
        {
            using var star = new SKPaint { Color = new SKColor(255, 250, 235, (byte)chance.Next(30, 150)), IsAntialias = true };
            canvas.DrawCircle(chance.Next(Width), (float)(Math.Pow(chance.NextDouble(), 1.6) * 640), (float)(0.6 + (chance.NextDouble() * 1.3)), star);
        }
        using (var beam = new SKPaint { IsAntialias = true, ImageFilter = SKImageFilter.CreateBlur(14, 14) })
        {
            beam.Shader = SKShader.CreateLinearGradient(new(1560, 470), new(0, 250), [new SKColor(255, 226, 160, 120), new SKColor(255, 226, 160, 0)], SKShaderTileMode.Clamp);
            canvas.DrawPath(Polygon((1560, 462), (-60, 130), (-60, 420), (1560, 478)), beam);
        }
        for (var row = 0; row < 26; row++)
        {
            var y = 800 + (row * row * 0.46f);
            using var wave = new SKPaint { Color = new SKColor(120, 170, 190, (byte)(14 + row)), IsAntialias = true, Style = SKPaintStyle.Stroke, StrokeWidth = 1.2f + (row * 0.16f) };
            canvas.DrawPath(Wave(y, 3 + (row * 0.5f), 120 + (row * 16), chance.Next(400)), wave);
        }
        using var rock = new SKPaint { Color = new SKColor(0x07, 0x10, 0x1a), IsAntialias = true };
        canvas.DrawPath(Polygon((1240, 830), (1380, 770), (1470, 742), (1660, 736), (1760, 770), (1920, 800), (1920, 1080), (1300, 1080)), rock);
        canvas.DrawPath(Polygon((1528, 745), (1540, 500), (1580, 500), (1592, 745)), rock);
        canvas.DrawRect(1534, 484, 52, 10, rock);
        canvas.DrawPath(Polygon((1544, 452), (1560, 432), (1576, 452)), rock);
        using var glow = new SKPaint { Color = new SKColor(255, 232, 170), ImageFilter = SKImageFilter.CreateBlur(9, 9) };
        canvas.DrawRect(1546, 454, 28, 28, glow);
    });

    /// <summary>Headlands one behind the other in the haze of morning.</summary>
    public static byte[] Headlands() => Paint((canvas, chance) =>
    {
        Sky(canvas, 0, Height, (0, 0xf3d9b5), (0.34f, 0xeec7a5), (0.62f, 0xc9b7b4), (1, 0x8ea3ad));
        using (var sun = new SKPaint { Color = new SKColor(255, 244, 214, 210), ImageFilter = SKImageFilter.CreateBlur(26, 26) })
            canvas.DrawCircle(470, 372, 74, sun);
        (int Colour, float Base, float Rough)[] lands = [(0xb4b2b4, 560, 46), (0x8fa0a9, 640, 60), (0x69838f, 730, 70), (0x466674, 840, 76), (0x27495a, 960, 70)];
        foreach (var (colour, y, rough) in lands)
        {
            using var paint = new SKPaint { Color = Colour(colour), IsAntialias = true };
            var phase = chance.NextDouble() * 6;
            using var path = new SKPath();
            path.MoveTo(0, Height);
            for (var x = 0; x <= Width; x += 12)
                path.LineTo(x, (float)(y + (rough * Math.Sin((x / 310.0) + phase)) + (rough * 0.45 * Math.Sin((x / 117.0) + (phase * 2))) + (rough * 0.1 * Math.Sin((x / 31.0) + phase))));
            path.LineTo(Width, Height);
            path.Close();
            canvas.DrawPath(path, paint);
            using var haze = new SKPaint { Shader = SKShader.CreateLinearGradient(new(0, y), new(0, y + 190), [new SKColor(238, 214, 190, 0), new SKColor(238, 214, 190, 80)], SKShaderTileMode.Clamp) };
            canvas.DrawRect(0, y, Width, 190, haze);
        }
    });

    /// <summary>The swell from above: long crests in deep green.</summary>
    public static byte[] Swell() => Paint((canvas, chance) =>
    {
        Sky(canvas, 0, Height, (0, 0x0e3a44), (1, 0x062028));
        for (var row = -4; row < 40; row++)
        {
            var y = row * 31f;
            using var crest = new SKPaint { IsAntialias = true, Style = SKPaintStyle.Stroke, StrokeWidth = 10 + chance.Next(16), Color = new SKColor(0x3f, 0x8f, 0x8c, (byte)chance.Next(14, 44)), ImageFilter = SKImageFilter.CreateBlur(5, 5) };
            using var path = Wave(y, 26 + chance.Next(16), 520, chance.Next(900));
            canvas.DrawPath(path, crest);
            using var foam = new SKPaint { IsAntialias = true, Style = SKPaintStyle.Stroke, StrokeWidth = 1.4f, Color = new SKColor(0xcf, 0xe8, 0xdf, (byte)chance.Next(12, 50)) };
            canvas.DrawPath(path, foam);
        }
    });

    private static byte[] Paint(Action<SKCanvas, Random> paint)
    {
        using var surface = SKSurface.Create(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        // The same picture every time: the pictures in the documentation show it.
        paint(surface.Canvas, new Random(1911));
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Jpeg, 90);
        return data.ToArray();
    }

    private static void Sky(SKCanvas canvas, float top, float bottom, params (float At, int Colour)[] stops)
    {
        using var paint = new SKPaint { IsDither = true };
        paint.Shader = SKShader.CreateLinearGradient(new(0, top), new(0, bottom), [.. stops.Select(stop => Colour(stop.Colour))], [.. stops.Select(stop => stop.At)], SKShaderTileMode.Clamp);
        canvas.DrawRect(0, top, Width, bottom - top, paint);
    }

    private static SKColor Colour(int rgb) => new((byte)(rgb >> 16), (byte)(rgb >> 8), (byte)rgb);

    private static SKPath Polygon(params (float X, float Y)[] corners)
    {
        var path = new SKPath();
        path.AddPoly([.. corners.Select(corner => new SKPoint(corner.X, corner.Y))]);
        return path;
    }

    private static SKPath Wave(float y, float height, float length, int shift)
    {
        var path = new SKPath();
        for (var x = -40; x <= Width + 40; x += 10)
        {
            var at = (float)(y + (height * Math.Sin((x + shift) * 2 * Math.PI / length)) + (height * 0.4 * Math.Sin((x + (shift * 2)) * 2 * Math.PI / (length * 0.37))));
            if (x == -40)
                path.MoveTo(x, at);
            else
                path.LineTo(x, at);
        }
        return path;
    }
}
