using System.Collections.Immutable;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Shows;

/// <summary>Turns a plan and a library into a show. Pure and deterministic: the same input gives the same show and the same hash.</summary>
public static class ShowCompiler
{
    /// <param name="service">The plan.</param>
    /// <param name="sitting">The sitting it is shown at.</param>
    /// <param name="songs">The songs of the plan by id. An entry whose song is missing has one blank step.</param>
    /// <param name="style">How words look.</param>
    public static Show Compile(Service service, Sitting sitting, IReadOnlyDictionary<Guid, Song> songs, Style style)
    {
        var running = RunningOrder.Of(service, sitting, songs);
        var entries = ImmutableArray.CreateBuilder<ShowEntry>();
        var steps = ImmutableArray.CreateBuilder<Step>();
        var layouts = new Dictionary<Guid, SongLayout>();
        var blank = new Slide(style.Background, [], []);
        var part = "";

        foreach (var line in running.Lines)
        {
            if (line.Line is Part heading)
            {
                part = heading.Name;
                continue;
            }
            var first = steps.Count;
            ImmutableArray<SungSection> order = [];
            ImmutableArray<Section> sections = [];
            if (line is { Line: SongEntry entry, Song: { } song })
            {
                if (!layouts.TryGetValue(song.Id, out var layout))
                    layouts.Add(song.Id, layout = SongLayout.Of(song.FirstWording, style));
                var sung = song.OrderNamed(entry.OrderName);
                if (song.Content.OpensBlank)
                    steps.Add(new(entries.Count, 0, null, 0, 0, blank));
                order = Unroll(sung, layout, entries.Count, style, steps);
                sections = [.. sung.Marks.Distinct().Select(mark => song.FirstWording.Find(mark)).OfType<Section>()];
                AddCredit(steps, song.Content.OpensBlank ? first + 1 : first, CreditLine.Place(CreditLine.Of(song), style));
            }
            if (steps.Count == first)
                steps.Add(new(entries.Count, 0, null, 0, 0, blank));
            entries.Add(new(line.Line.Id, part, TitleOf(line), line.StartsAt, line.Length, first, steps.Count - first, order, sections) { Notes = line.Song?.Content.BoothNotes ?? "" });
        }

        var show = new Show(sitting.Id, service.Title, entries.ToImmutable(), steps.ToImmutable(), "");
        return show with { Hash = ShowHash.Of(show) };
    }

    /// <summary>The steps of one song in one of its orders, as a song page shows them, and the size of their letters.</summary>
    public static (ImmutableArray<Step> Steps, int PercentOfStyle) CompileSong(Song song, SungOrder order, Style style)
    {
        var steps = ImmutableArray.CreateBuilder<Step>();
        var layout = SongLayout.Of(song.FirstWording, style);
        if (song.Content.OpensBlank)
            steps.Add(new(0, 0, null, 0, 0, new Slide(style.Background, [], [])));
        var first = steps.Count;
        Unroll(order, layout, 0, style, steps);
        AddCredit(steps, first, CreditLine.Place(CreditLine.Of(song), style));
        return (steps.ToImmutable(), layout.PercentOfStyle);
    }

    private static ImmutableArray<SungSection> Unroll(SungOrder sung, SongLayout layout, int entry, Style style, ImmutableArray<Step>.Builder steps)
    {
        var order = ImmutableArray.CreateBuilder<SungSection>();
        foreach (var mark in sung.Marks)
        {
            var slides = layout.SlidesOf(mark);
            foreach (var slide in slides)
                steps.Add(new(entry, order.Count, mark, slide.FirstLine, slide.LastLine, new Slide(style.Background, layout.Place(slide), [])));
            order.Add(new(mark, steps.Count - slides.Length, slides.Length));
        }
        return order.ToImmutable();
    }

    /// <summary>The credit line stands on the song's first slide and on its last.</summary>
    private static void AddCredit(ImmutableArray<Step>.Builder steps, int first, ImmutableArray<TextRow> credit)
    {
        if (steps.Count <= first || credit.IsEmpty)
            return;
        steps[first] = steps[first] with { Slide = steps[first].Slide with { Credit = credit } };
        steps[^1] = steps[^1] with { Slide = steps[^1].Slide with { Credit = credit } };
    }

    private static string TitleOf(TimedLine line) => line switch
    {
        { Song: { } song } => song.Title,
        { Line: SpokenEntry spoken } => spoken.Title,
        _ => "A song that is no longer in the library",
    };
}
