using System.Collections.Immutable;
using System.Globalization;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Comparing;

/// <summary>
/// One thing that can be said about a song, by which two states of it are compared, merged and brought together. The
/// fields together hold all of a song's content.
/// </summary>
/// <param name="Key">Its name in forms: <c>title</c>, <c>words-fr</c>.</param>
/// <param name="Label">Its name for people.</param>
/// <param name="Write">What a song says here, as text; empty where it says nothing.</param>
/// <param name="Take">The first song with what the second says here.</param>
/// <param name="Both">The first song with what both say here; nothing where only one can stand.</param>
public sealed record SongField(string Key, string Label, Func<SongContent, string> Write, Func<SongContent, SongContent, SongContent> Take, Func<SongContent, SongContent, SongContent>? Both)
{
    /// <summary>The fields of two songs together; each wording and each sung order is a field of its own.</summary>
    public static IReadOnlyList<SongField> Of(SongContent one, SongContent other) =>
    [
        new("title", "Title", song => song.Title, (to, from) => to with { Title = from.Title },
            (to, from) => from.Title == to.Title ? to : to with { OtherTitles = Union(to.OtherTitles, [new(from.Title)]) }),
        List("titles", "Other titles", song => song.OtherTitles, (song, all) => song with { OtherTitles = all }),
        List("people", "People", song => song.Credits, (song, all) => song with { Credits = all }, credit => $"{credit.Part.ToString().ToLowerInvariant()}: {credit.NameAndYears}"),
        List("owners", "Owners", song => song.Owners, (song, all) => song with { Owners = all }),
        One("year", "Copyright year", song => song.CopyrightYear?.ToString(CultureInfo.InvariantCulture) ?? "", (to, from) => to with { CopyrightYear = from.CopyrightYear }),
        One("holder", "Copyright holder", song => song.CopyrightHolder, (to, from) => to with { CopyrightHolder = from.CopyrightHolder }),
        List("songbooks", "Songbooks", song => song.SongbookEntries, (song, all) => song with { SongbookEntries = all }),
        List("numbers", "Scheme numbers", song => song.SchemeNumbers, (song, all) => song with { SchemeNumbers = all }),
        List("topics", "Topics", song => song.Topics, (song, all) => song with { Topics = all }),
        List("scripture", "Scripture", song => song.Scripture, (song, all) => song with { Scripture = all }),
        One("tune", "Tune", song => song.TuneName, (to, from) => to with { TuneName = from.TuneName }),
        One("metre", "Metre", song => song.TuneMetre, (to, from) => to with { TuneMetre = from.TuneMetre }),
        One("notes", "Notes for the booth", song => song.BoothNotes, (to, from) => to with { BoothNotes = from.BoothNotes }),
        One("blank", "Opens with a blank slide", song => song.OpensBlank ? "yes" : "", (to, from) => to with { OpensBlank = from.OpensBlank }),
        .. one.Wordings.Concat(other.Wordings).Select(Id).Distinct().Select(id => WordsField(id)),
        .. one.SungOrders.Concat(other.SungOrders).Select(order => order.Name).Distinct().Select(OrderField),
    ];

    /// <summary>The fields in which two songs differ, with what each says.</summary>
    public static IEnumerable<(SongField Field, string One, string Other)> Differing(SongContent one, SongContent other) =>
        Of(one, other).Select(field => (Field: field, One: field.Write(one), Other: field.Write(other))).Where(field => field.One != field.Other);

    /// <summary>One song out of two, field by field. Whatever is not chosen stays as the first song says it.</summary>
    /// <param name="kept">The song that goes on.</param>
    /// <param name="other">The one it takes from.</param>
    /// <param name="choices">By key of a field: which of the two stands.</param>
    public static Outcome<SongContent> Merge(SongContent kept, SongContent other, IReadOnlyDictionary<string, MergeChoice> choices)
    {
        var merged = kept;
        foreach (var field in Of(kept, other))
            merged = choices.GetValueOrDefault(field.Key) switch
            {
                MergeChoice.Other => field.Take(merged, other),
                MergeChoice.Both when field.Both is { } both => both(merged, other),
                _ => merged,
            };
        if (merged.Wordings.IsEmpty || !merged.FirstWording.Sections.Any(section => section.SungLines.Any()))
            return new List<Problem> { new("Words", "Nothing would be left of the words. Keep at least one wording.") };
        // Orders of the one may name sections that only the other had.
        var orders = merged.SungOrders.Select(order => order with { Marks = order.Marks.RemoveAll(mark => merged.FirstWording.Find(mark) is null) })
            .Where(order => order.Marks.Length > 0).ToImmutableArray();
        return merged with
        {
            SungOrders = orders.IsEmpty ? [new SungOrder(SungOrder.FullName, [.. merged.FirstWording.Sections.Select(section => section.Mark)])] : orders,
            Wordings = [merged.FirstWording, .. merged.Wordings.Skip(1).Select(wording => wording with { Sections = wording.Sections.RemoveAll(section => merged.FirstWording.Find(section.Mark) is null) })],
        };
    }

