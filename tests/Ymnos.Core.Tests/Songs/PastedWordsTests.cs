using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Tests.Songs;

public sealed class PastedWordsTests
{
    private static string Order(Reading reading) => string.Join(' ', reading.Order);

    private static string[] Words(Reading reading, string mark) =>
        [.. reading.Sections.Single(section => section.Mark.ToString() == mark).Lines.Select(line => line.Words)];

    [Fact]
    public void Blank_lines_part_a_text_into_verses()
    {
        var reading = PastedWords.Read("Lift the lantern\ncall the boats\n\nWhen the gale\nand the stars\n\n\n\nhold the flame\nlet the lost");

        Assert.Equal("1 2 3", Order(reading));
        Assert.Equal(["When the gale", "and the stars"], Words(reading, "2"));
    }

    [Theory]
    [InlineData("Verse 2", "2")]
    [InlineData("VERSE 2:", "2")]
    [InlineData("[Verse 2]", "2")]
    [InlineData("(verse two)", null)]
    [InlineData("v2", "2")]
    [InlineData("V. 2", "2")]
    [InlineData("Stanza 2", "2")]
    [InlineData("Couplet 2", "2")]
    [InlineData("Strophe 2 :", "2")]
    [InlineData("Verse II", "2")]
    [InlineData("**Verse 2**", "2")]
    [InlineData("## Verse 2", "2")]
    [InlineData("--- Verse 2 ---", "2")]
    [InlineData("{Verse 2}", "2")]
    [InlineData("Chorus", "R")]
    [InlineData("CHORUS:", "R")]
    [InlineData("[Chorus]", "R")]
    [InlineData("[R]", "R")]
    [InlineData("R:", "R")]
    [InlineData("Refrain", "R")]
    [InlineData("refrain :", "R")]
    [InlineData("Chœur", "R")]
    [InlineData("Chorus 2", "R2")]
    [InlineData("Pre-Chorus", "P")]
    [InlineData("Pre Chorus 2", "P2")]
    [InlineData("Prechorus:", "P")]
    [InlineData("Pré-refrain", "P")]
    [InlineData("Bridge", "B")]
    [InlineData("Pont", "B")]
    [InlineData("[Bridge 2]", "B2")]
    [InlineData("Interlude", "I")]
    [InlineData("Instrumental", "I")]
    [InlineData("Intro", "I")]
    [InlineData("Ending", "E")]
    [InlineData("Outro:", "E")]
    [InlineData("Coda", "E")]
    [InlineData("Tag", "E")]
    [InlineData("Bridge over dark water", null)]
    [InlineData("Refrain from anger", null)]
    [InlineData("C", null)]
    [InlineData("Verse", "1")]
    public void Headings_are_known_in_their_usual_spellings(string heading, string? mark)
    {
        var reading = PastedWords.Read(heading + "\nhome we go\nover the foam");

        if (mark is null)
            Assert.False(reading.Blocks[0].IsLabelled);
        else
        {
            Assert.Equal(mark, Order(reading));
            Assert.Equal(["home we go", "over the foam"], Words(reading, mark));
        }
    }

    [Theory]
    [InlineData("Chorus x2", 2)]
    [InlineData("Chorus (x2)", 2)]
    [InlineData("[Chorus] x3", 3)]
    [InlineData("[Chorus x2]", 2)]
    [InlineData("Chorus: 2x", 2)]
    [InlineData("Refrain (bis)", 2)]
    [InlineData("Refrain ×2", 2)]
    public void A_refrain_marked_twice_is_sung_twice(string heading, int times)
    {
        var reading = PastedWords.Read($"{heading}\nShine, shine");

        Assert.Equal(Enumerable.Repeat("R", times), reading.Order.Select(mark => mark.ToString()));
        Assert.Single(reading.Sections);
    }

    [Fact]
    public void A_times_sign_on_a_line_of_its_own_repeats_the_section_above_it() =>
        Assert.Equal("R R", Order(PastedWords.Read("Chorus\nShine, shine\nall the night\n(x2)")));

    [Fact]
    public void A_refrain_that_is_only_named_the_second_time_is_the_same_section()
    {
        var reading = PastedWords.Read("Verse 1\nLift the lantern\n\nChorus\nShine, shine\n\nVerse 2\nWhen the gale\n\nChorus\n\nBridge\nHome, home\n\nChorus x2");

        Assert.Equal("1 R 2 R B R R", Order(reading));
        Assert.Equal(4, reading.Sections.Length);
        Assert.Equal(BlockRole.Called, reading.Blocks[3].Role);
    }

    [Fact]
    public void A_refrain_written_out_again_is_recognised_whatever_its_commas_and_capitals()
    {
        var reading = PastedWords.Read("Lift the lantern\nover water\n\nShine, shine, harbour light,\nsteady!\n\nWhen the gale\nis on\n\nshine shine Harbour light\nSteady");

        Assert.Equal("1 R 2 R", Order(reading));
        Assert.Equal(BlockRole.Repeated, reading.Blocks[3].Role);
    }

