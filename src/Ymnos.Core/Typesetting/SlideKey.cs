using System.Buffers;
using System.Buffers.Binary;
using System.IO.Hashing;
using System.Text;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>
/// Names a slide by its content: 128 bits of XXH3 over everything that is painted. Texts go in behind their lengths, so
/// that no two slides read alike.
/// </summary>
internal sealed class SlideKey
{
    private readonly ArrayBufferWriter<byte> _bytes = new(4096);

    [ThreadStatic]
    private static SlideKey? _free;

    public static string Of(Slide slide)
    {
        var key = _free ??= new();
        key._bytes.ResetWrittenCount();
        key.Write(slide);
        return Convert.ToHexStringLower(XxHash128.Hash(key._bytes.WrittenSpan));
    }

    private void Write(Slide slide)
    {
        Add(slide.Width);
        Add(slide.Ground);
        foreach (var (place, plate) in slide.Plates)
        {
            Add(place);
            Add(plate.Colour);
            Add(plate.Opacity);
            Add(plate.Radius);
        }
        foreach (var row in slide.Rows)
        {
            Add((long)row.Place);
            Add(row.Text);
            Add(row.Language);
            Add(row.Size);
            Add(row.Left);
            Add(row.Baseline);
            Add(row.Width);
            Add(row.Ink.Colour);
            if (row.Ink.Outline is { } outline)
            {
                Add(outline.Width);
                Add(outline.Colour);
            }
            if (row.Ink.Shadow is { } shadow)
            {
                Add(shadow.Right);
                Add(shadow.Down);
                Add(shadow.Blur);
                Add(shadow.Opacity);
                Add(shadow.Colour);
            }
            Add(row.Runs.Length);
            foreach (var run in row.Runs)
            {
                Add(run.Face);
                Add(run.Left);
                Add(run.RightToLeft ? 1 : 0);
            }
        }
    }

    private void Add(Ground ground)
    {
        var backdrop = ground.Backdrop;
        Add((long)backdrop.Kind);
        Add(backdrop.First);
        Add(backdrop.Last);
        Add(backdrop.Picture ?? Guid.Empty);
        Add((long)backdrop.Fit);
        foreach (var number in (ReadOnlySpan<double>)[backdrop.Angle, backdrop.FocusX, backdrop.FocusY, backdrop.Brightness, backdrop.Contrast, backdrop.Blur, backdrop.Veil.Opacity])
            Add(number);
        Add(backdrop.Veil.Colour);
        Add(ground.Layers.Length);
        foreach (var layer in ground.Layers)
        {
            Add(layer.Place);
            Add(layer.Opacity);
            switch (layer)
            {
                case RectangleLayer rectangle:
                    Add(rectangle.Colour);
                    Add(rectangle.Radius);
                    break;
                case PictureLayer picture:
                    Add(picture.Picture);
                    break;
            }
        }
    }

    private void Add(Frame frame)
    {
        Add(frame.X);
        Add(frame.Y);
        Add(frame.Width);
        Add(frame.Height);
    }

    private void Add(Colour colour) => Add((long)((colour.Red << 16) | (colour.Green << 8) | colour.Blue));

    private void Add(Guid id)
    {
        id.TryWriteBytes(_bytes.GetSpan(16));
        _bytes.Advance(16);
    }

    private void Add(string text)
    {
        Add((long)text.Length);
        _bytes.Advance(Encoding.UTF8.GetBytes(text, _bytes.GetSpan(Encoding.UTF8.GetMaxByteCount(text.Length))));
    }

    private void Add(double number) => Add(BitConverter.DoubleToInt64Bits(number));

    private void Add(long number)
    {
        BinaryPrimitives.WriteInt64LittleEndian(_bytes.GetSpan(8), number);
        _bytes.Advance(8);
    }
}
