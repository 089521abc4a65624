namespace Ymnos.Data.Keeping;

/// <summary>The bytes of a picture or film. Read by themselves, so that a list of pictures does not carry them.</summary>
public sealed class PictureFile
{
    public required Guid PictureId { get; init; }

    public required byte[] Bytes { get; init; }

    public required string ContentType { get; init; }

    /// <summary>A film's first frame as a JPEG; nothing for a picture.</summary>
    public byte[]? Poster { get; init; }
}
