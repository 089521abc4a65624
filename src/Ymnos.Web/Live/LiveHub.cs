using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.SignalR;
using Ymnos.Core.Live;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Live;

/// <summary>
/// The line between booths, screens and server. A booth is a signed-in person who may run it; a screen is known by its
/// pairing. Screens only listen and say what they show.
/// </summary>
public sealed class LiveHub(LiveRuns runs, ScreenPairing pairing, IAuthorizationService authorization) : Hub
{
    public const string Path = "/live";

    private const string Sitting = nameof(Sitting);
    private const string Screen = nameof(Screen);

    public static string GroupOf(Guid sittingId) => $"sitting:{sittingId}";

    private static string BoothsOf(Guid sittingId) => $"booths:{sittingId}";

    public static string ScreenGroupOf(Guid screenId) => $"screen:{screenId}";

    public override async Task OnConnectedAsync()
    {
        var http = Context.GetHttpContext()!;
        // A page elsewhere could open this line with a person's cookie; browsers always say where a page is from.
        var origin = http.Request.Headers.Origin.ToString();
        if (origin.Length > 0 && (!Uri.TryCreate(origin, UriKind.Absolute, out var from) || from.Authority != http.Request.Host.Value))
        {
            Context.Abort();
            return;
        }
        if (Guid.TryParse(http.Request.Query["sitting"], out var sitting))
        {
            if (!(await authorization.AuthorizeAsync(http.User, May.RunBooth)).Succeeded)
            {
                Context.Abort();
                return;
            }
            await FollowAsync(sitting);
            await Groups.AddToGroupAsync(Context.ConnectionId, BoothsOf(sitting));
        }
        else if (await pairing.KnownAsync(http, Context.ConnectionAborted) is { } screen)
        {
            Context.Items[Screen] = screen.Id;
            await Groups.AddToGroupAsync(Context.ConnectionId, ScreenGroupOf(screen.Id));
            if (screen.SittingId is { } followed)
                await FollowAsync(followed);
        }
        else
            Context.Abort();
    }

    /// <summary>Where the sitting stands now: asked for on every connection, the first and each one after a loss.</summary>
    public async Task<LiveNews?> Now() => Context.Items.TryGetValue(Sitting, out var sitting)
        && await runs.ReadAsync((Guid)sitting!, Context.ConnectionAborted) is { } live ? LiveNews.Of(live.State) : null;

    public Task Forward() => MoveAsync(new LiveCommand.Forward());

    public Task Back() => MoveAsync(new LiveCommand.Back());

    public Task GoTo(int step) => MoveAsync(new LiveCommand.GoTo(step));

    public Task Jump(string typed) => MoveAsync(new LiveCommand.Jump(typed));

    public Task Draw(string curtain) => LiveNews.CurtainNamed(curtain) is { } named ? MoveAsync(new LiveCommand.Draw(named)) : Task.CompletedTask;

    public Task SetFade(int milliseconds) => MoveAsync(new LiveCommand.SetFade(TimeSpan.FromMilliseconds(milliseconds)));

    /// <summary>A booth asks every screen of the sitting to say what it shows.</summary>
    public Task RollCall() => IsBooth ? Clients.OthersInGroup(GroupOf((Guid)Context.Items[Sitting]!)).SendAsync("rollCall") : Task.CompletedTask;

    /// <summary>A screen says what it shows; booths count by it.</summary>
    public Task Shown(long version) => Context.Items.TryGetValue(Screen, out var screen) && Context.Items.TryGetValue(Sitting, out var sitting)
        ? Clients.Group(BoothsOf((Guid)sitting!)).SendAsync("shown", screen, version)
        : Task.CompletedTask;

    private bool IsBooth => Context.Items.ContainsKey(Sitting) && !Context.Items.ContainsKey(Screen);

    private async Task FollowAsync(Guid sitting)
    {
        Context.Items[Sitting] = sitting;
        await Groups.AddToGroupAsync(Context.ConnectionId, GroupOf(sitting));
    }

    private async Task MoveAsync(LiveCommand command)
    {
        if (!IsBooth)
            throw new HubException("Only a booth moves a service.");
        await runs.ApplyAsync((Guid)Context.Items[Sitting]!, command, Context.ConnectionAborted);
    }
}
