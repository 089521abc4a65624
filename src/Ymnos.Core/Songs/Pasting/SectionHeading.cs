using System.Collections.Frozen;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>A line that names a section instead of being sung.</summary>
/// <param name="Kind">What it names.</param>
/// <param name="Number">The number it gives, if any.</param>
/// <param name="Times">How often the section is sung here: 2 for "Chorus x2".</param>
/// <param name="Words">Words that follow the heading on its own line ("Refrain: Shine, shine"), or empty.</param>
public sealed partial record SectionHeading(SectionKind Kind, int? Number, int Times, string Words)
{
    /// <summary>Repeats beyond this are a slip of the pen.</summary>
    public const int MostTimes = 12;

    // English and French names as they stand in song sheets, folded; the short forms are the usual ones.
    private static readonly FrozenDictionary<string, SectionKind> Names = new Dictionary<string, SectionKind>
    {
        ["verse"] = SectionKind.Verse,
        ["vers"] = SectionKind.Verse,
        ["vs"] = SectionKind.Verse,
        ["v"] = SectionKind.Verse,
        ["stanza"] = SectionKind.Verse,
        ["couplet"] = SectionKind.Verse,
        ["strophe"] = SectionKind.Verse,
        ["chorus"] = SectionKind.Refrain,
        ["ch"] = SectionKind.Refrain,
        ["c"] = SectionKind.Refrain,
        ["refrain"] = SectionKind.Refrain,
        ["ref"] = SectionKind.Refrain,
        ["r"] = SectionKind.Refrain,
        ["choeur"] = SectionKind.Refrain,
        ["pre chorus"] = SectionKind.PreChorus,
        ["prechorus"] = SectionKind.PreChorus,
        ["pre refrain"] = SectionKind.PreChorus,
        ["prerefrain"] = SectionKind.PreChorus,
        ["pre"] = SectionKind.PreChorus,
        ["pc"] = SectionKind.PreChorus,
        ["p"] = SectionKind.PreChorus,
        ["bridge"] = SectionKind.Bridge,
        ["pont"] = SectionKind.Bridge,
        ["middle eight"] = SectionKind.Bridge,
        ["b"] = SectionKind.Bridge,
        ["interlude"] = SectionKind.Interlude,
        ["instrumental"] = SectionKind.Interlude,
        ["intro"] = SectionKind.Interlude,
        ["introduction"] = SectionKind.Interlude,
        ["turnaround"] = SectionKind.Interlude,
        ["i"] = SectionKind.Interlude,
        ["ending"] = SectionKind.Ending,
        ["outro"] = SectionKind.Ending,
        ["tag"] = SectionKind.Ending,
        ["coda"] = SectionKind.Ending,
        ["finale"] = SectionKind.Ending,
        ["final"] = SectionKind.Ending,
        ["fin"] = SectionKind.Ending,
        ["end"] = SectionKind.Ending,
        ["conclusion"] = SectionKind.Ending,
        ["e"] = SectionKind.Ending,
    }.ToFrozenDictionary();

