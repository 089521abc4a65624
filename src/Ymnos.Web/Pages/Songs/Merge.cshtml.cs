using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>Two songs that may be one, side by side, to be merged field by field or told apart.</summary>
[Authorize(May.EditSongs)]
public sealed class MergeModel(YmnosDb db, SongDesk desk, LiveRuns runs, TimeProvider clock) : PageModel
{
    public Song Kept { get; private set; } = null!;

    public Song Other { get; private set; } = null!;

    public SongLikeness Likeness { get; private set; } = null!;

    public IReadOnlyList<(SongField Field, string Kept, string Other, MergeChoice Choice)> Fields { get; private set; } = [];

    public int Services { get; private set; }

    public string Trouble { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(Guid one, Guid other, CancellationToken cancel) => await ReadAsync(one, other, cancel) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(Guid one, Guid other, int revision, int otherRevision, CancellationToken cancel)
    {
        if (!await ReadAsync(one, other, cancel))
            return NotFound();
        var choices = Fields.ToDictionary(field => field.Field.Key, field => Enum.TryParse<MergeChoice>(Request.Form[$"field-{field.Field.Key}"], out var choice) ? choice : MergeChoice.Kept);
        Fields = [.. Fields.Select(field => field with { Choice = choices[field.Field.Key] })];
        var (kept, gone) = (await db.Songs.FirstAsync(song => song.Id == one, cancel), await db.Songs.FirstAsync(song => song.Id == other, cancel));
        if (kept.Revision != revision || gone.Revision != otherRevision)
            return Stay("One of the two was changed just before. Look at them again; your choices are kept.");
        var merged = SongField.Merge(kept.Content, gone.Content, choices);
        if (!merged.Succeeded(out var content))
            return Stay(merged.Problems[0].Message);

        var now = clock.GetUtcNow();
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        kept.Save(content, now, User.FirstName(), $"merged with {gone.Title}");
        gone.BinAsMerged(kept, now, User.FirstName());
        // Services follow the song that goes on.
        var services = await db.Services.Where(service => db.Set<SongEntry>().Any(entry => entry.ServiceId == service.Id && entry.SongId == other)).Include(service => service.AllLines).ToListAsync(cancel);
        foreach (var service in services)
            service.Sing(other, one);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            db.ChangeTracker.Clear();
            return Stay("Somebody saved one of the two, or a service that sings it, in the same moment. Nothing was merged; do it again.");
        }
        await transaction.CommitAsync(cancel);
        foreach (var service in services)
            await runs.ServiceChangedAsync(service.Id, cancel);
        await desk.SavedAsync([kept, gone], cancel);
        TempData["Said"] = $"{gone.Title} is merged into this song and lies in the bin.{(services.Count > 0 ? $" {services.Count} service{(services.Count == 1 ? " follows" : "s follow")}." : "")}";
        return Redirect($"/songs/{one}");
    }

    /// <summary>They are two songs after all.</summary>
    public async Task<IActionResult> OnPostApartAsync(Guid one, Guid other, CancellationToken cancel)
    {
        if (!await ReadAsync(one, other, cancel))
            return NotFound();
        var by = User.FirstName();
        await db.LikePairs.Where(pair => (pair.OneId == one && pair.OtherId == other) || (pair.OneId == other && pair.OtherId == one))
            .ExecuteUpdateAsync(set => set.SetProperty(pair => pair.ApartBy, by), cancel);
        TempData["Said"] = $"{Kept.Title} and {Other.Title} count as two songs from now on.";
        return Redirect("/songs/tidy");
    }

    private async Task<bool> ReadAsync(Guid one, Guid other, CancellationToken cancel)
    {
        if (one == other || await desk.ReadAsync(one, cancel) is not { } kept || await desk.ReadAsync(other, cancel) is not { } gone
            || !await desk.MayEditAsync(User, kept, cancel) || !await desk.MayEditAsync(User, gone, cancel))
            return false;
        (Kept, Other, Likeness) = (kept, gone, SongLikeness.Of(kept.Content, gone.Content));
        Fields = [.. SongField.Differing(kept.Content, gone.Content).Select(field => (field.Field, field.One, field.Other, field.Field.Proposed(kept.Content, gone.Content)))];
        Services = await db.Services.CountAsync(service => db.Set<SongEntry>().Any(entry => entry.ServiceId == service.Id && entry.SongId == other), cancel);
        return true;
    }

    private Microsoft.AspNetCore.Mvc.RazorPages.PageResult Stay(string trouble)
    {
        Trouble = trouble;
        return Page();
    }
}
