using System.Text;

namespace Ymnos.Core.Typesetting;

/// <summary>The direction a line of text is read in.</summary>
public static class Direction
{
    /// <summary>
    /// Whether the first strong character is of a script written from right to left: rules P2 and P3 of the Unicode
    /// bidirectional algorithm (UAX #9), by the blocks those scripts stand in.
    /// </summary>
    public static bool IsRightToLeft(string text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            if (rune.Value is (>= 0x0590 and <= 0x08FF) or (>= 0xFB1D and <= 0xFDFF) or (>= 0xFE70 and <= 0xFEFC) or (>= 0x10800 and <= 0x10FFF) or (>= 0x1E800 and <= 0x1EFFF)
                && Rune.IsLetter(rune))
                return true;
            if (Rune.IsLetter(rune))
                return false;
        }
        return false;
    }
}
