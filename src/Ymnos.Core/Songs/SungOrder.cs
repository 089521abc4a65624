using System.Collections.Immutable;
using System.Globalization;

namespace Ymnos.Core.Songs;

/// <summary>A named sequence of sections, repeats included, as a congregation sings it.</summary>
/// <param name="Name">"full", "short", "slow"; unique within the song.</param>
/// <param name="Marks">Each names a section of the first wording.</param>
/// <param name="Length">As somebody timed it; <see langword="null"/> where it is reckoned from the words.</param>
public sealed record SungOrder(string Name, ImmutableArray<SectionMark> Marks, TimeSpan? Length = null)
{
    public const string FullName = "full";

    /// <summary>As typed and understood by <see cref="Music.MusicKey"/>: <c>Eb</c>, <c>F#m</c>; empty where unknown.</summary>
    public string Key { get; init; } = "";

    /// <summary>Beats a minute, from 20 to 300. In 6/8, 9/8 and 12/8 the beat is a dotted crotchet.</summary>
    public int? Tempo { get; init; }

    /// <summary><c>4/4</c>, <c>6/8</c>; empty where unknown.</summary>
    public string Metre { get; init; } = "";

    /// <summary>Fret of the capo, 1 to 11.</summary>
    public int? Capo { get; init; }

    /// <summary>Who leads it usually.</summary>
    public string Leader { get; init; } = "";

    /// <summary>Written out as it is typed: <c>1 R 2 R B R R</c>.</summary>
    public string Written => string.Join(' ', Marks);

    /// <summary>Reads <c>1 R 2 R B R R</c>, also with commas and hyphens between the marks.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="known">The marks the song has; others are refused.</param>
    public static Outcome<SungOrder> Read(string text, IReadOnlyCollection<SectionMark> known)
    {
        var marks = new List<SectionMark>();
        foreach (var word in text.Split([' ', ',', '-', '–', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (!SectionMark.TryParse(word, out var mark))
                return Refuse($"“{Excerpt(word)}” is not a section mark. Marks look like 1, 2, R, B or R2.");
            if (!known.Contains(mark))
                return Refuse($"This song has no section {mark}. It has {string.Join(", ", known.Order())}.");
            marks.Add(mark);
            if (marks.Count > 200)
                return Refuse("A sung order has at most 200 sections.");
        }
        return new SungOrder(FullName, [.. marks]);

        static List<Problem> Refuse(string message) => [new(nameof(SongDraft.Order), message)];
        static string Excerpt(string word) => word.Length > 12 ? word[..12] + "…" : word;
    }

    /// <summary>
    /// How long the order takes when nobody has timed it. From bars and tempo where every section has its bars and the
    /// order its tempo and metre; else six seconds a line of words, the time a four-bar phrase in common time takes at 160
    /// crotchets a minute or a two-bar phrase at 80, and ten seconds for a section without words.
    /// </summary>
    public TimeSpan Reckon(Wording wording) => Length ?? FromBars(wording) ?? TimeSpan.FromSeconds(Marks.Sum(mark =>
        wording.Find(mark)?.SungLines.Count() is > 0 and var lines ? lines * 6 : 10));

    /// <summary>Bars × beats a bar × 60 ÷ tempo over all sections as they are repeated; nothing while one of these is unknown.</summary>
    public TimeSpan? FromBars(Wording wording)
    {
        if (Tempo is not { } tempo || BeatsABar is not { } beats)
            return null;
        var bars = 0;
        foreach (var mark in Marks)
        {
            if (wording.Find(mark)?.Bars is not { } counted)
                return null;
            bars += counted;
        }
        return TimeSpan.FromSeconds(Math.Round(bars * beats * 60.0 / tempo));
    }

    /// <summary>Beats that the tempo counts in a bar: the upper figure, or a third of it in compound metres.</summary>
    public int? BeatsABar => TryReadMetre(Metre, out var upper, out var lower)
        ? lower >= 8 && upper > 3 && upper % 3 == 0 ? upper / 3 : upper
        : null;

    /// <summary>Reads a time signature: two figures with a stroke, the lower one a power of two up to 32.</summary>
    public static bool TryReadMetre(string text, out int upper, out int lower)
    {
        (upper, lower) = (0, 0);
        return text.Split('/') is [var over, var under]
            && int.TryParse(over, NumberStyles.None, CultureInfo.InvariantCulture, out upper) && upper is >= 1 and <= 32
            && int.TryParse(under, NumberStyles.None, CultureInfo.InvariantCulture, out lower) && lower is 1 or 2 or 4 or 8 or 16 or 32;
    }

    public bool Equals(SungOrder? other) =>
        other is not null && (Name, Length, Key, Tempo, Metre, Capo, Leader) == (other.Name, other.Length, other.Key, other.Tempo, other.Metre, other.Capo, other.Leader)
        && Marks.AsSpan().SequenceEqual(other.Marks.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Name, Length, Marks.Length);
}
