using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Ymnos.Core.Songs.Music;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Finding;

/// <summary>What a filter looks at.</summary>
public enum FilterKind
{
    Shelf,
    Book,
    Topic,
    Language,
    Lacks,
    Key,
    Tempo,
    Has,
    NotSung,
    Rights,
    Scripture,
}

/// <summary>One filter of the line: <c>book:"quayside hymns"</c>.</summary>
/// <param name="Kind">What it looks at.</param>
/// <param name="Value">As typed after the colon, without quotation marks.</param>
public sealed record SongFilter(FilterKind Kind, string Value)
{
    /// <summary>Filters look at folded values: "Choir" and "choir" are one filter.</summary>
    public bool Equals(SongFilter? other) => other is not null && Kind == other.Kind && string.Equals(Value, other.Value, StringComparison.OrdinalIgnoreCase);

    public override int GetHashCode() => HashCode.Combine(Kind, StringComparer.OrdinalIgnoreCase.GetHashCode(Value));

    /// <summary>As it is typed.</summary>
    public override string ToString() => $"{SongQuery.NameOf(Kind)}:{(Value.Contains(' ', StringComparison.Ordinal) ? $"\"{Value}\"" : Value)}";
}

/// <summary>How a list of songs is sorted.</summary>
public enum SongSort
{
    Title,
    Use,
    Date,
}

/// <summary>The line in which songs are looked for: plain words, and filters between them. What is typed and what is clicked is the same line.</summary>
/// <param name="Words">Everything that is no filter.</param>
/// <param name="Filters">In the order typed.</param>
public sealed partial record SongQuery(string Words, ImmutableArray<SongFilter> Filters)
{
    public const int MostFilters = 12;

    private static readonly Dictionary<string, FilterKind> Names = new(StringComparer.OrdinalIgnoreCase)
    {
        ["shelf"] = FilterKind.Shelf,
        ["book"] = FilterKind.Book,
        ["topic"] = FilterKind.Topic,
        ["language"] = FilterKind.Language,
        ["lacks"] = FilterKind.Lacks,
        ["key"] = FilterKind.Key,
        ["tempo"] = FilterKind.Tempo,
        ["has"] = FilterKind.Has,
        ["notsung"] = FilterKind.NotSung,
        ["rights"] = FilterKind.Rights,
        ["scripture"] = FilterKind.Scripture,
    };

    /// <summary>Reads the line. A colon that belongs to no filter is part of the words; never fails.</summary>
    public static SongQuery Read(string typed)
    {
        var filters = ImmutableArray.CreateBuilder<SongFilter>();
        var words = Filter().Replace(typed, match =>
        {
            if (!Names.TryGetValue(match.Groups["name"].Value, out var kind) || filters.Count == MostFilters)
                return match.Value;
            var value = CleanText.Line(match.Groups["quoted"].Success ? match.Groups["quoted"].Value : match.Groups["plain"].Value);
            if (value.Length == 0)
                return match.Value;
            if (!filters.Contains(new(kind, value)))
                filters.Add(new(kind, value));
            return " ";
        });
        return new(CleanText.Line(words), filters.ToImmutable());
    }

    /// <summary>The line with a filter added, or taken away where it stands already.</summary>
    public SongQuery Toggle(SongFilter filter) => this with { Filters = Filters.Contains(filter) ? Filters.Remove(filter) : Filters.Add(filter) };

    public override string ToString()
    {
        var line = new StringBuilder(Words);
        foreach (var filter in Filters)
            (line.Length > 0 ? line.Append(' ') : line).Append(filter);
        return line.ToString();
    }

    public bool Equals(SongQuery? other) => other is not null && Words == other.Words && Filters.AsSpan().SequenceEqual(other.Filters.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Words, Filters.Length);

    internal static string NameOf(FilterKind kind) => Names.First(name => name.Value == kind).Key;

