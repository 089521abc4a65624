using System.Collections.Immutable;
using System.IO.Hashing;
using System.Runtime.InteropServices;
using System.Text;
using Ymnos.Core.Songs;

namespace Ymnos.Core.Shows;

/// <summary>An entry compiled by itself: its steps count from 0, wherever in the show they will stand.</summary>
/// <param name="Key">Names everything it was compiled from.</param>
/// <param name="Steps">At least one.</param>
/// <param name="Order">The sung order; empty where nothing is sung.</param>
/// <param name="Sections">The distinct sections of the sung order.</param>
/// <param name="PercentOfStyle">The size of the letters on the first screen.</param>
/// <param name="Findings">What could not be set as it should be.</param>
internal sealed record CompiledEntry(
    string Key, ImmutableArray<Step> Steps, ImmutableArray<SungSection> Order, ImmutableArray<Section> Sections, int PercentOfStyle, ImmutableArray<string> Findings)
{
    private string? _hash;

    /// <summary>Names what a booth and its screens see of it.</summary>
    public string Hash => _hash ??= HashOf();

    private string HashOf()
    {
        var seen = new StringBuilder();
        foreach (var step in Steps)
        {
            seen.Append(step.SungSection).Append('\u0001').Append(step.Mark).Append('\u0001').Append(step.From.Line).Append('\u0001')
                .Append(BitConverter.DoubleToInt64Bits(step.From.Part)).Append('\u0001').Append(step.LastLine).Append('\u0001').Append(step.Words).Append('\u0002');
            foreach (var slide in step.Slides)
                seen.Append(slide.Key);
        }
        foreach (var place in Order)
            seen.Append(place.Mark).Append('\u0001').Append(place.FirstStep).Append('\u0001').Append(place.Steps).Append('\u0002');
        foreach (var section in Sections)
            foreach (var line in section.Lines)
                seen.Append(section.Mark).Append('\u0001').Append(line.Words).Append('\u0002');
        return Convert.ToHexStringLower(XxHash128.Hash(MemoryMarshal.AsBytes(seen.ToString().AsSpan())));
    }
}