    [Fact]
    public void A_second_refrain_with_other_words_is_R2() =>
        Assert.Equal("R R2 R", Order(PastedWords.Read("Chorus\nShine, shine\n\nChorus\nGlow, glow\n\nChorus\nShine, shine")));

    [Fact]
    public void A_heading_with_a_blank_line_under_it_still_names_the_words_below()
    {
        var reading = PastedWords.Read("Verse 1\n\nLift the lantern\n\nChorus\n\nShine, shine\n\nVerse 2\n\nWhen the gale\n\nChorus");

        Assert.Equal("1 R 2 R", Order(reading));
        Assert.Equal(["When the gale"], Words(reading, "2"));
    }

    [Fact]
    public void Words_behind_a_heading_belong_to_its_section() =>
        Assert.Equal(["Shine, shine", "all the night"], Words(PastedWords.Read("Refrain: Shine, shine\nall the night"), "R"));

    [Fact]
    public void A_section_that_is_named_but_never_written_is_left_out_and_said()
    {
        var reading = PastedWords.Read("Verse 1\nLift the lantern\n\nBridge\n\nVerse 2\nWhen the gale");

        Assert.Equal("1 2", Order(reading));
        Assert.Contains("“Bridge” is named", Assert.Single(reading.Notes), StringComparison.Ordinal);
    }

    [Fact]
    public void A_section_may_be_called_before_its_words_stand()
    {
        var reading = PastedWords.Read("Chorus\nVerse 1\nLift the lantern\n\nChorus\nShine, shine");

        Assert.Equal("R 1 R", Order(reading));
        Assert.Equal(["Shine, shine"], Words(reading, "R"));
    }

    [Theory]
    [InlineData("1. Lift the lantern\ncall the boats\n\n2. When the gale\nand the stars")]
    [InlineData("1\nLift the lantern\ncall the boats\n\n2\nWhen the gale\nand the stars")]
    [InlineData("1) Lift the lantern\ncall the boats\n\n2) When the gale\nand the stars")]
    [InlineData("(1) Lift the lantern\ncall the boats\n\n(2) When the gale\nand the stars")]
    public void Stanza_numbers_are_marks_not_words(string text)
    {
        var reading = PastedWords.Read(text);

        Assert.Equal("1 2", Order(reading));
        Assert.Equal(["Lift the lantern", "call the boats"], Words(reading, "1"));
    }

    [Theory]
    [InlineData("1 Lift the lantern\n2 call the boats\n3 every deckhand\n4 no one sails\n\n5 When the gale\n6 and the stars")]
    [InlineData("Lift the lantern\ncall the boats   2\nevery deckhand\nno one sails   4\n\nWhen the gale\nand the stars  6")]
    public void Line_numbers_go(string text)
    {
        var reading = PastedWords.Read(text);

        Assert.Equal(["Lift the lantern", "call the boats", "every deckhand", "no one sails"], Words(reading, "1"));
        Assert.Equal(["When the gale", "and the stars"], Words(reading, "2"));
    }

    [Fact]
    public void A_number_that_is_sung_stays() =>
        Assert.Equal(["99 boats on the water", "and 3 on the quay"], Words(PastedWords.Read("99 boats on the water\nand 3 on the quay"), "1"));

    [Fact]
    public void Stray_white_space_goes_and_no_break_spaces_stay() =>
        Assert.Equal(["Brille, feu du port\u00a0;", "ferme dans l’écume"], Words(PastedWords.Read("  Brille,   feu\tdu port\u00a0;  \r\n ferme dans l’écume\t\r\n"), "1"));

    [Theory]
    [InlineData("one\r\ntwo\r\n\r\nthree")]
    [InlineData("one\rtwo\r\rthree")]
    [InlineData("one\u2028two\u2028\u2028three")]
    [InlineData("\ufeffone\ntwo\n\u200b\nthree")]
    [InlineData("o\0ne\ntwo\n\nth§ree")]
    public void Any_line_end_will_do_and_what_cannot_be_kept_goes(string text)
    {
        // Half a surrogate pair cannot stand in an attribute.
        var reading = PastedWords.Read(text.Replace('§', '\ud800'));

        Assert.Equal(["one", "two"], Words(reading, "1"));
        Assert.Equal(["three"], Words(reading, "2"));
    }

    [Fact]
    public void Accents_typed_in_two_signs_are_composed() =>
        Assert.Equal(["le\u0301ve".Normalize()], Words(PastedWords.Read("le\u0301ve"), "1"));

    [Fact]
    public void Chord_lines_are_kept_apart_from_the_words_and_above_them()
    {
        var line = PastedWords.Read("[Verse 1]\nD            G\nDeeper than the drag that takes me,").Sections[0].Lines.Single();

        Assert.Equal("Deeper than the drag that takes me,", line.Words);
        Assert.Equal([new PlacedChord(0, "D"), new PlacedChord(13, "G")], line.Chords);
    }

