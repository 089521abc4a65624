using CsCheck;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Core.Styles;
using Ymnos.Core.Tests.Planning;
using Ymnos.Core.Tests.Songs;
using Ymnos.Core.Tests.Typesetting;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Shows;

public sealed class ShowCompilerTests
{
    private static readonly Gen<Song> AnySong = Gen.Select(LayoutTests.Line.Array[1, 9].Array[1, 6], Gen.Int[0, 5].Array[0, 12], (sections, order) =>
        SongTests.Good(new SongDraft
        {
            Title = "A song",
            CopyrightHolder = "Tidewrack Songs",
            Text = WordsText.Write([.. sections.Select((lines, i) => Section.Of(new SectionMark(SectionKind.Verse, i + 1), lines.Select(CleanText.Line)))]),
            Order = string.Join(' ', order.Select(i => (i % sections.Length) + 1)),
        }));

    internal static (Service Service, Dictionary<Guid, Song> Songs) Plan(params IEnumerable<Song> songs)
    {
        var service = PlanningTests.Good(new ServiceDraft { Title = "Harvest", Date = "2026-10-18", StartTimes = "9:30" });
        var library = new Dictionary<Guid, Song>();
        service.Add(new Part { Name = "Gathering" });
        service.Add(TypedLine.Read("Welcome 3:00")!.AsSpoken());
        foreach (var song in songs)
        {
            library[song.Id] = song;
            service.Add(new SongEntry { SongId = song.Id });
        }
        return (service, library);
    }

    internal static Show Compile(Service service, Dictionary<Guid, Song> songs, params Screen[] screens) => ShowCompiler.Compile(SourcesOf(service, songs, screens));

    internal static ShowSources SourcesOf(Service service, Dictionary<Guid, Song> songs, params IReadOnlyList<Screen> screens) => new()
    {
        Service = service,
        Sitting = service.Sittings[0],
        Songs = songs,
        Screens = screens.Count > 0 ? screens : [Screen.Usual],
        TypeCase = Fonts.Case,
    };

    internal static readonly Song Lantern = SongTests.Good(new SongDraft
    {
        Title = "Lantern over Water",
        WordsBy = "Odile Tranter",
        Text = "Verse 1\nLift the lantern over water,\ncall the far boats home;\nevery deckhand, every daughter,\nno one sails alone.\n\nRefrain\nShine, shine, harbour light,\nsteady through the foam;\n\nVerse 2\nWhen the gale is on the headland\nand the stars are drowned,\n\nBridge\nHome, home, all come home,",
        Order = "1 R 2 R B R R",
    });

    [Fact]
    public void A_refrain_sung_twice_is_shown_twice()
    {
        var (service, songs) = Plan(Lantern);
        var show = Compile(service, songs);

        Assert.Equal("1 R 2 R B R R", string.Join(' ', show.Entries[1].Order.Select(section => section.Mark)));
        Assert.Equal(4, show.Steps.Count(step => step.Mark?.Kind == SectionKind.Refrain));
        Assert.Equal(["Gathering", "Gathering"], show.Entries.Select(entry => entry.PartName));
        Assert.True(show.Steps[0].Slides[0].IsBlank);
    }

    [Fact]
    public void The_credit_line_stands_on_the_first_and_the_last_slide_of_the_song()
    {
        var (service, songs) = Plan(Lantern);
        var sung = Compile(service, songs).Steps.Where(step => step.Mark is not null).ToList();

        Assert.Contains("Odile Tranter", Assert.Single(sung[0].Slides[0].Credit).Text, StringComparison.Ordinal);
        Assert.Equal(sung[0].Slides[0].Credit, sung[^1].Slides[0].Credit);
        Assert.All(sung.Skip(1).SkipLast(1), step => Assert.Empty(step.Slides[0].Credit));
    }

    [Fact]
    public void Whatever_the_song_no_word_is_lost_doubled_or_moved() =>
        AnySong.Sample(song =>
        {
            var (service, songs) = Plan(song);
            var words = Compile(service, songs).Steps.SelectMany(step => step.Slides[0].Words).ToList();
            Assert.Single(words.Select(row => row.Size).Distinct());
            Assert.All(words, row => Assert.InRange(row.Size, 60, 104));
            var sung = song.SungOrders[0].Marks.SelectMany(mark => song.FirstWording.Find(mark)!.SungLines).Select(line => line.Words);
            Assert.Equal(Letters(sung), Letters(words.Select(row => row.Text)));
        }, iter: 400);

