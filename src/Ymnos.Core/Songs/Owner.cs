using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs;

/// <summary>The kind of right a share is of.</summary>
public enum RightKind
{
    /// <summary>Words and music alike.</summary>
    Work,
    Words,
    Music,
}

/// <summary>Somebody who owns a part of a song.</summary>
/// <param name="Name">The owner: a publisher or a person.</param>
/// <param name="Kind">What the share is of.</param>
/// <param name="Share">Percent with up to two decimals, above 0 and up to 100; nothing where it is not known.</param>
public sealed partial record Owner(string Name, RightKind Kind, decimal? Share)
{
    /// <summary>Reads "Tidewrack Songs 60 %", "O. Tranter 40 % words", "Gannet &amp; Vane". The share is above 0 and at most 100.</summary>
    public static bool TryRead(string line, out Owner owner)
    {
        owner = new("", RightKind.Work, null);
        var match = Typed().Match(line);
        if (!match.Success)
            return false;
        decimal? share = null;
        if (match.Groups["share"].Success)
        {
            if (!decimal.TryParse(match.Groups["share"].Value.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var read) || read is <= 0 or > 100)
                return false;
            share = Math.Round(read, 2);
        }
        owner = new(match.Groups["name"].Value.TrimEnd(' ', ','), match.Groups["kind"].Value.ToUpperInvariant() switch
        {
            "WORDS" => RightKind.Words,
            "MUSIC" => RightKind.Music,
            _ => RightKind.Work,
        }, share);
        return owner.Name.Length > 0;
    }

    /// <summary>As it is typed.</summary>
    public override string ToString() => Name
        + (Share is { } share ? string.Create(CultureInfo.InvariantCulture, $" {share:0.##} %") : "")
        + Kind switch { RightKind.Words => " words", RightKind.Music => " music", _ => "" };

    /// <summary>
    /// The kinds of right whose known shares do not make 100 %, with what they make. A share of the work counts for words
    /// and for music. Nothing is said while a share is unknown.
    /// </summary>
    public static IEnumerable<(RightKind Kind, decimal Total)> NotWhole(IReadOnlyCollection<Owner> owners)
    {
        if (owners.Count == 0 || owners.Any(owner => owner.Share is null))
            yield break;
        if (owners.All(owner => owner.Kind == RightKind.Work))
        {
            if (owners.Sum(owner => owner.Share!.Value) is var whole && whole != 100)
                yield return (RightKind.Work, whole);
            yield break;
        }
        foreach (var kind in (RightKind[])[RightKind.Words, RightKind.Music])
        {
            var total = owners.Where(owner => owner.Kind == kind || owner.Kind == RightKind.Work).Sum(owner => owner.Share!.Value);
            if (total != 100)
                yield return (kind, total);
        }
    }

    [GeneratedRegex(@"^(?<name>.*?\S)(?:[\s,]+(?<share>\d{1,3}(?:[.,]\d{1,2})?)\s*%)?(?:\s+(?:of\s+(?:the\s+)?)?(?<kind>words|music|work))?$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Typed();
}
