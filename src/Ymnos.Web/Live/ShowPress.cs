using System.Collections.Concurrent;
using Ymnos.Core.Shows;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using Ymnos.Data.Live;

namespace Ymnos.Web.Live;

/// <summary>
/// Compiles shows, and keeps the last one of each sitting as long as its plan stays the same. Only a cache: any process
/// compiles the same show from the same plan.
/// </summary>
public sealed class ShowPress : IDisposable
{
    private const int MostKept = 32;

    private readonly Typeface _words;
    private readonly Typeface _credit;
    private readonly ConcurrentDictionary<Guid, (PlanStamp Stamp, Show Show)> _kept = new();

    /// <param name="fontFolder">Holds the very files that browsers are given.</param>
    public ShowPress(string fontFolder)
    {
        _words = Load("slide-sans-600");
        _credit = Load("slide-sans-400");
        Style = Style.House(_words, _credit);

        Typeface Load(string name)
        {
            using var file = File.OpenRead(Path.Combine(fontFolder, name + ".ttf"));
            return new Typeface(name, file);
        }
    }

    /// <summary>The house's look.</summary>
    public Style Style { get; }

    /// <summary>The sitting's show at the given state of its plan.</summary>
    public async Task<Show?> ShowAsync(Guid sittingId, PlanStamp stamp, LiveStore store, CancellationToken cancel)
    {
        if (_kept.TryGetValue(sittingId, out var kept) && kept.Stamp == stamp)
            return kept.Show;
        return await CompileAsync(sittingId, store, cancel);
    }

    /// <summary>The sitting's show as its plan is now, or nothing when there is no such sitting.</summary>
    public async Task<Show?> CompileAsync(Guid sittingId, LiveStore store, CancellationToken cancel)
    {
        if (await store.SourceAsync(sittingId, cancel) is not { } source)
            return null;
        if (_kept.TryGetValue(sittingId, out var kept) && kept.Stamp == source.Stamp)
            return kept.Show;
        var show = ShowCompiler.Compile(source.Service, source.Sitting, source.Songs, Style);
        if (_kept.Count >= MostKept)
            _kept.Clear();
        _kept[sittingId] = (source.Stamp, show);
        return show;
    }

    public void Dispose()
    {
        _words.Dispose();
        _credit.Dispose();
    }
}
