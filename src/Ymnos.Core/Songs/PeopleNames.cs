using System.Text.RegularExpressions;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs;

/// <summary>Lists of names as people type them.</summary>
public static partial class PeopleNames
{
    /// <summary>Names parted by commas, semicolons, slashes, "and", "et" or "&amp;", in order, each once.</summary>
    public static IReadOnlyList<string> Split(string typed) =>
        [.. Between().Split(CleanText.Line(typed)).Select(name => name.Trim(' ', '.', ':')).Where(name => name.Length > 0).Distinct()];

    [GeneratedRegex(@"\s*[,;/&]\s*|\s+(?:and|et)\s+", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Between();
}
