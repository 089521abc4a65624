using System.Collections.Immutable;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Live;
using Ymnos.Core.People;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Settings;

/// <summary>The screens of the house, the browsers that play them, and what stands on credit lines.</summary>
[Authorize(May.Settle)]
public sealed class ScreensModel(YmnosDb db, LooksDesk desk, ScreenPairing pairing) : PageModel
{
    private const int MostScreens = 16;

    public IReadOnlyList<Core.Screens.Screen> Screens { get; private set; } = [];

    public IReadOnlyList<PairedScreen> Paired { get; private set; } = [];

    public string Licence { get; private set; } = "";

    /// <summary>What is wrong with what was typed for one screen; the typed is kept.</summary>
    public (Guid Id, ScreenDraft Draft, IReadOnlyList<Problem> Problems)? Refused { get; private set; }

    public string Problem { get; private set; } = "";

    public ScreenDraft DraftOf(Core.Screens.Screen screen) => Refused is { } refused && refused.Id == screen.Id ? refused.Draft : new()
    {
        Name = screen.Name,
        Purpose = screen.Purpose,
        PixelsWide = screen.PixelsWide,
        PixelsHigh = screen.PixelsHigh,
        SafeMargin = screen.SafeMargin,
        Languages = screen.Languages,
        Face = screen.Face,
        Carries = screen.Carries,
    };

    public Task OnGetAsync(CancellationToken cancel) => ReadAsync(cancel);

    /// <summary>Saves one screen; the empty id adds one.</summary>
    public async Task<IActionResult> OnPostScreenAsync(Guid id, ScreenDraft draft, ScreenCarries[] carried, string? inLanguages, CancellationToken cancel)
    {
        draft = draft with
        {
            Carries = carried.Aggregate(ScreenCarries.Nothing, (all, one) => all | one),
            Languages = [.. (inLanguages ?? "").Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries).Select(language => language.Trim())],
        };
        if (!ModelState.IsValid)
            return await RefuseAsync(id, draft, [new(nameof(draft.PixelsWide), "Give numbers for pixels and margin.")], cancel);
        var screens = await db.Screens.OrderBy(screen => screen.Position).ToListAsync(cancel);
        var screen = screens.Find(screen => screen.Id == id);
        if (screen is null && screens.Count >= MostScreens)
            return await RefuseAsync(id, draft, [new(nameof(draft.Name), $"A house has at most {MostScreens} screens.")], cancel);
        var isNew = screen is null;
        screen ??= new() { Name = "", Purpose = ScreenPurpose.Main, Position = screens.Count };
        var outcome = screen.Revise(draft);
        if (!outcome.Succeeded(out _))
            return await RefuseAsync(id, draft, outcome.Problems, cancel);
        if (isNew)
            db.Screens.Add(screen);
        await desk.SaveAsync(cancel);
        return Redirect("/settings/screens");
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid id, CancellationToken cancel)
    {
        await db.Screens.Where(screen => screen.Id == id).ExecuteDeleteAsync(cancel);
        await desk.SaveAsync(cancel);
        return Redirect("/settings/screens");
    }

    public async Task<IActionResult> OnPostMoveAsync(Guid id, int by, CancellationToken cancel)
    {
        var screens = await db.Screens.OrderBy(screen => screen.Position).ThenBy(screen => screen.Name).ToListAsync(cancel);
        var from = screens.FindIndex(screen => screen.Id == id);
        var to = from + Math.Sign(by);
        if (from >= 0 && to >= 0 && to < screens.Count)
            (screens[from], screens[to]) = (screens[to], screens[from]);
        foreach (var (position, screen) in screens.Index())
            screen.Position = position;
        await desk.SaveAsync(cancel);
        return Redirect("/settings/screens");
    }

    public async Task<IActionResult> OnPostBecomeAsync(Guid paired, Guid? screen, CancellationToken cancel)
    {
        await pairing.BecomeAsync(paired, screen is { } id && await db.Screens.AnyAsync(known => known.Id == id, cancel) ? screen : null, cancel);
        return Redirect("/settings/screens");
    }

    public async Task<IActionResult> OnPostForgetAsync(Guid paired, CancellationToken cancel)
    {
        await pairing.ForgetAsync(paired, cancel);
        return Redirect("/settings/screens");
    }

    public async Task<IActionResult> OnPostLicenceAsync(string? licence, CancellationToken cancel)
    {
        var numbers = CleanText.Line(licence ?? "");
        if (numbers.Length > Congregation.LongestLicence)
        {
            await ReadAsync(cancel);
            (Licence, Problem) = (numbers, $"Licence numbers have at most {Congregation.LongestLicence} characters together.");
            return Page();
        }
        (await db.Congregations.SingleAsync(cancel)).LicenceNumbers = numbers;
        await desk.SaveAsync(cancel);
        return Redirect("/settings/screens");
    }

    private async Task<IActionResult> RefuseAsync(Guid id, ScreenDraft draft, IReadOnlyList<Problem> problems, CancellationToken cancel)
    {
        db.ChangeTracker.Clear();
        Refused = (id, draft, problems);
        await ReadAsync(cancel);
        return Page();
    }

    private async Task ReadAsync(CancellationToken cancel)
    {
        Screens = await db.Screens.AsNoTracking().OrderBy(screen => screen.Position).ThenBy(screen => screen.Name).ToListAsync(cancel);
        Paired = await pairing.PairedAsync(cancel);
        Licence = await db.Congregations.AsNoTracking().Select(house => house.LicenceNumbers).SingleAsync(cancel);
    }
}
