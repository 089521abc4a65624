using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Core.Songs.Finding;

namespace Ymnos.Core.Tests.Songs;

public sealed class SoundContentTests
{
    private static readonly SectionMark One = new(SectionKind.Verse);

    private static SongContent Plain(string title = "Lantern") => new()
    {
        Title = title,
        Wordings = [new Wording("en", [Section.Of(One, "Lift the lantern")])],
        SungOrders = [new SungOrder("full", [One])],
    };

    private static SongContent Sound(SongContent read, List<string>? told = null) =>
        SoundContent.Of(read, told ?? []).Succeeded(out var sound) ? sound : throw new InvalidOperationException();

    [Fact]
    public void What_is_sound_already_comes_through_as_it_is() => Assert.Equal(Plain(), Sound(Plain()));

    [Fact]
    public void A_song_without_a_title_takes_its_first_line()
    {
        Assert.Equal("Lift the lantern", Sound(Plain(" \u200b ") with { Wordings = [new Wording("en", [Section.Of(One, "Lift the lantern,")])] }).Title);
        Assert.Single(SoundContent.Of(Plain("") with { Wordings = [new Wording("en", [])] }, []).Problems);
    }

    [Fact]
    public void Lists_that_nobody_filled_are_empty_ones()
    {
        var sound = Sound(new SongContent { Title = "Bare", OtherTitles = default, Credits = default, Owners = default, Topics = default, Scripture = default, SongbookEntries = default, SchemeNumbers = default, Wordings = default, SungOrders = default });
        Assert.Equal(("en", "1", "1"), (sound.FirstWording.Language, sound.FirstWording.Sections.Single().Mark.ToString(), sound.SungOrders.Single().Written));
    }

    [Fact]
    public void What_is_too_long_is_cut_and_never_through_a_sign()
    {
        var candles = string.Concat(Enumerable.Repeat("🕯", 300));
        var sound = Sound(Plain(candles) with { Topics = [new string('t', 500)], BoothNotes = new string('n', 9_000) });
        Assert.InRange(sound.Title.Length, 198, SongDraft.LongestTitle);
        Assert.False(char.IsHighSurrogate(sound.Title[^1]));
        Assert.Equal((SongDraft.LongestTopic, SongDraft.LongestNotes), (sound.Topics[0].Length, sound.BoothNotes.Length));
    }

    [Fact]
    public void An_order_that_names_what_is_not_there_is_told_and_mended()
    {
        var told = new List<string>();
        var sound = Sound(Plain() with { SungOrders = [new SungOrder("full", [One, new(SectionKind.Bridge)]), new SungOrder("", [new(SectionKind.Refrain)]), new SungOrder("full", [One])] }, told);
        Assert.Equal(("full", "1"), (Assert.Single(sound.SungOrders).Name, sound.SungOrders[0].Written));
        Assert.Equal(2, told.Distinct().Count());
    }

    [Fact]
    public void A_section_that_stands_twice_or_only_in_a_translation_is_told()
    {
        var told = new List<string>();
        var sound = Sound(Plain() with
        {
            Wordings = [new Wording("en", [Section.Of(One, "one"), Section.Of(One, "two")]), new Wording("fr", [Section.Of(One, "un"), Section.Of(new(SectionKind.Bridge), "pont")])],
        }, told);
        Assert.Equal("one", sound.FirstWording.Sections.Single().Lines[0].Words);
        Assert.Equal("un", sound.Wordings[1].Sections.Single().Lines[0].Words);
        Assert.Equal(2, told.Count);
    }

    [Theory]
    [InlineData("Eb", 84, "6/8", 1, "Eb", 84, "6/8", 1)]
    [InlineData("loud", 5000, "waltz", 44, "", null, "", null)]
    public void Music_that_cannot_be_is_left_out(string key, int tempo, string metre, int capo, string soundKey, int? soundTempo, string soundMetre, int? soundCapo)
    {
        var order = Sound(Plain() with { SungOrders = [new SungOrder("full", [One]) { Key = key, Tempo = tempo, Metre = metre, Capo = capo }] }).SungOrders[0];
        Assert.Equal((soundKey, soundTempo, soundMetre, soundCapo), (order.Key, order.Tempo, order.Metre, order.Capo));
    }

