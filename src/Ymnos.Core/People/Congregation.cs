using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.People;

/// <summary>Whose house this is. There is one.</summary>
public sealed class Congregation
{
    public const int OnlyId = 1;
    public const int LongestLicence = 200;

    public int Id { get; private init; } = OnlyId;

    public required string Name { get; set; }

    public string Town { get; set; } = "";

    /// <summary>IANA name of the time zone that dates and sittings are local to.</summary>
    public required string TimeZone { get; set; }

    /// <summary>Whether the library is the made-up one that comes with the product.</summary>
    public bool IsDemo { get; set; }

    /// <summary>Where the main screen is read; nothing while nobody has measured.</summary>
    public Hall? Hall { get; set; }

    /// <summary>The styles of the house.</summary>
    public Styles.StyleChoice Styles { get; set; } = Core.Styles.StyleChoice.None;

    /// <summary>The congregation's licence numbers as they stand on credit lines; empty where it has none.</summary>
    public string LicenceNumbers { get; set; } = "";

    /// <summary>Counts the changes to styles, screens and all else that every show depends on.</summary>
    public int LooksRevision { get; set; }

    /// <summary>Kinds of section that the congregation has added.</summary>
    public ImmutableArray<OwnSectionKind> SectionKinds { get; set; } = [];

    /// <summary>The date where the congregation is.</summary>
    public DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(Local(clock.GetUtcNow()).DateTime);

    /// <summary>The instant at which the congregation's clocks show a date and time. A time that the clocks skip counts as an hour later.</summary>
    public DateTimeOffset Instant(DateOnly date, TimeOnly time)
    {
        var zone = TimeZoneInfo.TryFindSystemTimeZoneById(TimeZone, out var found) ? found : TimeZoneInfo.Utc;
        var local = date.ToDateTime(time);
        return new(zone.IsInvalidTime(local) ? local.AddHours(1) : local, zone.GetUtcOffset(local));
    }

    /// <summary>An instant as the congregation's clocks show it.</summary>
    public DateTimeOffset Local(DateTimeOffset instant) =>
        TimeZoneInfo.ConvertTime(instant, TimeZoneInfo.TryFindSystemTimeZoneById(TimeZone, out var zone) ? zone : TimeZoneInfo.Utc);
}
