using System.Collections.Immutable;

namespace Ymnos.Core.Songs.Music;

/// <summary>How chords are written on a sheet.</summary>
public enum ChordNotation
{
    Letters,
    Numbers,
}

/// <summary>A stretch of words and the chord struck at its front; either may be empty.</summary>
public sealed record ChordStretch(string Chord, string Words);

/// <summary>A section of a chord sheet, line by line.</summary>
public sealed record ChordSheetSection(SectionMark Mark, ImmutableArray<ImmutableArray<ChordStretch>> Lines);

/// <summary>A song's words with chords above them, in any key, for musicians.</summary>
/// <param name="Heard">The key that sounds; nothing where no chord and no key is known.</param>
/// <param name="Written">The key that is written: another one than heard where a capo is used.</param>
/// <param name="Capo">Fret of the capo; 0 for none.</param>
/// <param name="Sections">The words with their chords, in the order of the sheet.</param>
/// <param name="Capos">Where the capo may go, the easiest first.</param>
public sealed record ChordSheet(MusicKey? Heard, MusicKey? Written, int Capo, ImmutableArray<ChordSheetSection> Sections, ImmutableArray<CapoProposal> Capos)
{
    /// <summary>Lays out the wording's sections.</summary>
    /// <param name="content">The song.</param>
    /// <param name="wording">The wording whose chords and words are printed.</param>
    /// <param name="to">The key it is to sound in; nothing for the key it stands in.</param>
    /// <param name="capo">Fret of the capo; the chords written are the shapes behind it.</param>
    /// <param name="notation">Letters, or numbers over the key.</param>
    public static ChordSheet Of(SongContent content, Wording wording, MusicKey? to, int capo, ChordNotation notation)
    {
        var chords = ChordsOf(wording);
        var key = KeyOf(content, chords);
        if (key is { } known && to is { } wanted && known.IsMinor != wanted.IsMinor)
            to = null;
        var heard = to ?? key;
        var written = heard is { } sounds && capo > 0 ? sounds.Transposed(-capo) : heard;
        return new(heard, written, capo,
            [.. wording.Sections.Select(section => new ChordSheetSection(section.Mark, [.. section.Lines.Select(line => Stretches(line, Name))]))],
            heard is { } at && key is { } from ? Music.Capo.Proposals([.. chords.Select(chord => chord.Moved(from, at))], at) : []);

        string Name(string name)
        {
            if (key is not { } from || written is not { } shapes || !Chord.TryParse(name, out var chord))
                return name;
            return notation == ChordNotation.Numbers ? chord.InNumbers(from) : chord.Moved(from, shapes).Written;
        }
    }

    /// <summary>The key a song stands in: as its usual order says, or guessed from the chords.</summary>
    public static MusicKey? KeyOf(SongContent content) => KeyOf(content, ChordsOf(content.FirstWording));

    /// <summary>Every chord of a wording moved from one key to another.</summary>
    public static Wording Transpose(Wording wording, MusicKey from, MusicKey to) => wording with
    {
        Sections = [.. wording.Sections.Select(section => section with
        {
            Lines = [.. section.Lines.Select(line => line with
            {
                Chords = [.. line.Chords.Select(placed => Chord.TryParse(placed.Name, out var chord) ? placed with { Name = chord.Moved(from, to).ToString() } : placed)],
            })],
        })],
    };

    private static MusicKey? KeyOf(SongContent content, List<Chord> chords) =>
        MusicKey.TryParse(content.SungOrders[0].Key, out var key) ? key : MusicKey.Guess(chords);

    private static List<Chord> ChordsOf(Wording wording) =>
        [.. wording.Sections.SelectMany(section => section.Lines).SelectMany(line => line.Chords)
            .Select(placed => Chord.TryParse(placed.Name, out var chord) ? chord : null).OfType<Chord>()];

    private static ImmutableArray<ChordStretch> Stretches(LyricLine line, Func<string, string> name)
    {
        if (line.Chords.IsEmpty)
            return [new("", line.Words)];
        var stretches = ImmutableArray.CreateBuilder<ChordStretch>();
        if (line.Chords[0].At > 0)
            stretches.Add(new("", line.Words[..line.Chords[0].At]));
        for (var i = 0; i < line.Chords.Length; i++)
        {
            var end = i + 1 < line.Chords.Length ? line.Chords[i + 1].At : line.Words.Length;
            stretches.Add(new(name(line.Chords[i].Name), line.Words[line.Chords[i].At..Math.Max(line.Chords[i].At, end)]));
        }
        return stretches.ToImmutable();
    }
}
