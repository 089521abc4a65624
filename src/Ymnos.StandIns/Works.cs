using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Formats.PlainText;

namespace Ymnos.StandIns;

/// <summary>A song that the outside has.</summary>
/// <param name="Number">Its number in the catalogue.</param>
/// <param name="Song">What is known of it.</param>
/// <param name="WordsMayBeGiven">Whether the licence lets a congregation have its words and chords.</param>
internal sealed record Work(string Number, SongContent Song, bool WordsMayBeGiven);

/// <summary>The songs of the outside, made up like everything here.</summary>
internal sealed class Works
{
    public Works()
    {
        var assembly = typeof(Works).Assembly;
        All = [.. assembly.GetManifestResourceNames().Order(StringComparer.Ordinal).Select((name, i) =>
        {
            using var text = new StreamReader(assembly.GetManifestResourceStream(name)!);
            return SongSheet.Read(text.ReadToEnd(), []).Succeeded(out var song)
                ? new Work($"{70_400 + (i * 3)}", song, !song.Topics.Contains("on request"))
                : throw new InvalidOperationException($"{name} is no song.");
        })];
    }

    public ImmutableArray<Work> All { get; }

    /// <summary>A song as it is on the day of an edition: later ones have a correction here and there.</summary>
    public static SongContent On(Work work, int edition) => edition == 1 || work.Song.Title.Length % 2 == 1
        ? work.Song
        : work.Song with { TuneName = $"{work.Song.TuneName} (corrected)".Trim(), SungOrders = [work.Song.SungOrders[0] with { Tempo = (work.Song.SungOrders[0].Tempo ?? 80) + 2 }] };
}
