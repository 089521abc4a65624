using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using Ymnos.Core.Songs.Music;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs;

/// <summary>
/// The gate that every song from outside passes: whatever a file says, what comes out keeps the rules of a song. Texts are
/// cleaned, what is too long is cut, what cannot stand is left out and told.
/// </summary>
public static class SoundContent
{
    private const int MostInAList = 100;
    private const int LongestChord = 24;

    /// <summary>The content as it can stand in the library, or why it cannot.</summary>
    /// <param name="read">As a reader built it; its lists may be unset and its values anything.</param>
    /// <param name="notTaken">Gets a sentence for everything that was left out.</param>
    public static Outcome<SongContent> Of(SongContent read, List<string> notTaken)
    {
        var title = Cut(read.Title, SongDraft.LongestTitle);
        if (title.Length == 0)
            title = Cut(List(read.Wordings).FirstOrDefault()?.FirstLine.TrimEnd(',', ';', '.', ' '), SongDraft.LongestTitle);
        if (title.Length == 0)
            return new List<Problem> { new("Title", "It has no title and no words.") };

        var wordings = new List<Wording>();
        foreach (var wording in List(read.Wordings).Take(Curating.WordingEdit.MostWordings))
        {
            var sound = Sound(wording, wordings.FirstOrDefault(), notTaken);
            if (wordings.Count == 0 || !sound.Sections.IsEmpty)
                wordings.Add(sound);
        }
        if (wordings.Count == 0)
            wordings.Add(new Wording("en", []));
        if (wordings[0].Sections.IsEmpty)
            wordings[0] = wordings[0] with { Sections = [new Section(new SectionMark(SectionKind.Verse), [])] };

        var orders = List(read.SungOrders).Take(Curating.OrderEdit.MostOrders).Select(order => Sound(order, wordings[0], notTaken)).Where(order => order.Marks.Length > 0)
            .DistinctBy(order => order.Name).ToImmutableArray();
        if (orders.IsEmpty)
            orders = [(List(read.SungOrders).Select(order => Sound(order, wordings[0], [])).FirstOrDefault() ?? new(SungOrder.FullName, [])) with { Marks = [.. wordings[0].Sections.Select(section => section.Mark)] }];

        return new SongContent
        {
            Title = title,
            OtherTitles = [.. List(read.OtherTitles).Select(other => new SongTitle(Cut(other.Text, SongDraft.LongestTitle), WordingLanguage.IsTag(other.Language ?? "") ? other.Language! : "")).Where(other => other.Text.Length > 0 && other.Text != title).Distinct().Take(20)],
            Credits = [.. List(read.Credits).Where(credit => Enum.IsDefined(credit.Part)).Select(credit => credit with { Name = Cut(credit.Name, SongDraft.LongestTitle), Born = Year(credit.Born), Died = Year(credit.Died) }).Where(credit => credit.Name.Length > 0).Distinct().Take(MostInAList)],
            Owners = [.. List(read.Owners).Where(owner => Enum.IsDefined(owner.Kind)).Select(owner => owner with { Name = Cut(owner.Name, SongDraft.LongestTitle), Share = owner.Share is > 0 and <= 100 ? Math.Round(owner.Share.Value, 2) : null }).Where(owner => owner.Name.Length > 0).Take(MostInAList)],
            CopyrightYear = Year(read.CopyrightYear),
            CopyrightHolder = Cut(read.CopyrightHolder, SongDraft.LongestTitle),
            SongbookEntries = Numbered(read.SongbookEntries),
            SchemeNumbers = Numbered(read.SchemeNumbers),
            Topics = Texts(read.Topics, SongDraft.LongestTopic),
            Scripture = Texts(read.Scripture, SongDraft.LongestTopic),
            TuneName = Cut(read.TuneName, SongDraft.LongestTitle),
            TuneMetre = Cut(read.TuneMetre, SongDraft.LongestTopic),
            BoothNotes = Long(read.BoothNotes, SongDraft.LongestNotes),
            OpensBlank = read.OpensBlank,
            Wordings = [.. wordings],
            SungOrders = orders,
        };
    }

