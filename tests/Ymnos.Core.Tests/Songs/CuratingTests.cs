using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Comparing;
using Ymnos.Core.Songs.Curating;

namespace Ymnos.Core.Tests.Songs;

public sealed class CuratingTests
{
    private static readonly SongContent Lantern = WithFrench(SongTests.Good(new SongDraft
    {
        Title = "Lantern over Water",
        Text = "Verse 1\nLift the lantern over water,\ncall the far boats home;\nevery deckhand, every daughter,\nno one sails alone.\n\nRefrain\nShine, shine, harbour light,\nsteady through the foam\n\nVerse 2\nWhen the gale is on the headland\nand the stars are drowned\n\nBridge\nHome, home, all come home",
        Order = "1 R 2 R B R R",
    }).Content, "Couplet 1\nLève la lanterne,\nramène les barques ;\nchaque marin, chaque fille, nul ne vogue seul.\n\nRefrain\nBrille, brille, feu du port,\nferme dans l’écume\n\nCouplet 2\nQuand le vent bat sur la pointe\net noie les étoiles");

    private static SongContent WithFrench(SongContent song, string text) => Good(WordingEdit.Add(song, new WordingDraft { Language = "fr", Translator = "Remi Gauvain", Year = "2019", Text = text }));

    private static SongContent Good(Outcome<SongContent> outcome) =>
        outcome.Succeeded(out var song) ? song : throw new InvalidOperationException(string.Join(' ', outcome.Problems.Select(problem => problem.Message)));

    private static SectionMark Mark(string text) => SectionMark.TryParse(text, out var mark) ? mark : throw new InvalidOperationException(text);

    private static string Marks(Wording wording) => string.Join(' ', wording.Sections.Select(section => section.Mark));

    [Fact]
    public void A_translation_that_names_its_sections_is_laid_by_their_names()
    {
        Assert.Equal("1 R 2", Marks(Lantern.Wordings[1]));
        var laid = LaidTranslation.Of(Lantern.FirstWording, "Refrain\nBrille\n\nPont\nPort\n\nFin\nrien");
        Assert.Equal(("R B", "1 2"), (string.Join(' ', laid.Sections.Select(section => section.Mark)), string.Join(' ', laid.Missing)));
        Assert.Equal("rien", Assert.Single(laid.Over).Lines[0].Words);
    }

    [Fact]
    public void A_translation_without_names_is_laid_in_order_and_the_odd_block_is_told()
    {
        var laid = LaidTranslation.Of(Lantern.FirstWording, "a\nb\nc\nd\n\ne\nf\n\ng\nh");
        Assert.Equal("1 R 2", string.Join(' ', laid.Sections.Select(section => section.Mark)));
        Assert.Equal([Mark("B")], laid.Missing);

        // A verse that took twice as many lines is still that verse.
        var longer = LaidTranslation.Of(Lantern.FirstWording, "a\nb\nc\nd\ne\nf\ng\nh\n\ni\nj\n\nk\nl\n\nm");
        Assert.Equal("1 R 2 B", string.Join(' ', longer.Sections.Select(section => section.Mark)));
        Assert.Equal(8, longer.Sections[0].Lines.Length);

        var tooMuch = LaidTranslation.Of(Lantern.FirstWording, "a\nb\nc\nd\n\ne\nf\n\ng\nh\n\ni\n\nj\nk\nl\nm\nn\no");
        Assert.Equal("1 R 2 B", string.Join(' ', tooMuch.Sections.Select(section => section.Mark)));
        Assert.Equal(6, Assert.Single(tooMuch.Over).Lines.Length);
    }

    [Fact]
    public void A_missing_section_and_a_line_too_few_are_seen_and_a_mending_is_offered()
    {
        var french = Lantern.Wordings[1];
        Assert.Equal(PairingState.Missing, SectionPairing.Of(Lantern.FirstWording.Find(Mark("B"))!, french.Find(Mark("B"))).State);

        var verse = SectionPairing.Of(Lantern.FirstWording.Find(Mark("1"))!, french.Find(Mark("1")));
        Assert.Equal(PairingState.TooFew, verse.State);
        Assert.Equal(["Lève la lanterne,", "ramène les barques ;", "chaque marin, chaque fille,", "nul ne vogue seul."], verse.Mended.Select(line => line.Words));

        var joined = SectionPairing.Of(Section.Of(Mark("1"), "one", "two"), Section.Of(Mark("1"), "a long first line", "b", "c"));
        Assert.Equal((PairingState.TooMany, "b c"), (joined.State, joined.Mended[1].Words));
    }

