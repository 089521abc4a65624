using System.Runtime.InteropServices;
using Icu;

namespace Ymnos.Core.Typesetting;

/// <summary>A piece of a line that no row may part.</summary>
/// <param name="From">Index of its first character.</param>
/// <param name="To">Index behind its last character, spaces at its end left out.</param>
/// <param name="Width">In ems.</param>
/// <param name="SpaceBefore">Width of what parts it from the piece before, when they share a row.</param>
/// <param name="BeginsRow">Whether it never shares a row with the piece before: both were one word that no row could hold.</param>
internal readonly record struct LinePiece(int From, int To, double Width, double SpaceBefore, bool BeginsRow = false);

/// <summary>
/// Where a line may be broken, after the Unicode line breaking algorithm (UAX #14), by ICU: with the rules for closing
/// punctuation in Chinese and Japanese, and its dictionaries for Thai.
/// </summary>
internal static class LineBreaks
{
    [ThreadStatic]
    private static Dictionary<string, BreakIterator>? _byLanguage;

    static LineBreaks() => Wrapper.Init();

    public static List<LinePiece> Pieces(string line, string language, Lettering letters)
    {
        if (BreaksAtSpacesOnly(line))
        {
            var words = new List<LinePiece>(line.AsSpan().Count(' ') + 1);
            var from = 0;
            foreach (var range in line.AsSpan().Split(' '))
            {
                var (start, end) = (range.Start.Value, range.End.Value);
                if (end > start)
                    words.Add(new(start, end, letters.Width(line.AsSpan(start..end)), words.Count > 0 ? letters.Space * (start - from) : 0));
                from = end;
            }
            return words;
        }
        var pieces = new List<LinePiece>();
        var breaks = BreaksOf(line, language);
        var (begin, endBefore) = (0, 0);
        foreach (var next in breaks)
        {
            var end = next;
            while (end > begin && line[end - 1] is ' ' or '\u3000')
                end--;
            if (end > begin)
                pieces.Add(new(begin, end, letters.Width(line.AsSpan(begin..end)), pieces.Count > 0 ? letters.Width(line.AsSpan(endBefore..begin)) : 0));
            (begin, endBefore) = (next, end > begin ? end : endBefore);
        }
        return pieces;
    }

    /// <summary>The words of most lines stand between single spaces, and nothing else parts them.</summary>
    private static bool BreaksAtSpacesOnly(string line)
    {
        var before = ' ';
        foreach (var sign in line)
        {
            // Above the Cyrillic letters come scripts with rules of their own; hyphens, dashes and slashes break behind them.
            if (sign >= '\u0590' && sign is not ('’' or '‘' or '“' or '”' or '…') || sign is '-' or '/' or '|' or '\u00AD' or '\u00A0' or '«' or '»')
                return false;
            if (before == ' ' && !char.IsLetterOrDigit(sign) && sign is not ('“' or '‘' or '\'' or '"' or '('))
                return false;
            before = sign;
        }
        return true;
    }

    private static IEnumerable<int> BreaksOf(string line, string language)
    {
        _byLanguage ??= [];
        ref var iterator = ref CollectionsMarshal.GetValueRefOrAddDefault(_byLanguage, language, out _);
        iterator ??= BreakIterator.CreateLineInstance(new Locale(language));
        iterator.SetText(line);
        return [.. iterator.Boundaries.Where(at => at > 0)];
    }
}
