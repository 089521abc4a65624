using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Music;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

public sealed class ChordPageModel(SongDesk desk) : PageModel
{
    public Song Song { get; private set; } = null!;

    public ChordSheet Sheet { get; private set; } = null!;

    public Wording Wording { get; private set; } = null!;

    public int At { get; private set; }

    public bool MayEdit { get; private set; }

    public bool InNumbers { get; private set; }

    /// <summary>The keys the song can be printed in.</summary>
    public IReadOnlyList<MusicKey> Keys { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(Guid id, string? key, int capo, bool numbers, int wording, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song)
            return NotFound();
        Song = song;
        At = wording >= 0 && wording < song.Wordings.Length ? wording : 0;
        Wording = song.Wordings[At];
        InNumbers = numbers;
        MayEdit = await desk.MayEditAsync(User, song, cancel);
        Sheet = ChordSheet.Of(song.Content, Wording, MusicKey.TryParse(key, out var wanted) ? wanted : null, Math.Clamp(capo, 0, Capo.HighestFret), numbers ? ChordNotation.Numbers : ChordNotation.Letters);
        Keys = Sheet.Heard is { } heard ? MusicKey.Circle(heard.IsMinor) : [];
        return Page();
    }

    /// <summary>Writes the song down in another key for good.</summary>
    public async Task<IActionResult> OnPostAsync(Guid id, int revision, string? key, CancellationToken cancel)
    {
        if (!MusicKey.TryParse(key, out var to))
            return BadRequest();
        var done = await desk.ChangeAsync(User, id, revision, $"transposed to {to.Written}", song => ChordSheet.KeyOf(song) is not { } from || from.IsMinor != to.IsMinor ? song : song with
        {
            Wordings = [.. song.Wordings.Select(wording => ChordSheet.Transpose(wording, from, to))],
            SungOrders = [.. song.SungOrders.Select((order, i) => i == 0 || order.Key.Length > 0 ? order with { Key = MusicKey.TryParse(order.Key, out var own) ? own.Transposed(from.Up(to)).ToString() : to.ToString(), Capo = null } : order)],
        }, cancel);
        return done.Refusal == Refusal.NotThere ? NotFound() : Redirect($"/songs/{id}/chords");
    }
}
