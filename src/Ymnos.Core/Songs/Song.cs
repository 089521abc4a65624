using System.Collections.Immutable;

namespace Ymnos.Core.Songs;

/// <summary>Where a copy was taken from, and what stood there then.</summary>
public sealed record CopyOrigin(Guid SongId, int Revision, SongContent Content);

/// <summary>Where a song came in from, so that its source can be asked for changes.</summary>
/// <param name="Source">"catalogue", or the name of a songbook's source.</param>
/// <param name="Number">The song's number there.</param>
/// <param name="Version">What the source called this state of the song.</param>
/// <param name="Content">As it came in.</param>
public sealed record OutsideOrigin(string Source, string Number, string Version, SongContent Content);

/// <summary>One work in the library: what is curated about it, the shelf it stands on, and where it came from.</summary>
public sealed class Song
{
    private SongContent _content = null!;

    private Song()
    {
    }

    public Guid Id { get; private init; }

    public Guid ShelfId { get; private set; }

    public SongContent Content
    {
        get => _content;
        private set => (_content, Title) = (value, value.Title);
    }

    /// <summary>Counts the saves, from 1. An edit carries the revision it was made on.</summary>
    public int Revision { get; private set; }

    public DateTimeOffset SavedAt { get; private set; }

    public string SavedBy { get; private set; } = "";

    /// <summary>What the last save did, in a few words: "words of R", "merged with Lantern".</summary>
    public string SavedWhat { get; private set; } = "";

    /// <summary>Set while the song lies in the bin.</summary>
    public DateTimeOffset? BinnedAt { get; private set; }

    /// <summary>The song that took this one's place when the two were merged.</summary>
    public Guid? MergedInto { get; private set; }

    public CopyOrigin? CopiedFrom { get; private init; }

    public OutsideOrigin? CameFrom { get; private set; }

    /// <summary>The content's title, where lists and queries reach it.</summary>
    public string Title { get; private set; } = "";

    public ImmutableArray<Wording> Wordings => Content.Wordings;

    /// <summary>Never empty; the first is the usual one.</summary>
    public ImmutableArray<SungOrder> SungOrders => Content.SungOrders;

    public ImmutableArray<SongCredit> Credits => Content.Credits;

    public ImmutableArray<SongbookEntry> SongbookEntries => Content.SongbookEntries;

    public string CopyrightLine => Content.CopyrightLine;

    public Wording FirstWording => Content.FirstWording;

    public string FirstLine => FirstWording.FirstLine;

    /// <summary>The order of that name, or the usual one when it has gone.</summary>
    public SungOrder OrderNamed(string name) =>
        SungOrders.FirstOrDefault(order => order.Name == name) ?? SungOrders[0];

    /// <summary>A new song on the first shelf out of a draft, or what to change in the draft.</summary>
    public static Outcome<Song> Create(SongDraft draft, DateTimeOffset now, string savedBy)
    {
        var check = draft.Check();
        return check.Succeeded(out var content) ? Create(content, Shelf.MainId, now, savedBy) : check.Problems.ToList();
    }

    /// <summary>A new song.</summary>
    public static Song Create(SongContent content, Guid shelf, DateTimeOffset now, string savedBy, string what = "new", OutsideOrigin? cameFrom = null) =>
        new() { Id = Guid.CreateVersion7(now), ShelfId = shelf, Content = content, Revision = 1, SavedAt = now, SavedBy = savedBy, SavedWhat = what, CameFrom = cameFrom };

    /// <summary>Takes the draft over as a whole, or not at all. What a draft does not hold stays as it is.</summary>
    public Outcome<Song> Revise(SongDraft draft, DateTimeOffset now, string savedBy)
    {
        var check = draft.Check(Content);
        if (!check.Succeeded(out var content))
            return check.Problems.ToList();
        Save(content, now, savedBy, "the whole song");
        return this;
    }

    /// <summary>Takes new content over.</summary>
    /// <param name="content">What is to stand.</param>
    /// <param name="now">When.</param>
    /// <param name="savedBy">Who.</param>
    /// <param name="what">What was done, for the history.</param>
    public void Save(SongContent content, DateTimeOffset now, string savedBy, string what)
    {
        Content = content;
        Touch(now, savedBy, what);
    }

    /// <summary>Puts the song on another shelf.</summary>
    public void MoveTo(Shelf shelf, DateTimeOffset now, string by)
    {
        ShelfId = shelf.Id;
        Touch(now, by, $"moved to {shelf.Name}");
    }

    /// <summary>A song of its own with the same content, which knows where it came from.</summary>
    public Song CopyTo(Shelf shelf, DateTimeOffset now, string by) => new()
    {
        Id = Guid.CreateVersion7(now),
        ShelfId = shelf.Id,
        Content = Content,
        Revision = 1,
        SavedAt = now,
        SavedBy = by,
        SavedWhat = $"copied to {shelf.Name}",
        CopiedFrom = new(Id, Revision, Content),
    };

    /// <summary>Takes over what the song's source says now.</summary>
    public void TakeFromSource(SongContent content, OutsideOrigin origin, DateTimeOffset now, string by)
    {
        CameFrom = origin;
        Save(content, now, by, $"changes from the {origin.Source}");
    }

    /// <summary>Makes the song again what it was at an earlier time.</summary>
    /// <param name="content">What it said then.</param>
    /// <param name="shelf">Where it stood.</param>
    /// <param name="wasBinned">Whether it lay in the bin.</param>
    /// <param name="now">When it is brought back.</param>
    /// <param name="by">Who brings it back.</param>
    /// <param name="what">For the history.</param>
    public void BringBack(SongContent content, Guid shelf, bool wasBinned, DateTimeOffset now, string by, string what)
    {
        (Content, ShelfId) = (content, shelf);
        if (!wasBinned)
            MergedInto = null;
        BinnedAt = wasBinned ? BinnedAt ?? now : null;
        Touch(now, by, what);
    }

    public void Bin(DateTimeOffset now, string by)
    {
        BinnedAt = now;
        Touch(now, by, "put in the bin");
    }

    /// <summary>Puts the song in the bin because another one stands for both from now on.</summary>
    public void BinAsMerged(Song into, DateTimeOffset now, string by)
    {
        BinnedAt = now;
        MergedInto = into.Id;
        Touch(now, by, $"merged into {into.Title}");
    }

    public void Restore(DateTimeOffset now, string by)
    {
        (BinnedAt, MergedInto) = (null, null);
        Touch(now, by, "taken out of the bin");
    }

    private void Touch(DateTimeOffset now, string by, string what)
    {
        Revision++;
        (SavedAt, SavedBy, SavedWhat) = (now, by, what);
    }
}
