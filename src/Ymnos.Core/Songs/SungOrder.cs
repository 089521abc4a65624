using System.Collections.Immutable;

namespace Ymnos.Core.Songs;

/// <summary>A named sequence of sections, repeats included, as a congregation sings it.</summary>
/// <param name="Name">"full", "short", "slow"; unique within the song.</param>
/// <param name="Marks">Each names a section of the first wording.</param>
/// <param name="Length">As somebody timed it; <see langword="null"/> where it is reckoned from the words.</param>
public sealed record SungOrder(string Name, ImmutableArray<SectionMark> Marks, TimeSpan? Length = null)
{
    public const string FullName = "full";

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
    /// How long the order takes when nobody has timed it: six seconds a line of words, the time a four-bar phrase in
    /// common time takes at 160 crotchets a minute or a two-bar phrase at 80, and ten seconds for a section without words.
    /// </summary>
    public TimeSpan Reckon(Wording wording) => Length ?? TimeSpan.FromSeconds(Marks.Sum(mark =>
        wording.Find(mark)?.SungLines.Count() is > 0 and var lines ? lines * 6 : 10));

    public bool Equals(SungOrder? other) =>
        other is not null && Name == other.Name && Length == other.Length
        && Marks.AsSpan().SequenceEqual(other.Marks.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Name, Length, Marks.Length);
}
