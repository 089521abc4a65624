namespace Ymnos.Data.Keeping;

/// <summary>Two songs that are probably one. The lesser id stands first.</summary>
public sealed class LikePair
{
    public Guid OneId { get; init; }

    public Guid OtherId { get; init; }

    public double Score { get; set; }

    public required string Why { get; set; }

    /// <summary>Who said that they are two songs after all; nothing while nobody has.</summary>
    public string? ApartBy { get; set; }
}