    [Fact]
    public void Inline_chords_are_taken_out_of_the_words()
    {
        var line = PastedWords.Read("[D]Deeper than the [G/B]drag [what is this] takes me").Sections[0].Lines.Single();

        Assert.Equal("Deeper than the drag [what is this] takes me", line.Words);
        Assert.Equal([new PlacedChord(0, "D"), new PlacedChord(16, "G/B")], line.Chords);
    }

    [Theory]
    [InlineData("D G A7 Bm", true)]
    [InlineData("| Eb  | Bb/D | F#m7b5 | Csus4 :|", true)]
    [InlineData("N.C.", true)]
    [InlineData("A baby", false)]
    [InlineData("Am I alone", false)]
    [InlineData("Glory", false)]
    [InlineData("| - |", false)]
    public void Chords_are_told_from_words(string line, bool chords) => Assert.Equal(chords, Chords.IsChordLine(line));

    [Fact]
    public void A_text_without_blank_lines_is_offered_with_a_section_a_line()
    {
        const string text = "1. Lift the lantern over water / call the far boats home\n2. When the gale is on the headland / and the stars are drowned\n";
        Assert.True(PastedWords.Read(text).OffersOneSectionALine);

        var reading = PastedWords.Read(text, PasteSplit.OneSectionALine);
        Assert.Equal("1 2", Order(reading));
        Assert.Equal(["When the gale is on the headland", "and the stars are drowned"], Words(reading, "2"));
        Assert.False(PastedWords.Read("one\ntwo\n\nthree").OffersOneSectionALine);
    }

    [Fact]
    public void A_line_above_the_stanzas_is_the_title()
    {
        var reading = PastedWords.Read("Lantern over Water\n\nLift the lantern\ncall the boats\n\nWhen the gale\nand the stars");

        Assert.Equal("Lantern over Water", reading.OfferedTitle);
        Assert.Equal("1 2", Order(reading));
    }

    [Fact]
    public void A_first_stanza_of_one_line_among_such_is_no_title() =>
        Assert.Equal("1 2 3", Order(PastedWords.Read("Come home\n\nSail home\n\nRow home")));

    [Theory]
    [InlineData("Words and music: Odile Tranter\n© 2014 Tidewrack Songs", "Odile Tranter", "Odile Tranter", "2014", "Tidewrack Songs")]
    [InlineData("Words by Remi Gauvain; music by Anouk Lestrade © 2017 Gannet & Vane", "Remi Gauvain", "Anouk Lestrade", "2017", "Gannet & Vane")]
    [InlineData("Paroles et musique : Remi Gauvain\nCopyright © 2018 Outer Isles Press. Tous droits réservés.", "Remi Gauvain", "Remi Gauvain", "2018", "Outer Isles Press")]
    [InlineData("Words: A. Penn, B. Quill\n(c) 1999 by Gannet & Vane\nUsed by permission", "A. Penn, B. Quill", "", "1999", "Gannet & Vane")]
    public void A_credit_at_the_end_is_offered_for_the_fields(string credit, string words, string music, string year, string holder)
    {
        var reading = PastedWords.Read("Lift the lantern\ncall the boats\n\nWhen the gale\nand the stars\n\n" + credit);

        Assert.Equal("1 2", Order(reading));
        Assert.Equal(new PastedCredit(words, music, year, holder), reading.OfferedCredit);
    }

    [Fact]
    public void A_refrain_written_once_after_the_first_verse_is_offered_after_every_verse() =>
        Assert.Equal("1 R 2 R 3 R", string.Join(' ', PastedWords.Read("1. a b\nc\n\nChorus\nd\n\n2. e f\ng\n\n3. h i\nj").FullerOrder));

    [Fact]
    public void Relabelling_changes_one_heading_and_nothing_else()
    {
        const string text = "Lift the lantern\ncall the boats\n\nChorus x2\nShine, shine\n\n2. When the gale\nand the stars";
        var blocks = PastedWords.Read(text).Blocks;

        var bridge = PastedWords.Relabel(text, PasteSplit.BlankLines, blocks[1].FirstLine, new SectionMark(SectionKind.Bridge));
        Assert.Equal(text.Replace("Chorus x2", "[Bridge] x2", StringComparison.Ordinal), bridge);

        var first = PastedWords.Relabel(text, PasteSplit.BlankLines, blocks[0].FirstLine, new SectionMark(SectionKind.Refrain));
        Assert.Equal("[Refrain]\n" + text, first);

        var numbered = PastedWords.Read(PastedWords.Relabel(text, PasteSplit.BlankLines, blocks[2].FirstLine, new SectionMark(SectionKind.Ending)));
        Assert.Equal("1 R R E", Order(numbered));
        Assert.Equal(["When the gale", "and the stars"], Words(numbered, "E"));
    }

    [Fact]
    public void A_backslash_keeps_a_line_what_it_is() =>
        Assert.Equal(["Chorus", "5 loaves"], Words(PastedWords.Read("\\Chorus\n\\5 loaves"), "1"));

    [Fact]
    public void An_empty_text_has_nothing_and_does_not_mind() => Assert.Empty(PastedWords.Read(" \n\t\n\0").Blocks);
}
