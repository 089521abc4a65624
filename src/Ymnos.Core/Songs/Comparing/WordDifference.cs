using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs.Comparing;

/// <summary>What became of a stretch of text between two states.</summary>
public enum Change
{
    Same,
    Gone,
    New,
}

/// <summary>Differences between two texts, word by word.</summary>
public static partial class WordDifference
{
    // Far more than any song: beyond this the table would cost more than it tells.
    private const long LargestTable = 4_000_000;

    /// <summary>
    /// Both texts as one run of stretches. The stretches that are not new make the old text, those that are not gone the new
    /// one. Words, white space and signs are compared as they stand; the longest common run is kept.
    /// </summary>
    public static IReadOnlyList<(string Text, Change Change)> Between(string before, string after)
    {
        var (a, b) = (Pieces(before), Pieces(after));
        var head = 0;
        while (head < a.Length && head < b.Length && a[head] == b[head])
            head++;
        var tail = 0;
        while (tail < a.Length - head && tail < b.Length - head && a[^(tail + 1)] == b[^(tail + 1)])
            tail++;
        var stretches = new List<(string, Change)>();
        Append(stretches, a[..head], Change.Same);
        Middle(a[head..(a.Length - tail)], b[head..(b.Length - tail)], stretches);
        Append(stretches, a[(a.Length - tail)..], Change.Same);
        return stretches;
    }

    private static void Middle(string[] a, string[] b, List<(string, Change)> stretches)
    {
        if ((long)a.Length * b.Length > LargestTable)
        {
            Append(stretches, a, Change.Gone);
            Append(stretches, b, Change.New);
            return;
        }
        var common = new int[a.Length + 1, b.Length + 1];
        for (var i = a.Length - 1; i >= 0; i--)
            for (var j = b.Length - 1; j >= 0; j--)
                common[i, j] = a[i] == b[j] ? common[i + 1, j + 1] + 1 : Math.Max(common[i + 1, j], common[i, j + 1]);
        for (int i = 0, j = 0; i < a.Length || j < b.Length;)
        {
            if (i < a.Length && j < b.Length && a[i] == b[j])
            {
                Append(stretches, [a[i]], Change.Same);
                (i, j) = (i + 1, j + 1);
            }
            else if (i < a.Length && (j == b.Length || common[i + 1, j] >= common[i, j + 1]))
                Append(stretches, [a[i++]], Change.Gone);
            else
                Append(stretches, [b[j++]], Change.New);
        }
    }

    private static void Append(List<(string Text, Change Change)> stretches, string[] pieces, Change change)
    {
        if (pieces.Length == 0)
            return;
        var text = string.Concat(pieces);
        if (stretches.Count > 0 && stretches[^1].Change == change)
            stretches[^1] = (stretches[^1].Text + text, change);
        else
            stretches.Add((text, change));
    }

    private static string[] Pieces(string text) => [.. Piece().Matches(text).Select(match => match.Value)];

    [GeneratedRegex(@"[\p{L}\p{M}\p{N}'’]+|\s|.", RegexOptions.Singleline | RegexOptions.CultureInvariant)]
    private static partial Regex Piece();
}