    [Fact]
    public void Parting_a_section_parts_it_in_every_language_and_is_sung_as_before()
    {
        var parted = Good(WordsEdit.Split(Lantern, Mark("1"), 2));

        Assert.Equal("1 3 R 2 B", Marks(parted.FirstWording));
        Assert.Equal("1 3 R 2", Marks(parted.Wordings[1]));
        Assert.Equal("1 3 R 2 R B R R", parted.SungOrders[0].Written);
        Assert.Equal("every deckhand, every daughter,", parted.FirstWording.Find(Mark("3"))!.Lines[0].Words);
        Assert.Equal(Lantern, Good(WordsEdit.Join(parted, Mark("1"))));
    }

    [Fact]
    public void Joining_is_refused_where_the_second_is_sung_by_itself() =>
        Assert.Contains("Change that order first", WordsEdit.Join(Lantern, Mark("1")).Problems.Single().Message, StringComparison.Ordinal);

    [Fact]
    public void A_new_mark_is_taken_over_everywhere_and_one_that_is_taken_changes_places()
    {
        var swapped = Good(WordsEdit.Relabel(Lantern, Mark("1"), Mark("2")));
        Assert.Equal("2 R 1 B", Marks(swapped.FirstWording));
        Assert.Equal("2 R 1 R B R R", swapped.SungOrders[0].Written);
        Assert.Equal("2 R 1", Marks(swapped.Wordings[1]));
        Assert.Equal("D", Good(WordsEdit.Relabel(Lantern, Mark("B"), Mark("D"))).FirstWording.Sections[3].Mark.ToString());
    }

    [Fact]
    public void A_section_moved_on_the_sheet_is_moved_in_every_language_and_sung_where_it_was()
    {
        var moved = Good(WordsEdit.Move(Lantern, Mark("2"), -1));
        Assert.Equal(("1 2 R B", "1 2 R"), (Marks(moved.FirstWording), Marks(moved.Wordings[1])));
        Assert.Equal(Lantern.SungOrders[0], moved.SungOrders[0]);
    }

    [Fact]
    public void A_section_taken_out_is_sung_no_more_and_the_last_one_stays()
    {
        var without = Good(WordsEdit.Remove(Lantern, Mark("R")));
        Assert.Equal("1 2 B", without.SungOrders[0].Written);
        var last = Good(WordsEdit.Remove(Good(WordsEdit.Remove(without, Mark("1"))), Mark("2")));
        Assert.Single(WordsEdit.Remove(last, Mark("B")).Problems);
    }

    [Fact]
    public void A_slide_break_is_set_taken_away_and_falls_with_its_line()
    {
        var broken = Good(WordsEdit.Break(Lantern, Mark("1"), 3));
        Assert.Equal([3], broken.FirstWording.Find(Mark("1"))!.Breaks);
        Assert.Equal(Lantern, Good(WordsEdit.Break(broken, Mark("1"), 3)));
        Assert.Empty(Good(WordsEdit.Write(broken, 0, Mark("1"), "one\ntwo")).FirstWording.Find(Mark("1"))!.Breaks);
        Assert.Single(WordsEdit.Break(Lantern, Mark("1"), 4).Problems);
    }

    [Fact]
    public void Words_are_written_by_section_with_their_chords_and_an_emptied_translation_goes()
    {
        var written = Good(WordsEdit.Write(Lantern, 1, Mark("B"), "[Eb]Au port, [Bb]au port\n"));
        Assert.Equal(("Au port, au port", 2), (written.Wordings[1].Find(Mark("B"))!.Lines[0].Words, written.Wordings[1].Find(Mark("B"))!.Lines[0].Chords.Length));
        Assert.Equal(Lantern, Good(WordsEdit.Write(written, 1, Mark("B"), "  \n ")));
    }

