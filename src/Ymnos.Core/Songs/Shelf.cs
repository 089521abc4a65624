namespace Ymnos.Core.Songs;

/// <summary>A division of the shared library, with its own keepers.</summary>
public sealed class Shelf
{
    public const int LongestName = 60;

    /// <summary>The shelf that every library has.</summary>
    public static readonly Guid MainId = new("00000000-0000-0000-0000-000000000001");

    public Guid Id { get; init; } = Guid.CreateVersion7();

    public required string Name { get; set; }

    /// <summary>Shelves stand in this order.</summary>
    public int Position { get; set; }

    /// <summary>People entrusted with it, by id. Coordinators edit every shelf.</summary>
    public List<Guid> Keepers { get; init; } = [];
}

/// <summary>What one person may edit.</summary>
/// <param name="All">Every shelf.</param>
/// <param name="Shelves">The shelves entrusted to them.</param>
public sealed record Entrusted(bool All, IReadOnlySet<Guid> Shelves)
{
    public static readonly Entrusted Nothing = new(false, new HashSet<Guid>());

    public bool With(Guid shelf) => All || Shelves.Contains(shelf);

    public bool WithAny => All || Shelves.Count > 0;
}
