using SkiaSharp;
using Ymnos.Core;

namespace Ymnos.Rendering;

/// <summary>A picture as it is kept: drawn anew from what came in, so that nothing but its pixels is left.</summary>
/// <param name="Bytes">PNG where anything shows through, else JPEG.</param>
/// <param name="ContentType">Of the bytes.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
public sealed record TakenPicture(byte[] Bytes, string ContentType, int Width, int Height);

/// <summary>Takes pictures in. What a file is, its content says, not its name.</summary>
public static class PictureIntake
{
    public const int LargestFile = 24 * 1024 * 1024;

    // A slide is shown at 3840 × 2160 at most; more pixels only cost.
    private const int LongestSide = 3840;
    private const long MostPixels = 100_000_000;

    private const string Field = "Picture";

    /// <summary>Reads PNG, JPEG and WebP.</summary>
    public static Outcome<TakenPicture> Take(byte[] file)
    {
        if (file.Length > LargestFile)
            return Refused($"The picture has more than {LargestFile / 1024 / 1024} MB.");
        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        if (codec is not { EncodedFormat: SKEncodedImageFormat.Png or SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Webp })
            return Refused("This is no picture that can be read. Pictures are PNG, JPEG, WebP or SVG.");
        // Said before anything is unpacked: a small file can claim to be enormous.
        if ((long)codec.Info.Width * codec.Info.Height > MostPixels)
            return Refused("The picture has more than 100 million pixels.");
        using var bitmap = new SKBitmap(new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return Refused("The picture is broken and cannot be read.");
        return Drawn(bitmap, codec.EncodedOrigin, codec.Info.AlphaType != SKAlphaType.Opaque);
    }

    private static Outcome<TakenPicture> Drawn(SKBitmap bitmap, SKEncodedOrigin origin, bool seenThrough)
    {
        // Cameras write how they were held beside the picture; here it is turned upright for good.
        var turned = origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var (width, height) = turned ? (bitmap.Height, bitmap.Width) : (bitmap.Width, bitmap.Height);
        var scale = Math.Min(1, (double)LongestSide / Math.Max(width, height));
        var (w, h) = (Math.Max(1, (int)Math.Round(width * scale)), Math.Max(1, (int)Math.Round(height * scale)));
        using var surface = SKSurface.Create(new SKImageInfo(w, h, SKColorType.Rgba8888, SKAlphaType.Premul));
        surface.Canvas.Clear(seenThrough ? SKColors.Transparent : SKColors.Black);
        surface.Canvas.Scale((float)w / width, (float)h / height);
        surface.Canvas.Concat(Upright(origin, width, height));
        using (var image = SKImage.FromBitmap(bitmap))
            surface.Canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKCubicResampler.Mitchell));
        using var drawn = surface.Snapshot();
        using var encoded = seenThrough ? drawn.Encode(SKEncodedImageFormat.Png, 90) : drawn.Encode(SKEncodedImageFormat.Jpeg, 88);
        return new TakenPicture(encoded.ToArray(), seenThrough ? "image/png" : "image/jpeg", w, h);
    }

    /// <summary>EXIF 2.3, tag 0x0112: eight ways a picture can lie.</summary>
    private static SKMatrix Upright(SKEncodedOrigin origin, int width, int height) => origin switch
    {
        SKEncodedOrigin.TopRight => new(-1, 0, width, 0, 1, 0, 0, 0, 1),
        SKEncodedOrigin.BottomRight => new(-1, 0, width, 0, -1, height, 0, 0, 1),
        SKEncodedOrigin.BottomLeft => new(1, 0, 0, 0, -1, height, 0, 0, 1),
        SKEncodedOrigin.LeftTop => new(0, 1, 0, 1, 0, 0, 0, 0, 1),
        SKEncodedOrigin.RightTop => new(0, -1, width, 1, 0, 0, 0, 0, 1),
        SKEncodedOrigin.RightBottom => new(0, -1, width, -1, 0, height, 0, 0, 1),
        SKEncodedOrigin.LeftBottom => new(0, 1, 0, -1, 0, height, 0, 0, 1),
        _ => SKMatrix.Identity,
    };

    private static List<Problem> Refused(string message) => [new(Field, message)];
}
