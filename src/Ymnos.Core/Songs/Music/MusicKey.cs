namespace Ymnos.Core.Songs.Music;

/// <summary>A major or minor key.</summary>
public readonly record struct MusicKey
{
    private MusicKey(NoteName tonic, bool isMinor) => (Tonic, IsMinor) = (tonic, isMinor);

    public NoteName Tonic { get; }

    public bool IsMinor { get; }

    /// <summary>Sharps of the key signature, flats as negative numbers: from −7 (C♭, A♭ minor) to 7 (C♯, A♯ minor).</summary>
    public int Signature => Tonic.Fifths - (IsMinor ? 3 : 0);

    /// <summary>The keys people play in, from six flats to six sharps, in the order of the circle of fifths.</summary>
    public static IReadOnlyList<MusicKey> Circle(bool minor) =>
        [.. Enumerable.Range(-6, 13).Select(signature => new MusicKey(NoteName.OfFifths(signature + (minor ? 3 : 0)), minor))];

    /// <summary>Reads <c>E♭</c>, <c>Eb</c>, <c>F#m</c>, <c>C minor</c>, <c>G maj</c>.</summary>
    public static bool TryParse(string? text, out MusicKey key)
    {
        key = default;
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
            return false;
        typed = char.ToUpperInvariant(typed[0]) + typed[1..];
        if (NoteName.Read(typed, out var tonic) is not (> 0 and var read))
            return false;
        bool? minor = typed[read..].Trim().ToUpperInvariant() switch
        {
            "" or "MAJ" or "MAJOR" or "DUR" or "MAJEUR" => false,
            "M" when typed[read..].Trim() == "M" => false,
            "M" or "MIN" or "MINOR" or "MOLL" or "MINEUR" or "-" => true,
            _ => null,
        };
        if (minor is null)
            return false;
        key = new MusicKey(tonic, minor.Value);
        // A signature of more than seven signs does not exist; the same sound under its usual name does.
        if (Math.Abs(key.Signature) > 7)
            key = key.Usual(tonic.Pitch);
        return true;
    }

    /// <summary>The key so many semitones higher, under the name with the fewest signs; six of either are written as the side this key is on.</summary>
    public MusicKey Transposed(int semitones) => semitones % 12 == 0 ? this : Usual(NoteName.Wrap(Tonic.Pitch + semitones, 12));

    /// <summary>Semitones up from this key to another, from 0 to 11.</summary>
    public int Up(MusicKey to) => NoteName.Wrap(to.Tonic.Pitch - Tonic.Pitch, 12);

    /// <summary>The seven notes of the key (the natural minor one).</summary>
    public IEnumerable<NoteName> Scale
    {
        get
        {
            var signature = Signature;
            return Enumerable.Range(signature - 1, 7).Select(NoteName.OfFifths);
        }
    }

    /// <summary>
    /// A note moved from this key into another. It keeps its distance from the tonic in letters and in semitones, so that
    /// the third of the key stays its third; a note outside the scale that would need a double accidental, or be E♯, B♯,
    /// C♭ or F♭, takes the plainer name.
    /// </summary>
    public NoteName Moved(NoteName note, MusicKey to)
    {
        var moved = NoteName.On(note.Step + to.Tonic.Step - Tonic.Step, note.Pitch + to.Tonic.Pitch - Tonic.Pitch);
        var isOdd = Math.Abs(moved.Accidental) > 1 || moved is { Letter: 'E' or 'B', Accidental: 1 } or { Letter: 'C' or 'F', Accidental: -1 };
        return !isOdd || to.Scale.Contains(moved) ? moved : to.Spell(moved.Pitch);
    }

    /// <summary>The plain name of a pitch in this key: the scale's own, else a sharp in keys of sharps and a flat in keys of flats.</summary>
    public NoteName Spell(int pitch)
    {
        foreach (var note in Scale)
            if (note.Pitch == pitch)
                return note;
        return NoteName.OfFifths(Enumerable.Range(Signature < 0 ? -6 : -5, 12).First(fifths => NoteName.OfFifths(fifths).Pitch == pitch));
    }

    /// <summary>
    /// The key that most of the chords belong to, with the last and the first chord counted as likely tonics. Nothing when
    /// there are no chords.
    /// </summary>
    public static MusicKey? Guess(IReadOnlyList<Chord> chords)
    {
        if (chords.Count == 0)
            return null;
        return Circle(false).Concat(Circle(true)).MaxBy(key =>
        {
            var scale = key.Scale.ToHashSet();
            var home = chords.Count(chord => scale.Contains(chord.Root) && chord.IsMinor == key.IsMinorOn(chord.Root));
            return (home * 4) + Tonic(chords[^1], 6) + Tonic(chords[0], 5) - (Math.Abs(key.Signature) * 0.01);

            int Tonic(Chord chord, int worth) => chord.Root == key.Tonic && chord.IsMinor == key.IsMinor ? worth : 0;
        });
    }

    /// <summary>As chord files write it: <c>Eb</c>, <c>F#m</c>.</summary>
    public override string ToString() => Tonic + (IsMinor ? "m" : "");

    /// <summary>As a person reads it: E♭, F♯ minor.</summary>
    public string Written => Tonic.ToString().Replace('b', '♭').Replace('#', '♯') + (IsMinor ? " minor" : "");

    private bool IsMinorOn(NoteName note)
    {
        // In fifths from the relative major's tonic: I, IV and V are major, ii, iii and vi minor.
        return note.Fifths - Signature is 2 or 3 or 4;
    }

    private MusicKey Usual(int pitch)
    {
        var (minor, flats) = (IsMinor, Signature < 0);
        return Circle(minor).Where(key => key.Tonic.Pitch == pitch)
            .OrderBy(key => Math.Abs(key.Signature)).ThenBy(key => key.Signature < 0 == flats ? 0 : 1).First();
    }
}
