using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Songs;

[Authorize(May.EditSongs)]
public sealed class NewModel(YmnosDb db, TimeProvider clock) : WordsDeskPage
{
    public void OnGet() => Desk = new(new SongDraft(), [], "/songs", "Save the song", 0);

    public async Task<IActionResult> OnPostAsync(SongDraft draft, CancellationToken cancel)
    {
        var outcome = Song.Create(draft, clock.GetUtcNow(), User.FirstName());
        if (!outcome.Succeeded(out var song))
        {
            Desk = new(draft, outcome.Problems, "/songs", "Save the song", 0);
            return Page();
        }
        db.Songs.Add(song);
        await db.SaveChangesAsync(cancel);
        return Redirect($"/songs/{song.Id}");
    }
}
