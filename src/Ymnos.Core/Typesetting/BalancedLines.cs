using System.Globalization;
using System.Runtime.InteropServices;

namespace Ymnos.Core.Typesetting;

/// <summary>Wraps one line of words into rows.</summary>
public static class BalancedLines
{
    /// <summary>
    /// The fewest rows that hold the line, as even in width as those rows can be: first the words are filled in
    /// greedily, which gives the least number of rows; then the narrowest measure at which that number still suffices
    /// is found, and the words are filled in at that measure.
    /// </summary>
    /// <param name="line">Words parted by single spaces.</param>
    /// <param name="face">Measures them.</param>
    /// <param name="measure">Widest row allowed, in ems. A word that is wider by itself is parted between its characters.</param>
    public static IReadOnlyList<string> Wrap(string line, Typeface face, double measure)
    {
        if (face.Width(line) <= measure)
            return [line];
        var words = Words(line, face, measure);
        var fewest = Fill(words, face.Space, measure);
        if (fewest.Count == 1)
            return [Row(words, fewest[0])];
        var (narrow, wide) = (words.Max(word => word.Width), measure);
        // Twelve halvings bring the measure within a thousandth of an em.
        for (var i = 0; i < 12; i++)
        {
            var middle = (narrow + wide) / 2;
            if (RowsAt(words, face.Space, middle) <= fewest.Count)
                wide = middle;
            else
                narrow = middle;
        }
        return [.. Fill(words, face.Space, wide).Select(row => Row(words, row))];
    }

    private readonly record struct Word(string Text, double Width, bool JoinsBefore);

    private static List<Word> Words(string line, Typeface face, double measure)
    {
        var words = new List<Word>();
        foreach (var text in line.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var width = face.Width(text);
            if (width <= measure)
                words.Add(new(text, width, false));
            else
                AddParted(words, text, face, measure);
        }
        return words;
    }

    /// <summary>Parts a word that no row can hold, between characters as people see them (grapheme clusters, UAX #29).</summary>
    private static void AddParted(List<Word> words, string text, Typeface face, double measure)
    {
        var joins = false;
        var elements = StringInfo.ParseCombiningCharacters(text);
        for (var from = 0; from < elements.Length;)
        {
            // Widths are nearly additive: guess by doubling, then step back to what fits. One element always goes.
            int Next(int count) => from + count < elements.Length ? elements[from + count] : text.Length;
            var (fits, tooMany) = (1, Math.Min(elements.Length - from, 400) + 1);
            while (tooMany - fits > 1)
            {
                var middle = (fits + tooMany) / 2;
                if (face.Shape(text.AsSpan(elements[from]..Next(middle))) <= measure)
                    fits = middle;
                else
                    tooMany = middle;
            }
            var piece = text[elements[from]..Next(fits)];
            words.Add(new(piece, Math.Min(face.Shape(piece), measure), joins));
            joins = true;
            from += fits;
        }
    }

    /// <summary>How many rows <see cref="Fill"/> would give, without making them.</summary>
    private static int RowsAt(List<Word> words, double space, double measure)
    {
        var rows = 1;
        var width = words[0].Width;
        foreach (ref readonly var word in CollectionsMarshal.AsSpan(words)[1..])
        {
            width += space + word.Width;
            if (width <= measure && !word.JoinsBefore)
                continue;
            rows++;
            width = word.Width;
        }
        return rows;
    }

    private static List<Range> Fill(List<Word> words, double space, double measure)
    {
        var rows = new List<Range>();
        var start = 0;
        var width = 0.0;
        for (var i = 0; i < words.Count; i++)
        {
            var with = i == start ? words[i].Width : width + space + words[i].Width;
            // Pieces of one parted word never share a row: between them there is no space to break or to paint.
            if (i > start && (with > measure || words[i].JoinsBefore))
            {
                rows.Add(start..i);
                start = i;
                with = words[i].Width;
            }
            width = with;
        }
        if (start < words.Count)
            rows.Add(start..words.Count);
        return rows;
    }

    private static string Row(List<Word> words, Range row) =>
        string.Join(' ', words[row].Select(word => word.Text));
}
