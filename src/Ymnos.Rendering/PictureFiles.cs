using SkiaSharp;

namespace Ymnos.Rendering;

/// <summary>Pictures, and first frames of films, each read and decoded once for as long as this lives.</summary>
/// <param name="read">The bytes of a picture; nothing when it is gone.</param>
public sealed class PictureFiles(Func<Guid, byte[]?> read) : IDisposable
{
    private readonly Dictionary<Guid, (byte[]? Bytes, SKImage? Image)> _known = [];

    /// <summary>For slides that need none.</summary>
    public static PictureFiles None { get; } = new(_ => null);

    public byte[]? Bytes(Guid id) => Known(id).Bytes;

    internal SKImage? this[Guid id] => Known(id).Image;

    public void Dispose()
    {
        foreach (var (_, image) in _known.Values)
            image?.Dispose();
    }

    private (byte[]? Bytes, SKImage? Image) Known(Guid id)
    {
        lock (_known)
        {
            if (!_known.TryGetValue(id, out var known))
            {
                var bytes = read(id);
                _known.Add(id, known = (bytes, bytes is null ? null : SKImage.FromEncodedData(bytes)));
            }
            return known;
        }
    }
}
