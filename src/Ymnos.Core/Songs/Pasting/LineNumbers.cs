using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>Finds the numbers that an edition prints beside its lines, and takes them off.</summary>
internal static partial class LineNumbers
{
    /// <summary>
    /// Blanks the line numbers in place. Numbers count as line numbers when every one of them says how many lines have
    /// come before it (counted over the text or from the top of a stanza), at the front of the line or at its end, and
    /// there are at least two of them inside stanzas. The number of a stanza, which stands before its first line only, is not one.
    /// </summary>
    public static void Strip(string[] lines, Func<string, bool> isSung)
    {
        foreach (var pattern in (ReadOnlySpan<Regex>)[Front(), Back()])
        {
            var found = Matches(lines, isSung, pattern);
            if (found.Count(line => !line.OpensStanza) < 2 || !(Fits(found, line => line.InText) || Fits(found, line => line.InStanza)))
                continue;
            foreach (var line in found)
                lines[line.At] = line.Without;
        }
    }

    private static bool Fits(List<Numbered> found, Func<Numbered, int> count) => found.TrueForAll(line => line.Number == count(line));

    private static List<Numbered> Matches(string[] lines, Func<string, bool> isSung, Regex pattern)
    {
        var found = new List<Numbered>();
        var (inText, inStanza) = (0, 0);
        for (var i = 0; i < lines.Length; i++)
        {
            if (string.IsNullOrWhiteSpace(lines[i]))
                inStanza = 0;
            if (!isSung(lines[i]))
                continue;
            inText++;
            inStanza++;
            var match = pattern.Match(lines[i]);
            if (match.Success && int.TryParse(match.Groups["n"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var number))
                found.Add(new(i, number, inText, inStanza, match.Groups["words"].Value, inStanza == 1));
        }
        return found;
    }

    private sealed record Numbered(int At, int Number, int InText, int InStanza, string Without, bool OpensStanza);

    [GeneratedRegex(@"^\s*(?<n>\d{1,4})[.):]?\s+(?<words>\S.*)$", RegexOptions.CultureInvariant)]
    private static partial Regex Front();

    [GeneratedRegex(@"^(?<words>.*\S)\s{2,}(?<n>\d{1,4})\s*$", RegexOptions.CultureInvariant | RegexOptions.RightToLeft)]
    private static partial Regex Back();
}
