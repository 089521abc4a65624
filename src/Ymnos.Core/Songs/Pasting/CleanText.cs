using System.Globalization;
using System.Text;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>Text from anywhere made fit to keep: one kind of line end, nothing that cannot be seen, stored or shown.</summary>
public static class CleanText
{
    private const char NoBreakSpace = '\u00A0';
    private const char NarrowNoBreakSpace = '\u202F';

    /// <summary>
    /// The lines of a text, whatever its line ends (LF, CR LF, CR, NEL, U+2028, U+2029, form feed). Control characters,
    /// byte-order marks, invisible format characters other than the joiners that scripts need, and halves of surrogate
    /// pairs are dropped; the rest is composed (Unicode normalisation form C). Spaces are kept: chord lines stand by them.
    /// </summary>
    public static string[] Lines(string text)
    {
        var clean = new StringBuilder(text.Length);
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            switch (c)
            {
                case '\r':
                    if (i + 1 == text.Length || text[i + 1] != '\n')
                        clean.Append('\n');
                    break;
                case '\n' or '\u0085' or '\u2028' or '\u2029' or '\f' or '\v':
                    clean.Append('\n');
                    break;
                case '\t':
                    clean.Append("    ");
                    break;
                case '\u200C' or '\u200D' or '\u200E' or '\u200F':
                    clean.Append(c);
                    break;
                case var _ when char.IsHighSurrogate(c) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]):
                    if (CharUnicodeInfo.GetUnicodeCategory(text, i) is not (UnicodeCategory.Format or UnicodeCategory.OtherNotAssigned))
                        clean.Append(c).Append(text[i + 1]);
                    i++;
                    break;
                case var _ when char.IsSurrogate(c) || char.IsControl(c) || IsNonCharacter(c)
                    || char.GetUnicodeCategory(c) is UnicodeCategory.Format:
                    break;
                default:
                    clean.Append(c);
                    break;
            }
        }
        return clean.ToString().Normalize(NormalizationForm.FormC).Split('\n');
    }

    /// <summary>One line of words: cleaned, trimmed, each run of white space made one space (a no-break space where the run held one).</summary>
    public static string Line(string text)
    {
        var cleaned = string.Join(' ', Lines(text));
        var line = new StringBuilder(cleaned.Length);
        var gap = '\0';
        foreach (var c in cleaned)
        {
            if (char.IsWhiteSpace(c))
                gap = gap is NoBreakSpace or NarrowNoBreakSpace || c is NoBreakSpace or NarrowNoBreakSpace
                    ? (c is NoBreakSpace or NarrowNoBreakSpace ? c : gap)
                    : ' ';
            else
            {
                if (gap != '\0' && line.Length > 0)
                    line.Append(gap);
                gap = '\0';
                line.Append(c);
            }
        }
        return line.ToString();
    }

    private static bool IsNonCharacter(char c) => c is >= '\uFDD0' and <= '\uFDEF' or >= '\uFFFE';
}
