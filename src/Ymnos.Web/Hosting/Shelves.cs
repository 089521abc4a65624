using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.People;

namespace Ymnos.Web.Hosting;

/// <summary>The shelves, read once a request, and what a person may do with them.</summary>
public sealed class Shelves(YmnosDb db)
{
    private IReadOnlyList<Shelf>? _all;

    public async Task<IReadOnlyList<Shelf>> AllAsync(CancellationToken cancel) =>
        _all ??= await db.Shelves.AsNoTracking().OrderBy(shelf => shelf.Position).ThenBy(shelf => shelf.Name).ToListAsync(cancel);

    /// <summary>A coordinator edits every shelf, a keeper the shelves entrusted to them, nobody else any.</summary>
    public async Task<Entrusted> EntrustedAsync(ClaimsPrincipal person, CancellationToken cancel)
    {
        if (person.IsInRole(Roles.Coordinator))
            return new(true, new HashSet<Guid>());
        if (!person.IsInRole(Roles.Keeper))
            return Entrusted.Nothing;
        var id = person.Id();
        return new(false, (await AllAsync(cancel)).Where(shelf => shelf.Keepers.Contains(id)).Select(shelf => shelf.Id).ToHashSet());
    }

    public async Task<string> NameOfAsync(Guid id, CancellationToken cancel) =>
        (await AllAsync(cancel)).FirstOrDefault(shelf => shelf.Id == id)?.Name ?? "";
}
