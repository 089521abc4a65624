using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Calendar;

/// <summary>What a typed line can become.</summary>
public sealed record OffersView(string Raw, IReadOnlyList<FoundSong> Songs, TypedLine? Typed);

public sealed class ServiceModel(YmnosDb db, SongSearch search, TimeProvider clock, PlanDesk plans, IAuthorizationService authorization) : PageModel
{
    private const int SongsOffered = 6;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Service Service { get; private set; } = null!;

    /// <summary>The order of each sitting against the clock, earliest first.</summary>
    public IReadOnlyList<RunningOrder> Sittings { get; private set; } = [];

    public RunningOrder Running => Sittings[0];

    /// <summary>The parts with their lengths, for the strip; what comes before the first heading has no name.</summary>
    public IReadOnlyList<(string Name, TimeSpan Length)> Blocks => Running.PartLengths();

    public IEnumerable<(string Line, string Message)> Notes =>
        from line in Running.Lines
        where line.Song?.BinnedAt is not null
        select (line.Song!.Title, "lies in the bin. It is still shown; put another in its place, or restore it.");

    public System.Collections.Immutable.ImmutableArray<string> LanguagesAt(TimeOnly start) => Service.Sittings.First(sitting => sitting.StartsAt == start).Languages;

    public bool MayPlan { get; private set; }

    public bool MayRunBooth { get; private set; }

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        MayRunBooth = (await authorization.AuthorizeAsync(User, May.RunBooth)).Succeeded;
        return await ReadAsync(cancel) ? Page() : NotFound();
    }

    public async Task<IActionResult> OnGetOffersAsync(string? typed, CancellationToken cancel)
    {
        if (!await MayChangeAsync())
            return NotFound();
        var raw = typed is { Length: <= OrderLine.LongestTitle } ? typed : "";
        var line = TypedLine.Read(raw);
        var found = line is null ? null : await search.FindAsync(line.Name, cancel, SongsOffered);
        return Partial("_Offers", new OffersView(raw, found?.Songs ?? [], line));
    }

    public Task<IActionResult> OnPostAddAsync(string? kind, Guid? song, string? typed, Guid? after, CancellationToken cancel) => ChangeAsync(async service =>
    {
        OrderLine? line = kind switch
        {
            "song" when song is { } id && await db.Songs.AnyAsync(known => known.Id == id && known.BinnedAt == null, cancel) => new SongEntry { SongId = id },
            "spoken" => TypedLine.Read(typed ?? "")?.AsSpoken(),
            "part" => TypedLine.Read(typed ?? "")?.AsPart(),
            _ => null,
        };
        return line is not null && service.Add(line, after);
    }, cancel);

    public Task<IActionResult> OnPostMoveAsync(Guid line, int to, CancellationToken cancel) => ChangeAsync(service => Task.FromResult(service.Move(line, to)), cancel);

    public Task<IActionResult> OnPostRemoveAsync(Guid line, CancellationToken cancel) => ChangeAsync(service => Task.FromResult(service.Remove(line, clock.GetUtcNow())), cancel);

    public Task<IActionResult> OnPostPutBackAsync(Guid line, CancellationToken cancel) => ChangeAsync(service => Task.FromResult(service.PutBack(line)), cancel);

    private async Task<IActionResult> ChangeAsync(Func<Service, Task<bool>> change, CancellationToken cancel) =>
        await MayChangeAsync() && await plans.ChangeAsync(Id, change, cancel) && await ReadAsync(cancel) ? Partial("_Order", this) : NotFound();

    private async Task<bool> MayChangeAsync() => (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded;

    private async Task<bool> ReadAsync(CancellationToken cancel)
    {
        MayPlan = await MayChangeAsync();
        db.ChangeTracker.Clear();
        if (await db.ServiceAsync(Id, cancel) is not { } service)
            return false;
        Service = service;
        var songs = await db.SongsOfAsync(service, cancel);
        Sittings = [.. service.Sittings.Select(sitting => RunningOrder.Of(service, sitting, songs))];
        return true;
    }
}
