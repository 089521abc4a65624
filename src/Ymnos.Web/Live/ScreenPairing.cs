using Microsoft.AspNetCore.SignalR;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Live;
using Ymnos.Data;

namespace Ymnos.Web.Live;

/// <summary>Lets screens in, and knows them again by a secret that only their browser keeps.</summary>
public sealed class ScreenPairing(YmnosDb db, TimeProvider clock, IHubContext<LiveHub> hub)
{
    private const string Cookie = "ymnos.screen";
    private const int YearsKept = 2;

    /// <summary>The screen whose browser this is, if it is one.</summary>
    public async Task<PairedScreen?> KnownAsync(HttpContext http, CancellationToken cancel)
    {
        if (http.Request.Cookies[Cookie]?.Split('.') is not [var id, var secret] || !Guid.TryParse(id, out var screenId))
            return null;
        var screen = await db.PairedScreens.FirstOrDefaultAsync(screen => screen.Id == screenId, cancel);
        return screen is not null && screen.Knows(secret) ? screen : null;
    }

    /// <summary>The screen whose browser this is; a new one that waits with a fresh code if it is none yet.</summary>
    public async Task<PairedScreen> ScreenAsync(HttpContext http, CancellationToken cancel)
    {
        var now = clock.GetUtcNow();
        var screen = await KnownAsync(http, cancel);
        if (screen is null)
        {
            await db.PairedScreens.Where(old => old.PairedAt == null && old.CodeEndsAt < now).ExecuteDeleteAsync(cancel);
            db.PairedScreens.Add(screen = PairedScreen.Await(now, out var secret));
            http.Response.Cookies.Append(Cookie, $"{screen.Id:N}.{secret}", new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Lax,
                Secure = http.Request.IsHttps,
                Path = "/",
                MaxAge = TimeSpan.FromDays(365 * YearsKept),
            });
        }
        else if (!screen.IsPaired && !screen.CodeIsGood(now))
            screen.NewCode(now);
        await db.SaveChangesAsync(cancel);
        return screen;
    }

    /// <summary>Pairs the browser that shows this code as one of the house's screens, and turns it to a sitting.</summary>
    /// <returns><see langword="false"/> when no screen shows the code.</returns>
    public async Task<bool> PairAsync(string typedCode, Guid sittingId, Guid? screenId, CancellationToken cancel)
    {
        var code = PairedScreen.ReadCode(typedCode);
        var now = clock.GetUtcNow();
        if (code.Length != PairedScreen.CodeLength
            || await db.PairedScreens.FirstOrDefaultAsync(screen => screen.Code == code, cancel) is not { } screen
            || !screen.CodeIsGood(now))
            return false;
        screen.Pair(sittingId, screenId, now);
        await db.SaveChangesAsync(cancel);
        await TurnAsync([screen.Id], cancel);
        return true;
    }

    /// <summary>How many paired screens follow this sitting, and how many another one or none.</summary>
    public async Task<(int Here, int Elsewhere)> CountAsync(Guid sittingId, CancellationToken cancel)
    {
        var counts = await db.PairedScreens.Where(screen => screen.PairedAt != null)
            .GroupBy(screen => screen.SittingId == sittingId).Select(group => new { Here = group.Key, Count = group.Count() }).ToListAsync(cancel);
        return (counts.Find(count => count.Here)?.Count ?? 0, counts.Where(count => !count.Here).Sum(count => count.Count));
    }

    /// <summary>The paired browsers, the latest first, with the screen each is.</summary>
    public Task<List<PairedScreen>> PairedAsync(CancellationToken cancel) =>
        db.PairedScreens.AsNoTracking().Where(screen => screen.PairedAt != null).OrderByDescending(screen => screen.PairedAt).Take(40).ToListAsync(cancel);

    /// <summary>Makes a paired browser another one of the house's screens.</summary>
    public async Task BecomeAsync(Guid paired, Guid? screenId, CancellationToken cancel)
    {
        if (await db.PairedScreens.FirstOrDefaultAsync(screen => screen.Id == paired && screen.PairedAt != null, cancel) is not { } screen)
            return;
        screen.Become(screenId);
        await db.SaveChangesAsync(cancel);
        await TurnAsync([paired], cancel);
    }

    /// <summary>Forgets a paired browser; it waits with a new code from then on.</summary>
    public async Task ForgetAsync(Guid paired, CancellationToken cancel)
    {
        await db.PairedScreens.Where(screen => screen.Id == paired).ExecuteDeleteAsync(cancel);
        await TurnAsync([paired], cancel);
    }

    /// <summary>Turns every paired screen to a sitting.</summary>
    public async Task BringAllAsync(Guid sittingId, CancellationToken cancel)
    {
        var screens = await db.PairedScreens.Where(screen => screen.PairedAt != null && screen.SittingId != sittingId).ToListAsync(cancel);
        foreach (var screen in screens)
            screen.Follow(sittingId);
        await db.SaveChangesAsync(cancel);
        await TurnAsync(screens.Select(screen => screen.Id), cancel);
    }

    private Task TurnAsync(IEnumerable<Guid> screens, CancellationToken cancel) =>
        hub.Clients.Groups(screens.Select(LiveHub.ScreenGroupOf)).SendAsync("turned", cancel);
}
