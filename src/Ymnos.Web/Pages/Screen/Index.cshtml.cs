using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core.Live;
using Ymnos.Core.People;
using Ymnos.Core.Shows;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;

namespace Ymnos.Web.Pages.Screen;

/// <summary>The page a projector shows. Open to a browser that nobody signed in on; what it sees hangs on its pairing.</summary>
[AllowAnonymous]
[ResponseCache(NoStore = true)]
public sealed class IndexModel(ScreenPairing pairing, LiveRuns runs, House house) : PageModel
{
    public string Code { get; private set; } = "";

    public (LiveState State, Show Show)? Live { get; private set; }

    public Congregation House { get; private set; } = null!;

    public async Task OnGetAsync(CancellationToken cancel)
    {
        House = await house.CongregationAsync(cancel);
        var screen = await pairing.ScreenAsync(HttpContext, cancel);
        Code = screen.Code;
        if (screen.SittingId is { } sitting)
            Live = await runs.ReadAsync(sitting, cancel);
    }

    public async Task<IActionResult> OnGetSlidesAsync(CancellationToken cancel) =>
        await pairing.KnownAsync(HttpContext, cancel) is { SittingId: { } sitting } && await runs.ReadAsync(sitting, cancel) is { } live
            ? Partial("_Slides", live.Show)
            : NotFound();
}
