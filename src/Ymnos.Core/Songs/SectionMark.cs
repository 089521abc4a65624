using System.Globalization;

namespace Ymnos.Core.Songs;

/// <summary>
/// What a section of a song is. The number of a kind is the code of its mark's letter, and so a congregation's own kinds
/// are the other letters of the alphabet; verses have no letter.
/// </summary>
public enum SectionKind
{
    Verse = 0,
    PreChorus = 'P',
    Refrain = 'R',
    Bridge = 'B',
    Interlude = 'I',
    Ending = 'E',
}

/// <summary>A kind of section that a congregation has added.</summary>
/// <param name="Letter">Its mark: a capital letter that no other kind has; not V, which people type for verses.</param>
/// <param name="Name">As it stands under the mark: "descant".</param>
public sealed record OwnSectionKind(char Letter, string Name)
{
    /// <summary>Whether a letter is free for a kind of one's own.</summary>
    public static bool IsFree(char letter) => letter is >= 'A' and <= 'Z' and not 'V' && !Enum.IsDefined((SectionKind)letter);
}

/// <summary>
/// The typographic sign of a section: <c>1 2 3</c> for verses, <c>R</c> refrain, <c>P</c> pre-chorus, <c>B</c> bridge,
/// <c>I</c> interlude, <c>E</c> ending, other letters for a congregation's own kinds; the second of a kind is <c>R2</c>.
/// </summary>
public readonly record struct SectionMark : IComparable<SectionMark>
{
    /// <summary>No song numbers its sections higher than this.</summary>
    public const int HighestNumber = 999;

    private readonly int _before;

    /// <param name="kind">The kind of section.</param>
    /// <param name="number">Counts within the kind, from 1 to <see cref="HighestNumber"/>.</param>
    public SectionMark(SectionKind kind, int number = 1)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(number, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(number, HighestNumber);
        (Kind, _before) = (kind, number - 1);
    }

    public SectionKind Kind { get; }

    public int Number => _before + 1;

    /// <summary>Whether the kind is one that a congregation has added.</summary>
    public bool IsOwnKind => !Enum.IsDefined(Kind);

    private char Letter => (char)Kind;

    /// <summary>The kind in words, as it stands under the mark on a page.</summary>
    public string KindName => Kind switch
    {
        SectionKind.Verse => "verse",
        SectionKind.PreChorus => "pre-chorus",
        SectionKind.Refrain => "refrain",
        SectionKind.Bridge => "bridge",
        SectionKind.Interlude => "interlude",
        SectionKind.Ending => "ending",
        _ => $"section {Letter}",
    };

    /// <summary>The kind in words, with the names that a congregation has given its own kinds.</summary>
    public string KindNameIn(IEnumerable<OwnSectionKind> own)
    {
        var letter = Letter;
        return IsOwnKind && own.FirstOrDefault(kind => kind.Letter == letter) is { } named ? named.Name : KindName;
    }

    /// <summary>The heading that stands for this mark in a plain text: "Verse 2", "Refrain", "Refrain 2".</summary>
    public string Heading
    {
        get
        {
            var name = string.Concat(char.ToUpperInvariant(KindName[0]).ToString(), KindName.AsSpan(1));
            return Kind == SectionKind.Verse || Number > 1
                ? string.Create(CultureInfo.InvariantCulture, $"{name} {Number}")
                : name;
        }
    }

    public override string ToString() => Kind == SectionKind.Verse
        ? Number.ToString(CultureInfo.InvariantCulture)
        : Number == 1 ? Letter.ToString() : string.Create(CultureInfo.InvariantCulture, $"{Letter}{Number}");

    /// <summary>Reads a mark as it is typed, in either case: <c>2</c>, <c>r</c>, <c>R2</c>.</summary>
    public static bool TryParse(ReadOnlySpan<char> text, out SectionMark mark)
    {
        mark = default;
        text = text.Trim();
        if (text.IsEmpty)
            return false;
        var letter = char.ToUpperInvariant(text[0]);
        var kind = letter is >= 'A' and <= 'Z' and not 'V' ? (SectionKind)letter : SectionKind.Verse;
        if (letter == 'V' && text.Length > 1)
            text = text[1..];
        var digits = kind == SectionKind.Verse ? text : text[1..];
        var number = 1;
        if ((kind == SectionKind.Verse || !digits.IsEmpty)
            && !(int.TryParse(digits, NumberStyles.None, CultureInfo.InvariantCulture, out number)
                 && number is >= 1 and <= HighestNumber))
            return false;
        mark = new SectionMark(kind, number);
        return true;
    }

    /// <summary>Verses, pre-choruses, refrains, bridges, interludes, endings, then a congregation's own kinds by letter.</summary>
    public int CompareTo(SectionMark other) => (Rank, Number).CompareTo((other.Rank, other.Number));

    private int Rank => Kind switch
    {
        SectionKind.Verse => 0,
        SectionKind.PreChorus => 1,
        SectionKind.Refrain => 2,
        SectionKind.Bridge => 3,
        SectionKind.Interlude => 4,
        SectionKind.Ending => 5,
        _ => (int)Kind,
    };

    public static bool operator <(SectionMark left, SectionMark right) => left.CompareTo(right) < 0;
    public static bool operator >(SectionMark left, SectionMark right) => left.CompareTo(right) > 0;
    public static bool operator <=(SectionMark left, SectionMark right) => left.CompareTo(right) <= 0;
    public static bool operator >=(SectionMark left, SectionMark right) => left.CompareTo(right) >= 0;
}
