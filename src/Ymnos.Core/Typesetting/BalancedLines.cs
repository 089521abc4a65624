using System.Globalization;
using System.Runtime.InteropServices;

namespace Ymnos.Core.Typesetting;

/// <summary>A row of a wrapped line.</summary>
/// <param name="From">Index in the line of its first character.</param>
/// <param name="To">Index behind its last one.</param>
/// <param name="Width">In ems.</param>
public readonly record struct WrappedRow(int From, int To, double Width);

/// <summary>Wraps one line of words into rows.</summary>
public static class BalancedLines
{
    // A last row is lonely when it holds one word of less than this part of the measure.
    private const double LonelyPart = 0.22;

    /// <summary>
    /// The fewest rows that hold the line and, among the ways to break it into so many, the one whose rows are most even:
    /// the least sum of squares of what each is off the average. A last row of one short word costs half a square of the
    /// measure, so it happens only where nothing else fits.
    /// </summary>
    /// <param name="line">The words.</param>
    /// <param name="language">Decides, with the signs themselves, where a line may break.</param>
    /// <param name="letters">Measure them.</param>
    /// <param name="measure">Widest row allowed, in ems. A word that is wider by itself is parted between its characters.</param>
    public static IReadOnlyList<WrappedRow> Wrap(string line, string language, Lettering letters, double measure)
    {
        var width = letters.Width(line);
        if (width <= measure)
            return line.Length == 0 ? [] : [new(0, line.Length, width)];
        return Wrap(Whole(LineBreaks.Pieces(line, language, letters), line, letters, measure), measure);
    }

    internal static List<WrappedRow> Wrap(List<LinePiece> pieces, double measure)
    {
        if (pieces.Count == 0)
            return [];
        var rows = RowsAt(pieces, measure);
        var total = pieces.Sum(piece => piece.Width + piece.SpaceBefore);
        if (rows == 1)
            return [new(pieces[0].From, pieces[^1].To, total)];
        var average = total / rows;
        // One row more costs more than any unevenness can.
        var perRow = measure * measure * (pieces.Count + 2);
        var cost = new double[pieces.Count + 1];
        var begin = new int[pieces.Count + 1];
        for (var end = 1; end <= pieces.Count; end++)
        {
            cost[end] = double.PositiveInfinity;
            var width = -pieces[end - 1].SpaceBefore;
            for (var start = end - 1; start >= 0; start--)
            {
                width += pieces[start].Width + (start + 1 < end ? pieces[start + 1].SpaceBefore : pieces[end - 1].SpaceBefore);
                if (start < end - 1 && (width > measure + 1e-9 || pieces[start + 1].BeginsRow))
                    break;
                var off = average - width;
                var lonely = end == pieces.Count && start == end - 1 && width < LonelyPart * measure ? measure * measure / 2 : 0;
                var sum = cost[start] + perRow + (off * off) + lonely;
                if (sum < cost[end])
                    (cost[end], begin[end]) = (sum, start);
            }
        }
        var found = new List<WrappedRow>();
        for (var end = pieces.Count; end > 0; end = begin[end])
            found.Add(RowOf(pieces, begin[end], end));
        found.Reverse();
        return found;
    }

    /// <summary>How many rows the pieces take at the least.</summary>
    internal static int RowsAt(List<LinePiece> pieces, double measure)
    {
        if (pieces.Count == 0)
            return 0;
        var rows = 1;
        var width = pieces[0].Width;
        foreach (ref readonly var piece in CollectionsMarshal.AsSpan(pieces)[1..])
        {
            width += piece.SpaceBefore + piece.Width;
            if (width <= measure && !piece.BeginsRow)
                continue;
            rows++;
            width = piece.Width;
        }
        return rows;
    }

    /// <summary>The pieces, with those that no row can hold parted between characters as people see them (grapheme clusters, UAX #29).</summary>
    internal static List<LinePiece> Whole(List<LinePiece> pieces, string line, Lettering letters, double measure)
    {
        if (pieces.TrueForAll(piece => piece.Width <= measure))
            return pieces;
        var parted = new List<LinePiece>();
        foreach (var piece in pieces)
        {
            if (piece.Width <= measure)
                parted.Add(piece);
            else
                Part(piece, line, letters, measure, parted);
        }
        return parted;
    }

    private static WrappedRow RowOf(List<LinePiece> pieces, int start, int end)
    {
        var width = -pieces[start].SpaceBefore;
        for (var i = start; i < end; i++)
            width += pieces[i].SpaceBefore + pieces[i].Width;
        return new(pieces[start].From, pieces[end - 1].To, width);
    }

    private static void Part(LinePiece piece, string line, Lettering letters, double measure, List<LinePiece> parted)
    {
        var text = line[piece.From..piece.To];
        var elements = StringInfo.ParseCombiningCharacters(text);
        for (var from = 0; from < elements.Length;)
        {
            // Widths are nearly additive: guess by halving; one element always goes.
            int End(int count) => from + count < elements.Length ? elements[from + count] : text.Length;
            var (fits, tooMany) = (1, Math.Min(elements.Length - from, 400) + 1);
            while (tooMany - fits > 1)
            {
                var middle = (fits + tooMany) / 2;
                if (letters.Width(text.AsSpan(elements[from]..End(middle))) <= measure)
                    fits = middle;
                else
                    tooMany = middle;
            }
            var width = letters.Width(text.AsSpan(elements[from]..End(fits)));
            parted.Add(new(piece.From + elements[from], piece.From + End(fits), Math.Min(width, measure), from == 0 ? piece.SpaceBefore : 0, from > 0));
            from += fits;
        }
    }
}
