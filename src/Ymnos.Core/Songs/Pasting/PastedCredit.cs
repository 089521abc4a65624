using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>Who made a song and whose it is, as far as the end of a pasted text says.</summary>
public sealed partial record PastedCredit(string WordsBy, string MusicBy, string CopyrightYear, string CopyrightHolder)
{
    /// <summary>
    /// Reads a block of lines as a credit. Every line has to be one ("Words and music: …", "Paroles : …", "© 2014 …",
    /// "Copyright 2014 …", "Used by permission"); one line of words makes the whole block words.
    /// </summary>
    public static bool TryRead(IEnumerable<string> lines, out PastedCredit credit)
    {
        credit = new("", "", "", "");
        var any = false;
        foreach (var line in lines)
        {
            if (line.Length > 400)
                return false;
            foreach (var clause in Clauses().Split(line))
            {
                if (clause.Trim(' ', ',', '.', ';', '|', '·') is not { Length: > 0 } said)
                    continue;
                if (Owned().Match(said) is { Success: true } owned)
                    credit = credit with
                    {
                        CopyrightYear = owned.Groups["year"].Success ? owned.Groups["year"].Value : credit.CopyrightYear,
                        CopyrightHolder = owned.Groups["holder"].Value.Trim(' ', ',', '.'),
                    };
                else if (Made().Match(said) is { Success: true } made)
                {
                    var names = string.Join(", ", PeopleNames.Split(made.Groups["names"].Value));
                    var part = FoldedText.Of(made.Groups["part"].Value);
                    var both = part.Contains(' ', StringComparison.Ordinal) || part is "by" or "par" or "author" or "auteur" or "auteurs" or "authors" or "written";
                    var music = both || part is "music" or "musique" or "tune" or "melody" or "melodie" or "composer" or "compositeur";
                    credit = credit with
                    {
                        WordsBy = both || !music ? names : credit.WordsBy,
                        MusicBy = music ? names : credit.MusicBy,
                    };
                }
                else if (!Boilerplate().IsMatch(said))
                    return false;
                any = true;
            }
        }
        return any;
    }

    // A new clause begins at a semicolon, a bar, a ©, or a sentence end before a part or a copyright.
    [GeneratedRegex(@"\s*[;|]\s*|(?=©|\(c\)\s*\d)|(?<=\.)\s+(?=(?:words|music|text|tune|lyrics|paroles|musique|copyright|all rights|tous droits|used by)\b)|\s+[·–—]\s+", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Clauses();

    [GeneratedRegex(@"^(?:©|\(c\)|copyright|\u2117)\s*(?:©|\(c\))?\s*(?<year>1[5-9]\d\d|20\d\d)?(?:\s*[,–\-/]\s*(?:1[5-9]|20)\d\d)*\s*,?\s*(?:by\s+|par\s+)?(?<holder>.{0,200})$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Owned();

    [GeneratedRegex(@"^(?<part>(?:words|lyrics|text|music|tune|melody|paroles|texte|musique|m[ée]lodie|written|authors?|auteurs?|composer|compositeur)(?:\s*(?:and|et|&|/|,)\s*(?:words|lyrics|text|music|tune|melody|paroles|texte|musique|m[ée]lodie))?)\s*(?::|by\b|par\b|de\b)\s*(?<names>.{1,200})$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Made();

    [GeneratedRegex(@"^(?:all rights reserved|tous droits r[ée]serv[ée]s|used (?:by|with) permission|avec (?:permission|autorisation)|public domain|domaine public|admin(?:istered)?\.? by .{1,120})$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Boilerplate();
}