    /// <summary>One song out of two, every field as a merge proposes it; the kept song where that leaves no words.</summary>
    public static SongContent MergeAsProposed(SongContent kept, SongContent other) =>
        Merge(kept, other, Of(kept, other).ToDictionary(field => field.Key, field => field.Proposed(kept, other))).Succeeded(out var merged) ? merged : kept;

    /// <summary>What a merge proposes: whatever only one of them says is taken, lists are joined, else the kept song's stands.</summary>
    public MergeChoice Proposed(SongContent kept, SongContent other) =>
        Write(other).Length == 0 ? MergeChoice.Kept
        : Write(kept).Length == 0 ? MergeChoice.Other
        : Both is not null ? MergeChoice.Both
        : MergeChoice.Kept;

    private static SongField One(string key, string label, Func<SongContent, string> write, Func<SongContent, SongContent, SongContent> take) => new(key, label, write, take, null);

    private static SongField List<T>(string key, string label, Func<SongContent, ImmutableArray<T>> get, Func<SongContent, ImmutableArray<T>, SongContent> set, Func<T, string>? write = null) =>
        new(key, label, song => string.Join('\n', get(song).Select(item => write?.Invoke(item) ?? $"{item}")),
            (to, from) => set(to, get(from)), (to, from) => set(to, Union(get(to), get(from))));

    private static ImmutableArray<T> Union<T>(ImmutableArray<T> one, ImmutableArray<T> other) => [.. one.Union(other)];

    private static (string Language, WordingKind Kind, string Translator) Id(Wording wording) => (wording.Language, wording.Kind, wording.Translator);

    private static SongField WordsField((string Language, WordingKind Kind, string Translator) id)
    {
        var key = FoldedText.Of($"words {id.Language} {(id.Kind == WordingKind.Singable ? "" : id.Kind)} {id.Translator}").Replace(' ', '-');
        var label = WordingLanguage.NameOf(id.Language)
            + (id.Kind == WordingKind.Meaning ? ", meaning" : "")
            + (id.Translator.Length > 0 ? $", {id.Translator}" : "");
        return new(key, label, Write, Take, null);

        Wording? Find(SongContent song) => song.Wordings.FirstOrDefault(wording => Id(wording) == id);

        string Write(SongContent song) => Find(song) is not { } wording ? "" : string.Join('\n', new[] { wording.Title, wording.CopyrightLine, WordsText.Write(wording.Sections), Extras(wording) }.Where(text => text.Length > 0));

        SongContent Take(SongContent to, SongContent from) => (Find(to), Find(from)) switch
        {
            ({ } known, { } taken) => to with { Wordings = to.Wordings.Replace(known, taken) },
            (null, { } added) => to with { Wordings = to.Wordings.Add(added) },
            ({ } gone, null) => to with { Wordings = to.Wordings.Remove(gone) },
            _ => to,
        };
    }

    /// <summary>What the text form of the words does not say.</summary>
    private static string Extras(Wording wording) => string.Join('\n', wording.Sections.SelectMany(section => new[]
    {
        section.Breaks.IsEmpty ? "" : $"{section.Mark}: slide breaks before line {string.Join(", ", section.Breaks.Select(line => line + 1))}",
        section.Bars is { } bars ? $"{section.Mark}: {bars} bars" : "",
    }).Where(text => text.Length > 0));

    private static SongField OrderField(string name)
    {
        return new(FoldedText.Of($"order {name}").Replace(' ', '-'), $"Order “{name}”", Write, Take, null);

        SungOrder? Find(SongContent song) => song.SungOrders.FirstOrDefault(order => order.Name == name);

        string Write(SongContent song) => Find(song) is not { } order ? "" : string.Join(" · ", new[]
        {
            order.Written, order.Key, order.Tempo is { } tempo ? $"{tempo} a minute" : "", order.Metre, order.Capo is { } capo ? $"capo {capo}" : "",
            order.Leader, order.Length is { } length ? LengthText.Write(length) : "",
        }.Where(text => text.Length > 0));

        SongContent Take(SongContent to, SongContent from) => (Find(to), Find(from)) switch
        {
            ({ } known, { } taken) => to with { SungOrders = to.SungOrders.Replace(known, taken) },
            (null, { } added) => to with { SungOrders = to.SungOrders.Add(added) },
            ({ } gone, null) => to with { SungOrders = to.SungOrders.Remove(gone) },
            _ => to,
        };
    }
}

/// <summary>Which of two songs a field is taken from.</summary>
public enum MergeChoice
{
    Kept,
    Other,
    Both,
}
