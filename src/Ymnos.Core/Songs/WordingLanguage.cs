namespace Ymnos.Core.Songs;

/// <summary>The languages a wording can be in, each under its BCP 47 tag and its own name.</summary>
public static class WordingLanguage
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
        ["ko"] = "한국어",
        ["ja"] = "日本語",
    };

    /// <summary>Tag and own name, in the order they are offered.</summary>
    public static IEnumerable<KeyValuePair<string, string>> All => Names;

    public static bool IsTag(string tag) => Names.ContainsKey(tag);

    /// <summary>The language's own name, or the tag where it is not one of ours.</summary>
    public static string NameOf(string tag) => Names.GetValueOrDefault(tag, tag);

    /// <summary>Whether the language is written from right to left (Unicode bidirectional class R or AL).</summary>
    public static bool IsRightToLeft(string tag) => tag is "fa" or "ar" or "he";
}
