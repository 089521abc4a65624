using System.Globalization;

namespace Ymnos.Core.Songs;

/// <summary>What a section of a song is.</summary>
public enum SectionKind
{
    Verse,
    PreChorus,
    Refrain,
    Bridge,
    Interlude,
    Ending,
}

/// <summary>
/// The typographic sign of a section: <c>1 2 3</c> for verses, <c>R</c> refrain, <c>P</c> pre-chorus, <c>B</c> bridge,
/// <c>I</c> interlude, <c>E</c> ending; the second of a kind is <c>R2</c>.
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

    private char Letter => Kind switch
    {
        SectionKind.Refrain => 'R',
        SectionKind.PreChorus => 'P',
        SectionKind.Bridge => 'B',
        SectionKind.Interlude => 'I',
        SectionKind.Ending => 'E',
        _ => '\0',
    };

    /// <summary>The kind in words, as it stands under the mark on a page.</summary>
    public string KindName => Kind switch
    {
        SectionKind.Verse => "verse",
        SectionKind.PreChorus => "pre-chorus",
        SectionKind.Refrain => "refrain",
        SectionKind.Bridge => "bridge",
        SectionKind.Interlude => "interlude",
        _ => "ending",
    };

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
        var kind = char.ToUpperInvariant(text[0]) switch
        {
            'R' => SectionKind.Refrain,
            'P' => SectionKind.PreChorus,
            'B' => SectionKind.Bridge,
            'I' => SectionKind.Interlude,
            'E' => SectionKind.Ending,
            _ => SectionKind.Verse,
        };
        var digits = kind == SectionKind.Verse ? text : text[1..];
        var number = 1;
        if ((kind == SectionKind.Verse || !digits.IsEmpty)
            && !(int.TryParse(digits, NumberStyles.None, CultureInfo.InvariantCulture, out number)
                 && number is >= 1 and <= HighestNumber))
            return false;
        mark = new SectionMark(kind, number);
        return true;
    }

    public int CompareTo(SectionMark other) => (Kind, Number).CompareTo((other.Kind, other.Number));

    public static bool operator <(SectionMark left, SectionMark right) => left.CompareTo(right) < 0;
    public static bool operator >(SectionMark left, SectionMark right) => left.CompareTo(right) > 0;
    public static bool operator <=(SectionMark left, SectionMark right) => left.CompareTo(right) <= 0;
    public static bool operator >=(SectionMark left, SectionMark right) => left.CompareTo(right) >= 0;
}
