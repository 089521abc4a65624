namespace Ymnos.Core.Songs.Music;

/// <summary>A note by its spelling, without an octave: E♭ and D♯ sound alike and are two names.</summary>
/// <param name="Letter">A to G.</param>
/// <param name="Accidental">Semitones above the letter: −2 to 2, −1 for a flat, 1 for a sharp.</param>
public readonly record struct NoteName(char Letter, int Accidental)
{
    private const string Letters = "CDEFGAB";
    private static readonly int[] Semitones = [0, 2, 4, 5, 7, 9, 11];

    /// <summary>Semitones above C, from 0 to 11.</summary>
    public int Pitch => Wrap(Semitones[Step] + Accidental, 12);

    /// <summary>Place of the letter above C, from 0 to 6.</summary>
    public int Step => Letters.IndexOf(Letter, StringComparison.Ordinal);

    /// <summary>Place on the line of fifths: C is 0, G 1, F −1, F♯ 6, G♭ −6.</summary>
    public int Fifths => Step switch { 0 => 0, 1 => 2, 2 => 4, 3 => -1, 4 => 1, 5 => 3, _ => 5 } + (7 * Accidental);

    /// <summary>The note so many fifths from C.</summary>
    public static NoteName OfFifths(int fifths)
    {
        var letter = "FCGDAEB"[Wrap(fifths + 1, 7)];
        return new(letter, (int)Math.Floor((fifths + 1) / 7.0));
    }

    /// <summary>The note on a given letter that sounds at a pitch, with whatever accidental that takes, from −5 to 6.</summary>
    internal static NoteName On(int step, int pitch)
    {
        var letter = Wrap(step, 7);
        var accidental = Wrap(pitch - Semitones[letter] + 5, 12) - 5;
        return new(Letters[letter], accidental);
    }

    /// <summary>Reads a note at the front of a text: <c>Eb</c>, <c>F♯</c>, and the German H for B natural.</summary>
    /// <returns>How many characters the note took, or 0 when none stands there.</returns>
    public static int Read(ReadOnlySpan<char> text, out NoteName note)
    {
        note = default;
        if (text.IsEmpty || text[0] is not (>= 'A' and <= 'H'))
            return 0;
        var length = 1;
        var accidental = 0;
        if (text.Length > 1 && text[1] is 'b' or '♭')
            (accidental, length) = (-1, 2);
        else if (text.Length > 1 && text[1] is '#' or '♯')
            (accidental, length) = (1, 2);
        note = new(text[0] == 'H' ? 'B' : text[0], accidental);
        return length;
    }

    /// <summary>With the letters b and #, as chord files write it.</summary>
    public override string ToString() => Letter + (Accidental < 0 ? new string('b', -Accidental) : new string('#', Accidental));

    internal static int Wrap(int value, int round) => ((value % round) + round) % round;
}
