using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs;

/// <summary>The languages a wording can be in, each under its BCP 47 tag and its own name.</summary>
public static partial class WordingLanguage
{
    private static readonly Dictionary<string, string> Names = new()
    {
        ["en"] = "English",
        ["fr"] = "Français",
        ["uk"] = "Українська",
        ["fa"] = "فارسی",
        ["de"] = "Deutsch",
        ["es"] = "Español",
        ["pt"] = "Português",
        ["it"] = "Italiano",
        ["nl"] = "Nederlands",
        ["pl"] = "Polski",
        ["ro"] = "Română",
        ["ru"] = "Русский",
        ["el"] = "Ελληνικά",
        ["ar"] = "العربية",
        ["he"] = "עברית",
        ["sw"] = "Kiswahili",
        ["la"] = "Latina",
        ["zh"] = "中文",
        ["hi"] = "हिन्दी",
        ["am"] = "አማርኛ",
        ["th"] = "ไทย",
        ["vi"] = "Tiếng Việt",
        ["ko"] = "한국어",
        ["ja"] = "日本語",
    };

    /// <summary>Tag and own name, in the order they are offered.</summary>
    public static IEnumerable<KeyValuePair<string, string>> All => Names;

    /// <summary>Whether the language is one of those that are offered.</summary>
    public static bool IsOffered(string tag) => Names.ContainsKey(tag);

    /// <summary>Whether a text has the form of a language tag: a language of two or three letters, then parts of two to eight (RFC 5646).</summary>
    public static bool IsTag(string tag) => tag.Length <= 35 && Tag().IsMatch(tag);

    /// <summary>The language's own name, or the tag where it is not one of ours.</summary>
    public static string NameOf(string tag) => Names.TryGetValue(tag, out var name) ? name
        : tag.EndsWith(Latin, StringComparison.Ordinal) && Names.TryGetValue(tag[..^Latin.Length], out var written) ? $"{written} in Latin letters"
        : tag.Split('-') is [var language, ..] && Names.TryGetValue(language, out var near) ? $"{near} ({tag})" : tag;

    /// <summary>Whether the language is written from right to left (Unicode bidirectional class R or AL).</summary>
    public static bool IsRightToLeft(string tag) => !tag.EndsWith(Latin, StringComparison.Ordinal) && tag.Split('-')[0] is "fa" or "ar" or "he" or "ur" or "yi";

    /// <summary>The tag of the same language in Latin letters (ISO 15924 script code).</summary>
    public static string InLatinLetters(string tag) => tag.Split('-')[0] + Latin;

    private const string Latin = "-Latn";

    [GeneratedRegex("^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,4}$", RegexOptions.CultureInvariant)]
    private static partial Regex Tag();
}
