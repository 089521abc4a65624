namespace Ymnos.Data.Keeping;

/// <summary>A line that somebody looks songs up with again and again.</summary>
public sealed class SavedSearch
{
    public const int LongestName = 60;
    public const int LongestQuery = 200;
    public const int MostEach = 30;

    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid PersonId { get; init; }

    public required string Name { get; set; }

    public required string Query { get; set; }
}

/// <summary>Somebody who has a song open, so that others see them.</summary>
public sealed class SongReader
{
    public Guid SongId { get; init; }

    public Guid PersonId { get; init; }

    public required string Name { get; set; }

    /// <summary>What they are writing in, for people: "R in Français"; empty while they only read.</summary>
    public string Writes { get; set; } = "";

    public DateTimeOffset SeenAt { get; set; }
}
