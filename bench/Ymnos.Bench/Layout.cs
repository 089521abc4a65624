using System.Collections.Immutable;
using System.Diagnostics;
using System.Text.Json;
using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Bench;

/// <summary>
/// Laying out 30 songs, against HarfBuzz alone shaping the same distinct words; and compiling a service of 30 entries in 2
/// languages for 4 screens, cold and after one edit.
/// </summary>
[MemoryDiagnoser]
public class Layout
{
    private readonly (Service Service, Dictionary<Guid, Song> Songs) _plan = MadeUpSongs.Plan(30, 7);
    private readonly string _folder = FontFolder();
    private ImmutableArray<CaseFace> _faces;
    private TypeCase _warm = null!;
    private Show _before = null!;
    private string[] _distinct = [];

    private static readonly ImmutableArray<Screen> Screens =
    [
        new() { Name = "Main", Purpose = ScreenPurpose.Main },
        new() { Name = "Platform", Purpose = ScreenPurpose.Platform, Face = SlideFace.Platform, Languages = ["en"] },
        new() { Name = "Lobby", Purpose = ScreenPurpose.Lobby, SafeMargin = 2 },
        new() { Name = "Stream", Purpose = ScreenPurpose.Stream, Face = SlideFace.LowerThird },
    ];

    internal static int Run()
    {
        BenchmarkRunner.Run<Layout>(DefaultConfig.Instance.AddJob(Job.Default.WithWarmupCount(12).WithIterationCount(12).WithToolchain(InProcessEmitToolchain.Instance)));
        return 0;
    }

    [GlobalSetup]
    public void Load()
    {
        _faces = JsonSerializer.Deserialize<ImmutableArray<CaseFace>>(File.ReadAllText(Path.Combine(_folder, "typecase.json")), JsonSerializerOptions.Web);
        foreach (var song in _plan.Songs.Values)
        {
            // The second language has words of its own: the first one's letters, the other way round.
            var other = new Wording("fr", [.. song.FirstWording.Sections.Select(section => Section.Of(section.Mark, section.SungLines.Select(line =>
                string.Join(' ', line.Words.Split(' ').Select(word => string.Concat(word.Reverse()))))))]);
            song.Save(song.Content with { Wordings = [song.FirstWording with { Language = "en" }, other] }, DateTimeOffset.UnixEpoch, "bench", "two languages");
        }
        _plan.Service.Speak(_plan.Service.Sittings[0].Id, ["en", "fr"]);
        _distinct = [.. _plan.Songs.Values.SelectMany(song => song.FirstWording.Sections).SelectMany(section => section.SungLines)
            .SelectMany(line => line.Words.Split(' ')).Distinct()];
        _warm = Open();
        _before = ShowCompiler.Compile(Sources(_warm));
    }

    [Benchmark(Baseline = true, Description = "HarfBuzz alone, the distinct words once")]
    public double ShapeDistinctWords()
    {
        // On a font just opened, like the layout beside it: HarfBuzz fills caches of its own at first.
        using var fonts = Open();
        var face = fonts["slide-sans-600"];
        var width = 0.0;
        foreach (var word in _distinct)
            width += face.Shape(word);
        return width;
    }

    [Benchmark(Description = "lay out 30 songs, no width known")]
    public double LayOutCold()
    {
        using var fonts = Open();
        var face = new ScreenFace(StyleLook.House.Full, Screens[0], fonts);
        return _plan.Songs.Values.Sum(song => WordsLayout.Of([song.FirstWording], face).Scale);
    }

    [Benchmark(Description = "compile 30 entries, 2 languages, 4 screens, no width known")]
    public string CompileCold()
    {
        using var fonts = Open();
        return ShowCompiler.Compile(Sources(fonts)).Hash;
    }

    [Benchmark(Description = "the same again, widths known")]
    public string CompileWarm() => ShowCompiler.Compile(Sources(_warm)).Hash;

    [Benchmark(Description = "the same after an edit of one song")]
    public string CompileAfterAnEdit()
    {
        var song = _plan.Songs.Values.First();
        song.Save(song.Content, DateTimeOffset.UnixEpoch, "bench", "edit");
        _before = ShowCompiler.Compile(Sources(_warm), _before);
        return _before.Hash;
    }

    private ShowSources Sources(TypeCase fonts) => new()
    {
        Service = _plan.Service,
        Sitting = _plan.Service.Sittings[0],
        Songs = _plan.Songs,
        Screens = Screens,
        TypeCase = fonts,
    };

    private TypeCase Open() => new(_faces, face => Path.Combine(_folder, face + ".ttf"));

    private static string FontFolder()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Ymnos.slnx")))
            folder = folder.Parent ?? throw new UnreachableException("Run from a checkout.");
        return Path.Combine(folder.FullName, "src/Ymnos.Web/wwwroot/built/fonts");
    }
}
