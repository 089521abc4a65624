using System.Diagnostics.CodeAnalysis;
using System.Globalization;

namespace Ymnos.Core.Styles;

/// <summary>A colour as CSS and SVG write it: <c>#rrggbb</c>.</summary>
public readonly record struct Colour(byte Red, byte Green, byte Blue)
{
    public static readonly Colour White = new(255, 255, 255);
    public static readonly Colour Black = new(0, 0, 0);

    public override string ToString() => $"#{Red:x2}{Green:x2}{Blue:x2}";

    /// <summary>Reads <c>#rrggbb</c>; nothing else is a colour here.</summary>
    public static bool TryParse([NotNullWhen(true)] string? text, out Colour colour)
    {
        colour = default;
        if (text is not { Length: 7 } || text[0] != '#' || !int.TryParse(text.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var number))
            return false;
        colour = new((byte)(number >> 16), (byte)(number >> 8), (byte)number);
        return true;
    }

    /// <summary>This colour with a part of another one laid over it.</summary>
    /// <param name="over">The other one.</param>
    /// <param name="opacity">From 0, nothing of it, to 1, it alone.</param>
    public Colour Under(Colour over, double opacity)
    {
        var part = Math.Clamp(opacity, 0, 1);
        return new(Mixed(Red, over.Red), Mixed(Green, over.Green), Mixed(Blue, over.Blue));

        byte Mixed(byte below, byte above) => (byte)Math.Round(below + ((above - below) * part));
    }
}
