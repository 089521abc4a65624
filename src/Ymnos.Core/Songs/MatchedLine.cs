using System.Collections.Immutable;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs;

/// <summary>A stretch of text with the words in it that were looked for.</summary>
/// <param name="Text">The text as it stands in the song.</param>
/// <param name="Matches">The words that matched, from left to right, without overlap.</param>
public sealed record MatchedLine(string Text, ImmutableArray<Range> Matches)
{
    /// <summary>Marks the words of a text that begin with one of the folded words, or are one of the near ones.</summary>
    public static MatchedLine Of(string text, IReadOnlyCollection<string> beginnings) =>
        new(text, [.. FoldedText.Words(text).Where(word => beginnings.Any(beginning => word.Folded.StartsWith(beginning, StringComparison.Ordinal))).Select(word => word.Place)]);

    /// <summary>The line in which most of what was looked for stands, if any does; of several the first.</summary>
    public static MatchedLine? Best(IReadOnlyList<string> lines, IReadOnlyCollection<string> beginnings)
    {
        if (beginnings.Count == 0)
            return null;
        // Folding is what costs: lines that hold a word letter by letter are looked at first, and nearly always one of them will do.
        var likely = lines.Where(line => beginnings.Any(beginning => line.Contains(beginning, StringComparison.OrdinalIgnoreCase)));
        return BestOf(likely, beginnings) ?? BestOf(lines, beginnings);
    }

    private static MatchedLine? BestOf(IEnumerable<string> lines, IReadOnlyCollection<string> beginnings)
    {
        string? best = null;
        var most = 0;
        foreach (var line in lines)
        {
            var folded = FoldedText.Words(line).Select(word => word.Folded).ToList();
            var count = beginnings.Count(beginning => folded.Exists(word => word.StartsWith(beginning, StringComparison.Ordinal)));
            if (count <= most)
                continue;
            (best, most) = (line, count);
            if (most == beginnings.Count)
                break;
        }
        return best is null ? null : Of(best, beginnings);
    }
}
