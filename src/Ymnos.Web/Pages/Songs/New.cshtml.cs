using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

[Authorize(May.EditSongs)]
public sealed class NewModel(YmnosDb db, TimeProvider clock, Shelves shelves, Likenesses likenesses, SongDesk desk) : WordsDeskPage
{
    /// <summary>Songs here that the typed one is probably the same as; saving again takes it for a song of its own.</summary>
    public IReadOnlyList<LikeSong> Like { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        Desk = await OnAsync(new SongDraft(), [], Guid.Empty, cancel);
        return Desk.Shelves.Count == 0 ? NotFound() : Page();
    }

    public async Task<IActionResult> OnPostAsync(SongDraft draft, Guid shelf, bool anyway, CancellationToken cancel)
    {
        Desk = await OnAsync(draft, [], shelf, cancel);
        if (Desk.Shelves.FirstOrDefault(mine => mine.Id == Desk.Shelf) is not { } on)
            return NotFound();
        var check = draft.Check();
        if (!check.Succeeded(out var content))
        {
            Desk = Desk with { Problems = check.Problems };
            return Page();
        }
        if (!anyway)
        {
            Like = [.. (await likenesses.FindAsync(new Dictionary<Guid, SongContent> { [Guid.Empty] = content }, cancel))[Guid.Empty].Take(3)];
            if (Like.Count > 0)
            {
                Desk = Desk with { Save = "Save it as a song of its own" };
                return Page();
            }
        }
        var song = Song.Create(content, on.Id, clock.GetUtcNow(), User.FirstName());
        db.Songs.Add(song);
        await db.SaveChangesAsync(cancel);
        await desk.SavedAsync([song], cancel);
        return Redirect($"/songs/{song.Id}");
    }

    private async Task<Desk> OnAsync(SongDraft draft, IReadOnlyList<Problem> problems, Guid shelf, CancellationToken cancel)
    {
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        IReadOnlyList<Shelf> mine = [.. (await shelves.AllAsync(cancel)).Where(known => entrusted.With(known.Id))];
        return new(draft, problems, "/songs", "Save the song", 0) { Shelves = mine, Shelf = mine.Any(known => known.Id == shelf) ? shelf : mine is [var first, ..] ? first.Id : Guid.Empty };
    }
}
