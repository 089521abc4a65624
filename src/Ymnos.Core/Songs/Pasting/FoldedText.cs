using System.Globalization;
using System.Text;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>
/// Text with everything taken off that a person who looks for it may leave out: case, accents, punctuation, the joining
/// of letters. Two texts that fold alike are the same words.
/// </summary>
public static class FoldedText
{
    /// <summary>The words of a text in folded form, parted by single spaces.</summary>
    public static string Of(string text)
    {
        var folded = new StringBuilder(text.Length);
        foreach (var word in Words(text))
            (folded.Length > 0 ? folded.Append(' ') : folded).Append(word.Folded);
        return folded.ToString();
    }

    /// <summary>Each word of a text in folded form with the place it stands at, so that a match can be shown where it is.</summary>
    public static IEnumerable<(string Folded, Range Place)> Words(string text)
    {
        var word = new StringBuilder();
        var start = 0;
        var i = 0;
        foreach (var rune in text.EnumerateRunes())
        {
            var length = rune.Utf16SequenceLength;
            if (IsLetterOrDigit(rune))
            {
                if (word.Length == 0)
                    start = i;
                AppendFolded(word, rune);
            }
            else if (!IsInsideWord(rune) && word.Length > 0)
            {
                yield return (word.ToString(), start..i);
                word.Clear();
            }
            i += length;
        }
        if (word.Length > 0)
            yield return (word.ToString(), start..i);
    }

    private static bool IsLetterOrDigit(Rune rune) => Rune.IsLetterOrDigit(rune);

    /// <summary>Marks and joiners belong to the letter before; an apostrophe does not part "don't" from itself.</summary>
    private static bool IsInsideWord(Rune rune) =>
        rune.Value is '\'' or '’' or '\u200C' or '\u200D'
        || Rune.GetUnicodeCategory(rune) is UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark;

    private static void AppendFolded(StringBuilder word, Rune rune)
    {
        if (rune.Value < 128)
        {
            word.Append(char.ToLowerInvariant((char)rune.Value));
            return;
        }
        switch (Rune.ToLowerInvariant(rune).Value)
        {
            case 'œ': word.Append("oe"); return;
            case 'æ': word.Append("ae"); return;
            case 'ß': word.Append("ss"); return;
            case 'ø': word.Append('o'); return;
            case 'ł': word.Append('l'); return;
            case 'đ' or 'ð': word.Append('d'); return;
            case 'þ': word.Append("th"); return;
            case 'ı': word.Append('i'); return;
        }
        foreach (var part in rune.ToString().Normalize(NormalizationForm.FormKD).EnumerateRunes())
            if (Rune.IsLetterOrDigit(part))
                word.Append(Rune.ToLowerInvariant(part).ToString());
    }
}
