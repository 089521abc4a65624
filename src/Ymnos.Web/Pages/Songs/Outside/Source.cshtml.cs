using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Outside;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs.Outside;

/// <summary>A song that came from outside, held against what its source says now.</summary>
[Authorize(May.EditSongs)]
public sealed class SourceModel(YmnosDb db, OutsideWorld outside, SongDesk desk, TimeProvider clock) : PageModel
{
    public Song Song { get; private set; } = null!;

    public OutsideOrigin? Now { get; private set; }

    /// <summary>What has changed there since it came in.</summary>
    public IReadOnlyList<(SongField Field, string Before, string After)> Changes { get; private set; } = [];

    public string Trouble { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel) => await ReadAsync(id, cancel) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(Guid id, int revision, string[] take, CancellationToken cancel)
    {
        if (!await ReadAsync(id, cancel))
            return NotFound();
        if (Now is not { } now)
            return Page();
        var song = await db.Songs.FirstAsync(song => song.Id == id, cancel);
        var merged = SongField.Merge(song.Content, now.Content, take.Distinct().ToDictionary(key => key, _ => MergeChoice.Other));
        if (song.Revision != revision || !merged.Succeeded(out var content))
        {
            Trouble = song.Revision != revision ? "Somebody changed this song just before. Look again; nothing was taken over." : merged.Problems[0].Message;
            return Page();
        }
        song.TakeFromSource(content, now, clock.GetUtcNow(), User.FirstName());
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            Trouble = "Somebody saved this song in the same moment. Nothing was taken over; do it again.";
            return Page();
        }
        await desk.SavedAsync([song], cancel);
        TempData["Said"] = take.Length > 0 ? "Taken over from the source." : "Nothing was taken over; these changes are not shown again.";
        return Redirect($"/songs/{id}");
    }

    private async Task<bool> ReadAsync(Guid id, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { CameFrom: { } origin } song || !await desk.MayEditAsync(User, song, cancel))
            return false;
        Song = song;
        if (origin.Source == OutsideWorld.CatalogueName)
        {
            var answer = await outside.SongAsync(origin.Number, cancel);
            if (answer.Succeeded(out var now))
                Now = now;
            else
                Trouble = answer.Problems[0].Message;
        }
        else
        {
            var book = await db.OutsideSongbooks.AsNoTracking().FirstOrDefaultAsync(book => book.Name == origin.Source, cancel);
            var answer = book is null ? null : await outside.SongbookAsync(book.Number, cancel);
            if (answer is not null && answer.Succeeded(out var songs))
                Now = songs.Items.Where(content => content.SongbookEntries.Any(entry => entry.Songbook == origin.Source && entry.Number == origin.Number))
                    .Select(content => new OutsideOrigin(origin.Source, origin.Number, book!.Version, content)).FirstOrDefault();
            Trouble = Now is not null ? "" : answer?.Problems is [var problem, ..] ? problem.Message : "The songbook is no longer offered.";
        }
        Changes = Now is null ? [] : [.. SongField.Differing(origin.Content, Now.Content)];
        return true;
    }
}
