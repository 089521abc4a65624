namespace Ymnos.Core.Planning;

/// <summary>One start time of a service, local to the congregation.</summary>
public sealed class Sitting
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ServiceId { get; internal set; }

    public required TimeOnly StartsAt { get; init; }

    /// <summary>How long it should take.</summary>
    public required TimeSpan TargetLength { get; set; }
}