    [Fact]
    public void Whatever_is_done_to_sections_every_wording_and_order_stays_in_step() =>
        Gen.Int[0, 5].Array[1, 12].Select(Gen.Int[0, 9].Array[12], Gen.Int[0, 4].Array[12]).Sample((deeds, places, lines) =>
        {
            var song = Lantern;
            for (var i = 0; i < deeds.Length; i++)
            {
                var mark = song.FirstWording.Sections[places[i] % song.FirstWording.Sections.Length].Mark;
                var outcome = deeds[i] switch
                {
                    0 => WordsEdit.Split(song, mark, lines[i]),
                    1 => WordsEdit.Join(song, mark),
                    2 => WordsEdit.Move(song, mark, lines[i] - 2),
                    3 => WordsEdit.Remove(song, mark),
                    4 => WordsEdit.Add(song, SectionKind.Ending, mark),
                    _ => WordsEdit.Break(song, mark, lines[i]),
                };
                song = outcome.Succeeded(out var next) ? next : song;
            }
            var marks = song.FirstWording.Sections.Select(section => section.Mark).ToList();
            Assert.Equal(marks.Distinct(), marks);
            Assert.All(song.SungOrders.SelectMany(order => order.Marks), mark => Assert.Contains(mark, marks));
            Assert.All(song.Wordings[1].Sections, section => Assert.Contains(section.Mark, marks));
            Assert.All(song.FirstWording.Sections, section => Assert.All(section.Breaks, line => Assert.InRange(line, 1, section.Lines.Length - 1)));
        }, iter: 2_000);

    [Fact]
    public void An_order_is_copied_shortened_and_refused_with_all_its_faults()
    {
        var shorter = Good(OrderEdit.Shorten(Lantern, "full"));
        Assert.Equal("1 R 2 R B R", shorter.SungOrders[1].Written);
        Assert.Equal("full 2", Good(OrderEdit.Copy(Lantern, "full")).SungOrders[1].Name);
        var bad = OrderEdit.Put(Lantern, "", new OrderDraft { Name = "slow", Order = "1 X", Key = "no", Tempo = "9", Metre = "7", Capo = "20", Length = "long" });
        Assert.Equal(["Order", "Key", "Metre", "Tempo", "Capo", "Length"], bad.Problems.Select(problem => problem.Field));
        Assert.Equal("Eb", Good(OrderEdit.Put(Lantern, "full", OrderDraft.Of(Lantern.SungOrders[0]) with { Key = "e♭" })).SungOrders[0].Key);
    }

    [Fact]
    public void Shares_that_do_not_make_a_hundred_are_told_by_kind_of_right()
    {
        static Owner Read(string line) => Owner.TryRead(line, out var owner) ? owner : throw new InvalidOperationException(line);
        Assert.Equal(new Owner("Tidewrack Songs", RightKind.Work, 60), Read("Tidewrack Songs 60 %"));
        Assert.Equal(new Owner("O. Tranter", RightKind.Music, 33.33m), Read("O. Tranter, 33,33% music"));
        Assert.Equal(new Owner("Gannet & Vane", RightKind.Work, null), Read("Gannet & Vane"));
        Assert.False(Owner.TryRead("Everybody 160 %", out _));
        Assert.Equal([(RightKind.Work, 90m)], Owner.NotWhole([Read("A 60 %"), Read("B 30 %")]));
        Assert.Equal([(RightKind.Music, 150m)], Owner.NotWhole([Read("A 50 %"), Read("B 50 % words"), Read("C 100 % music")]));
        Assert.Empty(Owner.NotWhole([Read("A 60 %"), Read("B")]));
    }

    [Fact]
    public void Years_of_life_are_read_and_make_a_song_free_seventy_years_after()
    {
        var song = SongTests.Good(new SongDraft { Title = "Old", Text = "words", WordsBy = "Elias Corran (1848–1911)", MusicBy = "Elias Corran (1848–1911)" }).Content;
        Assert.Equal((1848, 1911), (song.Credits[0].Born, song.Credits[0].Died));
        Assert.True(song.IsFreeOn(new DateOnly(1982, 1, 1)));
        Assert.False(song.IsFreeOn(new DateOnly(1981, 12, 31)));
        Assert.Equal("Elias Corran (1848–1911)", SongDraft.Of(song).WordsBy);
    }

