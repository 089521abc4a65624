using Microsoft.AspNetCore.SignalR;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Live;
using Ymnos.Core.Planning;
using Ymnos.Core.Shows;
using Ymnos.Data;
using Ymnos.Data.Live;

namespace Ymnos.Web.Live;

/// <summary>What booths and screens are told after every move.</summary>
/// <param name="Step">Index of the step that is up.</param>
/// <param name="Curtain">What lies over the screens, as the page's style sheet calls it.</param>
/// <param name="FadeMilliseconds">How long the change takes.</param>
/// <param name="Version">Counts the moves; a lower one that arrives late is old news.</param>
/// <param name="Show">Hash of the show; another one than before means its slides have to be fetched again.</param>
public sealed record LiveNews(int Step, string Curtain, int FadeMilliseconds, long Version, string Show)
{
    public static LiveNews Of(LiveState state) => new(state.Step, NameOf(state.Curtain), (int)state.Fade.TotalMilliseconds, state.Version, state.ShowHash);

    public static string NameOf(Curtain curtain) => curtain switch
    {
        Core.Live.Curtain.PictureOnly => "picture",
        Core.Live.Curtain.Dark => "dark",
        Core.Live.Curtain.Crest => "crest",
        _ => "words",
    };

    public static Curtain? CurtainNamed(string name) =>
        Enum.GetValues<Curtain>().Where(curtain => NameOf(curtain) == name).Select(curtain => (Curtain?)curtain).FirstOrDefault();
}

/// <summary>Moves running services and tells everyone who follows them.</summary>
public sealed class LiveRuns(YmnosDb db, LiveStore store, ShowPress press, IHubContext<LiveHub> hub)
{
    private const int MostTries = 20;

    /// <summary>Where a sitting stands, with its show; begun if nobody has yet.</summary>
    public Task<(LiveState State, Show Show)?> ReadAsync(Guid sittingId, CancellationToken cancel) => MoveAsync(sittingId, null, cancel);

    /// <summary>Does what a booth asks. Two booths that ask at once are taken one after the other.</summary>
    public Task<(LiveState State, Show Show)?> ApplyAsync(Guid sittingId, LiveCommand command, CancellationToken cancel) => MoveAsync(sittingId, command, cancel);

    /// <summary>Brings the running sittings of a service up to its changed plan.</summary>
    public async Task ServiceChangedAsync(Guid serviceId, CancellationToken cancel) => await CatchUpAsync(
        await db.Sittings.Where(sitting => sitting.ServiceId == serviceId && db.LiveStates.Any(state => state.SittingId == sitting.Id))
            .Select(sitting => sitting.Id).ToListAsync(cancel), cancel);

    /// <summary>Brings the running sittings in which any of these songs is sung up to their changed words.</summary>
    public async Task SongsChangedAsync(IReadOnlyList<Guid> songs, CancellationToken cancel) => await CatchUpAsync(
        await db.Sittings.Where(sitting => db.LiveStates.Any(state => state.SittingId == sitting.Id)
                && db.Set<SongEntry>().Any(entry => songs.Contains(entry.SongId) && entry.ServiceId == sitting.ServiceId && entry.RemovedAt == null))
            .Select(sitting => sitting.Id).ToListAsync(cancel), cancel);

    /// <summary>Brings all running sittings up to changed styles and screens.</summary>
    public async Task LooksChangedAsync(CancellationToken cancel) => await CatchUpAsync(
        await db.LiveStates.Where(state => db.Sittings.Any(sitting => sitting.Id == state.SittingId && db.Services.Any(service => service.Id == sitting.ServiceId && service.BinnedAt == null)))
            .OrderByDescending(state => state.Version).Select(state => state.SittingId).ToListAsync(cancel), cancel);

    private async Task CatchUpAsync(List<Guid> sittings, CancellationToken cancel)
    {
        foreach (var sitting in sittings)
            await MoveAsync(sitting, null, cancel);
    }

    private async Task<(LiveState, Show)?> MoveAsync(Guid sittingId, LiveCommand? command, CancellationToken cancel)
    {
        for (var tries = 0; tries < MostTries; tries++)
        {
            if (await store.ReadAsync(sittingId, cancel) is not { } reading
                || await press.ShowAsync(sittingId, reading.Stamp, store, cancel) is not { } show)
                return null;
            if (reading.State is not { } state)
            {
                await store.BeginAsync(LiveState.Begin(show), cancel);
                continue;
            }
            var next = state.Carry(show);
            if (command is not null)
                next = next.Apply(command, show);
            if (next == state)
                return (state, show);
            if (!await store.TryWriteAsync(state, next, cancel))
                continue;
            await hub.Clients.Group(LiveHub.GroupOf(sittingId)).SendAsync("moved", LiveNews.Of(next), cancel);
            return (next, show);
        }
        throw new InvalidOperationException($"Sitting {sittingId} was moved by others {MostTries} times in a row.");
    }
}
