using System.Collections.Immutable;
using System.Globalization;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs;

/// <summary>What stands in a draft once it is known to be good.</summary>
public sealed record SongFacts(
    string Title,
    ImmutableArray<string> OtherTitles,
    ImmutableArray<SongCredit> Credits,
    ImmutableArray<SongbookEntry> SongbookEntries,
    int? CopyrightYear,
    string CopyrightHolder,
    Wording Wording,
    SungOrder Order);

/// <summary>A song as somebody types it, every field as text, before anything is known to be right.</summary>
public sealed record SongDraft
{
    public const int LongestTitle = 200;
    public const int LongestText = 100_000;
    public const int MostSections = 200;

    public string Title { get; init; } = "";

    /// <summary>One a line.</summary>
    public string OtherTitles { get; init; } = "";

    /// <summary>Names, parted by commas, semicolons, "and" or "&amp;".</summary>
    public string WordsBy { get; init; } = "";

    public string MusicBy { get; init; } = "";

    public string CopyrightYear { get; init; } = "";

    public string CopyrightHolder { get; init; } = "";

    /// <summary>One a line: "Quayside Hymns 214".</summary>
    public string Songbooks { get; init; } = "";

    /// <summary>BCP 47 tag of the wording.</summary>
    public string Language { get; init; } = "en";

    public string Text { get; init; } = "";

    public PasteSplit Split { get; init; }

    /// <summary>Typed marks; empty takes the order of the text.</summary>
    public string Order { get; init; } = "";

    /// <summary>Minutes and seconds, <c>5:10</c>; empty leaves it to be reckoned.</summary>
    public string Length { get; init; } = "";

    /// <summary>The draft that an existing song is edited from.</summary>
    public static SongDraft Of(Song song) => new()
    {
        Title = song.Title,
        OtherTitles = string.Join('\n', song.OtherTitles),
        WordsBy = Names(song, SongPart.Words),
        MusicBy = Names(song, SongPart.Music),
        CopyrightYear = song.CopyrightYear?.ToString(CultureInfo.InvariantCulture) ?? "",
        CopyrightHolder = song.CopyrightHolder,
        Songbooks = string.Join('\n', song.SongbookEntries),
        Language = song.FirstWording.Language,
        Text = WordsText.Write(song.FirstWording.Sections),
        Order = song.SungOrders[0].Written,
        Length = song.SungOrders[0].Length is { } length ? LengthText.Write(length) : "",
    };

    private static string Names(Song song, SongPart part) =>
        string.Join(", ", song.Credits.Where(credit => credit.Part == part).Select(credit => credit.Name));

    /// <summary>All that is wrong with the draft at once, or its facts.</summary>
    public Outcome<SongFacts> Check()
    {
        var problems = new List<Problem>();
        var title = OneLine(Title);
        if (title.Length == 0)
            Refuse(nameof(Title), "Give the song a title.");
        else if (title.Length > LongestTitle)
            Refuse(nameof(Title), $"A title has at most {LongestTitle} characters; this one has {title.Length}.");

        ImmutableArray<string> otherTitles = [.. Lines(OtherTitles).Distinct().Where(other => other != title)];
        if (otherTitles.Any(other => other.Length > LongestTitle) || otherTitles.Length > 20)
            Refuse(nameof(OtherTitles), $"Up to 20 other titles of at most {LongestTitle} characters each.");

        var credits = new List<SongCredit>();
        AddPeople(nameof(WordsBy), WordsBy, SongPart.Words);
        AddPeople(nameof(MusicBy), MusicBy, SongPart.Music);

        int? year = null;
        if (OneLine(CopyrightYear) is { Length: > 0 } typedYear)
        {
            if (int.TryParse(typedYear, NumberStyles.None, CultureInfo.InvariantCulture, out var read) && read is >= 1500 and <= 2100)
                year = read;
            else
                Refuse(nameof(CopyrightYear), "A year has four digits, like 2014.");
        }

        var holder = OneLine(CopyrightHolder);
        if (holder.Length > LongestTitle)
            Refuse(nameof(CopyrightHolder), $"A holder's name has at most {LongestTitle} characters.");

        var entries = new List<SongbookEntry>();
        foreach (var line in Lines(Songbooks))
        {
            if (SongbookEntry.TryRead(line, out var entry) && entry.Songbook.Length <= LongestTitle)
                entries.Add(entry);
            else
                Refuse(nameof(Songbooks), $"“{Shorten(line)}” has no number at its end. Write a songbook like this: Quayside Hymns 214.");
        }

        var language = OneLine(Language);
        if (!WordingLanguage.IsTag(language))
            Refuse(nameof(Language), "Choose the language of the words.");

        TimeSpan? length = null;
        if (OneLine(Length) is { Length: > 0 } typedLength)
        {
            if (LengthText.TryRead(typedLength, out var read))
                length = read;
            else
                Refuse(nameof(Length), "A length is minutes and seconds, like 5:10.");
        }

        var sections = ReadSections(problems);
        SungOrder? order = null;
        if (sections is not null)
        {
            var marks = sections.Value.Sections.Select(section => section.Mark).ToList();
            var read = SungOrder.Read(Order, marks);
            if (!read.Succeeded(out order))
                problems.AddRange(read.Problems);
            else if (order.Marks.IsEmpty)
                order = order with { Marks = [.. sections.Value.Order] };
        }

        return problems.Count > 0
            ? problems
            : new SongFacts(title, otherTitles, [.. credits], [.. entries], year, holder,
                new Wording(language, sections!.Value.Sections), order! with { Length = length });

        void Refuse(string field, string message) => problems.Add(new(field, message));

        void AddPeople(string field, string typed, SongPart part)
        {
            var names = PeopleNames.Split(typed);
            if (names.Count > 20 || names.Any(name => name.Length > LongestTitle))
                Refuse(field, $"Up to 20 names of at most {LongestTitle} characters each.");
            else
                credits.AddRange(names.Select(name => new SongCredit(part, name)));
        }
    }

    private (ImmutableArray<Section> Sections, IReadOnlyList<SectionMark> Order)? ReadSections(List<Problem> problems)
    {
        if (Text.Length > LongestText)
        {
            problems.Add(new(nameof(Text), string.Create(CultureInfo.InvariantCulture,
                $"This text has {Text.Length:N0} characters; the words of one song may have up to {LongestText:N0}. Paste one song at a time.")));
            return null;
        }
        var reading = PastedWords.Read(Text, Split);
        if (reading.Sections.Length > MostSections || reading.Order.Length > MostSections)
            problems.Add(new(nameof(Text), $"This text has more than {MostSections} sections. Paste one song at a time, with blank lines between its sections only."));
        else if (!reading.Sections.Any(section => section.SungLines.Any()))
            problems.Add(new(nameof(Text), "There are no words here yet. Paste or type the words of the song."));
        else
            return (reading.Sections, reading.Order);
        return null;
    }

    private static string OneLine(string text) => CleanText.Line(text);

    private static IEnumerable<string> Lines(string text) =>
        CleanText.Lines(text).Select(CleanText.Line).Where(line => line.Length > 0);

    private static string Shorten(string text) => text.Length > 40 ? text[..40] + "…" : text;
}
