namespace Ymnos.Core.Songs.Music;

/// <summary>A chord taken apart: what moves with the key, and what does not.</summary>
/// <param name="Root">The note it stands on.</param>
/// <param name="Quality">Everything between root and bass, as written: <c>m7</c>, <c>sus4</c>, <c>maj7(#11)</c>.</param>
/// <param name="Bass">The note under a slash, if any.</param>
public sealed record Chord(NoteName Root, string Quality, NoteName? Bass)
{
    /// <summary>Whether the third is minor.</summary>
    public bool IsMinor => Quality.StartsWith('m') && !Quality.StartsWith("maj", StringComparison.Ordinal)
        || Quality.StartsWith('-') || Quality.StartsWith("dim", StringComparison.Ordinal) || Quality.StartsWith('°') || Quality.StartsWith('ø');

    /// <summary>Reads a chord's name. Signs like "N.C." are no chord that moves.</summary>
    public static bool TryParse(string name, out Chord chord)
    {
        chord = null!;
        if (name.Length > 24 || NoteName.Read(name, out var root) is not (> 0 and var read))
            return false;
        var rest = name[read..];
        NoteName? bass = null;
        if (rest.LastIndexOf('/') is >= 0 and var slash && NoteName.Read(rest.AsSpan(slash + 1), out var under) is > 0 and var underLength
            && slash + 1 + underLength == rest.Length)
            (bass, rest) = (under, rest[..slash]);
        chord = new(root, rest, bass);
        return true;
    }

    /// <summary>The same chord in another key.</summary>
    public Chord Moved(MusicKey from, MusicKey to) =>
        this with { Root = from.Moved(Root, to), Bass = Bass is { } bass ? from.Moved(bass, to) : null };

    /// <summary>
    /// The chord as a number over its key: <c>1</c>, <c>6-</c> for a minor sixth degree, <c>♭7</c>, <c>5/7</c>. Degrees count
    /// in the major scale on the tonic; in a minor key in the scale of its relative major, as players of the notation do.
    /// </summary>
    public string InNumbers(MusicKey key)
    {
        var one = key.IsMinor ? NoteName.OfFifths(key.Signature) : key.Tonic;
        var quality = Quality.StartsWith("min", StringComparison.Ordinal) ? "-" + Quality[3..]
            : IsMinor && Quality.StartsWith('m') ? "-" + Quality[1..]
            : Quality;
        return Degree(Root) + quality + (Bass is { } bass ? "/" + Degree(bass) : "");

        string Degree(NoteName note)
        {
            var step = NoteName.Wrap(note.Step - one.Step, 7);
            var usual = NoteName.OfFifths(one.Fifths + (step switch { 0 => 0, 1 => 2, 2 => 4, 3 => -1, 4 => 1, 5 => 3, _ => 5 }));
            var off = NoteName.Wrap(note.Pitch - usual.Pitch + 5, 12) - 5;
            return (off < 0 ? new string('♭', -off) : new string('♯', off)) + (step + 1);
        }
    }

    /// <summary>As chord files write it.</summary>
    public override string ToString() => Root + Quality + (Bass is { } bass ? "/" + bass : "");

    /// <summary>As a person reads it: E♭m7/B♭.</summary>
    public string Written => Sign(Root) + Quality.Replace('#', '♯') + (Bass is { } bass ? "/" + Sign(bass) : "");

    private static string Sign(NoteName note) => note.ToString().Replace('b', '♭').Replace('#', '♯');
}
