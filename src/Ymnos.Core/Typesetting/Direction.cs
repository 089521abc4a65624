using System.Text;
using Icu;

namespace Ymnos.Core.Typesetting;

/// <summary>The direction text is read in, after the Unicode bidirectional algorithm (UAX #9).</summary>
public static class Direction
{
    static Direction() => Wrapper.Init();

    /// <summary>
    /// Whether the first strong character is of a script written from right to left: rules P2 and P3, by the blocks those
    /// scripts stand in.
    /// </summary>
    public static bool IsRightToLeft(string text)
    {
        foreach (var rune in text.EnumerateRunes())
            if (Rune.IsLetter(rune))
                return IsRightToLeft(rune);
        return false;
    }

    internal static bool IsRightToLeft(Rune rune) =>
        rune.Value is (>= 0x0590 and <= 0x08FF) or (>= 0xFB1D and <= 0xFDFF) or (>= 0xFE70 and <= 0xFEFC) or (>= 0x10800 and <= 0x10FFF) or (>= 0x1E800 and <= 0x1EFFF)
            or 0x200F or 0x202B or 0x202E or 0x2067;

    /// <summary>The stretches of one direction, in the order they stand from left to right (rule L2), by ICU.</summary>
    internal static IReadOnlyList<(int From, int To, bool RightToLeft)> Stretches(string text, bool rightToLeft)
    {
        using var bidi = new BiDi();
        bidi.SetPara(text, (byte)(rightToLeft ? 1 : 0), null);
        var stretches = new List<(int, int, bool)>();
        for (var i = 0; i < bidi.CountRuns(); i++)
        {
            var direction = bidi.GetVisualRun(i, out var from, out var length);
            stretches.Add((from, from + length, direction == BiDi.BiDiDirection.RTL));
        }
        return stretches;
    }
}
