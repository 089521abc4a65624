using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Looks;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Bin;

[Authorize(May.EditSongs)]
public sealed class IndexModel(YmnosDb db, TimeProvider clock, SongDesk songs, LooksDesk looks, Shelves shelves, IAuthorizationService authorization) : PageModel
{
    private const int MostShown = 200;

    /// <summary>The latest first.</summary>
    public IReadOnlyList<Song> Songs { get; private set; } = [];

    /// <summary>For those who plan.</summary>
    public IReadOnlyList<Service> Services { get; private set; } = [];

    /// <inheritdoc cref="Services"/>
    public IReadOnlyList<Style> Styles { get; private set; } = [];

    public async Task OnGetAsync(CancellationToken cancel)
    {
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        var mine = entrusted.Shelves.ToList();
        Songs = await db.Songs.AsNoTracking().Where(song => song.BinnedAt != null && (entrusted.All || mine.Contains(song.ShelfId))).OrderByDescending(song => song.BinnedAt).Take(MostShown).ToListAsync(cancel);
        if (!await MayPlanAsync())
            return;
        Styles = await db.Styles.AsNoTracking().Where(style => style.BinnedAt != null).OrderByDescending(style => style.BinnedAt).Take(MostShown).ToListAsync(cancel);
        Services = await db.Services.AsNoTracking().Where(service => service.BinnedAt != null).OrderByDescending(service => service.BinnedAt).Take(MostShown).ToListAsync(cancel);
    }

    public async Task<IActionResult> OnPostRestoreSongAsync(Guid id, CancellationToken cancel)
    {
        if (await db.Songs.FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt != null, cancel) is not { } song || !await songs.MayEditAsync(User, song, cancel))
            return NotFound();
        song.Restore(clock.GetUtcNow(), User.FirstName());
        await db.SaveChangesAsync(cancel);
        await songs.SavedAsync([song], cancel);
        return Redirect($"/songs/{id}");
    }

    public async Task<IActionResult> OnPostRestoreServiceAsync(Guid id, CancellationToken cancel)
    {
        if (!await MayPlanAsync() || await db.Services.FirstOrDefaultAsync(service => service.Id == id && service.BinnedAt != null, cancel) is not { } service)
            return NotFound();
        service.Restore();
        await db.SaveChangesAsync(cancel);
        return Redirect($"/calendar/{id}");
    }

    public async Task<IActionResult> OnPostRestoreStyleAsync(Guid id, CancellationToken cancel)
    {
        if (!await MayPlanAsync() || await db.Styles.FirstOrDefaultAsync(style => style.Id == id && style.BinnedAt != null, cancel) is not { } style)
            return NotFound();
        style.Restore(clock.GetUtcNow(), User.FirstName());
        await looks.SaveAsync(cancel);
        return Redirect($"/styles/{id}");
    }

    private async Task<bool> MayPlanAsync() => (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded;
}
