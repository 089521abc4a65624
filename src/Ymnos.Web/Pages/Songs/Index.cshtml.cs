using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Data.Finding;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Songs;

public sealed class IndexModel(SongSearch search, IAuthorizationService authorization) : PageModel
{
    private const int FarthestSkip = 1_000_000;
    private const int MostCounted = 5_000;

    [BindProperty(SupportsGet = true)]
    public string? Q { get; set; }

    [BindProperty(SupportsGet = true)]
    public string From { get; set; } = "";

    [BindProperty(SupportsGet = true)]
    public int Skip { get; set; }

    public FoundSongs Found { get; private set; } = null!;

    public string Total { get; private set; } = "";

    public bool MayEdit { get; private set; }

    public bool IsSearch => !string.IsNullOrWhiteSpace(Q);

    public async Task OnGetAsync(CancellationToken cancel)
    {
        await FindAsync(cancel);
        var count = await search.CountAsync(MostCounted + 1, cancel);
        Total = count > MostCounted ? $"more than {MostCounted:N0} songs" : count == 1 ? "1 song" : $"{count:N0} songs";
    }

    public async Task<IActionResult> OnGetRowsAsync(CancellationToken cancel)
    {
        await FindAsync(cancel);
        return Partial("_Rows", this);
    }

    private async Task FindAsync(CancellationToken cancel)
    {
        MayEdit = (await authorization.AuthorizeAsync(User, May.EditSongs)).Succeeded;
        Q = Q is { Length: > 200 } ? Q[..200] : Q;
        From = From is { Length: > 0 and <= 40 } ? From : "";
        Skip = Math.Clamp(Skip, 0, FarthestSkip);
        Found = IsSearch ? await search.FindAsync(Q!, cancel) : await search.ListAsync(From, Skip, cancel);
    }
}
