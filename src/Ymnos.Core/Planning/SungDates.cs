using System.Collections.Immutable;

namespace Ymnos.Core.Planning;

/// <summary>When a song was sung.</summary>
/// <param name="Day">The service's date.</param>
/// <param name="Sittings">At how many of its sittings.</param>
public sealed record SungOn(DateOnly Day, int Sittings);

/// <summary>When a song was sung over the years gone by, and how often.</summary>
/// <param name="Days">From the earliest to the latest.</param>
/// <param name="TypicalGapWeeks">The median time between one service and the next, in whole weeks; nothing before the third.</param>
public sealed record SungDates(ImmutableArray<SungOn> Days, int? TypicalGapWeeks)
{
    public static SungDates Of(IEnumerable<SungOn> days)
    {
        ImmutableArray<SungOn> ordered = [.. days.OrderBy(day => day.Day)];
        var gaps = ordered.Zip(ordered.Skip(1), (one, next) => next.Day.DayNumber - one.Day.DayNumber).Order().ToList();
        return new(ordered, gaps.Count < 2 ? null : (int)Math.Round((gaps[(gaps.Count - 1) / 2] + gaps[gaps.Count / 2]) / 2.0 / 7));
    }
}
