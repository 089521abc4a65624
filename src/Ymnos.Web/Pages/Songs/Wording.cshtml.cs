using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>A pasted translation beside the sections it was laid against.</summary>
public sealed record LaidView(Wording First, LaidTranslation Laid, string Language);

[Authorize(May.EditSongs)]
public sealed class WordingModel(SongDesk desk) : PageModel
{
    public Song Song { get; private set; } = null!;

    /// <summary>Index of the wording that is edited; nothing for a new one.</summary>
    public int? At { get; private set; }

    public WordingDraft Draft { get; private set; } = new();

    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    public string Trouble { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(Guid id, string at, CancellationToken cancel)
    {
        if (!await ReadAsync(id, at, cancel))
            return NotFound();
        Draft = At is { } wording ? WordingDraft.Of(Song.Wordings[wording]) : new WordingDraft { Language = Song.Wordings.Any(known => known.Language == "fr") ? "" : "fr" };
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(Guid id, string at, int revision, WordingDraft draft, CancellationToken cancel)
    {
        if (!await ReadAsync(id, at, cancel))
            return NotFound();
        var name = WordingLanguage.NameOf(draft.Language);
        var done = await desk.ChangeAsync(User, id, revision, At is null ? $"added {name}" : $"about {name}",
            song => At is { } wording ? WordingEdit.Revise(song, wording, draft) : WordingEdit.Add(song, draft), cancel);
        return await AfterAsync(done, id, at, draft, cancel);
    }

    public async Task<IActionResult> OnPostRemoveAsync(Guid id, string at, int revision, CancellationToken cancel)
    {
        if (!await ReadAsync(id, at, cancel) || At is not { } wording)
            return NotFound();
        var done = await desk.ChangeAsync(User, id, revision, $"took {WordingLanguage.NameOf(Song.Wordings[wording].Language)} away", song => WordingEdit.Remove(song, wording), cancel);
        return await AfterAsync(done, id, at, WordingDraft.Of(Song.Wordings[wording]), cancel);
    }

    /// <summary>How a pasted text would be laid.</summary>
    public async Task<IActionResult> OnPostLayAsync(Guid id, string at, string? text, string? language, CancellationToken cancel) =>
        !await ReadAsync(id, at, cancel) ? NotFound()
        : text is not { Length: <= SongDraft.LongestText } ? BadRequest()
        : Partial("_Laid", new LaidView(Song.FirstWording, LaidTranslation.Of(Song.FirstWording, text), language is { Length: < 36 } ? language : ""));

    private async Task<IActionResult> AfterAsync(SongChange done, Guid id, string at, WordingDraft draft, CancellationToken cancel)
    {
        if (done.Refusal == Refusal.None)
            return Redirect($"/songs/{id}");
        if (done.Refusal == Refusal.NotThere || !await ReadAsync(id, at, cancel))
            return NotFound();
        (Draft, Problems) = (draft, done.Problems);
        Trouble = done.Refusal == Refusal.Overtaken ? $"{done.Song!.SavedBy} changed this song just before. What you typed is still here; look, and save it again." : "";
        return Page();
    }

    private async Task<bool> ReadAsync(Guid id, string at, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song || !await desk.MayEditAsync(User, song, cancel))
            return false;
        Song = song;
        At = int.TryParse(at, out var wording) ? wording : null;
        return At is null ? at == "new" : At >= 0 && At < song.Wordings.Length;
    }
}
