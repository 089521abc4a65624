using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using HarfBuzzSharp;
using Buffer = HarfBuzzSharp.Buffer;

namespace Ymnos.Core.Typesetting;

/// <summary>
/// A font that measures text by shaping it with HarfBuzz, the way a browser paints it. Safe to share between threads.
/// </summary>
public sealed class Typeface : IDisposable
{
    private const int MostWordsKept = 50_000;

    // For faces without a Latin capital.
    private const double UsualCapHeight = 0.7;

    private readonly Blob _blob;
    private readonly Face _face;
    private readonly Font _font;
    private readonly int _unitsPerEm;
    private readonly ConcurrentDictionary<string, double> _widths = new(StringComparer.Ordinal);

    /// <param name="name">The name under which a page declares the same file: see <see cref="Name"/>.</param>
    /// <param name="fontFile">A TrueType or OpenType file.</param>
    public Typeface(string name, Stream fontFile)
    {
        Name = name;
        using var bytes = new MemoryStream(fontFile.CanSeek ? checked((int)fontFile.Length) : 0);
        fontFile.CopyTo(bytes);
        // The library's own reading from a stream keeps a pointer into memory that the collector moves: it has to copy.
        var pinned = GCHandle.Alloc(bytes.GetBuffer(), GCHandleType.Pinned);
        try
        {
            _blob = new Blob(pinned.AddrOfPinnedObject(), checked((int)bytes.Length), MemoryMode.Duplicate);
        }
        finally
        {
            pinned.Free();
        }
        _blob.MakeImmutable();
        _face = new Face(_blob, 0);
        _face.MakeImmutable();
        _unitsPerEm = _face.UnitsPerEm;
        if (_unitsPerEm <= 0 || _face.GlyphCount == 0)
            throw new InvalidDataException($"The file given for {name} is not a font.");
        _font = new Font(_face);
        _font.SetFunctionsOpenType();
        _font.SetScale(_unitsPerEm, _unitsPerEm);
        Space = Shape(" ");
        CapHeight = _font.TryGetGlyph('H', out var capital) && _font.TryGetGlyphExtents(capital, out var extents) && extents.YBearing > 0
            ? (double)extents.YBearing / _unitsPerEm
            : UsualCapHeight;
    }

    /// <summary>Font family by which screens call for this very file.</summary>
    public string Name { get; }

    /// <summary>Height of a capital H, in ems; what displays measure the height of letters by.</summary>
    public double CapHeight { get; }

    /// <summary>Advance of a space, in ems.</summary>
    public double Space { get; }

    /// <summary>
    /// Width of a line of text in ems: the advances of its shaped words and the spaces between them. Words are shaped
    /// once and remembered.
    /// </summary>
    public double Width(ReadOnlySpan<char> text)
    {
        var width = 0.0;
        var widths = _widths.GetAlternateLookup<ReadOnlySpan<char>>();
        foreach (var range in text.Split(' '))
        {
            var word = text[range];
            if (range.Start.Value > 0)
                width += Space;
            if (word.IsEmpty)
                continue;
            if (!widths.TryGetValue(word, out var known))
            {
                if (_widths.Count >= MostWordsKept)
                    _widths.Clear();
                known = Shape(word);
                widths.TryAdd(word, known);
            }
            width += known;
        }
        return width;
    }

    /// <summary>Shapes a text afresh and adds up its advances, in ems.</summary>
    public double Shape(ReadOnlySpan<char> text)
    {
        using var buffer = new Buffer();
        buffer.AddUtf16(text);
        buffer.GuessSegmentProperties();
        _font.Shape(buffer);
        long advance = 0;
        foreach (var position in buffer.GetGlyphPositionSpan())
            advance += position.XAdvance;
        return (double)advance / _unitsPerEm;
    }

    public void Dispose()
    {
        _font.Dispose();
        _face.Dispose();
        _blob.Dispose();
    }
}
