namespace Ymnos.Data.Outside;

/// <summary>A songbook that the outside offers, as it was listed last.</summary>
public sealed class OutsideSongbook
{
    /// <summary>Its number with the shop.</summary>
    public required string Number { get; init; }

    public required string Name { get; set; }

    public required string Abbreviation { get; set; }

    /// <summary>BCP 47 tag.</summary>
    public required string Language { get; set; }

    public required string Publisher { get; set; }

    public int Songs { get; set; }

    /// <summary>Size of its file.</summary>
    public long Bytes { get; set; }

    /// <summary>What the shop calls this state of the book.</summary>
    public required string Version { get; set; }

    public DateTimeOffset FirstSeenAt { get; init; }

    /// <summary>Set once somebody has looked at the list with this book on it.</summary>
    public bool Noticed { get; set; }

    /// <summary>The state that was fetched; nothing while none was.</summary>
    public string? FetchedVersion { get; set; }

    public DateTimeOffset? FetchedAt { get; set; }
}
