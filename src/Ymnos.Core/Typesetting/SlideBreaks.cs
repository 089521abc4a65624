namespace Ymnos.Core.Typesetting;

/// <summary>What the division of a section has to know of one of its pieces: a line, or a part of a long one.</summary>
/// <param name="Line">Index of the line it belongs to.</param>
/// <param name="Rows">Rows it takes in the first language.</param>
/// <param name="EndsSentence">Whether a sentence ends with it.</param>
public readonly record struct BreakPiece(int Line, int Rows, bool EndsSentence);

/// <summary>Divides the pieces of a section between slides.</summary>
public static class SlideBreaks
{
    private const double PerSlide = 100;
    private const double PerCoupletBroken = 30;
    private const double PerLoneLine = 40;
    private const double PerSentenceBroken = 10;
    private const double PerRowUneven = 4;

    // A slide with room to spare is as empty as one of this many rows; more rows than this are rare.
    private const int RowsCounted = 4;

    /// <summary>
    /// The division of least cost. A slide costs 100; one that begins in the middle of a couplet 30; one that holds a
    /// single line of several 40; one that ends inside a sentence 10; and every slide 4 × (4 × the part of it left
    /// empty)². So fewer slides come first, then couplets and company, then evenness, then sentences.
    /// </summary>
    /// <param name="pieces">In order.</param>
    /// <param name="fullness">
    /// How full a slide is with the pieces from one index to before another: over 1 they do not fit. It never falls as
    /// pieces are added, and a single piece is taken whatever it says.
    /// </param>
    /// <returns>How many pieces stand on each slide, in order.</returns>
    public static IReadOnlyList<int> Divide(IReadOnlyList<BreakPiece> pieces, Func<int, int, double> fullness)
    {
        if (pieces.Count == 0)
            return [];
        // One slide, however empty, costs less than any two.
        if (pieces.Count == 1 || fullness(0, pieces.Count) <= 1)
            return [pieces.Count];
        var lines = pieces[^1].Line - pieces[0].Line + 1;
        var cost = new double[pieces.Count + 1];
        var begin = new int[pieces.Count + 1];
        for (var end = 1; end <= pieces.Count; end++)
        {
            cost[end] = double.PositiveInfinity;
            var broken = end < pieces.Count && !pieces[end - 1].EndsSentence ? PerSentenceBroken : 0;
            for (var start = end - 1; start >= 0; start--)
            {
                var full = fullness(start, end);
                if (full > 1 && start < end - 1)
                    break;
                var lone = pieces[start].Line == pieces[end - 1].Line && pieces[start].Rows == 1 && end - start == 1 && lines > 1 ? PerLoneLine : 0;
                var couplet = (pieces[start].Line - pieces[0].Line) % 2 == 1 && lines % 2 == 0 ? PerCoupletBroken : 0;
                var empty = RowsCounted * Math.Max(0, 1 - full);
                var total = cost[start] + PerSlide + lone + couplet + broken + (PerRowUneven * empty * empty);
                if (total < cost[end])
                    (cost[end], begin[end]) = (total, start);
            }
        }
        var slides = new List<int>();
        for (var end = pieces.Count; end > 0; end = begin[end])
            slides.Add(end - begin[end]);
        slides.Reverse();
        return slides;
    }

    /// <summary>Whether a line ends a sentence, or a clause that stands as well as one.</summary>
    public static bool EndsSentence(string line)
    {
        var end = line.AsSpan().TrimEnd("\"'”’») ");
        return end.Length > 0 && end[^1] is '.' or '!' or '?' or ';' or '…' or '。' or '！' or '？' or '؟' or '।' or '።' or '؛';
    }
}