    /// <summary>
    /// The token that a song carries when a filter of this kind and value holds for it; nothing for filters that are not
    /// told by a token, or whose value makes no sense.
    /// </summary>
    public static string? Token(SongFilter filter) => filter.Kind switch
    {
        FilterKind.Book => $"book:{FoldedText.Of(filter.Value)}",
        FilterKind.Topic => $"topic:{FoldedText.Of(filter.Value)}",
        FilterKind.Language or FilterKind.Lacks => LanguageOf(filter.Value) is { } tag ? $"lang:{tag}" : null,
        FilterKind.Key => MusicKey.TryParse(filter.Value, out var key) ? $"key:{key}" : null,
        FilterKind.Has => FoldedText.Of(filter.Value) is ("chords" or "notes" or "bars" or "translation") and var has ? $"has:{has}" : null,
        FilterKind.Scripture => $"scripture:{FoldedText.Of(filter.Value)}",
        _ => null,
    };

    /// <summary>The tokens of a song.</summary>
    public static IEnumerable<string> TokensOf(SongContent song)
    {
        foreach (var entry in song.SongbookEntries)
            yield return $"book:{FoldedText.Of(entry.Songbook)}";
        foreach (var topic in song.Topics)
            yield return $"topic:{FoldedText.Of(topic)}";
        foreach (var wording in song.Wordings)
            yield return $"lang:{wording.Language}";
        foreach (var order in song.SungOrders)
            if (MusicKey.TryParse(order.Key, out var key))
                yield return $"key:{key}";
        foreach (var reference in song.Scripture)
        {
            // "luke", "luke 5", "luke 5 1 11": a reference is found from its book on.
            var words = FoldedText.Of(reference).Split(' ');
            for (var length = 1; length <= words.Length; length++)
                yield return $"scripture:{string.Join(' ', words.Take(length))}";
        }
        if (song.Wordings.Any(wording => wording.HasChords))
            yield return "has:chords";
        if (song.BoothNotes.Length > 0)
            yield return "has:notes";
        if (song.Wordings.Length > 1)
            yield return "has:translation";
        if (song.FirstWording.Sections.Any(section => section.Bars is not null))
            yield return "has:bars";
        if (song.CopyrightHolder.Length == 0 && song.Owners.IsEmpty)
            yield return "rights:none";
    }

    /// <summary>Years, months or weeks back from a day: "2y", "6m", "8w"; a bare number means years.</summary>
    public static DateOnly? Back(string value, DateOnly today)
    {
        var match = Ago().Match(value);
        if (!match.Success || !int.TryParse(match.Groups["n"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var n) || n > 600)
            return null;
        return match.Groups["unit"].Value.ToUpperInvariant() switch
        {
            "W" => today.AddDays(-7 * n),
            "M" => today.AddMonths(-n),
            _ => n > 100 ? null : today.AddYears(-n),
        };
    }

    /// <summary>"84" is that tempo, "70-90" a range, "70-" and "-90" are open.</summary>
    public static (int From, int To)? Range(string value)
    {
        var match = Between().Match(value);
        if (!match.Success)
            return null;
        var from = match.Groups["from"].Length > 0 ? int.Parse(match.Groups["from"].ValueSpan, CultureInfo.InvariantCulture) : 0;
        var to = match.Groups["dash"].Length == 0 ? from : match.Groups["to"].Length > 0 ? int.Parse(match.Groups["to"].ValueSpan, CultureInfo.InvariantCulture) : 999;
        return match.Groups["from"].Length + match.Groups["to"].Length == 0 ? null : (from, to);
    }

    /// <summary>A language's tag, typed as tag, own name or English name.</summary>
    private static string? LanguageOf(string value)
    {
        if (WordingLanguage.IsOffered(value.ToLowerInvariant()))
            return value.ToLowerInvariant();
        var folded = FoldedText.Of(value);
        foreach (var (tag, name) in WordingLanguage.All)
            if (FoldedText.Of(name) == folded || FoldedText.Of(CultureInfo.GetCultureInfo(tag).EnglishName) == folded)
                return tag;
        return WordingLanguage.IsTag(value) ? value : null;
    }

    [GeneratedRegex("""(?<![\p{L}\p{N}])(?<name>[a-z]+):(?:"(?<quoted>[^"]*)"|(?<plain>[^\s"]+))""", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Filter();

    [GeneratedRegex(@"^(?<n>\d{1,3})\s*(?<unit>[wmy])?", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Ago();

    [GeneratedRegex(@"^(?<from>\d{0,3})(?<dash>[-–]?)(?<to>\d{0,3})$", RegexOptions.CultureInvariant)]
    private static partial Regex Between();
}
