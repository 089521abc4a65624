using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>One order on the page: as it is kept, or as it was typed with what is wrong with it.</summary>
public sealed record OrderForm(string OldName, OrderDraft Draft, IReadOnlyList<Problem> Problems);

[Authorize(May.EditSongs)]
public sealed class OrdersModel(SongDesk desk) : PageModel
{
    public Song Song { get; private set; } = null!;

    public IReadOnlyList<OrderForm> Orders { get; private set; } = [];

    public OrderForm NewOrder { get; private set; } = new("", new OrderDraft(), []);

    public string Trouble { get; private set; } = "";

    public Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel) => ShowAsync(id, null, "", cancel);

    public Task<IActionResult> OnPostPutAsync(Guid id, int revision, string? oldName, OrderDraft draft, CancellationToken cancel) =>
        ChangeAsync(id, revision, $"order {draft.Name}", song => OrderEdit.Put(song, oldName ?? "", draft), new(oldName ?? "", draft, []), cancel);

    public Task<IActionResult> OnPostCopyAsync(Guid id, int revision, string? oldName, CancellationToken cancel) =>
        ChangeAsync(id, revision, $"copied order {oldName}", song => OrderEdit.Copy(song, oldName ?? ""), null, cancel);

    public Task<IActionResult> OnPostShortenAsync(Guid id, int revision, string? oldName, CancellationToken cancel) =>
        ChangeAsync(id, revision, $"shortened order {oldName}", song => OrderEdit.Shorten(song, oldName ?? ""), null, cancel);

    public Task<IActionResult> OnPostRemoveAsync(Guid id, int revision, string? oldName, CancellationToken cancel) =>
        ChangeAsync(id, revision, $"took order {oldName} away", song => OrderEdit.Remove(song, oldName ?? ""), null, cancel);

    public Task<IActionResult> OnPostUsualAsync(Guid id, int revision, string? oldName, CancellationToken cancel) =>
        ChangeAsync(id, revision, $"order {oldName} is the usual one", song => OrderEdit.MakeUsual(song, oldName ?? ""), null, cancel);

    private async Task<IActionResult> ChangeAsync(Guid id, int revision, string what, Func<SongContent, Outcome<SongContent>> change, OrderForm? typed, CancellationToken cancel)
    {
        var done = await desk.ChangeAsync(User, id, revision, what, change, cancel);
        return done.Refusal switch
        {
            Refusal.NotThere => NotFound(),
            Refusal.None => Redirect($"/songs/{id}/orders"),
            Refusal.Overtaken => await ShowAsync(id, typed, $"{done.Song!.SavedBy} changed this song just before. What you typed is still here; save it again if it still fits.", cancel),
            _ when typed is null => await ShowAsync(id, null, done.Problems[0].Message, cancel),
            _ => await ShowAsync(id, typed with { Problems = done.Problems }, "", cancel),
        };
    }

    private async Task<IActionResult> ShowAsync(Guid id, OrderForm? typed, string trouble, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song || !await desk.MayEditAsync(User, song, cancel))
            return NotFound();
        (Song, Trouble) = (song, trouble);
        Orders = [.. song.SungOrders.Select(order => typed?.OldName == order.Name ? typed : new OrderForm(order.Name, OrderDraft.Of(order), []))];
        if (typed is { OldName: "" })
            NewOrder = typed;
        return Page();
    }
}
