using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

/// <summary>Words in one to four languages, in any style, on any screen.</summary>
public sealed class SeveralLanguagesTests
{
    [Fact]
    public void No_row_leaves_its_frame_and_no_two_rows_overlap() =>
        Gen.Select(Generated.Song, Generated.Look, Generated.Screens, Generated.Languages).Sample((song, look, screens, languages) =>
        {
            var screen = screens[0];
            var face = new ScreenFace(look[screen.Face], screen, Fonts.Case);
            foreach (var step in ShowCompiler.CompileSong(song, song.SungOrders[0], languages, screen, look, Fonts.Case).Steps)
            {
                var slide = step.Slides[0];
                var boxes = slide.Words.Select(row => BoxOf(row, face)).ToList();
                if (boxes.Count == 0)
                    continue;
                // Which frames there are follows from how many languages the section has.
                var shown = slide.Words.Max(row => row.Rank) + 1;
                Assert.True(Enumerable.Range(shown, StyleFace.MostLanguages + 1 - shown).Any(languagesOfIt => slide.Words.Zip(boxes).All(pair =>
                    IsInside(pair.Second, face.On(Assert.Single(face.Style.FramesFor(languagesOfIt), shared => pair.First.Rank >= shared.From && pair.First.Rank < shared.To).Setting.Place)))),
                    $"{string.Join(' ', slide.Words.Zip(boxes, (row, box) => $"{row.Place} {box}"))} leave {string.Join(' ', face.Style.FramesFor(4).Select(shared => face.On(shared.Setting.Place)))}");
                for (var i = 0; i < boxes.Count; i++)
                    for (var j = 0; j < i; j++)
                        Assert.False(boxes[i].X < boxes[j].Right - 0.1 && boxes[j].X < boxes[i].Right - 0.1 && boxes[i].Y < boxes[j].Bottom - 0.1 && boxes[j].Y < boxes[i].Bottom - 0.1,
                            $"{boxes[i]} and {boxes[j]}");
                foreach (var row in slide.Rows)
                    Assert.True(row.Left >= -0.1 && row.Right <= slide.Width + 0.1 && row.Baseline <= 1080, row.Text);
            }
        }, iter: 1_500);

    [Fact]
    public void Each_language_has_one_size_in_the_whole_song_from_the_styles_down_to_its_smallest() =>
        Gen.Select(Generated.Song, Generated.Look, Generated.Languages).Sample((song, look, languages) =>
        {
            var rows = ShowCompiler.CompileSong(song, song.SungOrders[0], languages, Screen.Usual, look, Fonts.Case).Steps.SelectMany(step => step.Slides[0].Words).ToList();
            foreach (var rank in rows.GroupBy(row => row.Rank))
            {
                var type = look.Full.TypeOf(rank.Key);
                Assert.InRange(Assert.Single(rank.Select(row => row.Size).Distinct()), Math.Floor(type.SmallestSize * 2) / 2, type.Size + 0.01);
            }
        }, iter: 500);

    [Fact]
    public void A_language_with_a_frame_of_its_own_stands_in_it_and_those_after_it_share_that()
    {
        var face = StyleLook.House.Full;
        var look = StyleLook.House with
        {
            Full = face with
            {
                Words = face.Words with { Place = new(160, 100, 1600, 500) },
                MorePlaces = [new() { Place = new(160, 640, 1600, 240), Across = Across.Start, Plate = new(Colour.Black, 0.5, 0) }, null, null],
            },
        };
        var verse = new SectionMark(SectionKind.Verse, 1);
        var song = SongOf([.. ((string[])["en", "fr", "uk"]).Select(language => new Wording(language, [Section.Of(verse, "tide", "shore")]))]);
        Slide On(params ImmutableArray<string> languages) => ShowCompiler.CompileSong(song, new("full", [verse]), languages, Screen.Usual, look, Fonts.Case).Steps[0].Slides[0];

        var three = On("en", "fr", "uk");
        Assert.All(three.Words.Where(row => row.Language == "en"), row => Assert.InRange(row.Baseline, 100, 600));
        Assert.All(three.Words.Where(row => row.Language != "en"), row => Assert.Equal((160.0, true), (row.Left, row.Baseline is > 640 and < 880)));
        Assert.Equal(640, Assert.Single(three.Plates).Place.Y, 240.0);
        // Alone, the first language has the room of both.
        Assert.InRange(On("en").Words.Average(row => row.Baseline - (0.33 * row.Size)), 485, 495);
    }

