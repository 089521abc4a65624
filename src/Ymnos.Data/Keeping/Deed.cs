namespace Ymnos.Data.Keeping;

/// <summary>Something done to many songs at once, which can be undone at once.</summary>
public sealed class Deed
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <summary>In a few words: "put on the choir shelf".</summary>
    public required string What { get; init; }

    public required string By { get; init; }

    public DateTimeOffset At { get; init; }

    public DateTimeOffset? UndoneAt { get; set; }

    public List<DeedSong> Songs { get; init; } = [];
}

/// <summary>A song that a deed changed.</summary>
public sealed class DeedSong
{
    public Guid DeedId { get; init; }

    public Guid SongId { get; init; }

    /// <summary>Its revision before; nothing for a song that the deed brought in.</summary>
    public int? Before { get; init; }

    /// <summary>Its revision after. A song that has moved on since is left as it is when the deed is undone.</summary>
    public int After { get; init; }
}
