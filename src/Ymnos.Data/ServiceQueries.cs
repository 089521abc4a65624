using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;

namespace Ymnos.Data;

/// <summary>The ways services are read, each a fixed number of queries.</summary>
public static class ServiceQueries
{
    /// <summary>A service with its sittings and its order; tracked, so that it can be changed and saved.</summary>
    public static Task<Service?> ServiceAsync(this YmnosDb db, Guid id, CancellationToken cancel) =>
        db.Services.AsSplitQuery().Include(service => service.Sittings).Include(service => service.AllLines)
            .FirstOrDefaultAsync(service => service.Id == id && service.BinnedAt == null, cancel);

    /// <summary>The screens of the house in their order; the usual one where none is set up.</summary>
    public static async Task<IReadOnlyList<Screen>> ScreensAsync(this YmnosDb db, CancellationToken cancel)
    {
        var screens = await db.Screens.AsNoTracking().OrderBy(screen => screen.Position).ThenBy(screen => screen.Name).ToListAsync(cancel);
        return screens.Count > 0 ? screens : [Screen.Usual];
    }

    /// <summary>The songs that a service's order names, by id.</summary>
    public static async Task<IReadOnlyDictionary<Guid, Song>> SongsOfAsync(this YmnosDb db, Service service, CancellationToken cancel)
    {
        var ids = service.Order.OfType<SongEntry>().Select(entry => entry.SongId).Distinct().ToList();
        return await db.Songs.AsNoTracking().Where(song => ids.Contains(song.Id)).ToDictionaryAsync(song => song.Id, cancel);
    }
}
