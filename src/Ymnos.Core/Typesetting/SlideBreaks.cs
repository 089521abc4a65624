namespace Ymnos.Core.Typesetting;

/// <summary>Divides the lines of a section between slides.</summary>
public static class SlideBreaks
{
    private const double PerSlide = 100;
    private const double PerCoupletBroken = 30;
    private const double PerLoneLine = 40;
    private const double PerRowUneven = 4;

    /// <summary>
    /// The division of least cost. A slide costs 100; one that begins in the middle of a couplet 30; one that holds a
    /// single line of several 40; and every slide four times the square of the rows it leaves empty. Fewer slides come
    /// first, then couplets and company, then evenness.
    /// </summary>
    /// <param name="rows">Rows each line takes, each from 1 to <paramref name="most"/>.</param>
    /// <param name="most">Rows a slide holds.</param>
    /// <returns>How many lines stand on each slide, in order.</returns>
    public static IReadOnlyList<int> Divide(IReadOnlyList<int> rows, int most)
    {
        if (rows.Count == 0)
            return [];
        var cost = new double[rows.Count + 1];
        var begin = new int[rows.Count + 1];
        for (var end = 1; end <= rows.Count; end++)
        {
            cost[end] = double.PositiveInfinity;
            var held = 0;
            for (var start = end - 1; start >= 0; start--)
            {
                held += rows[start];
                if (held > most)
                    break;
                var lone = end - start == 1 && rows.Count > 1 && rows[start] == 1 ? PerLoneLine : 0;
                var couplet = start % 2 == 1 && rows.Count % 2 == 0 ? PerCoupletBroken : 0;
                var total = cost[start] + PerSlide + lone + couplet + (PerRowUneven * (most - held) * (most - held));
                if (total < cost[end])
                    (cost[end], begin[end]) = (total, start);
            }
        }
        var slides = new List<int>();
        for (var end = rows.Count; end > 0; end = begin[end])
            slides.Add(end - begin[end]);
        slides.Reverse();
        return slides;
    }
}