    [Fact]
    public void The_same_plan_gives_the_same_show_and_another_plan_another_hash() =>
        AnySong.Sample(song =>
        {
            var (service, songs) = Plan(song);
            var show = Compile(service, songs);
            Assert.Equal(show.Hash, Compile(service, songs).Hash);
            service.Add(TypedLine.Read("Blessing 1:00")!.AsSpoken());
            Assert.NotEqual(show.Hash, Compile(service, songs).Hash);
        }, iter: 50);

    [Fact]
    public void Steps_and_entries_cover_each_other_without_gaps() =>
        AnySong.Array[1, 3].Sample(some =>
        {
            var (service, songs) = Plan(some);
            var show = Compile(service, songs);
            var next = 0;
            for (var i = 0; i < show.Entries.Length; i++)
            {
                Assert.Equal(next, show.Entries[i].FirstStep);
                Assert.True(show.Entries[i].Steps > 0);
                Assert.All(show.Steps.Skip(next).Take(show.Entries[i].Steps), step => Assert.Equal(i, step.Entry));
                next += show.Entries[i].Steps;
            }
            Assert.Equal(show.Steps.Length, next);
        }, iter: 60);

    [Fact]
    public void A_song_that_has_gone_leaves_a_blank_step()
    {
        var (service, _) = Plan(Lantern);
        Assert.Equal(2, Compile(service, []).Steps.Length);
    }

    [Fact]
    public void Typing_a_mark_goes_to_the_next_time_it_is_sung_and_round_to_the_first()
    {
        var (service, songs) = Plan(Lantern);
        var show = Compile(service, songs);
        var refrains = Enumerable.Range(0, show.Steps.Length).Where(i => show.Steps[i].Mark?.Kind == SectionKind.Refrain).ToList();
        var refrain = new SectionMark(SectionKind.Refrain);

        var verse = show.Entries[1].FirstStep;
        Assert.Equal(refrains[0], show.JumpFrom(verse, refrain));
        Assert.Equal(refrains[1], show.JumpFrom(refrains[0], refrain));
        Assert.Equal(refrains[0], show.JumpFrom(refrains[3], refrain));
        Assert.Null(show.JumpFrom(verse, new SectionMark(SectionKind.Ending)));
        Assert.Null(show.JumpFrom(0, refrain));
        Assert.Equal("2", show.Steps[show.JumpFrom(verse, "R2")!.Value].Mark.ToString());
        Assert.Equal(refrains[0], show.JumpFrom(verse, "12r"));
        Assert.Null(show.JumpFrom(verse, "x"));
    }

    private static string Letters(IEnumerable<string> rows) => string.Concat(rows).Replace(" ", "", StringComparison.Ordinal);

    [Fact]
    public void A_song_may_open_with_a_slide_without_words_and_brings_its_notes_to_the_booth()
    {
        var song = Song.Create(Lantern.Content with { OpensBlank = true, BoothNotes = "wait for Ines" }, Shelf.MainId, DateTimeOffset.UnixEpoch, "Maren");
        var steps = ShowCompiler.CompileSong(song, song.SungOrders[0], [], Screen.Usual, StyleLook.House, Fonts.Case).Steps;
        var plain = ShowCompiler.CompileSong(Lantern, Lantern.SungOrders[0], [], Screen.Usual, StyleLook.House, Fonts.Case).Steps;
        Assert.Equal(plain.Length + 1, steps.Length);
        Assert.True(steps[0].Slides[0].IsBlank);
        Assert.Equal(plain[0].Slides[0].Words, steps[1].Slides[0].Words);

        var (service, songs) = Plan(song);
        var show = Compile(service, songs);
        Assert.True(show.Entries[1].OpensBlank);
        Assert.Equal("wait for Ines", show.Entries[1].Notes);
    }

    [Fact]
    public void A_slide_begins_where_somebody_has_set_it_to_begin()
    {
        var section = Section.Of(new SectionMark(SectionKind.Verse), "one", "two", "three", "four");
        string[] Slides(params int[] breaks) => [.. WordsLayout.Of([new Wording("en", [section with { Breaks = [.. breaks] }])], Fonts.House).SlidesOf(section.Mark).Select(slide => string.Join(' ', slide.FirstRows))];

        Assert.Equal(["one two three four"], Slides());
        Assert.Equal(["one", "two three four"], Slides(1));
        Assert.Equal(["one two", "three", "four"], Slides(2, 3));
    }
}
