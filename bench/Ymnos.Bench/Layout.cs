using System.Diagnostics;
using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using Ymnos.Core.Planning;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Bench;

/// <summary>Laying out and compiling 30 songs, against HarfBuzz alone shaping the same distinct words.</summary>
[MemoryDiagnoser]
public class Layout
{
    private readonly (Service Service, Dictionary<Guid, Song> Songs) _plan = MadeUpSongs.Plan(30, 7);
    private readonly byte[] _font = File.ReadAllBytes(FontFile());
    private Typeface _warm = null!;
    private string[] _distinct = [];

    internal static int Run()
    {
        BenchmarkRunner.Run<Layout>(DefaultConfig.Instance.AddJob(Job.ShortRun.WithToolchain(InProcessEmitToolchain.Instance)));
        return 0;
    }

    [GlobalSetup]
    public void Load()
    {
        _warm = Open();
        _distinct = [.. _plan.Songs.Values.SelectMany(song => song.FirstWording.Sections).SelectMany(section => section.SungLines)
            .SelectMany(line => line.Words.Split(' ')).Distinct()];
        CompileWarm();
    }

    [Benchmark(Baseline = true, Description = "HarfBuzz alone, the distinct words once")]
    public double ShapeDistinctWords()
    {
        // On a font just opened, like the layout beside it: HarfBuzz fills caches of its own at first.
        using var face = Open();
        var width = 0.0;
        foreach (var word in _distinct)
            width += face.Shape(word);
        return width;
    }

    [Benchmark(Description = "lay out 30 songs, no width known")]
    public double LayOutCold()
    {
        using var face = Open();
        var style = Style.House(face, face);
        return _plan.Songs.Values.Sum(song => SongLayout.Of(song.FirstWording, style).Size);
    }

    [Benchmark(Description = "compile 30 entries, no width known")]
    public string CompileCold()
    {
        using var face = Open();
        return ShowCompiler.Compile(_plan.Service, _plan.Service.Sittings[0], _plan.Songs, Style.House(face, face)).Hash;
    }

    [Benchmark(Description = "compile 30 entries again after an edit")]
    public string CompileWarm() => ShowCompiler.Compile(_plan.Service, _plan.Service.Sittings[0], _plan.Songs, Style.House(_warm, _warm)).Hash;

    private Typeface Open() => new("bench", new MemoryStream(_font));

    private static string FontFile()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Ymnos.slnx")))
            folder = folder.Parent ?? throw new UnreachableException("Run from a checkout.");
        return Path.Combine(folder.FullName, "src/Ymnos.Web/wwwroot/built/fonts/slide-sans-600.ttf");
    }
}
