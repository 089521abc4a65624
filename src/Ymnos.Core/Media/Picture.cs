namespace Ymnos.Core.Media;

/// <summary>A picture or a silent film that styles put on screens. Its bytes are kept apart.</summary>
public sealed class Picture
{
    public const int LongestName = 120;

    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <summary>What a person knows it by; at first the name of its file.</summary>
    public required string Name { get; init; }

    public bool IsFilm { get; init; }

    /// <summary>In pixels; of a film, its first frame's.</summary>
    public required int Width { get; init; }

    /// <summary>In pixels.</summary>
    public required int Height { get; init; }

    public required DateTimeOffset AddedAt { get; init; }

    public string AddedBy { get; init; } = "";
}
