using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

[Authorize(May.EditSongs)]
public sealed class EditModel(YmnosDb db, TimeProvider clock, SongDesk songs) : WordsDeskPage
{
    public Song Song { get; private set; } = null!;

    /// <summary>What somebody else has saved since this edit began.</summary>
    public SongDraft? Theirs { get; private set; }

    /// <summary>Fields other than the words in which the two differ.</summary>
    public IEnumerable<(string Field, string Saved, string Typed)> Differences => DraftDifference.Fields(Theirs!, Desk.Draft);

    public IEnumerable<(string Line, bool Differs)> TheirLines => DraftDifference.Lines(Theirs!.Text, Desk.Draft.Text);

    public IEnumerable<(string Line, bool Differs)> YourLines => DraftDifference.Lines(Desk.Draft.Text, Theirs!.Text);

    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel)
    {
        if (await FindAsync(id, cancel) is not { } song)
            return NotFound();
        Song = song;
        Desk = On(SongDraft.Of(song), [], song.Revision);
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(Guid id, SongDraft draft, int revision, CancellationToken cancel)
    {
        if (await FindAsync(id, cancel) is not { } song)
            return NotFound();
        Song = song;
        if (song.Revision != revision)
            return Clash(draft);
        var outcome = song.Revise(draft, clock.GetUtcNow(), User.FirstName());
        if (!outcome.Succeeded(out _))
        {
            Desk = On(draft, outcome.Problems, revision);
            return Page();
        }
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            // Somebody saved between our reading and our writing.
            db.ChangeTracker.Clear();
            if (await FindAsync(id, cancel) is not { } newer)
                return NotFound();
            Song = newer;
            return Clash(draft);
        }
        await songs.SavedAsync([song], cancel);
        return Redirect($"/songs/{id}");
    }

    private async Task<Song?> FindAsync(Guid id, CancellationToken cancel) =>
        await db.Songs.FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel) is { } song && await songs.MayEditAsync(User, song, cancel) ? song : null;

    /// <summary>Both texts are shown; saving again is then an answer to the newer revision.</summary>
    private Microsoft.AspNetCore.Mvc.RazorPages.PageResult Clash(SongDraft draft)
    {
        Theirs = SongDraft.Of(Song);
        Desk = On(draft, [], Song.Revision) with { Save = "Save mine over it" };
        return Page();
    }

    private Desk On(SongDraft draft, IReadOnlyList<Core.Problem> problems, int revision) =>
        new(draft, problems, $"/songs/{Song.Id}", "Save the song", revision);
}