    /// <summary>Reads a line as a heading. The line is trimmed; a longer line than any heading is refused at once.</summary>
    public static bool TryRead(string line, out SectionHeading heading)
    {
        heading = null!;
        if (line.Length is 0 or > 2000)
            return false;

        var framed = Framed().Match(line);
        var body = framed.Success ? framed.Groups["in"].Value : line;
        var after = framed.Success ? framed.Groups["after"].Value.Trim() : "";
        var marked = framed.Success;

        // "Refrain: Shine, shine" keeps its words; a bare name keeps none.
        var words = "";
        if (!framed.Success && body.IndexOf(':', StringComparison.Ordinal) is >= 0 and < 40 and var colon)
        {
            words = body[(colon + 1)..].Trim();
            body = body[..colon];
            marked = true;
        }
        if (body.Length > 60)
            return false;

        var times = 1;
        if (TimesIn(after) is { } afterTimes)
            (times, after) = (afterTimes, "");
        if (TimesIn(words) is { } wordsTimes)
            (times, words) = (wordsTimes, "");
        if (after.TrimStart(':', '-', '.').Trim() is { Length: > 0 } rest)
        {
            // "[Refrain] Shine, shine": only square brackets and braces promise a heading.
            if (line[0] is not ('[' or '{'))
                return false;
            words = rest;
        }

        if (OwnKind().Match(body.Trim()) is { Success: true } own && OwnSectionKind.IsFree(own.Groups["letter"].ValueSpan[0]))
        {
            heading = new((SectionKind)own.Groups["letter"].ValueSpan[0],
                own.Groups["number"].Success ? int.Parse(own.Groups["number"].ValueSpan, CultureInfo.InvariantCulture) : null, times, words);
            return heading.Number is null or (>= 1 and <= SectionMark.HighestNumber);
        }
        var named = Named().Match(body.Trim());
        if (!named.Success || !Names.TryGetValue(FoldedText.Of(named.Groups["name"].Value), out var kind))
            return false;

        int? number = null;
        if (named.Groups["number"] is { Success: true } typed)
        {
            var read = int.TryParse(typed.Value, NumberStyles.None, CultureInfo.InvariantCulture, out var plain) ? plain : Roman(typed.Value);
            if (read is < 1 or > SectionMark.HighestNumber)
                return false;
            number = read;
        }
        var repeat = named.Groups["repeat"].Success;
        if (named.Groups["times"].Success && TimesIn(named.Groups["times"].Value) is { } namedTimes)
            times = namedTimes;

        // A single letter is a heading only when something says so: "R:", "[R]", "V1".
        if (named.Groups["name"].Value.Length == 1 && !marked && number is null && !repeat)
            return false;

        // "C7" and "B9" by themselves are chords; nobody has seven refrains.
        if (named.Groups["name"].Value is [not ('v' or 'V')] && !marked && number > 4)
            return false;

        heading = new SectionHeading(kind, number, times, words);
        return true;
    }

    /// <summary>"x2", "2x", "(x 2)", "×3", "bis", "twice": how many times, or nothing.</summary>
    public static int? TimesIn(string text)
    {
        var match = OnlyTimes().Match(text);
        if (!match.Success)
            return null;
        if (!match.Groups["n"].Success)
            return match.Groups["ter"].Success ? 3 : 2;
        return int.Parse(match.Groups["n"].Value, CultureInfo.InvariantCulture) is >= 1 and <= MostTimes and var times ? times : null;
    }

    private static int Roman(string text)
    {
        var total = 0;
        var before = int.MaxValue;
        foreach (var c in text.ToUpperInvariant())
        {
            var value = c switch { 'I' => 1, 'V' => 5, 'X' => 10, _ => 0 };
            total += value > before ? value - (2 * before) : value;
            before = value;
        }
        return total;
    }

    [GeneratedRegex(@"^(?:\[(?<in>[^\[\]]{1,60})\]|\((?<in>[^()]{1,60})\)|\{(?<in>[^{}]{1,60})\}|<(?<in>[^<>]{1,60})>|\*{1,3}(?<in>[^*]{1,60})\*{1,3}|_{1,2}(?<in>[^_]{1,60})_{1,2}|#{1,4}\s*(?<in>[^#]{1,60})#*|[-–—=~]{1,4}\s*(?<in>[^-–—=~]{1,60}?)\s*[-–—=~]{1,4})(?<after>.*)$", RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex Framed();

    [GeneratedRegex(@"^(?<repeat>(?:repeat|repeter|répéter|back to|retour au|au|the|le)\s+)*(?<name>\p{L}+(?:[\s\-‐‑–]+\p{L}{5,})?)\.?\s*(?:(?:no\.?|n°|\#)?\s*(?<number>\d{1,3}|[ivxIVX]{1,5}(?![\p{L}])))?\s*[.:)]?\s*(?<times>\(?\s*(?:[x×]\s*\d{1,2}|\d{1,2}\s*[x×]|bis|ter|twice|repeat)\s*\)?)?\s*:?$", RegexOptions.CultureInvariant | RegexOptions.IgnoreCase)]
    private static partial Regex Named();

    // The heading that is written for a congregation's own kind.
    [GeneratedRegex(@"^[Ss]ection (?<letter>[A-Z])(?: (?<number>\d{1,3}))?$", RegexOptions.CultureInvariant)]
    private static partial Regex OwnKind();

    [GeneratedRegex(@"^\s*[(\[]?\s*(?:[x×]\s*(?<n>\d{1,2})|(?<n>\d{1,2})\s*[x×]|bis|(?<ter>ter)|twice|deux fois)\s*[)\]]?\s*$", RegexOptions.CultureInvariant | RegexOptions.IgnoreCase)]
    private static partial Regex OnlyTimes();
}
