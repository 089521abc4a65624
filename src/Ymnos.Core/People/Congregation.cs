using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.People;

/// <summary>Whose house this is. There is one.</summary>
public sealed class Congregation
{
    public const int OnlyId = 1;

    public int Id { get; private init; } = OnlyId;

    public required string Name { get; set; }

    public string Town { get; set; } = "";

    /// <summary>IANA name of the time zone that dates and sittings are local to.</summary>
    public required string TimeZone { get; set; }

    /// <summary>Whether the library is the made-up one that comes with the product.</summary>
    public bool IsDemo { get; set; }

    /// <summary>Where the main screen is read; nothing while nobody has measured.</summary>
    public Hall? Hall { get; set; }

    /// <summary>Kinds of section that the congregation has added.</summary>
    public ImmutableArray<OwnSectionKind> SectionKinds { get; set; } = [];

    /// <summary>The date where the congregation is.</summary>
    public DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(Local(clock.GetUtcNow()).DateTime);

    /// <summary>An instant as the congregation's clocks show it.</summary>
    public DateTimeOffset Local(DateTimeOffset instant) =>
        TimeZoneInfo.ConvertTime(instant, TimeZoneInfo.TryFindSystemTimeZoneById(TimeZone, out var zone) ? zone : TimeZoneInfo.Utc);
}
