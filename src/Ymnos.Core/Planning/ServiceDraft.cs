using System.Collections.Immutable;
using System.Globalization;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Planning;

/// <summary>What stands in a service's draft once it is known to be good.</summary>
public sealed record ServiceFacts(string Title, DateOnly Date, string Place, ImmutableArray<TimeOnly> StartTimes, TimeSpan TargetLength);

/// <summary>A service as somebody types it.</summary>
public sealed record ServiceDraft
{
    public string Title { get; init; } = "";

    /// <summary>ISO 8601: 2026-10-18.</summary>
    public string Date { get; init; } = "";

    public string Place { get; init; } = "";

    /// <summary>Start times, parted by commas or spaces: "9:30, 11:15".</summary>
    public string StartTimes { get; init; } = "";

    /// <summary>How long each sitting should take; "60 min" or "1:00:00".</summary>
    public string TargetLength { get; init; } = "60 min";

    public static ServiceDraft Of(Service service) => new()
    {
        Title = service.Title,
        Date = service.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        Place = service.Place,
        StartTimes = string.Join(", ", service.Sittings.Select(sitting => sitting.StartsAt.ToString("H:mm", CultureInfo.InvariantCulture))),
        TargetLength = string.Create(CultureInfo.InvariantCulture, $"{service.Sittings[0].TargetLength.TotalMinutes:0} min"),
    };

    public Outcome<ServiceFacts> Check()
    {
        var problems = new List<Problem>();
        var title = CleanText.Line(Title);
        if (title.Length is 0 or > OrderLine.LongestTitle)
            problems.Add(new(nameof(Title), title.Length == 0 ? "Give the service a title." : $"A title has at most {OrderLine.LongestTitle} characters."));
        if (!DateOnly.TryParseExact(Date.Trim(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date) || date.Year is < 1900 or > 2200)
            problems.Add(new(nameof(Date), "Choose the date of the service."));
        var place = CleanText.Line(Place);
        if (place.Length > OrderLine.LongestTitle)
            problems.Add(new(nameof(Place), $"A place has at most {OrderLine.LongestTitle} characters."));

        var starts = new SortedSet<TimeOnly>();
        foreach (var word in StartTimes.Split([',', ';', ' ', '\t'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (!TimeOnly.TryParseExact(word, ["H:mm", "HH:mm", "H.mm", "H'h'mm", "H'h'"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var start))
            {
                problems.Add(new(nameof(StartTimes), $"“{(word.Length > 12 ? word[..12] + "…" : word)}” is not a time. Times look like 9:30 or 18:00."));
                break;
            }
            starts.Add(start);
        }
        if (starts.Count is 0 or > 8 && problems.TrueForAll(problem => problem.Field != nameof(StartTimes)))
            problems.Add(new(nameof(StartTimes), starts.Count == 0 ? "Say when the service starts, like 9:30." : "A service has at most eight sittings."));
        if (!LengthText.TryRead(TargetLength, out var target) || target < TimeSpan.FromMinutes(1))
            problems.Add(new(nameof(TargetLength), "Say how long it should take, like 60 min."));
        return problems.Count > 0 ? problems : new ServiceFacts(title, date, place, [.. starts], target);
    }
}
