using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Music;

namespace Ymnos.Core.Tests.Songs;

public sealed class MusicTests
{
    // The circle of fifths as it is taught: signature, tonic of the major key, tonic of its relative minor.
    private static readonly (int Signature, string Major, string Minor)[] Circle =
    [
        (-6, "Gb", "Ebm"), (-5, "Db", "Bbm"), (-4, "Ab", "Fm"), (-3, "Eb", "Cm"), (-2, "Bb", "Gm"), (-1, "F", "Dm"), (0, "C", "Am"),
        (1, "G", "Em"), (2, "D", "Bm"), (3, "A", "F#m"), (4, "E", "C#m"), (5, "B", "G#m"), (6, "F#", "D#m"),
    ];

    private static readonly Dictionary<string, string> Scales = new()
    {
        ["Gb"] = "Gb Ab Bb Cb Db Eb F",
        ["Db"] = "Db Eb F Gb Ab Bb C",
        ["Ab"] = "Ab Bb C Db Eb F G",
        ["Eb"] = "Eb F G Ab Bb C D",
        ["Bb"] = "Bb C D Eb F G A",
        ["F"] = "F G A Bb C D E",
        ["C"] = "C D E F G A B",
        ["G"] = "G A B C D E F#",
        ["D"] = "D E F# G A B C#",
        ["A"] = "A B C# D E F# G#",
        ["E"] = "E F# G# A B C# D#",
        ["B"] = "B C# D# E F# G# A#",
        ["F#"] = "F# G# A# B C# D# E#",
    };

    private static MusicKey Key(string text) => MusicKey.TryParse(text, out var key) ? key : throw new InvalidOperationException(text);

    private static Chord Chord(string name) => Core.Songs.Music.Chord.TryParse(name, out var chord) ? chord : throw new InvalidOperationException(name);

    [Fact]
    public void Every_key_stands_at_its_place_in_the_circle_of_fifths()
    {
        Assert.Equal(Circle.Select(key => key.Major), MusicKey.Circle(false).Select(key => key.ToString()));
        Assert.Equal(Circle.Select(key => key.Minor), MusicKey.Circle(true).Select(key => key.ToString()));
        Assert.All(Circle, key => Assert.Equal((key.Signature, key.Signature), (Key(key.Major).Signature, Key(key.Minor).Signature)));
    }

    [Fact]
    public void The_scale_of_any_key_moved_into_any_other_is_that_key_s_scale()
    {
        foreach (var (from, notes) in Scales)
            foreach (var (to, expected) in Scales)
                Assert.Equal(expected, string.Join(' ', notes.Split(' ').Select(note => Chord(note).Moved(Key(from), Key(to)))));
    }

    [Theory]
    [InlineData("Eb", "D", "Eb Bb/D Cm7 Absus2 F#dim7 Bb7(#9) N.C.", "D A/C# Bm7 Gsus2 Fdim7 A7(#9) N.C.")]
    [InlineData("G", "Ab", "G D/F# Em C Am7 Bm F#m7b5", "Ab Eb/G Fm Db Bbm7 Cm Gm7b5")]
    [InlineData("A", "B", "A E/G# F#m D G", "B F#/A# G#m E A")]
    [InlineData("Am", "F#m", "Am E7 F Dm/F", "F#m C#7 D Bm/D")]
    public void Chords_are_spelled_as_the_key_they_come_into_spells_them(string from, string to, string chords, string expected) =>
        Assert.Equal(expected, string.Join(' ', chords.Split(' ').Select(name => Core.Songs.Music.Chord.TryParse(name, out var chord) ? chord.Moved(Key(from), Key(to)).ToString() : name)));

    [Fact]
    public void A_chord_keeps_its_sound_wherever_it_is_moved_and_what_is_in_the_key_comes_back_as_it_was()
    {
        var key = Gen.OneOfConst([.. MusicKey.Circle(false)]);
        Gen.Select(key, key, Gen.Char["ABCDEFG"], Gen.Int[-1, 1]).Sample((from, to, letter, accidental) =>
        {
            var note = new NoteName(letter, accidental);
            var moved = from.Moved(note, to);
            Assert.Equal((note.Pitch + from.Up(to)) % 12, moved.Pitch);
            Assert.InRange(moved.Accidental, -1, 1);
            if (from.Scale.Contains(note))
                Assert.Equal(note, to.Moved(moved, from));
        }, iter: 5_000);
    }

