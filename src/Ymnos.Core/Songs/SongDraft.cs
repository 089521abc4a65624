using System.Collections.Immutable;
using System.Globalization;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs;

/// <summary>A song as somebody types it, every field as text, before anything is known to be right.</summary>
public sealed record SongDraft
{
    public const int LongestTitle = 200;
    public const int LongestText = 100_000;
    public const int MostSections = 200;
    public const int LongestTopic = 80;
    public const int LongestNotes = 2_000;

    public string Title { get; init; } = "";

    /// <summary>One a line, "fr: La lanterne" where the language is said.</summary>
    public string OtherTitles { get; init; } = "";

    /// <summary>Names, parted by commas, semicolons, "and" or "&amp;".</summary>
    public string WordsBy { get; init; } = "";

    public string MusicBy { get; init; } = "";

    public string ArrangedBy { get; init; } = "";

    /// <summary>One a line: "Tidewrack Songs 60 %".</summary>
    public string Owners { get; init; } = "";

    public string CopyrightYear { get; init; } = "";

    public string CopyrightHolder { get; init; } = "";

    /// <summary>One a line: "Quayside Hymns 214".</summary>
    public string Songbooks { get; init; } = "";

    /// <summary>One a line: "Song Rights Exchange 70412".</summary>
    public string SchemeNumbers { get; init; } = "";

    /// <summary>Parted by commas.</summary>
    public string Topics { get; init; } = "";

    /// <summary>Parted by semicolons: "Luke 5:1–11; Psalm 107:23–30".</summary>
    public string Scripture { get; init; } = "";

    public string TuneName { get; init; } = "";

    public string TuneMetre { get; init; } = "";

    public string BoothNotes { get; init; } = "";

    /// <summary>BCP 47 tag of the wording.</summary>
    public string Language { get; init; } = "en";

    public string Text { get; init; } = "";

    public PasteSplit Split { get; init; }

    /// <summary>Typed marks; empty takes the order of the text.</summary>
    public string Order { get; init; } = "";

    /// <summary>Minutes and seconds, <c>5:10</c>; empty leaves it to be reckoned.</summary>
    public string Length { get; init; } = "";

    /// <summary>The draft that an existing song is edited from.</summary>
    public static SongDraft Of(Song song) => Of(song.Content);

    /// <inheritdoc cref="Of(Song)"/>
    public static SongDraft Of(SongContent song) => new()
    {
        Title = song.Title,
        OtherTitles = string.Join('\n', song.OtherTitles),
        WordsBy = Names(song, SongPart.Words),
        MusicBy = Names(song, SongPart.Music),
        ArrangedBy = Names(song, SongPart.Arrangement),
        Owners = string.Join('\n', song.Owners),
        CopyrightYear = song.CopyrightYear?.ToString(CultureInfo.InvariantCulture) ?? "",
        CopyrightHolder = song.CopyrightHolder,
        Songbooks = string.Join('\n', song.SongbookEntries),
        SchemeNumbers = string.Join('\n', song.SchemeNumbers),
        Topics = string.Join(", ", song.Topics),
        Scripture = string.Join("; ", song.Scripture),
        TuneName = song.TuneName,
        TuneMetre = song.TuneMetre,
        BoothNotes = song.BoothNotes,
        Language = song.FirstWording.Language,
        Text = WordsText.Write(song.FirstWording.Sections),
        Order = song.SungOrders[0].Written,
        Length = song.SungOrders[0].Length is { } length ? LengthText.Write(length) : "",
    };

    private static string Names(SongContent song, SongPart part) =>
        string.Join(", ", song.Credits.Where(credit => credit.Part == part).Select(credit => credit.NameAndYears));

