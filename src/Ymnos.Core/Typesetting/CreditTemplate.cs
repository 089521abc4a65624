using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Typesetting;

/// <summary>The words that a credit line is put together from. What is not known is empty.</summary>
public sealed record CreditFacts
{
    public string Title { get; init; } = "";

    /// <summary>Who wrote it, as in print; with <see cref="PeopleShort"/> for when there is no room.</summary>
    public string People { get; init; } = "";

    /// <summary>The first of them, "and others".</summary>
    public string PeopleShort { get; init; } = "";

    public string Year { get; init; } = "";

    public string Holder { get; init; } = "";

    public string Administrator { get; init; } = "";

    /// <summary>The congregation's licence numbers.</summary>
    public string Licence { get; init; } = "";

    /// <summary>The translations on the slide: "Français: Odile Tranter, © 2019 Outer Isles Press".</summary>
    public string Translations { get; init; } = "";

    /// <summary>The version of scripture.</summary>
    public string Version { get; init; } = "";

    /// <summary>The version's notice, as its owner words it.</summary>
    public string Notice { get; init; } = "";
}

/// <summary>
/// A credit line is written by a template: parts divided by "·", fields in braces. A part all of whose fields are empty
/// falls away whole, with the words around them.
/// </summary>
public static partial class CreditTemplate
{
    public const string Usual = "{title} · {people} · © {year} {holder} · {administrator} · {translations} · {version} · {notice} · {licence}";

    public const int Longest = 400;

    private static readonly Dictionary<string, Func<CreditFacts, string>> Fields = new()
    {
        ["title"] = facts => facts.Title,
        ["people"] = facts => facts.People,
        ["year"] = facts => facts.Year,
        ["holder"] = facts => facts.Holder,
        ["administrator"] = facts => facts.Administrator,
        ["licence"] = facts => facts.Licence,
        ["translations"] = facts => facts.Translations,
        ["version"] = facts => facts.Version,
        ["notice"] = facts => facts.Notice,
    };

    // What goes first when there is no room: what the fewest ask after. Year, holder, licence and a version's notice are
    // what rights owners ask for, and stay.
    private static readonly string[] GoFirst = ["administrator", "version"];

    /// <summary>The fields by name, as a page offers them.</summary>
    public static IReadOnlyCollection<string> FieldNames => Fields.Keys;

    /// <summary>What is wrong with a template.</summary>
    public static IEnumerable<string> Problems(string template)
    {
        if (template.Length > Longest)
            yield return $"A credit line's template has at most {Longest} characters.";
        foreach (var unknown in Field().Matches(template).Select(match => match.Groups["name"].Value).Where(name => !Fields.ContainsKey(name)).Distinct())
            yield return $"There is no field {{{unknown}}}. Fields: {string.Join(", ", Fields.Keys)}.";
    }

    /// <summary>
    /// The line whole, and then ever shorter: people by the first of them; then without the administrator; then without
    /// the version's name; last with the title cut at a word. What is still too long after that is cut at its end.
    /// </summary>
    public static IEnumerable<string> From(string template, CreditFacts facts)
    {
        yield return Fill(template, facts);
        if (facts.PeopleShort.Length > 0 && facts.PeopleShort.Length < facts.People.Length)
            yield return Fill(template, facts = facts with { People = facts.PeopleShort });
        foreach (var field in GoFirst)
            if (Fields[field](facts).Length > 0)
                yield return Fill(template, facts = field == "administrator" ? facts with { Administrator = "" } : facts with { Version = "" });
        while (facts.Title.LastIndexOf(' ') is > 0 and var cut)
            yield return Fill(template, facts with { Title = (facts = facts with { Title = facts.Title[..cut] }).Title.TrimEnd(',', ';', ':') + "…" });
    }

    private static string Fill(string template, CreditFacts facts) => string.Join(" · ", template.Split('·').Select(part =>
    {
        var fields = Field().Matches(part);
        if (fields.Count > 0 && fields.All(field => Value(field) is ""))
            return "";
        return Spaces().Replace(Field().Replace(part, Value), " ").Trim();

        string Value(Match field) => Fields.TryGetValue(field.Groups["name"].Value, out var read) ? read(facts) : "";
    }).Where(part => part.Length > 0));

    [GeneratedRegex(@"\{(?<name>[^{}]*)\}", RegexOptions.CultureInvariant)]
    private static partial Regex Field();

    [GeneratedRegex(" {2,}")]
    private static partial Regex Spaces();
}
