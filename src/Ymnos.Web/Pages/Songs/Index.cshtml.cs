using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Finding;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Keeping;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Songs;

/// <summary>A filter that can be clicked, with what clicking it makes of the line.</summary>
public sealed record FilterOffer(string Says, SongFilter Filter, bool IsOn);

public sealed class IndexModel(YmnosDb db, SongSearch search, Shelves shelves, House house, IMemoryCache cache) : PageModel
{
    private const int FarthestSkip = 1_000_000;
    private const int MostCounted = 5_000;
    private const int LongestLine = 200;

    /// <summary>Which filters are offered changes slowly; only a cache, each process has its own.</summary>
    private static readonly TimeSpan OffersKept = TimeSpan.FromSeconds(30);

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public string From { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public int Skip { get; set; }

    [BindProperty(SupportsGet = true)]
    public SongSort Sort { get; set; }

    public SongQuery Query { get; private set; } = SongQuery.Read("");

    public FoundSongs Found { get; private set; } = null!;

    public string Total { get; private set; } = "";

    public bool MayEdit { get; private set; }

    public bool MaySettle => User.IsInRole(Data.People.Roles.Coordinator);

    public IReadOnlyList<Shelf> AllShelves { get; private set; } = [];

    public IReadOnlyList<(string Name, IReadOnlyList<FilterOffer> Offers)> Offers { get; private set; } = [];

    public IReadOnlyList<SavedSearch> Saved { get; private set; } = [];

    /// <summary>Songbooks outside that nobody here has seen yet.</summary>
    public int NewBooks { get; private set; }

    public bool IsSearch => !string.IsNullOrWhiteSpace(Q);

    public async Task OnGetAsync(CancellationToken cancel)
    {
        await FindAsync(cancel);
        var count = await search.CountAsync(MostCounted + 1, cancel);
        Total = count > MostCounted ? $"more than {MostCounted:N0} songs" : count == 1 ? "1 song" : $"{count:N0} songs";
        var me = User.Id();
        Saved = await db.SavedSearches.AsNoTracking().Where(saved => saved.PersonId == me).OrderBy(saved => saved.Name).Take(SavedSearch.MostEach).ToListAsync(cancel);
        NewBooks = MaySettle ? await db.OutsideSongbooks.CountAsync(book => !book.Noticed || (book.FetchedVersion != null && book.FetchedVersion != book.Version), cancel) : 0;
        var carried = (await cache.GetOrCreateAsync("filters", entry =>
        {
            entry.AbsoluteExpirationRelativeToNow = OffersKept;
            return search.OffersAsync(8, cancel);
        }))!;
        Offers =
        [
            ("Shelf", [.. AllShelves.Select(shelf => Offer(shelf.Name, new(FilterKind.Shelf, shelf.Name)))]),
            ("Songbook", [.. carried.Where(filter => filter.Kind == FilterKind.Book).Select(filter => Offer(Titled(filter.Value), filter))]),
            ("Topic", Of(FilterKind.Topic)),
            ("Language", [.. carried.Where(filter => filter.Kind == FilterKind.Language).Select(filter => Offer(WordingLanguage.NameOf(filter.Value), filter))]),
            ("Key", Of(FilterKind.Key)),
            ("And", [.. (((string Says, SongFilter Filter)[])[("has chords", new(FilterKind.Has, "chords")), ("lacks French", new(FilterKind.Lacks, "fr")), ("not sung for 2 years", new(FilterKind.NotSung, "2y")),
                ("rights unknown", new(FilterKind.Rights, "unknown")), ("free of copyright", new(FilterKind.Rights, "free")), ("has notes for the booth", new(FilterKind.Has, "notes"))])
                .Select(offer => Offer(offer.Says, offer.Filter))]),
        ];

        IReadOnlyList<FilterOffer> Of(FilterKind kind) => [.. carried.Where(filter => filter.Kind == kind).Select(filter => Offer(filter.Value, filter))];

        FilterOffer Offer(string says, SongFilter filter) => new(says, filter, Query.Filters.Contains(filter));
    }

    public async Task<IActionResult> OnGetRowsAsync(CancellationToken cancel)
    {
        await FindAsync(cancel);
        return Partial("_Rows", this);
    }

    /// <summary>Keeps the line under a name, for this person.</summary>
    public async Task<IActionResult> OnPostSaveAsync(string? name, string? q, CancellationToken cancel)
    {
        var (me, called, line) = (User.Id(), CleanText.Line(name ?? ""), CleanText.Line(q ?? ""));
        if (called.Length is 0 or > SavedSearch.LongestName || line.Length is 0 or > SavedSearch.LongestQuery)
            TempData["Said"] = "Nothing was kept: a search needs a line, and a name of up to 60 characters.";
        else if (await db.SavedSearches.CountAsync(saved => saved.PersonId == me, cancel) >= SavedSearch.MostEach)
            TempData["Said"] = $"You keep {SavedSearch.MostEach} searches already. Take one away first.";
        else
        {
            db.SavedSearches.Add(new SavedSearch { PersonId = me, Name = called, Query = line });
            await db.SaveChangesAsync(cancel);
        }
        return Redirect($"/songs?q={Uri.EscapeDataString(line)}");
    }

    public async Task<IActionResult> OnPostForgetAsync(Guid saved, CancellationToken cancel)
    {
        var me = User.Id();
        await db.SavedSearches.Where(search => search.Id == saved && search.PersonId == me).ExecuteDeleteAsync(cancel);
        return Redirect("/songs");
    }

    /// <summary>What a click on a filter makes of the line.</summary>
    public string Toggled(SongFilter filter) => $"/songs?q={Uri.EscapeDataString(Query.Toggle(filter).ToString())}&sort={Sort}";

    /// <summary>A folded name as a title: small words stay small.</summary>
    private static string Titled(string folded) => string.Join(' ', folded.Split(' ').Select((word, i) => i > 0 && word.Length < 4 ? word : CultureInfo.InvariantCulture.TextInfo.ToTitleCase(word)));

    public string ShelfName(Guid id) => AllShelves.FirstOrDefault(shelf => shelf.Id == id)?.Name ?? "";

    private async Task FindAsync(CancellationToken cancel)
    {
        Q = Q is { Length: > LongestLine } ? Q[..LongestLine] : Q;
        Query = SongQuery.Read(Q ?? "");
        From = From is { Length: > 0 and <= 40 } ? From : "";
        Skip = Math.Clamp(Skip, 0, FarthestSkip);
        Sort = Enum.IsDefined(Sort) ? Sort : SongSort.Title;
        AllShelves = await shelves.AllAsync(cancel);
        MayEdit = (await shelves.EntrustedAsync(User, cancel)).WithAny;
        var today = await house.TodayAsync(cancel);
        Found = Query.Words.Length > 0 ? await search.FindAsync(Query, today, cancel) : await search.ListAsync(Query, Sort, From, Skip, today, cancel);
    }
}
