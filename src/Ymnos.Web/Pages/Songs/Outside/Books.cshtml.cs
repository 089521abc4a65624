using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Data;
using Ymnos.Data.Outside;
using Ymnos.Web.Hosting;
using Ymnos.Web.Jobs;
using Ymnos.Web.Outside;

namespace Ymnos.Web.Pages.Songs.Outside;

/// <summary>Songbooks from outside: looked through, chosen one by one, and fetched.</summary>
[Authorize(May.Settle)]
public sealed class BooksModel(YmnosDb db, SongbookList list, JobDesk jobs) : PageModel
{
    private const int MostAtOnce = 40;

    [BindProperty(SupportsGet = true)]
    public string Q { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public string Language { get; set; } = "";

    public IReadOnlyList<OutsideSongbook> Books { get; private set; } = [];

    public IReadOnlyList<string> Languages { get; private set; } = [];

    /// <summary>Books that nobody has seen before this look.</summary>
    public IReadOnlySet<string> New { get; private set; } = new HashSet<string>();

    /// <summary>Chosen books that wait for a yes.</summary>
    public IReadOnlyList<OutsideSongbook> Asked { get; private set; } = [];

    public string Trouble { get; private set; } = "";

    public async Task OnGetAsync(CancellationToken cancel)
    {
        Trouble = (await list.RefreshAsync(cancel)) is [var problem, ..] ? $"{problem.Message} Below stands the list as it was known last." : "";
        await ReadAsync(cancel);
        await db.OutsideSongbooks.Where(book => !book.Noticed).ExecuteUpdateAsync(set => set.SetProperty(book => book.Noticed, true), cancel);
    }

    /// <summary>Says what would come in; with a yes, fetches it.</summary>
    public async Task<IActionResult> OnPostAsync(string[] numbers, bool yes, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        Asked = await db.OutsideSongbooks.AsNoTracking().Where(book => numbers.Contains(book.Number)).OrderBy(book => book.Name).Take(MostAtOnce + 1).ToListAsync(cancel);
        if (Asked.Count is 0 or > MostAtOnce)
        {
            Asked = [];
            Trouble = $"Choose from 1 to {MostAtOnce} songbooks.";
        }
        if (!yes || Asked.Count == 0)
            return Page();
        var job = await jobs.BeginAsync(FetchSongbooks.Name, string.Join(' ', Asked.Select(book => book.Number)), $"Fetching {string.Join(", ", Asked.Select(book => book.Name))}", User.FirstName(), User.Id(), "/songs/books", cancel);
        return Redirect($"/jobs/{job.Id}");
    }

    private async Task ReadAsync(CancellationToken cancel)
    {
        var all = await db.OutsideSongbooks.AsNoTracking().OrderBy(book => book.Name).Take(2_000).ToListAsync(cancel);
        Languages = [.. all.Select(book => book.Language).Distinct().Order()];
        New = all.Where(book => !book.Noticed).Select(book => book.Number).ToHashSet();
        var asked = FoldedText.Of(Q);
        Books = [.. all.Where(book => (Language.Length == 0 || book.Language == Language)
            && (asked.Length == 0 || FoldedText.Of($"{book.Name} {book.Abbreviation}").Contains(asked, StringComparison.Ordinal)))];
    }
}