    [Fact]
    public void Whatever_comes_in_keeps_the_rules_of_a_song()
    {
        var text = Gen.OneOfConst("", " ", "Lift", "a\0b", "x\ud83dy", new string('q', 5_000), "مرحبا", "[G]la");
        var mark = Gen.Int[0, 12].Select(i => new SectionMark(i % 2 == 0 ? SectionKind.Verse : SectionKind.Refrain, (i / 2) + 1));
        var chord = Gen.Select(Gen.Int[-5, 9_000], text).Select((at, name) => new PlacedChord(at, name));
        var line = Gen.Select(text, chord.Array[0, 3]).Select((words, chords) => new LyricLine(words, [.. chords]));
        var section = Gen.Select(mark, line.Array[0, 4], Gen.Int[-2, 9].Array[0, 3], Gen.Int[-5, 2_000]).Select((one, lines, breaks, bars) => new Section(one, [.. lines]) { Breaks = [.. breaks], Bars = bars });
        var wording = Gen.Select(text, section.Array[0, 5]).Select((language, sections) => new Wording(language, [.. sections]) { Year = 9 });
        var order = Gen.Select(text, mark.Array[0, 6]).Select((name, marks) => new SungOrder(name, [.. marks]));
        Gen.Select(text, wording.Array[0, 3], order.Array[0, 3]).Sample((title, wordings, orders) =>
        {
            if (!SoundContent.Of(new SongContent { Title = title, Wordings = [.. wordings], SungOrders = [.. orders] }, []).Succeeded(out var sound))
                return;
            Assert.InRange(sound.Title.Length, 1, SongDraft.LongestTitle);
            Assert.NotEmpty(sound.Wordings);
            Assert.NotEmpty(sound.FirstWording.Sections);
            Assert.NotEmpty(sound.SungOrders);
            Assert.All(sound.SungOrders, one => Assert.All(one.Marks, sung => Assert.NotNull(sound.FirstWording.Find(sung))));
            foreach (var one in sound.Wordings.SelectMany(known => known.Sections))
            {
                Assert.All(one.Breaks, at => Assert.InRange(at, 1, one.Lines.Length - 1));
                Assert.True(one.Bars is null or (>= 1 and <= 999));
                Assert.All(one.Lines, known => Assert.All(known.Chords, placed => Assert.InRange(placed.At, 0, known.Words.Length)));
            }
            // And what is sound stays so, can be found, drawn and edited.
            Assert.Equal(sound, Sound(sound));
            Assert.NotNull(SongQuery.TokensOf(sound).ToList());
            Assert.True(SongDraft.Of(sound) is not null);
        }, iter: 3_000);
    }

    [Fact]
    public void Every_wording_knows_its_language_and_direction()
    {
        Assert.True(WordingLanguage.IsRightToLeft("fa"));
        Assert.True(WordingLanguage.IsRightToLeft("ar-EG"));
        Assert.False(WordingLanguage.IsRightToLeft("fa-Latn"));
        Assert.Equal(("فارسی", "فارسی in Latin letters", "Français (fr-CA)", "tlh"), (WordingLanguage.NameOf("fa"), WordingLanguage.NameOf("fa-Latn"), WordingLanguage.NameOf("fr-CA"), WordingLanguage.NameOf("tlh")));
        Assert.False(WordingLanguage.IsTag("not a tag"));
        Assert.Equal("fa-Latn", WordingLanguage.InLatinLetters("fa"));
    }

    [Fact]
    public void A_wording_is_added_changed_and_taken_away_and_what_is_wrong_is_said()
    {
        var song = Plain();
        Assert.Equal(["Language", "Year", "Holder"], WordingEdit.Add(song, new WordingDraft { Language = "??", Year = "soon", Holder = new string('h', 900) }).Problems.Select(problem => problem.Field));
        Assert.True(WordingEdit.Add(song, new WordingDraft { Language = "fa", Kind = WordingKind.Transliteration, Text = "fanus ra bar ab" }).Succeeded(out var added));
        Assert.Equal(("fa-Latn", "fanus ra bar ab"), (added.Wordings[1].Language, added.Wordings[1].FirstLine));
        Assert.Single(WordingEdit.Add(added, new WordingDraft { Language = "fa", Kind = WordingKind.Transliteration }).Problems);
        Assert.True(WordingEdit.Revise(added, 1, WordingDraft.Of(added.Wordings[1]) with { Translator = "Darya Farahani" }).Succeeded(out var revised));
        Assert.Equal(("fanus ra bar ab", "Darya Farahani"), (revised.Wordings[1].FirstLine, revised.Wordings[1].Translator));
        Assert.True(WordingEdit.Remove(revised, 1).Succeeded(out var removed));
        Assert.Equal(song, removed);
        Assert.Single(WordingEdit.Remove(song, 0).Problems);
    }

    [Fact]
    public void Copies_and_merged_songs_know_where_they_belong()
    {
        var now = DateTimeOffset.UnixEpoch;
        var song = Song.Create(Plain(), Shelf.MainId, now, "Maren");
        var copy = song.CopyTo(new Shelf { Name = "Choir" }, now, "Odile");
        Assert.Equal((song.Id, 1, song.Content), (copy.CopiedFrom!.SongId, copy.CopiedFrom.Revision, copy.CopiedFrom.Content));
        Assert.NotEqual(song.Id, copy.Id);

        copy.BinAsMerged(song, now, "Maren");
        Assert.Equal((song.Id, "merged into Lantern"), (copy.MergedInto, copy.SavedWhat));
        copy.Restore(now, "Maren");
        Assert.Null(copy.MergedInto);
        Assert.Null(copy.BinnedAt);

        song.BringBack(Plain("Older"), Shelf.MainId, wasBinned: true, now, "Maren", "undone");
        Assert.Equal(("Older", now), (song.Title, song.BinnedAt));
    }

    [Fact]
    public void The_typical_gap_is_the_middle_one()
    {
        static Core.Planning.SungOn On(int day) => new(new DateOnly(2026, 1, 4).AddDays(day), 1);
        Assert.Null(Core.Planning.SungDates.Of([On(0), On(7)]).TypicalGapWeeks);
        Assert.Equal(4, Core.Planning.SungDates.Of([On(28), On(0), On(56), On(250)]).TypicalGapWeeks);
        Assert.Equal(new DateOnly(2026, 1, 4), Core.Planning.SungDates.Of([On(28), On(0)]).Days[0].Day);
    }
}
