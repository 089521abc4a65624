using CsCheck;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Tests.Typesetting;

namespace Ymnos.Core.Tests.Shows;

/// <summary>One press moves every screen that has to move, and no screen is ahead.</summary>
public sealed class ScreensInStepTests
{
    private static readonly Gen<(Song Song, StyleLook Look, Screen[] Screens, string[] Languages)> Any =
        Gen.Select(Generated.Song, Generated.Look, Generated.Screens, Generated.Languages, (song, look, screens, languages) => (song, look, screens.ToArray(), languages.ToArray()));

    [Fact]
    public void At_every_step_each_screen_shows_the_last_of_its_own_slides_that_has_begun() =>
        Any.Sample(any =>
        {
            var together = Compile(any.Song, any.Look, any.Languages, any.Screens);
            for (var screen = 0; screen < any.Screens.Length; screen++)
            {
                // By itself a screen has a step for each of its slides: that is where they begin.
                var alone = Compile(any.Song, any.Look, any.Languages, any.Screens[screen]);
                foreach (var step in together.Steps.Where(step => step.Mark is not null))
                {
                    var begun = alone.Steps.LastOrDefault(own => own.Mark is not null && own.SungSection == step.SungSection && own.From <= step.From);
                    if (begun is not null)
                        Assert.Equal(begun.Slides[0].Key, step.Slides[screen].Key);
                    else
                        Assert.Empty(step.Slides[screen].Words);
                }
                foreach (var own in alone.Steps.Where(step => step.Mark is not null))
                    Assert.Contains(together.Steps, step => step.SungSection == own.SungSection && step.From == own.From && step.Mark == own.Mark);
            }
        }, iter: 250);

    [Fact]
    public void By_itself_a_screen_shows_every_word_of_its_first_language_once_and_in_order() =>
        Any.Sample(any =>
        {
            var screen = any.Screens[0];
            var asked = screen.Languages.IsEmpty ? any.Languages : [.. screen.Languages];
            var shown = asked.Select(language => any.Song.Wordings.FirstOrDefault(wording => wording.Language == language)).OfType<Wording>().ToList();
            if (shown.Count == 0)
                shown = [any.Song.FirstWording];
            var show = Compile(any.Song, any.Look, any.Languages, screen);
            foreach (var place in show.Entries[0].Order)
            {
                // A language that lacks the section makes room for the next.
                var words = shown.Select(wording => wording.Find(place.Mark)?.SungLines.Select(line => line.Words) ?? []).FirstOrDefault(lines => lines.Any()) ?? [];
                var painted = show.Steps.Skip(place.FirstStep).Take(place.Steps).SelectMany(step => step.Slides[0].Words.Where(row => row.Rank == 0)).Select(row => row.Text);
                Assert.Equal(Letters(words).ToUpperInvariant(), Letters(painted).ToUpperInvariant());
            }
        }, iter: 250);

    [Fact]
    public void Every_step_moves_some_screen() =>
        Any.Sample(any =>
        {
            var begins = any.Screens.SelectMany(screen => Compile(any.Song, any.Look, any.Languages, screen).Steps.Where(step => step.Mark is not null).Select(step => (step.SungSection, step.From))).ToHashSet();
            Assert.All(Compile(any.Song, any.Look, any.Languages, any.Screens).Steps.Where(step => step.Mark is not null), step => Assert.Contains((step.SungSection, step.From), begins));
        }, iter: 120);

    [Fact]
    public void Jumping_to_a_section_lands_every_screen_at_its_beginning() =>
        Any.Sample(any =>
        {
            var show = Compile(any.Song, any.Look, any.Languages, any.Screens);
            foreach (var place in show.Entries[0].Order.Where(place => place.Steps > 0))
            {
                var landed = show.Steps[show.JumpFrom(show.Entries[0].FirstStep, place.Mark)!.Value];
                Assert.Equal(place.Mark, landed.Mark);
                Assert.Equal(new(0, 0), landed.From);
            }
        }, iter: 120);

    [Fact]
    public void The_words_of_a_songs_steps_are_the_words_of_the_song() =>
        Any.Sample(any =>
        {
            var show = Compile(any.Song, any.Look, any.Languages, any.Screens);
            var sung = any.Song.SungOrders[0].Marks.Where(mark => show.Entries[0].Order.Any(place => place.Mark == mark && place.Steps > 0))
                .SelectMany(mark => any.Song.FirstWording.Find(mark)?.SungLines ?? []).Select(line => line.Words);
            Assert.Equal(Letters(sung), Letters(show.Steps.Select(step => step.Words.Replace(" / ", "", StringComparison.Ordinal))));
        }, iter: 150);

    [Fact]
    public void After_an_edit_only_the_entry_that_changed_is_compiled_again_and_the_show_is_the_same() =>
        Gen.Select(Generated.Song.Array[2, 4], Generated.Screens, Generated.Song).Sample((songs, screens, other) =>
        {
            var (service, library) = ShowCompilerTests.Plan(songs);
            var before = ShowCompiler.Compile(ShowCompilerTests.SourcesOf(service, library, screens));
            library[songs[0].Id].Save(other.Content, DateTimeOffset.UnixEpoch, "Maren", "other words");
            var sources = ShowCompilerTests.SourcesOf(service, library, screens);
            var after = ShowCompiler.Compile(sources, before);

            Assert.Equal(ShowCompiler.Compile(sources).Hash, after.Hash);
            foreach (var (was, now) in before.Entries.Zip(after.Entries).Skip(3))
                for (var step = 0; step < now.Steps; step++)
                    Assert.All(before.Steps[was.FirstStep + step].Slides.Zip(after.Steps[now.FirstStep + step].Slides), pair => Assert.Same(pair.First, pair.Second));
        }, iter: 60);

