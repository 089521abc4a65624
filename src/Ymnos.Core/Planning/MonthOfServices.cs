namespace Ymnos.Core.Planning;

/// <summary>A day of a month with the services on it.</summary>
/// <param name="Date">The day.</param>
/// <param name="Services">By their first start time; empty on a Sunday that nobody has planned.</param>
public sealed record DayOfServices(DateOnly Date, IReadOnlyList<Service> Services);

/// <summary>A month as a coordinator looks at it: its Sundays, planned or not, and every other day with a service.</summary>
public static class MonthOfServices
{
    public static IReadOnlyList<DayOfServices> Of(DateOnly firstOfMonth, IEnumerable<Service> services)
    {
        var byDay = services.ToLookup(service => service.Date);
        return
        [
            .. Enumerable.Range(0, DateTime.DaysInMonth(firstOfMonth.Year, firstOfMonth.Month))
                .Select(firstOfMonth.AddDays)
                .Where(day => day.DayOfWeek == DayOfWeek.Sunday || byDay.Contains(day))
                .Select(day => new DayOfServices(day, [.. byDay[day].OrderBy(service => service.Sittings[0].StartsAt)])),
        ];
    }
}
