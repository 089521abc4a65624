using System.Collections.Immutable;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Curating;

/// <summary>Changes to a song's sections. Each gives the whole song again, with all wordings and sung orders in step.</summary>
public static class WordsEdit
{
    /// <summary>Puts the lines of one section in one wording, typed one a line with chords inline.</summary>
    public static Outcome<SongContent> Write(SongContent song, int wording, SectionMark mark, string text)
    {
        if (wording < 0 || wording >= song.Wordings.Length || song.FirstWording.Find(mark) is null)
            return Refuse("This section is no longer there.");
        if (text.Length > SongDraft.LongestText)
            return Refuse("This is far more than one section. Paste whole songs on the page for new songs.");
        ImmutableArray<LyricLine> lines = [.. Written(text)
            .Select(line => Chords.IsChordLine(line) && !line.Contains('[', StringComparison.Ordinal) && line.Contains(' ', StringComparison.Ordinal) ? Chords.Alone(line) : Chords.Inline(line))];
        if (lines.Length > SongDraft.MostSections)
            return Refuse($"A section has at most {SongDraft.MostSections} lines.");
        var edited = song.Wordings[wording];
        edited = edited.Find(mark) is { } known
            ? edited with { Sections = edited.Sections.Replace(known, known with { Lines = lines, Breaks = [.. known.Breaks.Where(line => line < lines.Length)] }) }
            : edited with { Sections = InOrderOf(song.FirstWording, edited.Sections.Add(new Section(mark, lines))) };
        // A translation that says nothing for a section does not have it.
        if (wording > 0 && lines.IsEmpty)
            edited = edited with { Sections = edited.Sections.RemoveAll(section => section.Mark == mark) };
        return With(song, wording, edited);
    }

    /// <summary>One section as <see cref="Write"/> takes it: a line a line, chords inline; empty where the wording does not have it.</summary>
    public static string TextOf(Wording wording, SectionMark mark) =>
        string.Join('\n', wording.Find(mark)?.Lines.Select(Chords.WriteInline) ?? []);

    /// <summary>Whether two texts of a section would be written as the same lines.</summary>
    public static bool IsSameText(string one, string other) => Written(one).SequenceEqual(Written(other));

    /// <summary>Brings a translation's section nearer to the first wording's, as <see cref="SectionPairing"/> offers.</summary>
    public static Outcome<SongContent> Mend(SongContent song, int wording, SectionMark mark) =>
        wording < 1 || wording >= song.Wordings.Length || song.FirstWording.Find(mark) is not { } first
            || SectionPairing.Of(first, song.Wordings[wording].Find(mark)) is not { State: PairingState.TooFew or PairingState.TooMany, Mended.IsEmpty: false } pairing
            ? Refuse("There is nothing to mend here any more.")
            : Write(song, wording, mark, string.Join('\n', pairing.Mended.Select(Chords.WriteInline)));

    /// <summary>Adds a section without words after another, or at the end, and sings it at the end of the usual order.</summary>
    public static Outcome<SongContent> Add(SongContent song, SectionKind kind, SectionMark? after)
    {
        if (song.FirstWording.Sections.Length >= SongDraft.MostSections)
            return Refuse($"A song has at most {SongDraft.MostSections} sections.");
        var mark = Free(song, kind);
        var sections = song.FirstWording.Sections;
        var at = after is { } before ? sections.ToList().FindIndex(section => section.Mark == before) + 1 : sections.Length;
        var usual = song.SungOrders[0];
        return With(song, 0, song.FirstWording with { Sections = sections.Insert(at == 0 ? sections.Length : at, new Section(mark, [])) }) with
        {
            SungOrders = song.SungOrders.SetItem(0, usual with { Marks = usual.Marks.Add(mark) }),
        };
    }

    /// <summary>Parts a section before a line in every wording. The second part is sung after the first wherever that is sung.</summary>
    public static Outcome<SongContent> Split(SongContent song, SectionMark mark, int line)
    {
        if (song.FirstWording.Find(mark) is not { } section || line < 1 || line >= section.Lines.Length)
            return Refuse("Choose a line inside the section to part it at.");
        var second = Free(song, mark.Kind);
        return song with
        {
            Wordings = [.. song.Wordings.Select(wording => wording with { Sections = [.. wording.Sections.SelectMany(one => one.Mark == mark ? Parted(one) : [one])] })],
            SungOrders = [.. song.SungOrders.Select(order => order with { Marks = [.. order.Marks.SelectMany(sung => sung == mark ? new[] { sung, second } : [sung])] })],
        };

        IEnumerable<Section> Parted(Section one)
        {
            yield return one with { Lines = [.. one.Lines.Take(line)], Breaks = [.. one.Breaks.Where(at => at < line)], Bars = null };
            if (one.Lines.Length > line)
                yield return new Section(second, [.. one.Lines.Skip(line)]) { Breaks = [.. one.Breaks.Where(at => at > line).Select(at => at - line)] };
        }
    }

