using Ymnos.Core.Songs;

namespace Ymnos.Data.Keeping;

/// <summary>A state of a song that a later one has replaced. Written when that one is saved, in the same transaction.</summary>
public sealed class SongState
{
    public Guid SongId { get; init; }

    public int Revision { get; init; }

    public required SongContent Content { get; init; }

    public Guid ShelfId { get; init; }

    public DateTimeOffset SavedAt { get; init; }

    public required string SavedBy { get; init; }

    public required string SavedWhat { get; init; }

    public bool WasBinned { get; init; }
}
