using System.Globalization;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Curating;

/// <summary>What is typed about a wording, beside its words.</summary>
public sealed record WordingDraft
{
    public string Language { get; init; } = "";
    public WordingKind Kind { get; init; }
    public string Title { get; init; } = "";
    public string Translator { get; init; } = "";
    public string Year { get; init; } = "";
    public string Holder { get; init; } = "";

    /// <summary>A whole translation, laid against the sections; empty to type it section by section.</summary>
    public string Text { get; init; } = "";

    public static WordingDraft Of(Wording wording) => new()
    {
        Language = wording.Language,
        Kind = wording.Kind,
        Title = wording.Title,
        Translator = wording.Translator,
        Year = wording.Year?.ToString(CultureInfo.InvariantCulture) ?? "",
        Holder = wording.Holder,
    };
}

/// <summary>Changes to a song's wordings.</summary>
public static class WordingEdit
{
    public const int MostWordings = 20;

    /// <summary>Adds a wording, with a pasted translation laid against the sections, or without words.</summary>
    public static Outcome<SongContent> Add(SongContent song, WordingDraft draft)
    {
        if (song.Wordings.Length >= MostWordings)
            return WordsEdit.Refuse($"A song has at most {MostWordings} wordings.");
        var check = Check(draft, new Wording("", []));
        if (!check.Succeeded(out var wording))
            return check.Problems.ToList();
        if (song.Wordings.Any(other => other.Language == wording.Language && other.Kind == wording.Kind && other.Translator == wording.Translator))
            return Refuse(nameof(draft.Language), $"The song has a wording like this in {WordingLanguage.NameOf(wording.Language)}. Say who translated this one.");
        if (draft.Text.Length > SongDraft.LongestText)
            return Refuse(nameof(draft.Text), "This text is longer than the words of any one song.");
        return song with { Wordings = song.Wordings.Add(wording with { Sections = LaidTranslation.Of(song.FirstWording, draft.Text).Sections }) };
    }

    /// <summary>Changes what is known about a wording; its words stay, unless a text is given, which is laid anew.</summary>
    public static Outcome<SongContent> Revise(SongContent song, int at, WordingDraft draft)
    {
        if (at < 0 || at >= song.Wordings.Length)
            return WordsEdit.Refuse("This wording is no longer there.");
        var check = Check(draft, song.Wordings[at]);
        if (!check.Succeeded(out var wording))
            return check.Problems.ToList();
        if (at > 0 && draft.Text.Trim().Length > 0)
            wording = wording with { Sections = LaidTranslation.Of(song.FirstWording, draft.Text).Sections };
        return WordsEdit.With(song, at, wording);
    }

    /// <summary>Takes a translation away. The first wording stays.</summary>
    public static Outcome<SongContent> Remove(SongContent song, int at) => at > 0 && at < song.Wordings.Length
        ? song with { Wordings = song.Wordings.RemoveAt(at) }
        : WordsEdit.Refuse("The first wording of a song stays.");

    private static Outcome<Wording> Check(WordingDraft draft, Wording before)
    {
        var problems = new List<Problem>();
        var language = CleanText.Line(draft.Language);
        if (!WordingLanguage.IsTag(language))
            problems.Add(new(nameof(draft.Language), "Choose the language of the words."));
        if (draft.Kind == WordingKind.Transliteration)
            language = WordingLanguage.InLatinLetters(language);
        int? year = null;
        if (CleanText.Line(draft.Year) is { Length: > 0 } typed)
        {
            if (int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var read) && read is >= 1500 and <= 2100)
                year = read;
            else
                problems.Add(new(nameof(draft.Year), "A year has four digits, like 2014."));
        }
        foreach (var (field, value) in ((string, string)[])[(nameof(draft.Title), draft.Title), (nameof(draft.Translator), draft.Translator), (nameof(draft.Holder), draft.Holder)])
            if (value.Length > SongDraft.LongestTitle)
                problems.Add(new(field, $"At most {SongDraft.LongestTitle} characters."));
        return problems.Count > 0 ? problems : before with
        {
            Language = language,
            Kind = draft.Kind,
            Title = CleanText.Line(draft.Title),
            Translator = CleanText.Line(draft.Translator),
            Year = year,
            Holder = CleanText.Line(draft.Holder),
        };
    }

    private static List<Problem> Refuse(string field, string message) => [new(field, message)];
}