    /// <summary>Joins a section with the one under it on the sheet. Refused where the second is sung without the first.</summary>
    public static Outcome<SongContent> Join(SongContent song, SectionMark mark)
    {
        var sections = song.FirstWording.Sections;
        var at = sections.ToList().FindIndex(section => section.Mark == mark);
        if (at < 0 || at + 1 >= sections.Length)
            return Refuse("There is no section under this one to join it with.");
        var second = sections[at + 1].Mark;
        foreach (var order in song.SungOrders)
            for (var i = 0; i < order.Marks.Length; i++)
                if (order.Marks[i] == second && (i == 0 || order.Marks[i - 1] != mark))
                    return Refuse($"{second} is also sung without {mark} before it in the order “{order.Name}”. Change that order first.");
        var bars = sections[at].Bars + sections[at + 1].Bars;
        return song with
        {
            Wordings = [.. song.Wordings.Select(wording => wording with { Sections = [.. Joined(wording)] })],
            SungOrders = [.. song.SungOrders.Select(order => order with { Marks = order.Marks.RemoveAll(sung => sung == second) })],
        };

        IEnumerable<Section> Joined(Wording wording)
        {
            foreach (var one in wording.Sections)
            {
                if (one.Mark == mark && wording.Find(second) is { } next)
                    yield return one with { Lines = [.. one.Lines, .. next.Lines], Breaks = [.. one.Breaks, .. next.Breaks.Select(line => line + one.Lines.Length)], Bars = bars };
                else if (one.Mark == second)
                {
                    // A translation that has only the second part keeps it, under the joined mark.
                    if (wording.Find(mark) is null)
                        yield return one with { Mark = mark };
                }
                else
                    yield return one;
            }
        }
    }

    /// <summary>Moves a section up or down on the sheet. What is sung stays as it is.</summary>
    public static Outcome<SongContent> Move(SongContent song, SectionMark mark, int by)
    {
        var sections = song.FirstWording.Sections;
        var at = sections.ToList().FindIndex(section => section.Mark == mark);
        if (at < 0)
            return Refuse("This section is no longer there.");
        var to = Math.Clamp(at + by, 0, sections.Length - 1);
        var first = song.FirstWording with { Sections = sections.RemoveAt(at).Insert(to, sections[at]) };
        return song with { Wordings = [first, .. song.Wordings.Skip(1).Select(wording => wording with { Sections = InOrderOf(first, wording.Sections) })] };
    }

    /// <summary>Gives a section another mark, in every wording and order; a section that has the mark takes this one's.</summary>
    public static Outcome<SongContent> Relabel(SongContent song, SectionMark mark, SectionMark to)
    {
        if (song.FirstWording.Find(mark) is null)
            return Refuse("This section is no longer there.");
        SectionMark Other(SectionMark one) => one == mark ? to : one == to ? mark : one;
        return song with
        {
            Wordings = [.. song.Wordings.Select(wording => wording with { Sections = [.. wording.Sections.Select(section => section with { Mark = Other(section.Mark) })] })],
            SungOrders = [.. song.SungOrders.Select(order => order with { Marks = [.. order.Marks.Select(Other)] })],
        };
    }

    /// <summary>Takes a section out of every wording and order. An order that sings nothing else goes, except the usual one.</summary>
    public static Outcome<SongContent> Remove(SongContent song, SectionMark mark)
    {
        var first = song.FirstWording with { Sections = song.FirstWording.Sections.RemoveAll(section => section.Mark == mark) };
        if (first.Sections.IsEmpty)
            return Refuse("A song keeps at least one section. Put the whole song in the bin instead.");
        var orders = song.SungOrders.Select(order => order with { Marks = order.Marks.RemoveAll(sung => sung == mark) }).ToList();
        if (orders[0].Marks.IsEmpty)
            orders[0] = orders[0] with { Marks = [.. first.Sections.Select(section => section.Mark)] };
        return song with
        {
            Wordings = [first, .. song.Wordings.Skip(1).Select(wording => wording with { Sections = wording.Sections.RemoveAll(section => section.Mark == mark) })],
            SungOrders = [.. orders.Where(order => order.Marks.Length > 0)],
        };
    }

    /// <summary>Sets a slide break before a line, or takes it away again.</summary>
    public static Outcome<SongContent> Break(SongContent song, SectionMark mark, int line)
    {
        if (song.FirstWording.Find(mark) is not { } section || line < 1 || line >= section.Lines.Length)
            return Refuse("A slide can begin at any line of a section but its first.");
        var breaks = section.Breaks.Contains(line) ? section.Breaks.Remove(line) : [.. section.Breaks.Add(line).Order()];
        return Replaced(song, section, section with { Breaks = breaks });
    }

    /// <summary>Says how many bars a section takes; nothing forgets it.</summary>
    public static Outcome<SongContent> Count(SongContent song, SectionMark mark, int? bars) =>
        song.FirstWording.Find(mark) is not { } section ? Refuse("This section is no longer there.")
        : bars is < 1 or > 999 ? Refuse("A section has from 1 to 999 bars.")
        : Replaced(song, section, section with { Bars = bars });

    /// <summary>The first mark of a kind that the song does not use.</summary>
    public static SectionMark Free(SongContent song, SectionKind kind)
    {
        var number = 1;
        while (song.FirstWording.Find(new SectionMark(kind, number)) is not null)
            number++;
        return new SectionMark(kind, number);
    }

    private static IEnumerable<string> Written(string text) => CleanText.Lines(text).Select(CleanText.Line).Where(line => line.Length > 0);

    internal static SongContent With(SongContent song, int wording, Wording edited) => song with { Wordings = song.Wordings.SetItem(wording, edited) };

    internal static ImmutableArray<Section> InOrderOf(Wording first, ImmutableArray<Section> sections)
    {
        var places = first.Sections.Select((section, at) => (section.Mark, at)).ToDictionary(place => place.Mark, place => place.at);
        return [.. sections.OrderBy(section => places.GetValueOrDefault(section.Mark, int.MaxValue))];
    }

    internal static List<Problem> Refuse(string message) => [new("Words", message)];

    private static SongContent Replaced(SongContent song, Section section, Section by) =>
        With(song, 0, song.FirstWording with { Sections = song.FirstWording.Sections.Replace(section, by) });
}