    [Fact]
    public void A_slide_that_looks_the_same_has_the_same_name_and_another_one_another()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var show = ShowCompilerTests.Compile(service, songs);
        var refrains = show.Steps.Where(step => step.Mark?.Kind == SectionKind.Refrain).Select(step => step.Slides[0].Key).ToList();
        // The last refrain carries the credit line.
        Assert.Single(refrains.SkipLast(1).Distinct());
        Assert.NotEqual(refrains[0], refrains[^1]);
    }

    [Fact]
    public void The_platform_says_what_comes_next_and_where_the_song_is()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        service.Add(TypedLine.Read("Blessing 1:00")!.AsSpoken());
        var show = ShowCompilerTests.Compile(service, songs, new Screen { Name = "Platform", Purpose = ScreenPurpose.Platform, Face = SlideFace.Platform });
        string Row(int step, Core.Typesetting.RowPlace place) => string.Join(" / ", show.Steps[step].Slides[0].Rows.Where(row => row.Place == place).Select(row => row.Text));

        var song = show.Entries[1];
        Assert.Equal("→ Lantern over Water", Row(0, Core.Typesetting.RowPlace.Next));
        Assert.Equal("Lantern over Water · Verse 1", Row(song.FirstStep, Core.Typesetting.RowPlace.Heading));
        Assert.StartsWith("R  Shine, shine", Row(song.FirstStep, Core.Typesetting.RowPlace.Next), StringComparison.Ordinal);
        Assert.Equal("→ Blessing", Row(song.FirstStep + song.Steps - 1, Core.Typesetting.RowPlace.Next));
        Assert.NotEmpty(Row(song.FirstStep, Core.Typesetting.RowPlace.Clock));
    }

    [Fact]
    public void A_line_that_no_typeface_can_draw_is_a_finding_on_every_screen_and_stops_none()
    {
        var verse = new SectionMark(SectionKind.Verse, 1);
        var song = Song.Create(ShowCompilerTests.Lantern.Content with { Wordings = [new Wording("en", [Section.Of(verse, "𓀀𓀁", "tide")])], SungOrders = [new SungOrder("full", [verse, verse])] }, Shelf.MainId, DateTimeOffset.UnixEpoch, "Maren");
        var (service, songs) = ShowCompilerTests.Plan(song);
        var show = ShowCompilerTests.Compile(service, songs,
            new Screen { Name = "Platform", Purpose = ScreenPurpose.Platform, Face = SlideFace.Platform }, new Screen { Name = "Stream", Purpose = ScreenPurpose.Stream, Face = SlideFace.LowerThird });
        Assert.Contains(show.Entries[1].Findings, finding => finding.StartsWith("Platform:", StringComparison.Ordinal) && finding.Contains("U+13000", StringComparison.Ordinal));
        Assert.Contains(show.Steps[^1].Slides[1].Words, row => row.Text == "tide");
    }

    [Fact]
    public void A_screen_carries_what_it_was_told_to()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var show = ShowCompilerTests.Compile(service, songs,
            new Screen { Name = "all", Purpose = ScreenPurpose.Main },
            new Screen { Name = "no credits", Purpose = ScreenPurpose.Main, Carries = ScreenCarries.Words },
            new Screen { Name = "nothing", Purpose = ScreenPurpose.Lobby, Carries = ScreenCarries.Nothing });
        var first = show.Steps[show.Entries[1].FirstStep].Slides;
        Assert.NotEmpty(first[0].Credit);
        Assert.Empty(first[1].Credit);
        Assert.Equal(first[0].Words, first[1].Words);
        Assert.All(show.Steps, step => Assert.True(step.Slides[2].IsBlank));
    }

    [Fact]
    public void Half_a_long_line_is_gone_back_to_after_an_edit_elsewhere()
    {
        var song = Song.Create(ShowCompilerTests.Lantern.Content with { Wordings = [new Wording("en", [Section.Of(new SectionMark(SectionKind.Verse, 1), string.Join(' ', Enumerable.Repeat("tide upon tide", 40)))])], SungOrders = [new SungOrder("full", [new SectionMark(SectionKind.Verse, 1)])] },
            Shelf.MainId, DateTimeOffset.UnixEpoch, "Maren");
        var (service, songs) = ShowCompilerTests.Plan(song);
        var before = ShowCompilerTests.Compile(service, songs);
        Assert.True(before.Entries[1].Steps > 2);
        var state = Core.Live.LiveState.Begin(before).Apply(new Core.Live.LiveCommand.GoTo(before.Steps.Length - 1), before);
        service.Add(TypedLine.Read("Notices 2:00")!.AsSpoken(), service.Order[0].Id);
        var after = ShowCompilerTests.Compile(service, songs);

        Assert.Equal(after.Steps.Length - 1, state.Carry(after).Step);
    }

    private static Show Compile(Song song, StyleLook look, string[] languages, params Screen[] screens)
    {
        var (service, songs) = ShowCompilerTests.Plan(song);
        service.Remove(service.Order[1].Id, DateTimeOffset.UnixEpoch);
        service.Speak(service.Sittings[0].Id, languages);
        var style = Style.Create("any", look, DateTimeOffset.UnixEpoch, "Maren");
        return ShowCompiler.Compile(ShowCompilerTests.SourcesOf(service, songs, screens) with { Styles = new Dictionary<Guid, Style> { [style.Id] = style }, HouseStyles = new() { All = style.Id } });
    }

    private static string Letters(IEnumerable<string> rows) => string.Concat(rows).Replace(" ", "", StringComparison.Ordinal);
}