    /// <summary>All that is wrong with the draft at once, or the song's content.</summary>
    /// <param name="before">The song that is edited: what a draft does not hold is taken from it.</param>
    public Outcome<SongContent> Check(SongContent? before = null)
    {
        var problems = new List<Problem>();
        var title = OneLine(Title);
        if (title.Length == 0)
            Refuse(nameof(Title), "Give the song a title.");
        else if (title.Length > LongestTitle)
            Refuse(nameof(Title), $"A title has at most {LongestTitle} characters; this one has {title.Length}.");

        ImmutableArray<SongTitle> otherTitles = [.. Lines(OtherTitles).Distinct().Where(other => other != title).Select(SongTitle.Read)];
        if (otherTitles.Any(other => other.Text.Length > LongestTitle) || otherTitles.Length > 20)
            Refuse(nameof(OtherTitles), $"Up to 20 other titles of at most {LongestTitle} characters each.");

        var credits = new List<SongCredit>();
        AddPeople(nameof(WordsBy), WordsBy, SongPart.Words);
        AddPeople(nameof(MusicBy), MusicBy, SongPart.Music);
        AddPeople(nameof(ArrangedBy), ArrangedBy, SongPart.Arrangement);

        var owners = new List<Owner>();
        foreach (var line in Lines(Owners))
        {
            if (Owner.TryRead(line, out var owner) && owner.Name.Length <= LongestTitle && owners.Count < 40)
                owners.Add(owner);
            else
                Refuse(nameof(Owners), $"“{Shorten(line)}” is not an owner with a share up to 100 %. Write one a line, like this: Tidewrack Songs 60 %.");
        }

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

        var entries = Numbered(nameof(Songbooks), Songbooks, "Write a songbook like this: Quayside Hymns 214.");
        var schemeNumbers = Numbered(nameof(SchemeNumbers), SchemeNumbers, "Write the body and its number like this: Song Rights Exchange 70412.");
        ImmutableArray<string> topics = [.. OneLine(Topics).Split(',').Select(topic => topic.Trim()).Where(topic => topic.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)];
        if (topics.Length > 40 || topics.Any(topic => topic.Length > LongestTopic))
            Refuse(nameof(Topics), $"Up to 40 topics of at most {LongestTopic} characters each, parted by commas.");
        ImmutableArray<string> scripture = [.. Lines(Scripture).SelectMany(line => line.Split(';')).Select(reference => reference.Trim()).Where(reference => reference.Length > 0).Distinct()];
        if (scripture.Length > 40 || scripture.Any(reference => reference.Length > LongestTopic))
            Refuse(nameof(Scripture), $"Up to 40 references of at most {LongestTopic} characters each, parted by semicolons.");
        var (tuneName, tuneMetre) = (OneLine(TuneName), OneLine(TuneMetre));
        if (tuneName.Length > LongestTitle)
            Refuse(nameof(TuneName), $"A tune's name has at most {LongestTitle} characters.");
        if (tuneMetre.Length > LongestTopic)
            Refuse(nameof(TuneMetre), $"A metre has at most {LongestTopic} characters.");
        var notes = string.Join('\n', CleanText.Lines(BoothNotes)).Trim();
        if (notes.Length > LongestNotes)
            Refuse(nameof(BoothNotes), $"Notes for the booth have at most {LongestNotes} characters; these have {notes.Length}.");

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

        if (problems.Count > 0)
            return problems;
        var first = (before?.FirstWording ?? new Wording(language, [])) with { Language = language, Sections = Counted(sections!.Value.Sections, before) };
        var usual = (before?.SungOrders[0] ?? order!) with { Marks = order!.Marks, Length = length };
        return (before ?? new SongContent { Title = title, Wordings = [first], SungOrders = [usual] }) with
        {
            Title = title,
            OtherTitles = otherTitles,
            Credits = [.. credits, .. before?.Credits.Where(credit => credit.Part == SongPart.Translation) ?? []],
            Owners = [.. owners],
            CopyrightYear = year,
            CopyrightHolder = holder,
            SongbookEntries = entries,
            SchemeNumbers = schemeNumbers,
            Topics = topics,
            Scripture = scripture,
            TuneName = tuneName,
            TuneMetre = tuneMetre,
            BoothNotes = notes,
            // Other wordings answer line by line; they stay as they are when the first one is edited.
            Wordings = [first, .. before?.Wordings.Skip(1) ?? []],
            SungOrders = [usual, .. (before?.SungOrders.Skip(1) ?? [])
                .Select(other => other with { Marks = [.. other.Marks.Where(mark => first.Find(mark) is not null)] })
                .Where(other => other.Marks.Length > 0)],
        };

        void Refuse(string field, string message) => problems.Add(new(field, message));

        void AddPeople(string field, string typed, SongPart part)
        {
            var names = PeopleNames.Split(typed);
            if (names.Count > 20 || names.Any(name => name.Length > LongestTitle))
                Refuse(field, $"Up to 20 names of at most {LongestTitle} characters each.");
            else
                credits.AddRange(names.Select(name => SongCredit.Read(part, name)));
        }

        ImmutableArray<SongbookEntry> Numbered(string field, string typed, string like)
        {
            var numbered = new List<SongbookEntry>();
            foreach (var line in Lines(typed))
            {
                if (SongbookEntry.TryRead(line, out var entry) && entry.Songbook.Length <= LongestTitle)
                    numbered.Add(entry);
                else
                    Refuse(field, $"“{Shorten(line)}” has no number at its end. {like}");
            }
            return [.. numbered];
        }
    }

    /// <summary>Sections as typed, with the bars and the slide breaks that the text does not hold.</summary>
    private static ImmutableArray<Section> Counted(ImmutableArray<Section> sections, SongContent? before) =>
        [.. sections.Select(section => before?.FirstWording.Find(section.Mark) is { } known
            ? section with { Bars = known.Bars, Breaks = [.. known.Breaks.Where(line => line < section.Lines.Length)] }
            : section)];

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