    private static Wording Sound(Wording wording, Wording? first, List<string> notTaken)
    {
        var sections = new List<Section>();
        foreach (var section in List(wording.Sections).Take(SongDraft.MostSections))
        {
            if (first is not null && first.Find(section.Mark) is null)
                notTaken.Add($"{WordingLanguage.NameOf(wording.Language ?? "")} has a section {section.Mark} that the first wording has not.");
            else if (sections.Exists(known => known.Mark == section.Mark))
                notTaken.Add($"Section {section.Mark} stands twice; the first is kept.");
            else
                sections.Add(Sound(section));
        }
        var language = WordingLanguage.IsTag(wording.Language ?? "") ? wording.Language! : "en";
        return new Wording(language, first is null ? [.. sections] : Curating.WordsEdit.InOrderOf(first, [.. sections.Where(section => !section.Lines.IsEmpty)]))
        {
            Kind = Enum.IsDefined(wording.Kind) ? wording.Kind : WordingKind.Singable,
            Title = Cut(wording.Title, SongDraft.LongestTitle),
            Translator = Cut(wording.Translator, SongDraft.LongestTitle),
            Year = Year(wording.Year),
            Holder = Cut(wording.Holder, SongDraft.LongestTitle),
        };
    }

    private static Section Sound(Section section)
    {
        ImmutableArray<LyricLine> lines = [.. List(section.Lines).Take(SongDraft.MostSections).Select(Sound)];
        ImmutableArray<int> breaks = section.Breaks.IsDefault ? [] : [.. section.Breaks.Where(line => line > 0 && line < lines.Length).Distinct().Order()];
        return new Section(section.Mark, lines) { Breaks = breaks, Bars = section.Bars is >= 1 and <= 999 ? section.Bars : null };
    }

    private static LyricLine Sound(LyricLine line)
    {
        var words = Cut(line.Words, 2_000);
        return new(words, [.. List(line.Chords).Select(chord => new PlacedChord(Math.Clamp(chord.At, 0, words.Length), CleanText.Line(chord.Name ?? ""))).Where(chord => chord.Name.Length is > 0 and <= LongestChord).Take(MostInAList).OrderBy(chord => chord.At)]);
    }

    private static SungOrder Sound(SungOrder order, Wording first, List<string> notTaken)
    {
        var marks = order.Marks.IsDefault ? [] : order.Marks.Take(SongDraft.MostSections).ToImmutableArray();
        foreach (var mark in marks.Where(mark => first.Find(mark) is null).Distinct())
            notTaken.Add($"The sung order names {mark}, which is not in the words.");
        return new SungOrder(Cut(order.Name, Curating.OrderDraft.LongestName) is { Length: > 0 } name ? name : SungOrder.FullName,
            [.. marks.Where(mark => first.Find(mark) is not null)], order.Length is { } length && length > TimeSpan.Zero && length < TimeSpan.FromHours(3) ? length : null)
        {
            Key = MusicKey.TryParse(order.Key, out var key) ? key.ToString() : "",
            Tempo = order.Tempo is >= 20 and <= 300 ? order.Tempo : null,
            Metre = SungOrder.TryReadMetre(order.Metre ?? "", out _, out _) ? order.Metre! : "",
            Capo = order.Capo is >= 1 and <= 11 ? order.Capo : null,
            Leader = Cut(order.Leader, SongDraft.LongestTitle),
        };
    }

    private static ImmutableArray<SongbookEntry> Numbered(ImmutableArray<SongbookEntry> entries) =>
        [.. List(entries).Select(entry => new SongbookEntry(Cut(entry.Songbook, SongDraft.LongestTitle), Cut(entry.Number, 20))).Where(entry => entry.Songbook.Length > 0).Distinct().Take(MostInAList)];

    private static ImmutableArray<string> Texts(ImmutableArray<string> texts, int longest) =>
        [.. List(texts).Select(text => Cut(text, longest)).Where(text => text.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase).Take(MostInAList)];

    [SuppressMessage("Style", "IDE0305", Justification = "An unset array has no elements to spread.")]
    private static IEnumerable<T> List<T>(ImmutableArray<T> list) where T : class => list.IsDefault ? [] : list.Where(item => item is not null);

    private static int? Year(int? year) => year is >= 1000 and <= 2100 ? year : null;

    private static string Cut(string? text, int longest)
    {
        var line = CleanText.Line(text ?? "");
        if (line.Length <= longest)
            return line;
        // Never through the middle of a surrogate pair.
        var end = char.IsHighSurrogate(line[longest - 1]) ? longest - 1 : longest;
        return line[..end].TrimEnd();
    }

    private static string Long(string? text, int longest)
    {
        var lines = string.Join('\n', CleanText.Lines(text ?? "")).Trim();
        return lines.Length <= longest ? lines : lines[..longest];
    }
}
