using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.IO.Hashing;
using System.Runtime.InteropServices;
using System.Text;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Shows;

/// <summary>A song as one screen shows it.</summary>
/// <param name="Steps">Its steps; each has one slide.</param>
/// <param name="PercentOfStyle">The size of its letters.</param>
/// <param name="Findings">What could not be set as it should be.</param>
public sealed record SongOnScreen(ImmutableArray<Step> Steps, int PercentOfStyle, ImmutableArray<string> Findings);

/// <summary>Turns a plan and a library into a show. Pure and deterministic: the same input gives the same show and the same hash.</summary>
public static class ShowCompiler
{
    /// <param name="sources">What the show is made from.</param>
    /// <param name="before">The show as it was before an edit: entries that did not change are taken from it.</param>
    public static Show Compile(ShowSources sources, Show? before = null)
    {
        var running = RunningOrder.Of(sources.Service, sources.Sitting, sources.Songs);
        var known = before?.Entries.Select(entry => entry.Compiled).DistinctBy(entry => entry.Key).ToDictionary(entry => entry.Key) ?? [];
        var compiler = new EntryCompiler(sources.Screens, sources.Sitting.Languages, sources.Licence);
        var around = AroundOf(sources);
        var faces = new ConcurrentDictionary<(Guid?, string), ScreenFace>();
        var shapes = sources.Screens.ToDictionary(screen => screen.Id, ShapeOf);
        var entries = ImmutableArray.CreateBuilder<ShowEntry>();
        var steps = ImmutableArray.CreateBuilder<Step>();
        var part = "";
        var lines = running.Lines;

        // Entries know nothing of each other: those that changed are compiled side by side.
        var pieces = new CompiledEntry?[lines.Length];
        Parallel.For(0, lines.Length, i => pieces[i] = lines[i].Line is Entry entry ? CompileEntry(lines[i], entry, NextOf(i)) : null);

        for (var i = 0; i < lines.Length; i++)
        {
            var line = lines[i];
            if (line.Line is not Entry entry || pieces[i] is not { } compiled)
            {
                part = ((Part)line.Line).Name;
                continue;
            }
            var first = steps.Count;
            foreach (var step in compiled.Steps)
                steps.Add(step with { Entry = entries.Count });
            entries.Add(new(line.Line.Id, part, TitleOf(line), line.StartsAt, line.Length, first, compiled.Steps.Length,
                [.. compiled.Order.Select(sung => sung with { FirstStep = sung.FirstStep + first })], compiled.Sections)
            {
                Notes = line.Song?.Content.BoothNotes ?? "",
                Style = sources.StyleOf(entry),
                PercentOfStyle = compiled.PercentOfStyle,
                Findings = compiled.Findings,
                Compiled = compiled,
            });
        }

        var show = new Show(sources.Sitting.Id, sources.Service.Title,
            [.. sources.Screens.Select(screen => new ShownScreen(screen.Id, screen.Name, screen.Purpose, screen.PixelsWide, screen.PixelsHigh))],
            entries.ToImmutable(), steps.ToImmutable(), "");
        return show with { Hash = HashOf(show) };

        string NextOf(int i) => lines.Skip(i + 1).FirstOrDefault(other => other.Line is Entry) is { } after ? "→ " + TitleOf(after) : "";

        CompiledEntry CompileEntry(TimedLine line, Entry entry, string next)
        {
            var style = sources.StyleOf(entry);
            var dressed = style.Id is { } id ? $"{id:N}.{sources.Styles[id].Revision}" : "";
            if (line is { Line: SongEntry sung, Song: { } song })
            {
                var key = $"{song.Id:N}.{song.Revision}|{sung.OrderName}|{dressed}|{next}|{around}";
                return known.GetValueOrDefault(key) ?? compiler.Sung(key, song, song.OrderNamed(sung.OrderName), next, FaceOf);
            }
            else
            {
                var key = $"{TitleOf(line)}|{dressed}|{next}|{around}";
                return known.GetValueOrDefault(key) ?? compiler.Spoken(key, TitleOf(line), next, FaceOf);
            }

            ScreenFace FaceOf(Screen screen) => faces.GetOrAdd((style.Id, shapes[screen.Id]), _ => new(sources.LookOf(style)[screen.Face], screen, sources.TypeCase));
        }
    }

    /// <summary>One song in one of its orders on one screen, as its own page shows it.</summary>
    /// <param name="song">The song.</param>
    /// <param name="order">The order.</param>
    /// <param name="languages">The languages shown; empty for the first wording.</param>
    /// <param name="screen">The screen.</param>
    /// <param name="look">The style.</param>
    /// <param name="typeCase">The letters.</param>
    /// <param name="licence">The congregation's licence numbers.</param>
    public static SongOnScreen CompileSong(Song song, SungOrder order, ImmutableArray<string> languages, Screen screen, StyleLook look, TypeCase typeCase, string licence = "")
    {
        var face = new ScreenFace(look[screen.Face], screen, typeCase);
        var compiled = new EntryCompiler([screen], languages, licence).Sung("", song, order, "", _ => face);
        return new(compiled.Order.Any(place => place.Steps > 0) ? compiled.Steps : [], compiled.PercentOfStyle, compiled.Findings);
    }

    /// <summary>What all entries of a show depend on.</summary>
    private static string AroundOf(ShowSources sources) => string.Join('|',
        sources.Screens.Select(screen => $"{ShapeOf(screen)} {screen.Purpose} {string.Join(',', EntryCompiler.LanguagesOf(screen, sources.Sitting.Languages))} {screen.Name}").Append(sources.Licence));

    /// <summary>What a face on a screen depends on: screens alike in it share it, and the layouts made in it.</summary>
    private static string ShapeOf(Screen screen) =>
        string.Create(CultureInfo.InvariantCulture, $"{screen.Face} {screen.SlideWidth} {screen.SafeMargin} {screen.Carries.HasFlag(ScreenCarries.Pictures)}");

    private static string TitleOf(TimedLine line) => line switch
    {
        { Song: { } song } => song.Title,
        { Line: SpokenEntry spoken } => spoken.Title,
        _ => "A song that is no longer in the library",
    };

    /// <summary>Names everything of a show that a screen or a booth can see. Texts stand behind their lengths, so that no two shows read alike.</summary>
    private static string HashOf(Show show)
    {
        var seen = new StringBuilder();
        Add(show.SittingId.ToString("N"));
        Add(show.Title);
        foreach (var screen in show.Screens)
        {
            Add(screen.Id.ToString("N"));
            Add(screen.Name);
            Add($"{screen.Purpose} {screen.PixelsWide} {screen.PixelsHigh}");
        }
        foreach (var entry in show.Entries)
        {
            Add(entry.Id.ToString("N"));
            Add(entry.PartName);
            Add(entry.Title);
            Add(entry.Notes);
            Add($"{entry.StartsAt.Ticks} {entry.Length.Ticks}");
            Add(entry.Compiled.Hash);
        }
        return Convert.ToHexStringLower(XxHash128.Hash(MemoryMarshal.AsBytes(seen.ToString().AsSpan())));

        void Add(string text) => seen.Append(text.Length).Append(':').Append(text);
    }
}