    [Fact]
    public void Letters_come_down_for_the_language_whose_frame_is_too_low()
    {
        var face = StyleLook.House.Full;
        StyleLook With(double height) => StyleLook.House with
        {
            Full = face with { Words = face.Words with { Place = new(160, 60, 1600, 600) }, MorePlaces = [new() { Place = new(160, 700, 1600, height) }, null, null] },
        };
        double SizeIn(StyleLook look) => TwoLines(look).Words.First(row => row.Language == "fr").Size;

        Assert.Equal(face.MoreWords[0].Size, SizeIn(With(300)));
        Assert.InRange(SizeIn(With(75)), face.MoreWords[0].SmallestSize, face.MoreWords[0].Size - 1);
    }

    [Fact]
    public void A_missing_translation_leaves_no_hole()
    {
        var verse = new SectionMark(SectionKind.Verse, 1);
        var refrain = new SectionMark(SectionKind.Refrain);
        var song = SongOf(
            new("en", [Section.Of(verse, "Lift the lantern"), Section.Of(refrain, "Shine, shine")]),
            new("fr", [Section.Of(verse, "Lève la lanterne")]));
        var steps = ShowCompiler.CompileSong(song, new("full", [verse, refrain]), ["fr", "en"], Screen.Usual, StyleLook.House, Fonts.Case).Steps;

        Assert.Equal([("fr", RowPlace.Words), ("en", RowPlace.SecondWords)], steps[0].Slides[0].Words.Select(row => (row.Language, row.Place)));
        // Without French the refrain's English stands where first words stand, in the middle of the frame.
        var alone = Assert.Single(steps[1].Slides[0].Words);
        Assert.Equal((RowPlace.Words, 960.0), (alone.Place, Math.Round(alone.Left + (alone.Width / 2))));
        Assert.InRange(alone.Baseline - (0.33 * alone.Size), 495, 505);
    }

    [Fact]
    public void A_song_that_has_none_of_the_languages_is_shown_in_its_first_wording()
    {
        var verse = new SectionMark(SectionKind.Verse, 1);
        var song = SongOf(new Wording("fr", [Section.Of(verse, "La marée du matin")]));
        Assert.Equal("fr", ShowCompiler.CompileSong(song, new("full", [verse]), ["en", "uk"], Screen.Usual, StyleLook.House, Fonts.Case).Steps[0].Slides[0].Words.Single().Language);
    }

    [Theory]
    [InlineData(LanguageOrder.LineByLine, "en fr en fr")]
    [InlineData(LanguageOrder.BlockByBlock, "en en fr fr")]
    public void Languages_stand_line_by_line_or_one_under_the_other(LanguageOrder order, string expected)
    {
        var look = StyleLook.House with { Full = StyleLook.House.Full with { Languages = order } };
        Assert.Equal(expected, string.Join(' ', TwoLines(look).Words.OrderBy(row => row.Baseline).Select(row => row.Language)));
    }

    [Fact]
    public void Side_by_side_the_columns_begin_where_the_first_language_begins_to_read()
    {
        var look = StyleLook.House with { Full = StyleLook.House.Full with { Languages = LanguageOrder.SideBySide } };
        var left = TwoLines(look).Words.ToLookup(row => row.Language);
        Assert.True(left["en"].Max(row => row.Right) < left["fr"].Min(row => row.Left));

        var verse = new SectionMark(SectionKind.Verse, 1);
        var persian = SongOf(new("fa", [Section.Of(verse, "فانوس را بر آب")]), new("en", [Section.Of(verse, "Lift the lantern")]));
        var right = ShowCompiler.CompileSong(persian, new("full", [verse]), ["fa", "en"], Screen.Usual, look, Fonts.Case).Steps[0].Slides[0].Words.ToLookup(row => row.Language);
        Assert.True(right["fa"].Min(row => row.Left) > right["en"].Max(row => row.Right));
    }

