using System.Collections.Concurrent;
using Ymnos.Core.Shows;
using Ymnos.Core.Typesetting;
using Ymnos.Data.Live;

namespace Ymnos.Web.Live;

/// <summary>
/// Compiles shows, and keeps the last one of each sitting: while its plan stays the same it is the show, and after an edit
/// only the entries that changed are compiled again. Only a cache: any process compiles the same show from the same plan.
/// </summary>
public sealed class ShowPress(TypeCase typeCase)
{
    private const int MostKept = 32;

    private readonly ConcurrentDictionary<Guid, (PlanStamp Stamp, Show Show)> _kept = new();

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
        var known = _kept.TryGetValue(sittingId, out var kept);
        if (known && kept.Stamp == source.Stamp)
            return kept.Show;
        var show = ShowCompiler.Compile(new()
        {
            Service = source.Service,
            Sitting = source.Sitting,
            Songs = source.Songs,
            Screens = source.Screens,
            Styles = source.Styles,
            HouseStyles = source.HouseStyles,
            Licence = source.Licence,
            TypeCase = typeCase,
        }, known ? kept.Show : null);
        if (_kept.Count >= MostKept)
            _kept.Clear();
        _kept[sittingId] = (source.Stamp, show);
        return show;
    }
}
