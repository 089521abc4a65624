using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Outside;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs.Outside;

/// <summary>The catalogue outside: looked through, and taken in from.</summary>
[Authorize(May.EditSongs)]
public sealed class IndexModel(YmnosDb db, OutsideWorld outside, Shelves shelves, SongDesk desk, LiveRuns runs, TimeProvider clock, IAuthorizationService authorization) : PageModel
{
    private const int MostAtOnce = 20;

    [BindProperty(SupportsGet = true)]
    public string Q { get; set; } = "";

    /// <summary>The service that the songs go into as well, while one is planned.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Service { get; set; }

    public string ServiceTitle { get; private set; } = "";

    public IReadOnlyList<CatalogueSong> Found { get; private set; } = [];

    /// <summary>Songs of the list that are in the library already, by number.</summary>
    public IReadOnlyDictionary<string, Guid> Here { get; private set; } = new Dictionary<string, Guid>();

    public IReadOnlyList<Shelf> Mine { get; private set; } = [];

    public string Trouble { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        await ReadAsync(cancel);
        if (Mine.Count == 0)
            return NotFound();
        Q = CleanText.Line(Q.Length > 200 ? Q[..200] : Q);
        if (Q.Length == 0)
            return Page();
        var answer = await outside.FindAsync(Q, cancel);
        if (answer.Succeeded(out var found))
            Found = found.Items;
        else
            Trouble = answer.Problems[0].Message;
        var numbers = Found.Select(song => song.Number).ToArray();
        Here = (await db.Database.SqlQuery<HereRow>($"select came_from->>'number' as \"Number\", min(id::text)::uuid as \"Id\" from songs where came_from->>'source' = {OutsideWorld.CatalogueName} and came_from->>'number' = any({numbers}) and binned_at is null group by 1").ToListAsync(cancel))
            .ToDictionary(row => row.Number, row => row.Id);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string[] numbers, Guid shelf, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        if (Mine.FirstOrDefault(mine => mine.Id == shelf) is not { } on)
            return NotFound();
        if (numbers.Length is 0 or > MostAtOnce)
        {
            TempData["Said"] = $"Choose from 1 to {MostAtOnce} songs.";
            return Back();
        }
        var came = new List<Song>();
        var troubles = new List<string>();
        foreach (var number in numbers.Distinct())
        {
            var answer = await outside.SongAsync(number, cancel);
            if (answer.Succeeded(out var origin))
                came.Add(Song.Create(origin.Content, on.Id, clock.GetUtcNow(), User.FirstName(), "from the catalogue", origin));
            else
                troubles.Add(answer.Problems[0].Message);
        }
        db.Songs.AddRange(came);
        if (Service is { } id && ServiceTitle.Length > 0 && await db.ServiceAsync(id, cancel) is { } service)
            foreach (var song in came)
                service.Add(new SongEntry { SongId = song.Id });
        await db.SaveChangesAsync(cancel);
        await desk.SavedAsync(came, cancel);
        if (Service is { } planned && ServiceTitle.Length > 0)
            await runs.ServiceChangedAsync(planned, cancel);
        var wordless = came.Where(song => song.FirstLine.Length == 0).Select(song => song.Title).ToList();
        TempData["Said"] = string.Join(" ", new[]
        {
            came.Count > 0 ? $"{string.Join(", ", came.Select(song => song.Title))} {(came.Count == 1 ? "is" : "are")} in the library." : "Nothing came in.",
            wordless.Count > 0 ? $"The licence does not let us have the words of {string.Join(", ", wordless)}; type them in." : "",
            string.Join(" ", troubles.Distinct()),
        }.Where(part => part.Length > 0));
        return came.Count > 0 && ServiceTitle.Length > 0 ? Redirect($"/calendar/{Service}") : came is [var only] ? Redirect($"/songs/{only.Id}") : Back();
    }

    private RedirectResult Back() => Redirect($"/songs/outside?q={Uri.EscapeDataString(Q)}{(Service is { } id ? $"&service={id}" : "")}");

    private async Task ReadAsync(CancellationToken cancel)
    {
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        Mine = [.. (await shelves.AllAsync(cancel)).Where(shelf => entrusted.With(shelf.Id))];
        if (Service is { } id && (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded)
            ServiceTitle = await db.Services.Where(service => service.Id == id && service.BinnedAt == null).Select(service => service.Title).FirstOrDefaultAsync(cancel) ?? "";
    }

    private sealed record HereRow(string Number, Guid Id);
}
