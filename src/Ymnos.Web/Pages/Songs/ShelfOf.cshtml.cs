using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>Moving a song to another shelf, or putting a copy there. A copy may be made of any song, onto a shelf one keeps.</summary>
[Authorize(May.EditSongs)]
public sealed class ShelfOfModel(YmnosDb db, SongDesk desk, Shelves shelves, TimeProvider clock) : PageModel
{
    public Song Song { get; private set; } = null!;

    public bool MayMove { get; private set; }

    public string Name { get; private set; } = "";

    /// <summary>Shelves entrusted to this person.</summary>
    public IReadOnlyList<Shelf> Mine { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel) => await ReadAsync(id, cancel) ? Page() : NotFound();

    public async Task<IActionResult> OnPostMoveAsync(Guid id, Guid shelf, CancellationToken cancel)
    {
        if (!await ReadAsync(id, cancel) || !MayMove || Mine.FirstOrDefault(mine => mine.Id == shelf) is not { } to)
            return NotFound();
        var song = await db.Songs.FirstAsync(song => song.Id == id, cancel);
        song.MoveTo(to, clock.GetUtcNow(), User.FirstName());
        try
        {
            await db.SaveChangesAsync(cancel);
            TempData["Said"] = $"{song.Title} stands on the {to.Name} shelf.";
        }
        catch (DbUpdateConcurrencyException)
        {
            TempData["Said"] = "Somebody else saved this song in the same moment; it stands where it stood.";
        }
        return Redirect($"/songs/{id}");
    }

    public async Task<IActionResult> OnPostCopyAsync(Guid id, Guid shelf, CancellationToken cancel)
    {
        if (!await ReadAsync(id, cancel) || Mine.FirstOrDefault(mine => mine.Id == shelf) is not { } to)
            return NotFound();
        var copy = Song.CopyTo(to, clock.GetUtcNow(), User.FirstName());
        db.Songs.Add(copy);
        await db.SaveChangesAsync(cancel);
        TempData["Said"] = $"A copy stands on the {to.Name} shelf; this is it.";
        return Redirect($"/songs/{copy.Id}");
    }

    private async Task<bool> ReadAsync(Guid id, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song)
            return false;
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        (Song, Name, MayMove) = (song, await shelves.NameOfAsync(song.ShelfId, cancel), entrusted.With(song.ShelfId));
        Mine = [.. (await shelves.AllAsync(cancel)).Where(shelf => entrusted.With(shelf.Id))];
        return entrusted.WithAny;
    }
}