    [Fact]
    public void A_difference_makes_both_texts_again() =>
        Gen.Select(Gen.OneOfConst("lift", "the", "lantern", ",", " ", "\n", "élève").Array[0, 30], Gen.OneOfConst("lift", "the", "lamp", ",", " ", "\n", "élève").Array[0, 30]).Sample((one, other) =>
        {
            var (before, after) = (string.Concat(one), string.Concat(other));
            var stretches = WordDifference.Between(before, after);
            Assert.Equal(before, string.Concat(stretches.Where(stretch => stretch.Change != Change.New).Select(stretch => stretch.Text)));
            Assert.Equal(after, string.Concat(stretches.Where(stretch => stretch.Change != Change.Gone).Select(stretch => stretch.Text)));
        }, iter: 5_000);

    [Fact]
    public void Only_the_word_that_changed_is_different() =>
        Assert.Equal([("Lift the ", Change.Same), ("lantern", Change.Gone), ("lamp", Change.New), (" high", Change.Same)], WordDifference.Between("Lift the lantern high", "Lift the lamp high"));

    [Fact]
    public void Fields_tell_every_difference_and_taking_all_of_them_makes_the_other_song()
    {
        var other = Lantern with
        {
            Title = "Lamp over Water",
            Topics = ["sea"],
            OpensBlank = true,
            TuneName = "Ellery",
            SungOrders = [Lantern.SungOrders[0] with { Key = "Eb", Tempo = 84 }, new SungOrder("short", [Mark("1"), Mark("R")])],
            Wordings = [Good(WordsEdit.Break(Lantern, Mark("1"), 2)).FirstWording],
        };
        var differing = SongField.Differing(Lantern, other).Select(field => field.Field.Key).ToList();
        Assert.Equal(["title", "topics", "tune", "blank", "words-en", "words-fr-remi-gauvain", "order-full", "order-short"], differing);

        var taken = SongField.Merge(Lantern, other, differing.ToDictionary(key => key, _ => MergeChoice.Other));
        Assert.True(taken.Succeeded(out var merged));
        Assert.Equal(other, merged);
    }

    [Fact]
    public void A_merge_joins_lists_and_never_loses_the_words()
    {
        var other = Lantern with { Title = "Lampe", Topics = ["sea", "home"], CopyrightHolder = "Gannet & Vane" };
        var kept = Lantern with { Topics = ["sea"], Wordings = [Lantern.FirstWording] };
        var choices = SongField.Of(kept, other).ToDictionary(field => field.Key, field => field.Proposed(kept, other));
        Assert.True(SongField.Merge(kept, other, choices).Succeeded(out var merged));
        Assert.Equal(("Lantern over Water", "Lampe", "Gannet & Vane", 2), (merged.Title, merged.OtherTitles.Single().Text, merged.CopyrightHolder, merged.Wordings.Length));
        Assert.Equal(["sea", "home"], merged.Topics);
        Assert.Single(SongField.Merge(kept, other with { Wordings = [] }, new Dictionary<string, MergeChoice> { ["words-en"] = MergeChoice.Other }).Problems);
    }

    [Fact]
    public void A_look_through_a_song_finds_what_is_left_undone()
    {
        var song = Lantern with { Owners = [new("A", RightKind.Work, 90)], SungOrders = [new SungOrder("full", [Mark("1"), Mark("R")])] };
        var findings = TidyUp.Of(song, new DateOnly(2026, 10, 5), line => line.Length > 30).ToList();
        Assert.Equal(
            [(TidyKind.SharesNotWhole, null), (TidyKind.NeverSung, "2"), (TidyKind.NeverSung, "B"), (TidyKind.TranslationIncomplete, "1"), (TidyKind.TranslationIncomplete, "B"), (TidyKind.LineTooLong, "2")],
            findings.Select(finding => (finding.Kind, finding.Mark?.ToString())));
        Assert.Equal(TidyKind.NoHolder, TidyUp.Of(Lantern, new DateOnly(2026, 10, 5), _ => false).First().Kind);
    }
}