    [Fact]
    public void Twelve_semitones_and_any_way_round_lead_back_to_the_key() =>
        Gen.Select(Gen.OneOfConst([.. MusicKey.Circle(false), .. MusicKey.Circle(true)]), Gen.Int[-24, 24]).Sample((key, up) =>
        {
            Assert.Equal(key.Tonic.Pitch, key.Transposed(up).Transposed(-up).Tonic.Pitch);
            Assert.InRange(Math.Abs(key.Transposed(up).Signature), 0, 6);
            Assert.Equal(key, key.Transposed(12));
        });

    [Theory]
    [InlineData("e♭", "Eb")]
    [InlineData("F# minor", "F#m")]
    [InlineData("G maj", "G")]
    [InlineData("Hm", "Bm")]
    [InlineData("G#", "Ab")]
    [InlineData("D#", "Eb")]
    public void A_key_is_understood_as_people_write_it(string typed, string key) => Assert.Equal(key, Key(typed).ToString());

    [Theory]
    [InlineData("")]
    [InlineData("X")]
    [InlineData("Gx")]
    public void What_is_no_key_is_not_taken_for_one(string typed) => Assert.False(MusicKey.TryParse(typed, out _));

    [Theory]
    [InlineData("Eb", "Eb", "1")]
    [InlineData("Eb", "Cm7", "6-7")]
    [InlineData("Eb", "Bb/D", "5/7")]
    [InlineData("Eb", "Db", "♭7")]
    [InlineData("G", "F#dim", "7dim")]
    [InlineData("D", "F#m", "3-")]
    [InlineData("Am", "Am", "6-")]
    [InlineData("Am", "E7", "37")]
    public void Numbers_count_from_the_key(string key, string chord, string number) => Assert.Equal(number, Chord(chord).InNumbers(Key(key)));

    [Fact]
    public void The_capo_goes_where_the_shapes_are_open()
    {
        Chord[] chords = [Chord("Eb"), Chord("Bb"), Chord("Cm"), Chord("Ab")];
        var proposals = Capo.Proposals(chords, Key("Eb"));

        Assert.Equal(Capo.HighestFret + 1, proposals.Length);
        Assert.Equal((1, "D"), (proposals[0].Fret, proposals[0].Shapes.ToString()));
        Assert.Equal(0, Capo.Proposals([Chord("G"), Chord("C"), Chord("D")], Key("G"))[0].Fret);
    }

    [Fact]
    public void The_key_is_guessed_from_the_chords()
    {
        Assert.Equal("D", $"{MusicKey.Guess([Chord("D"), Chord("G"), Chord("A"), Chord("Bm"), Chord("D")])}");
        Assert.Equal("Em", $"{MusicKey.Guess([Chord("Em"), Chord("C"), Chord("G"), Chord("D"), Chord("Em")])}");
        Assert.Null(MusicKey.Guess([]));
    }

    [Fact]
    public void A_chord_sheet_writes_shapes_behind_the_capo_and_says_what_sounds()
    {
        var song = SongTests.Good(new SongDraft { Title = "Lantern", Text = "[Eb]Lift the [Bb/D]lantern\n[Cm]over [Eb]sea" }).Content;

        var sheet = ChordSheet.Of(song, song.FirstWording, null, 1, ChordNotation.Letters);

        Assert.Equal(("Eb", "D"), ($"{sheet.Heard}", $"{sheet.Written}"));
        Assert.Equal([new("D", "Lift the "), new("A/C♯", "lantern")], sheet.Sections[0].Lines[0]);
        var numbers = ChordSheet.Of(song, song.FirstWording, Key("G"), 0, ChordNotation.Numbers);
        Assert.Equal(["1", "5/7", "6-", "1"], numbers.Sections[0].Lines.SelectMany(line => line).Select(stretch => stretch.Chord));
        Assert.Equal("G", $"{numbers.Written}");
    }

    [Fact]
    public void Length_is_reckoned_from_bars_and_tempo_where_all_bars_are_known()
    {
        var wording = new Wording("en", [Section.Of(new(SectionKind.Verse), "one") with { Bars = 16 }, Section.Of(new(SectionKind.Refrain), "two") with { Bars = 12 }]);
        var order = new SungOrder("full", [new(SectionKind.Verse), new(SectionKind.Refrain), new(SectionKind.Refrain)]) { Tempo = 84, Metre = "6/8" };

        Assert.Equal(TimeSpan.FromSeconds(Math.Round(40 * 2 * 60 / 84.0)), order.FromBars(wording));
        Assert.Equal(TimeSpan.FromSeconds(120), (order with { Tempo = 80, Metre = "4/4" }).FromBars(wording));
        Assert.Null((order with { Tempo = null }).FromBars(wording));
        Assert.Null(order.FromBars(wording with { Sections = [wording.Sections[0], Section.Of(new(SectionKind.Refrain), "two")] }));
    }
}
