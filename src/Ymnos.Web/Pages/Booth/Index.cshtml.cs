using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.People;
using Ymnos.Core.Shows;
using Ymnos.Data;
using Ymnos.Rendering;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Booth;

[Authorize(May.RunBooth)]
[EnableRateLimiting(Limits.Guessing)]
public sealed class IndexModel(YmnosDb db, LiveRuns runs, ScreenPairing pairing, PictureShelf pictures, House house, TimeProvider clock) : PageModel
{
    /// <summary>The curtains with their keys. None of the keys is a section's mark.</summary>
    public static readonly IReadOnlyList<(string Name, string Value, string Key)> Curtains =
        [("Words", "words", "w"), ("Picture only", "picture", "o"), ("Dark", "dark", "d"), ("Crest", "crest", "k")];

    [BindProperty(SupportsGet = true, Name = "sitting")]
    public Guid SittingId { get; set; }

    public Show Show { get; private set; } = null!;

    public Guid ServiceId { get; private set; }

    public TimeOnly StartsAt { get; private set; }

    public Congregation House { get; private set; } = null!;

    /// <summary>Screens that follow another sitting.</summary>
    public int Elsewhere { get; private set; }

    /// <summary>Id of the screen that was chosen for a browser to be, as it was sent.</summary>
    public string PairAs { get; private set; } = "";

    /// <summary>How the pictures behind the slides are called for.</summary>
    public Func<Guid, PictureShape?> Pictures { get; private set; } = _ => null;

    public string Refusal { get; private set; } = "";

    public string ScreenAddress => $"{Request.Host}/screen";

    /// <summary>The time, when the application's clock stands still; otherwise the page's own clock runs.</summary>
    public string StandingClock { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(bool tooMany, CancellationToken cancel)
    {
        if (tooMany)
            Refusal = "That was tried too often from here. Wait a minute, then try again.";
        return await ReadAsync(cancel) ? Page() : NotFound();
    }

    public async Task<IActionResult> OnPostPairAsync(string? code, Guid? screen, CancellationToken cancel)
    {
        var known = screen is { } id && await db.Screens.AnyAsync(one => one.Id == id, cancel) ? screen : null;
        if (!await db.Sittings.AnyAsync(sitting => sitting.Id == SittingId, cancel))
            return NotFound();
        if (await pairing.PairAsync(code ?? "", SittingId, known, cancel))
            return Redirect($"/booth/{SittingId}");
        PairAs = screen?.ToString() ?? "";
        Refusal = "No screen shows this code now. Read it off the screen again; it changes after a quarter of an hour.";
        return await ReadAsync(cancel) ? Page() : NotFound();
    }

    public async Task<IActionResult> OnPostBringAsync(CancellationToken cancel)
    {
        if (!await db.Sittings.AnyAsync(sitting => sitting.Id == SittingId, cancel))
            return NotFound();
        await pairing.BringAllAsync(SittingId, cancel);
        return Redirect($"/booth/{SittingId}");
    }

    private async Task<bool> ReadAsync(CancellationToken cancel)
    {
        if (await runs.ReadAsync(SittingId, cancel) is not { } live)
            return false;
        Show = live.Show;
        var sitting = await db.Sittings.AsNoTracking().FirstAsync(sitting => sitting.Id == SittingId, cancel);
        (ServiceId, StartsAt) = (sitting.ServiceId, sitting.StartsAt);
        House = await house.CongregationAsync(cancel);
        Pictures = await pictures.ShapesAsync(Show, cancel);
        (_, Elsewhere) = await pairing.CountAsync(SittingId, cancel);
        if (clock.GetType() != TimeProvider.System.GetType())
            StandingClock = House.Local(clock.GetUtcNow()).ToString("H:mm:ss", CultureInfo.InvariantCulture);
        return true;
    }
}