    [Fact]
    public void Four_languages_that_cannot_fit_are_a_finding_and_the_last_give_way()
    {
        var verse = new SectionMark(SectionKind.Verse, 1);
        var face = StyleLook.House.LowerThird;
        var look = StyleLook.House with
        {
            Full = face with { Words = face.Words with { Place = new(160, 700, 1600, 130), Padding = 0 }, MoreWords = [.. face.MoreWords.Select(type => type with { SmallestSize = 40 })] },
        };
        var song = SongOf([.. ((string[])["en", "fr", "uk", "de"]).Select(language => new Wording(language, [Section.Of(verse, "tide")]))]);
        var shown = ShowCompiler.CompileSong(song, new("full", [verse]), ["en", "fr", "uk", "de"], Screen.Usual, look, Fonts.Case);

        Assert.Contains("Deutsch", Assert.Single(shown.Findings), StringComparison.Ordinal);
        Assert.Equal("en", shown.Steps[0].Slides[0].Words.First().Language);
        Assert.DoesNotContain(shown.Steps[0].Slides[0].Words, row => row.Language == "de");
    }

    [Fact]
    public void Capitals_follow_the_rules_of_the_language()
    {
        Assert.Equal("ISLE", ScreenFace.Cased("isle", new() { Family = "sans", Size = 1, SmallestSize = 1, Capitals = true }, "en"));
        Assert.Equal("İSTANBUL", ScreenFace.Cased("istanbul", new() { Family = "sans", Size = 1, SmallestSize = 1, Capitals = true }, "tr"));
    }

    [Fact]
    public void Chords_stand_above_the_letters_they_are_struck_on()
    {
        var verse = new SectionMark(SectionKind.Verse, 1);
        var line = new LyricLine("Lift the lantern", [new(0, "Eb"), new(9, "Ab")]);
        var song = SongOf(new Wording("en", [new Section(verse, [line])]));
        var platform = new Screen { Name = "platform", Purpose = ScreenPurpose.Platform, Face = SlideFace.Platform };
        var slide = ShowCompiler.CompileSong(song, new("full", [verse]), [], platform, StyleLook.House, Fonts.Case).Steps[0].Slides[0];

        var words = slide.Words.Single();
        var chords = slide.Rows.Where(row => row.Place == RowPlace.Chords).ToList();
        Assert.Equal(["Eb", "Ab"], chords.Select(row => row.Text));
        Assert.Equal(words.Left + (Fonts.Case.Of(StyleLook.House.Platform.Words.Type, "en").Width("Lift the ") * words.Size), chords[1].Left, 0.5);
        Assert.All(chords, chord => Assert.True(chord.Baseline < words.Baseline - (0.7 * words.Size)));
        // In a sung order with a key of its own they are moved there.
        var inC = ShowCompiler.CompileSong(Song.Create(song.Content with { SungOrders = [new SungOrder("full", [verse]) { Key = "Eb" }] }, Shelf.MainId, DateTimeOffset.UnixEpoch, ""),
            new("low", [verse]) { Key = "C" }, [], platform, StyleLook.House, Fonts.Case).Steps[0].Slides[0];
        Assert.Equal(["C", "F"], inC.Rows.Where(row => row.Place == RowPlace.Chords).Select(row => row.Text));
    }

    private static bool IsInside(Frame box, Frame frame) =>
        box.X >= frame.X - 0.1 && box.Right <= frame.Right + 0.1 && box.Y >= frame.Y - 0.1 && box.Bottom <= frame.Bottom + 0.1;

    private static Slide TwoLines(StyleLook look)
    {
        var verse = new SectionMark(SectionKind.Verse, 1);
        var song = SongOf(new("en", [Section.Of(verse, "Lift the lantern", "call them home")]), new("fr", [Section.Of(verse, "Lève la lanterne", "ramène-les")]));
        return ShowCompiler.CompileSong(song, new("full", [verse]), ["en", "fr"], Screen.Usual, look, Fonts.Case).Steps[0].Slides[0];
    }

    private static Song SongOf(params Wording[] wordings) => Song.Create(new()
    {
        Title = "Lantern",
        Wordings = [.. wordings],
        SungOrders = [new SungOrder(SungOrder.FullName, [wordings[0].Sections[0].Mark])],
    }, Shelf.MainId, DateTimeOffset.UnixEpoch, "Maren");

    /// <summary>The height that is kept for a row, and its width.</summary>
    private static Frame BoxOf(TextRow row, ScreenFace face)
    {
        var type = face.Style.TypeOf(row.Rank);
        var letters = face.Case.Of(type, row.Language);
        var height = letters.RowHeight(type) * row.Size;
        return new(row.Left, row.Baseline - (letters.Middle * row.Size) - (height / 2), row.Width, height);
    }
}
