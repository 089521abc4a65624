using System.Buffers;
using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Shows;

/// <summary>
/// The content hash of a show: SHA-256 over everything in it that a screen or a booth can see. Texts and lists go in
/// behind their lengths, so that no two shows read alike.
/// </summary>
internal sealed class ShowHash
{
    private readonly ArrayBufferWriter<byte> _bytes = new(64 * 1024);

    private ShowHash()
    {
    }

    public static string Of(Show show)
    {
        var hash = new ShowHash();
        hash.Add(show.SittingId);
        hash.Add(show.Title);
        hash.Add(show.Entries.Length);
        foreach (var entry in show.Entries)
            hash.Add(entry);
        hash.Add(show.Steps.Length);
        foreach (var step in show.Steps)
            hash.Add(step);
        return Convert.ToHexStringLower(SHA256.HashData(hash._bytes.WrittenSpan));
    }

    private void Add(ShowEntry entry)
    {
        Add(entry.Id);
        Add(entry.PartName);
        Add(entry.Title);
        Add(entry.Notes);
        Add(entry.StartsAt.Ticks);
        Add(entry.Length.Ticks);
        Add(entry.Steps);
        Add(entry.Order.Length);
        foreach (var section in entry.Order)
        {
            Add(section.Mark);
            Add(section.Steps);
        }
        Add(entry.Sections.Length);
        foreach (var section in entry.Sections)
        {
            Add(section.Mark);
            Add(section.Lines.Length);
            foreach (var line in section.Lines)
                Add(line.Words);
        }
    }

    private void Add(Step step)
    {
        Add(step.Entry);
        Add(step.SungSection);
        Add(step.Mark ?? default);
        Add(step.FirstLine);
        Add(step.LastLine);
        Add(step.Slide.Background.Top);
        Add(step.Slide.Background.Bottom);
        foreach (var rows in (ReadOnlySpan<System.Collections.Immutable.ImmutableArray<Typesetting.TextRow>>)[step.Slide.Words, step.Slide.Credit])
        {
            Add(rows.Length);
            foreach (var row in rows)
            {
                Add(row.Text);
                Add(row.Face);
                foreach (var measure in (ReadOnlySpan<double>)[row.Size, row.CentreX, row.Baseline, row.Width])
                    Add(BitConverter.DoubleToInt64Bits(measure));
                Add(row.Colour);
                Add(row.RightToLeft ? 1 : 0);
            }
        }
    }

    private void Add(SectionMark mark) => Add(((long)mark.Kind << 32) | (uint)mark.Number);

    private void Add(Colour colour) => Add((colour.Red << 16) | (colour.Green << 8) | colour.Blue);

    private void Add(Guid id)
    {
        id.TryWriteBytes(_bytes.GetSpan(16));
        _bytes.Advance(16);
    }

    private void Add(string text)
    {
        Add(text.Length);
        _bytes.Advance(Encoding.UTF8.GetBytes(text, _bytes.GetSpan(Encoding.UTF8.GetMaxByteCount(text.Length))));
    }

    private void Add(long number)
    {
        BinaryPrimitives.WriteInt64LittleEndian(_bytes.GetSpan(8), number);
        _bytes.Advance(8);
    }
}
