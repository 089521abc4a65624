using System.Globalization;
using System.Text.RegularExpressions;
using Ymnos.Core.Songs;

namespace Ymnos.Formats.OpenLyrics;

/// <summary>Names of sections in OpenLyrics: v1, c, p2, b, e, i, o; a letter behind parts one over several slides (v1a, v1b).</summary>
internal static partial class VerseName
{
    /// <param name="name">As the file has it.</param>
    /// <param name="mark">The section.</param>
    /// <param name="goesOn">Whether it is the second or a later part of its section.</param>
    public static bool TryRead(string name, out SectionMark mark, out bool goesOn)
    {
        mark = default;
        goesOn = false;
        var match = Name().Match(name.Trim());
        if (!match.Success)
            return false;
        var number = match.Groups["number"].Length > 0 ? int.Parse(match.Groups["number"].ValueSpan, CultureInfo.InvariantCulture) : 1;
        if (number is < 1 or > SectionMark.HighestNumber)
            return false;
        goesOn = match.Groups["part"].Value is { Length: > 0 } part && part is not ("a" or "A");
        mark = new SectionMark(char.ToLowerInvariant(match.Groups["kind"].ValueSpan[0]) switch
        {
            'v' => SectionKind.Verse,
            'c' => SectionKind.Refrain,
            'p' => SectionKind.PreChorus,
            'b' => SectionKind.Bridge,
            'e' => SectionKind.Ending,
            'i' => SectionKind.Interlude,
            var other => (SectionKind)char.ToUpperInvariant(other),
        }, number);
        return true;
    }

    public static string Of(SectionMark mark) => (mark.Kind switch
    {
        SectionKind.Verse => "v",
        SectionKind.Refrain => "c",
        var kind => char.ToLowerInvariant((char)kind).ToString(),
    }) + (mark.Kind == SectionKind.Verse || mark.Number > 1 ? mark.Number.ToString(CultureInfo.InvariantCulture) : "");

    [GeneratedRegex("^(?<kind>[a-zA-Z])(?<number>[0-9]{0,3})(?<part>[a-zA-Z]?)$", RegexOptions.CultureInvariant)]
    private static partial Regex Name();
}
