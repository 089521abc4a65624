using System.Collections.Immutable;

namespace Ymnos.Core.Songs.Music;

/// <summary>A place for the capo, and what the fingers then play.</summary>
/// <param name="Fret">0 for none, to 7.</param>
/// <param name="Shapes">The key of the shapes.</param>
/// <param name="Hardness">Mean difficulty of the shapes, 0 where all of them are open.</param>
public sealed record CapoProposal(int Fret, MusicKey Shapes, double Hardness);

/// <summary>Finds where a guitarist puts the capo.</summary>
public static class Capo
{
    /// <summary>Beyond this the neck is too short to play on.</summary>
    public const int HighestFret = 7;

    private const double PerFret = 0.08;

    /// <summary>
    /// Every fret, the easiest first. A shape that rings open costs nothing, one with a small barre 1, one that bars the
    /// neck 2; each fret adds a little, as the guitar thins out.
    /// </summary>
    /// <param name="chords">The chords of the song; where there are none, the key's own.</param>
    /// <param name="key">The key that is heard.</param>
    public static ImmutableArray<CapoProposal> Proposals(IReadOnlyCollection<Chord> chords, MusicKey key)
    {
        if (chords.Count == 0)
            chords = [.. OwnChords(key)];
        return [.. Enumerable.Range(0, HighestFret + 1)
            .Select(fret => (Fret: fret, Shapes: key.Transposed(-fret)))
            .Select(place => new CapoProposal(place.Fret, place.Shapes, chords.Average(chord => Hardness(chord.Moved(key, place.Shapes)))))
            .OrderBy(proposal => proposal.Hardness + (proposal.Fret * PerFret)).ThenBy(proposal => proposal.Fret)];
    }

    private static IEnumerable<Chord> OwnChords(MusicKey key)
    {
        foreach (var (fifths, minor) in ((int, bool)[])[(0, false), (-1, false), (1, false), (3, true)])
            yield return new(NoteName.OfFifths(key.Signature + fifths), minor ? "m" : "", null);
    }

    private static double Hardness(Chord chord) => (chord.Root.Pitch, chord.IsMinor) switch
    {
        (0 or 2 or 4 or 7 or 9, false) => 0,
        (2 or 4 or 9, true) => 0,
        (5, false) => 1,
        (11, true) or (11, false) => chord.Quality.StartsWith('7') ? 0.5 : 1.5,
        _ => 2,
    } + (chord.Bass is not null ? 0.25 : 0);
}
