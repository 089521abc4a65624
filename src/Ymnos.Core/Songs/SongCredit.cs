using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs;

/// <summary>What a person did for a song.</summary>
public enum SongPart
{
    Words,
    Music,
    Arrangement,
    Translation,
}

/// <summary>A person and their part in a song.</summary>
public sealed partial record SongCredit(SongPart Part, string Name)
{
    /// <summary>Year of birth, where known.</summary>
    public int? Born { get; init; }

    /// <summary>Year of death, where known; the term of copyright is counted from it.</summary>
    public int? Died { get; init; }

    /// <summary>The name with the years of life: "Elias Corran (1848–1911)", "Odile Tranter (1961–)".</summary>
    public string NameAndYears => (Born, Died) switch
    {
        (null, null) => Name,
        (null, var died) => $"{Name} (–{died})",
        var (born, died) => $"{Name} ({born}–{died})",
    };

    /// <summary>Reads a name that years of life may follow in brackets.</summary>
    public static SongCredit Read(SongPart part, string typed)
    {
        var match = Years().Match(typed);
        return !match.Success ? new(part, typed) : new(part, match.Groups["name"].Value) { Born = Year("born"), Died = Year("died") };

        int? Year(string group) => match.Groups[group] is { Length: > 0 } year ? int.Parse(year.ValueSpan, CultureInfo.InvariantCulture) : null;
    }

    [GeneratedRegex(@"^(?<name>.*\S)\s*\((?:(?<born>1\d{3}|20\d\d)\s*[-–]\s*(?<died>1\d{3}|20\d\d)?|[-–†]\s*(?<died>1\d{3}|20\d\d))\)$", RegexOptions.CultureInvariant)]
    private static partial Regex Years();

    /// <summary>
    /// Credits as they stand in print: "words &amp; music Odile Tranter", or "words A, B · music C". People who did
    /// both words and music are named once.
    /// </summary>
    public static string Written(IReadOnlyList<SongCredit> credits)
    {
        var byPerson = credits.GroupBy(credit => credit.Name).Select(person =>
            (Name: person.Key, Parts: person.Select(credit => credit.Part).Distinct().Order().ToList()));
        return string.Join(" · ", byPerson
            .GroupBy(person => string.Join(" & ", person.Parts.Select(InPrint)))
            .Select(same => $"{same.Key} {string.Join(", ", same.Select(person => person.Name))}"));

        static string InPrint(SongPart part) => part switch
        {
            SongPart.Words => "words",
            SongPart.Music => "music",
            SongPart.Arrangement => "arrangement",
            _ => "translation",
        };
    }
}

/// <summary>The place of a song in a published or home-made book of songs.</summary>
/// <param name="Songbook">The book's name.</param>
/// <param name="Number">As printed: usually a number, sometimes <c>214b</c>.</param>
public sealed record SongbookEntry(string Songbook, string Number)
{
    /// <summary>Reads "Quayside Hymns 214" or "Quayside Hymns no. 214": the last word is the number.</summary>
    public static bool TryRead(string line, out SongbookEntry entry)
    {
        entry = new("", "");
        var words = line.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        if (words is not [.., var number] || words.Length < 2 || !number.Any(char.IsAsciiDigit) || number.Length > 12)
            return false;
        var name = words[..^1];
        if (name.Length > 1 && name[^1].ToUpperInvariant() is "NO." or "NO" or "NR" or "NR." or "N°" or "#")
            name = name[..^1];
        entry = new(string.Join(' ', name).TrimEnd(','), number.TrimStart('#'));
        return true;
    }

    public override string ToString() => $"{Songbook} {Number}";
}
