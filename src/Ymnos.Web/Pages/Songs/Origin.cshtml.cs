using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>A copy held against the song it was taken from: what changed there, what changed here.</summary>
public sealed class OriginModel(SongDesk desk) : PageModel
{
    public Song Copy { get; private set; } = null!;

    /// <summary>Nothing when the song it was taken from is gone.</summary>
    public Song? Original { get; private set; }

    public bool MayEdit { get; private set; }

    public IReadOnlyList<(SongField Field, string Before, string After)> There { get; private set; } = [];

    public IReadOnlyList<(SongField Field, string Before, string After)> Here { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel) => await ReadAsync(id, cancel) ? Page() : NotFound();

    /// <summary>Takes fields over from the song it was copied from, as that is now.</summary>
    public async Task<IActionResult> OnPostAsync(Guid id, int revision, string[] take, CancellationToken cancel)
    {
        if (!await ReadAsync(id, cancel) || Original is not { } original)
            return NotFound();
        var done = await desk.ChangeAsync(User, id, revision, $"took over from {original.Title}",
            song => SongField.Merge(song, original.Content, take.Distinct().ToDictionary(key => key, _ => MergeChoice.Other)), cancel);
        if (done.Refusal is Refusal.NotThere)
            return NotFound();
        TempData["Said"] = done.Refusal switch
        {
            Refusal.None => $"Taken over from {original.Title}.",
            Refusal.Wrong => done.Problems[0].Message,
            _ => "Somebody changed this copy just before; nothing was taken over. Look at it again.",
        };
        return Redirect($"/songs/{id}/origin");
    }

    private async Task<bool> ReadAsync(Guid id, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { CopiedFrom: { } origin } copy)
            return false;
        Copy = copy;
        Original = await desk.ReadAsync(origin.SongId, cancel);
        MayEdit = await desk.MayEditAsync(User, copy, cancel);
        There = Original is null ? [] : [.. SongField.Differing(origin.Content, Original.Content)];
        Here = [.. SongField.Differing(origin.Content, copy.Content)];
        return true;
    }
}
