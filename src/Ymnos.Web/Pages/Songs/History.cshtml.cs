using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>One save in the list.</summary>
public sealed record HistoryLine(int Revision, string When, string By, string What);

public sealed class HistoryModel(YmnosDb db, House house, SongDesk desk) : PageModel
{
    private const int PageSize = 60;

    public Song Song { get; private set; } = null!;

    public bool MayEdit { get; private set; }

    public IReadOnlyList<HistoryLine> Lines { get; private set; } = [];

    /// <summary>Revisions below this stand on the next page; nothing where there are none.</summary>
    public int? Below { get; private set; }

    /// <summary>The save that is looked at.</summary>
    public int Revision { get; private set; }

    /// <summary>What it changed, field by field.</summary>
    public IReadOnlyList<(SongField Field, string Before, string After)> Differences { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id, int? revision, int? below, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song)
            return NotFound();
        Song = song;
        MayEdit = await desk.MayEditAsync(User, song, cancel);
        var congregation = await house.CongregationAsync(cancel);
        var limit = below ?? int.MaxValue;
        var states = await db.SongStates.AsNoTracking().Where(state => state.SongId == id && state.Revision < limit).OrderByDescending(state => state.Revision).Take(PageSize + 1)
            .Select(state => new { state.Revision, state.SavedAt, state.SavedBy, state.SavedWhat }).ToListAsync(cancel);
        Below = states.Count > PageSize ? states[PageSize - 1].Revision : null;
        var lines = states.Take(PageSize).Select(state => Line(state.Revision, state.SavedAt, state.SavedBy, state.SavedWhat));
        Lines = below is null ? [Line(song.Revision, song.SavedAt, song.SavedBy, song.SavedWhat), .. lines] : [.. lines];
        Revision = revision is { } asked && asked >= 1 && asked <= song.Revision ? asked : song.Revision;
        var pair = await db.SongStates.AsNoTracking().Where(state => state.SongId == id && (state.Revision == Revision || state.Revision == Revision - 1)).ToDictionaryAsync(state => state.Revision, state => state.Content, cancel);
        var after = Revision == song.Revision ? song.Content : pair.GetValueOrDefault(Revision);
        if (after is not null && pair.GetValueOrDefault(Revision - 1) is { } before)
            Differences = [.. SongField.Differing(before, after)];
        return Page();

        HistoryLine Line(int number, DateTimeOffset at, string by, string what) =>
            new(number, congregation.Local(at).ToString("d MMM yyyy, H:mm", CultureInfo.InvariantCulture), by, what);
    }

    public async Task<IActionResult> OnPostAsync(Guid id, int revision, int back, CancellationToken cancel)
    {
        if (await db.SongStates.AsNoTracking().FirstOrDefaultAsync(state => state.SongId == id && state.Revision == back, cancel) is not { } state)
            return NotFound();
        var done = await desk.ChangeAsync(User, id, revision, $"brought revision {back} back", _ => state.Content, cancel);
        if (done.Refusal == Refusal.NotThere)
            return NotFound();
        if (done.Refusal == Refusal.Overtaken)
        {
            TempData["Said"] = $"{done.Song!.SavedBy} changed this song just before; nothing was brought back. Look at the newest change first.";
            return Redirect($"/songs/{id}/history");
        }
        return Redirect($"/songs/{id}");
    }
}
