using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Live;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Data.Live;

/// <summary>What a sitting's show is compiled from.</summary>
public sealed record ShowSource(
    Service Service, Sitting Sitting, IReadOnlyDictionary<Guid, Song> Songs, IReadOnlyList<Screen> Screens, IReadOnlyDictionary<Guid, Style> Styles,
    StyleChoice HouseStyles, string Licence, PlanStamp Stamp);

/// <summary>Changes whenever the plan of a service, one of its songs, a style or a screen does.</summary>
public readonly record struct PlanStamp(int Service, long Songs, int Looks);

/// <summary>A running service as the database has it, with the stamp of the plan at the same moment.</summary>
public sealed record LiveReading(LiveState? State, PlanStamp Stamp);

/// <summary>Keeps the state of running services where every web process finds it.</summary>
public sealed class LiveStore(YmnosDb db)
{
    /// <summary>The state of a sitting, or nothing when there is no such sitting.</summary>
    public async Task<LiveReading?> ReadAsync(Guid sittingId, CancellationToken cancel)
    {
        var row = await (
            from sitting in db.Sittings
            join service in db.Services on sitting.ServiceId equals service.Id
            where sitting.Id == sittingId && service.BinnedAt == null
            select new
            {
                State = db.LiveStates.AsNoTracking().FirstOrDefault(state => state.SittingId == sittingId),
                service.Revision,
                Songs = (from line in db.Set<OrderLine>().OfType<SongEntry>()
                         join song in db.Songs on line.SongId equals song.Id
                         where line.ServiceId == service.Id && line.RemovedAt == null
                         select (long)song.Revision).Sum(),
                Looks = db.Congregations.Max(house => (int?)house.LooksRevision) ?? 0,
            }).AsNoTracking().FirstOrDefaultAsync(cancel);
        return row is null ? null : new(row.State, new(row.Revision, row.Songs, row.Looks));
    }

    /// <summary>Everything a sitting's show is compiled from.</summary>
    public async Task<ShowSource?> SourceAsync(Guid sittingId, CancellationToken cancel)
    {
        var service = await db.Services.AsNoTracking().AsSplitQuery().Include(s => s.Sittings).Include(s => s.AllLines)
            .FirstOrDefaultAsync(s => s.BinnedAt == null && s.Sittings.Any(sitting => sitting.Id == sittingId), cancel);
        if (service is null)
            return null;
        var songs = await db.SongsOfAsync(service, cancel);
        var house = await db.Congregations.AsNoTracking().SingleAsync(cancel);
        var styles = await db.Styles.AsNoTracking().Where(style => style.BinnedAt == null).ToDictionaryAsync(style => style.Id, cancel);
        return new(service, service.Sittings.First(sitting => sitting.Id == sittingId), songs, await db.ScreensAsync(cancel), styles, house.Styles, house.LicenceNumbers,
            new(service.Revision, service.Order.OfType<SongEntry>().Sum(entry => songs.TryGetValue(entry.SongId, out var song) ? (long)song.Revision : 0), house.LooksRevision));
    }

    /// <summary>
    /// Writes a state over the one it was made from. It does not wait for the disk: should the machine lose power, the
    /// place of the last quarter of a second is not worth a delay at every step.
    /// </summary>
    /// <returns><see langword="false"/> when somebody else moved in between; nothing is written then.</returns>
    public async Task<bool> TryWriteAsync(LiveState before, LiveState after, CancellationToken cancel) =>
        await db.Database.ExecuteSqlAsync($"""
            with hurry as (select set_config('synchronous_commit', 'off', true))
            update live_states set show_hash = {after.ShowHash}, step = {after.Step}, place = {CoreJson.Write(after.Place)}::jsonb,
                curtain = {after.Curtain.ToString()}, fade = {after.Fade}, version = {after.Version}
            from hurry where sitting_id = {before.SittingId} and version = {before.Version}
            """, cancel) == 1;

    /// <summary>Writes the first state of a sitting; the one that is there already stays.</summary>
    public async Task BeginAsync(LiveState state, CancellationToken cancel)
    {
        db.LiveStates.Add(state);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException) when (db.LiveStates.AsNoTracking().Any(other => other.SittingId == state.SittingId))
        {
            // Two booths opened at once; the other one began.
        }
        db.ChangeTracker.Clear();
    }
}
