using System.Collections.Immutable;

namespace Ymnos.Core.Planning;

/// <summary>One start time of a service, local to the congregation.</summary>
public sealed class Sitting
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ServiceId { get; internal set; }

    public required TimeOnly StartsAt { get; init; }

    /// <summary>How long it should take.</summary>
    public required TimeSpan TargetLength { get; set; }

    /// <summary>The languages that are shown, the first one largest; empty for each song's own first wording.</summary>
    public ImmutableArray<string> Languages { get; internal set; } = [];
}
