using System.Collections.Immutable;

namespace Ymnos.Core.Songs;

/// <summary>
/// Everything that is curated about a song, as one value: what history keeps, what is compared, merged, archived and
/// brought back. Two contents that say the same are equal.
/// </summary>
public sealed record SongContent
{
    public required string Title { get; init; }

    public ImmutableArray<SongTitle> OtherTitles { get; init; } = [];

    public ImmutableArray<SongCredit> Credits { get; init; } = [];

    public ImmutableArray<Owner> Owners { get; init; } = [];

    /// <summary>Year of first publication as the copyright line gives it, 1500 or later.</summary>
    public int? CopyrightYear { get; init; }

    /// <summary>As the copyright line names the holder.</summary>
    public string CopyrightHolder { get; init; } = "";

    public ImmutableArray<SongbookEntry> SongbookEntries { get; init; } = [];

    /// <summary>The song's numbers with licensing bodies: the body's name and the number, "Song Rights Exchange 70412".</summary>
    public ImmutableArray<SongbookEntry> SchemeNumbers { get; init; } = [];

    public ImmutableArray<string> Topics { get; init; } = [];

    /// <summary>References as typed: "Luke 5:1–11".</summary>
    public ImmutableArray<string> Scripture { get; init; } = [];

    public string TuneName { get; init; } = "";

    /// <summary>Metre of the stanzas: "8.7.8.7", "Common Metre".</summary>
    public string TuneMetre { get; init; } = "";

    /// <summary>What whoever runs the booth should know.</summary>
    public string BoothNotes { get; init; } = "";

    /// <summary>Whether the song opens with a slide without words.</summary>
    public bool OpensBlank { get; init; }

    /// <summary>The first is the original; never empty.</summary>
    public required ImmutableArray<Wording> Wordings { get; init; }

    /// <summary>Never empty; the first is the usual one.</summary>
    public required ImmutableArray<SungOrder> SungOrders { get; init; }

    public Wording FirstWording => Wordings[0];

    /// <summary>"© 2014 Tidewrack Songs", or empty when neither year nor holder nor owner is known.</summary>
    public string CopyrightLine
    {
        get
        {
            var holder = CopyrightHolder.Length > 0 ? CopyrightHolder : string.Join(", ", Owners.Select(owner => owner.Name).Distinct());
            return (CopyrightYear, holder) switch
            {
                (null, "") => "",
                (null, _) => $"© {holder}",
                (_, "") => $"© {CopyrightYear}",
                _ => $"© {CopyrightYear} {holder}",
            };
        }
    }

    /// <summary>
    /// Whether words and music are free of copyright: everyone who made them is known to have died more than seventy
    /// calendar years ago (life plus seventy years to the end of the year: Directive 2006/116/EC, articles 1 and 8).
    /// </summary>
    public bool IsFreeOn(DateOnly day)
    {
        var makers = Credits.Where(credit => credit.Part is SongPart.Words or SongPart.Music).ToList();
        return makers.Count > 0 && makers.TrueForAll(maker => maker.Died + 70 < day.Year);
    }

    /// <summary>Whether nobody is named who could give leave: no holder, no owner, and not free of copyright.</summary>
    public bool HasUnknownRights(DateOnly day) => CopyrightHolder.Length == 0 && Owners.IsEmpty && !IsFreeOn(day);

    public bool Equals(SongContent? other) =>
        other is not null
        && (Title, CopyrightYear, CopyrightHolder, TuneName, TuneMetre, BoothNotes, OpensBlank)
            == (other.Title, other.CopyrightYear, other.CopyrightHolder, other.TuneName, other.TuneMetre, other.BoothNotes, other.OpensBlank)
        && OtherTitles.AsSpan().SequenceEqual(other.OtherTitles.AsSpan())
        && Credits.AsSpan().SequenceEqual(other.Credits.AsSpan())
        && Owners.AsSpan().SequenceEqual(other.Owners.AsSpan())
        && SongbookEntries.AsSpan().SequenceEqual(other.SongbookEntries.AsSpan())
        && SchemeNumbers.AsSpan().SequenceEqual(other.SchemeNumbers.AsSpan())
        && Topics.AsSpan().SequenceEqual(other.Topics.AsSpan())
        && Scripture.AsSpan().SequenceEqual(other.Scripture.AsSpan())
        && Wordings.AsSpan().SequenceEqual(other.Wordings.AsSpan())
        && SungOrders.AsSpan().SequenceEqual(other.SungOrders.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Title, Wordings.Length, SungOrders.Length, Credits.Length);
}
