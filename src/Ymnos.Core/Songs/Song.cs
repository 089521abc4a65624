using System.Collections.Immutable;

namespace Ymnos.Core.Songs;

/// <summary>One work: its titles, its people, its rights, its wordings and sung orders.</summary>
public sealed class Song
{
    private Song()
    {
    }

    public Guid Id { get; private init; }

    public string Title { get; private set; } = "";

    public ImmutableArray<string> OtherTitles { get; private set; } = [];

    public ImmutableArray<SongCredit> Credits { get; private set; } = [];

    public ImmutableArray<SongbookEntry> SongbookEntries { get; private set; } = [];

    /// <summary>Year of first publication as the copyright line gives it, 1500 or later.</summary>
    public int? CopyrightYear { get; private set; }

    public string CopyrightHolder { get; private set; } = "";

    /// <summary>The first is the original; never empty.</summary>
    public ImmutableArray<Wording> Wordings { get; private set; } = [];

    /// <summary>Never empty; the first is the usual one.</summary>
    public ImmutableArray<SungOrder> SungOrders { get; private set; } = [];

    /// <summary>Counts the saves, from 1. An edit carries the revision it was made on.</summary>
    public int Revision { get; private set; }

    public DateTimeOffset SavedAt { get; private set; }

    public string SavedBy { get; private set; } = "";

    /// <summary>Set while the song lies in the bin.</summary>
    public DateTimeOffset? BinnedAt { get; private set; }

    public Wording FirstWording => Wordings[0];

    public string FirstLine => FirstWording.FirstLine;

    /// <summary>"© 2014 Tidewrack Songs", or empty when neither year nor holder is known.</summary>
    public string CopyrightLine => (CopyrightYear, CopyrightHolder) switch
    {
        (null, "") => "",
        (null, var holder) => $"© {holder}",
        (var year, "") => $"© {year}",
        var (year, holder) => $"© {year} {holder}",
    };

    /// <summary>The order of that name, or the usual one when it has gone.</summary>
    public SungOrder OrderNamed(string name) =>
        SungOrders.FirstOrDefault(order => order.Name == name) ?? SungOrders[0];

    /// <summary>A new song out of a draft, or what to change in the draft.</summary>
    public static Outcome<Song> Create(SongDraft draft, DateTimeOffset now, string savedBy)
    {
        var song = new Song { Id = Guid.CreateVersion7(now) };
        return song.Revise(draft, now, savedBy);
    }

    /// <summary>Takes the draft over as a whole, or not at all.</summary>
    public Outcome<Song> Revise(SongDraft draft, DateTimeOffset now, string savedBy)
    {
        var check = draft.Check();
        if (!check.Succeeded(out var facts))
            return check.Problems.ToList();
        Title = facts.Title;
        OtherTitles = facts.OtherTitles;
        Credits = facts.Credits;
        SongbookEntries = facts.SongbookEntries;
        CopyrightYear = facts.CopyrightYear;
        CopyrightHolder = facts.CopyrightHolder;
        // Other wordings answer line by line; they stay as they are when the first one is edited.
        Wordings = [facts.Wording, .. Wordings.Skip(1)];
        SungOrders = [facts.Order with { Name = SungOrders is [var usual, ..] ? usual.Name : facts.Order.Name },
            .. SungOrders.Skip(1).Select(order => order with { Marks = [.. order.Marks.Where(mark => facts.Wording.Find(mark) is not null)] })
                .Where(order => order.Marks.Length > 0)];
        Touch(now, savedBy);
        return this;
    }

    public void Bin(DateTimeOffset now, string by)
    {
        BinnedAt = now;
        Touch(now, by);
    }

    public void Restore(DateTimeOffset now, string by)
    {
        BinnedAt = null;
        Touch(now, by);
    }

    private void Touch(DateTimeOffset now, string by)
    {
        Revision++;
        SavedAt = now;
        SavedBy = by;
    }
}
