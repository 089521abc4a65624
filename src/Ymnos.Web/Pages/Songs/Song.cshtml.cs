using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;

namespace Ymnos.Web.Pages.Songs;

public sealed class SongModel(YmnosDb db, House house, ShowPress press, TimeProvider clock, LiveRuns runs, IAuthorizationService authorization) : PageModel
{
    public Song Song { get; private set; } = null!;

    public string SavedAt { get; private set; } = "";

    public bool MayEdit { get; private set; }

    /// <summary>The song shown by itself.</summary>
    public ImmutableArray<Step> Steps { get; private set; }

    public int SizePercent { get; private set; }

    public IReadOnlyList<Service> Planned { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel)
    {
        if (await db.Songs.AsNoTracking().FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel) is not { } song)
            return NotFound();
        Song = song;
        MayEdit = (await authorization.AuthorizeAsync(User, May.EditSongs)).Succeeded;
        var congregation = await house.CongregationAsync(cancel);
        var saved = congregation.Local(song.SavedAt);
        SavedAt = DateOnly.FromDateTime(saved.DateTime) == congregation.Today(clock)
            ? saved.ToString("H:mm", CultureInfo.InvariantCulture)
            : saved.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);
        (Steps, SizePercent) = ShowCompiler.CompileSong(song, song.SungOrders[0], press.Style);
        var today = congregation.Today(clock);
        Planned = await db.Services.AsNoTracking()
            .Where(service => service.BinnedAt == null && service.Date >= today
                && db.Set<SongEntry>().Any(entry => entry.ServiceId == service.Id && entry.SongId == id && entry.RemovedAt == null))
            .OrderBy(service => service.Date).Take(20).ToListAsync(cancel);
        return Page();
    }

    public async Task<IActionResult> OnPostBinAsync(Guid id, CancellationToken cancel)
    {
        if (!(await authorization.AuthorizeAsync(User, May.EditSongs)).Succeeded
            || await db.Songs.FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel) is not { } song)
            return NotFound();
        song.Bin(clock.GetUtcNow(), User.FirstName());
        await db.SaveChangesAsync(cancel);
        await runs.SongChangedAsync(id, cancel);
        TempData["Said"] = $"{song.Title} lies in the bin. Services that sing it keep its words.";
        TempData["SaidLink"] = "/bin";
        TempData["SaidLinkText"] = "Open the bin";
        return Redirect("/songs");
    }
}
