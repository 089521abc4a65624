using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.People;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Settings;

/// <summary>The house's own: shelves with their keepers, kinds of section, the hall.</summary>
[Authorize(May.Settle)]
public sealed class IndexModel(YmnosDb db) : PageModel
{
    private const int MostShelves = 40;

    public IReadOnlyList<Shelf> Shelves { get; private set; } = [];

    public IReadOnlyDictionary<Guid, int> SongsOn { get; private set; } = new Dictionary<Guid, int>();

    /// <summary>Everyone who can be entrusted with a shelf.</summary>
    public IReadOnlyList<Person> Keepers { get; private set; } = [];

    public IReadOnlyList<OwnSectionKind> Kinds { get; private set; } = [];

    public string ShelfProblem { get; private set; } = "";

    public string KindProblem { get; private set; } = "";

    /// <summary>As typed, in metres.</summary>
    public string ScreenHeight { get; private set; } = "";

    /// <inheritdoc cref="ScreenHeight"/>
    public string LastRow { get; private set; } = "";

    public string HallProblem { get; private set; } = "";

    public Task OnGetAsync(CancellationToken cancel) => ReadAsync(cancel);

    public async Task<IActionResult> OnPostShelfAsync(Guid id, string? name, Guid[] keepers, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        var called = CleanText.Line(name ?? "");
        ShelfProblem = called.Length is 0 or > Shelf.LongestName ? $"A shelf has a name of up to {Shelf.LongestName} characters."
            : Shelves.Any(other => other.Id != id && string.Equals(other.Name, called, StringComparison.OrdinalIgnoreCase)) ? $"There is a shelf “{called}” already."
            : id == Guid.Empty && Shelves.Count >= MostShelves ? $"A library has at most {MostShelves} shelves."
            : "";
        if (ShelfProblem.Length > 0)
            return Page();
        var known = Keepers.Select(keeper => keeper.Id).ToHashSet();
        var shelf = id == Guid.Empty ? null : await db.Shelves.FirstOrDefaultAsync(shelf => shelf.Id == id, cancel);
        if (shelf is null)
            db.Shelves.Add(shelf = new Shelf { Name = called, Position = Shelves.Count });
        shelf.Name = called;
        shelf.Keepers.Clear();
        shelf.Keepers.AddRange(keepers.Where(known.Contains).Distinct());
        await db.SaveChangesAsync(cancel);
        return Redirect("/settings");
    }

    public async Task<IActionResult> OnPostRemoveShelfAsync(Guid id, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        if (id == Shelf.MainId || await db.Songs.AnyAsync(song => song.ShelfId == id, cancel))
        {
            ShelfProblem = id == Shelf.MainId ? "The main shelf stays." : "Songs stand on this shelf, or lie in the bin from it. Move them first.";
            return Page();
        }
        await db.Shelves.Where(shelf => shelf.Id == id).ExecuteDeleteAsync(cancel);
        return Redirect("/settings");
    }

    public async Task<IActionResult> OnPostKindAsync(string? letter, string? name, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        var (mark, called) = (CleanText.Line(letter ?? "").ToUpperInvariant(), CleanText.Line(name ?? "").ToLowerInvariant());
        KindProblem = mark is not [var sign] || !OwnSectionKind.IsFree(sign) ? "A mark is one letter from A to Z that no other kind has: not B, E, I, P, R, and not V, which people type for verses."
            : called.Length is 0 or > 30 ? "A kind has a name of up to 30 characters."
            : "";
        if (KindProblem.Length > 0)
            return Page();
        var congregation = await db.Congregations.SingleAsync(cancel);
        congregation.SectionKinds = [.. congregation.SectionKinds.Where(kind => kind.Letter != mark[0]).Append(new OwnSectionKind(mark[0], called)).OrderBy(kind => kind.Letter)];
        await db.SaveChangesAsync(cancel);
        return Redirect("/settings");
    }

    public async Task<IActionResult> OnPostRemoveKindAsync(string? letter, CancellationToken cancel)
    {
        var congregation = await db.Congregations.SingleAsync(cancel);
        congregation.SectionKinds = [.. congregation.SectionKinds.Where(kind => kind.Letter.ToString() != letter)];
        await db.SaveChangesAsync(cancel);
        return Redirect("/settings");
    }

    /// <summary>Where the main screen is read; both empty forgets it.</summary>
    public async Task<IActionResult> OnPostHallAsync(string? screenHeight, string? lastRow, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        (ScreenHeight, LastRow) = (screenHeight ?? "", lastRow ?? "");
        Hall? hall = null;
        if (ScreenHeight.Trim().Length + LastRow.Trim().Length > 0)
        {
            if (Metres(ScreenHeight) is not { } height || Metres(LastRow) is not { } depth || !Hall.IsSound(height, depth))
            {
                HallProblem = "Give both in metres: a screen from 0.2 to 30 m high, and a last row from 1 to 200 m away.";
                return Page();
            }
            hall = new Hall(height, depth);
        }
        var congregation = await db.Congregations.SingleAsync(cancel);
        congregation.Hall = hall;
        await db.SaveChangesAsync(cancel);
        return Redirect("/settings");

        static double? Metres(string text) => double.TryParse(text.Trim().TrimEnd('m', ' ').Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var metres) ? metres : null;
    }

    private async Task ReadAsync(CancellationToken cancel)
    {
        Shelves = await db.Shelves.AsNoTracking().OrderBy(shelf => shelf.Position).ThenBy(shelf => shelf.Name).ToListAsync(cancel);
        SongsOn = await db.Songs.Where(song => song.BinnedAt == null).GroupBy(song => song.ShelfId).Select(shelf => new { shelf.Key, Count = shelf.Count() }).ToDictionaryAsync(shelf => shelf.Key, shelf => shelf.Count, cancel);
        Keepers = await db.Users.AsNoTracking().Where(person => db.UserRoles.Any(role => role.UserId == person.Id && db.Roles.Any(named => named.Id == role.RoleId && named.Name == Roles.Keeper))).OrderBy(person => person.FullName).ToListAsync(cancel);
        var congregation = await db.Congregations.AsNoTracking().SingleAsync(cancel);
        Kinds = congregation.SectionKinds;
        if (congregation.Hall is { } hall)
            (ScreenHeight, LastRow) = (hall.ScreenHeight.ToString(CultureInfo.InvariantCulture), hall.LastRow.ToString(CultureInfo.InvariantCulture));
    }
}
