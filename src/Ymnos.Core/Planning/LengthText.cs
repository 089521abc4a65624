using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Planning;

/// <summary>Lengths as people write them.</summary>
public static partial class LengthText
{
    /// <summary>No entry is longer than this.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromHours(6);

    /// <summary>Reads <c>5:10</c>, <c>1:02:00</c>, <c>3'</c>, <c>3 min</c>, <c>90 s</c>, <c>2 h</c>; whole seconds, up to <see cref="Longest"/>.</summary>
    public static bool TryRead(string text, out TimeSpan length)
    {
        length = default;
        var match = Written().Match(text);
        if (!match.Success)
            return false;
        double seconds = match.Groups["s"].Success
            ? (Number(match, "h") * 3600) + (Number(match, "m") * 60) + Number(match, "s")
            : Number(match, "n") * match.Groups["unit"].Value.ToLowerInvariant() switch
            {
                "s" or "sec" or "seconds" => 1,
                "h" or "hours" or "hour" => 3600,
                _ => 60,
            };
        if (seconds > Longest.TotalSeconds)
            return false;
        length = TimeSpan.FromSeconds(seconds);
        return true;
    }

    /// <summary>Minutes and seconds, with hours from one hour on: 5:10, 1:02:00.</summary>
    public static string Write(TimeSpan length) => length.TotalHours >= 1
        ? string.Create(CultureInfo.InvariantCulture, $"{(int)length.TotalHours}:{length.Minutes:00}:{length.Seconds:00}")
        : string.Create(CultureInfo.InvariantCulture, $"{length.Minutes}:{length.Seconds:00}");

    private static double Number(Match match, string group) =>
        match.Groups[group].Success ? double.Parse(match.Groups[group].ValueSpan, CultureInfo.InvariantCulture) : 0;

    [GeneratedRegex(@"^\s*(?:(?:(?<h>\d{1,2}):)?(?<m>\d{1,3}):(?<s>[0-5]\d)|(?<n>\d{1,4})\s*(?<unit>'|′|m|min|mins|minutes|minute|s|sec|seconds|h|hours|hour))\s*$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Written();
}
