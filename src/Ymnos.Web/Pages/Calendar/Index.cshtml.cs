using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Data;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Calendar;

public sealed class IndexModel(YmnosDb db, House house, IAuthorizationService authorization) : PageModel
{
    private Dictionary<Guid, string> _titles = [];

    public DateOnly Today { get; private set; }

    /// <summary>How many months stand on the page.</summary>
    public const int MonthsShown = 3;

    /// <summary>First day of the first month that is shown.</summary>
    public DateOnly Month { get; private set; }

    public IReadOnlyList<(DateOnly First, IReadOnlyList<DayOfServices> Days)> Months { get; private set; } = [];

    public bool MayPlan { get; private set; }

    public async Task OnGetAsync(string? month, CancellationToken cancel)
    {
        Today = await house.TodayAsync(cancel);
        MayPlan = (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded;
        var asked = DateOnly.TryParseExact(month, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var read) && read.Year is > 1900 and < 2200 ? read : Today;
        var from = Month = new DateOnly(asked.Year, asked.Month, 1);
        var to = from.AddMonths(MonthsShown);
        var services = await db.Services.AsNoTracking().AsSplitQuery().Include(service => service.Sittings).Include(service => service.AllLines)
            .Where(service => service.BinnedAt == null && service.Date >= from && service.Date < to).ToListAsync(cancel);
        Months = [.. Enumerable.Range(0, MonthsShown).Select(from.AddMonths).Select(first => (first, MonthOfServices.Of(first, services.Where(service => service.Date >= first && service.Date < first.AddMonths(1)))))];
        var songs = services.SelectMany(service => service.Order.OfType<SongEntry>()).Select(entry => entry.SongId).Distinct().ToList();
        _titles = await db.Songs.Where(song => songs.Contains(song.Id)).ToDictionaryAsync(song => song.Id, song => song.Title, cancel);
    }

    /// <summary>The songs of a service in a line.</summary>
    public string Sings(Service service) => string.Join(" · ", service.Order.OfType<SongEntry>().Select(entry => _titles.GetValueOrDefault(entry.SongId, "")));
}
