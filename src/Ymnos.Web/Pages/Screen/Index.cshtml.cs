using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Live;
using Ymnos.Core.People;
using Ymnos.Core.Shows;
using Ymnos.Core.Styles;
using Ymnos.Data;
using Ymnos.Rendering;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Screen;

/// <summary>What one screen has to know of a show.</summary>
/// <param name="Show">The show.</param>
/// <param name="Screen">Index of the screen.</param>
/// <param name="Pictures">How its pictures are called for.</param>
public sealed record SlidesView(Show Show, int Screen, Func<Guid, PictureShape?> Pictures)
{
    /// <summary>Whether the screen lies over somebody else's picture, which is seen where nothing is.</summary>
    public bool IsClear => !Show.Steps.IsEmpty && Show.Steps[0].Slides[Screen].Ground.Backdrop.Kind == BackdropKind.Clear;
}

/// <summary>The page a projector shows. Open to a browser that nobody signed in on; what it sees hangs on its pairing.</summary>
[AllowAnonymous]
[ResponseCache(NoStore = true)]
public sealed class IndexModel(YmnosDb db, ScreenPairing pairing, LiveRuns runs, PictureShelf pictures, House house, TimeProvider clock) : PageModel
{
    public string Code { get; private set; } = "";

    public LiveState? State { get; private set; }

    public SlidesView? View { get; private set; }

    public Congregation House { get; private set; } = null!;

    /// <summary>When the sitting should be over.</summary>
    public DateTimeOffset EndsAt { get; private set; }

    public DateTimeOffset Now => clock.GetUtcNow();

    /// <summary>The time, when the application's clock stands still; otherwise the page's own clock runs.</summary>
    public string StandingClock => clock.GetType() != TimeProvider.System.GetType() ? House.Local(Now).ToString("H:mm", CultureInfo.InvariantCulture) : "";

    public async Task OnGetAsync(CancellationToken cancel)
    {
        House = await house.CongregationAsync(cancel);
        var screen = await pairing.ScreenAsync(HttpContext, cancel);
        Code = screen.Code;
        if (screen.SittingId is not { } followed || await runs.ReadAsync(followed, cancel) is not { } live)
            return;
        State = live.State;
        View = await ViewAsync(live.Show, screen, cancel);
        var sitting = await db.Sittings.AsNoTracking().Where(sitting => sitting.Id == followed)
            .Select(sitting => new { sitting.StartsAt, sitting.TargetLength, db.Services.First(service => service.Id == sitting.ServiceId).Date }).FirstAsync(cancel);
        EndsAt = House.Instant(sitting.Date, sitting.StartsAt) + sitting.TargetLength;
    }

    public async Task<IActionResult> OnGetSlidesAsync(CancellationToken cancel) =>
        await pairing.KnownAsync(HttpContext, cancel) is { SittingId: { } sitting } screen && await runs.ReadAsync(sitting, cancel) is { } live
            ? Partial("_Slides", await ViewAsync(live.Show, screen, cancel))
            : NotFound();

    private async Task<SlidesView> ViewAsync(Show show, PairedScreen paired, CancellationToken cancel)
    {
        // A screen that has been taken out of the settings goes on as the main one.
        var at = show.Screens.Index().Where(screen => screen.Item.Id == paired.ScreenId).Select(screen => (int?)screen.Index).FirstOrDefault() ?? show.MainScreen;
        return new(show, at, await pictures.ShapesAsync(show.Steps.Select(step => step.Slides[at]), cancel));
    }
}
