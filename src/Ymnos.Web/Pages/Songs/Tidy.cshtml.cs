using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.Keeping;
using Ymnos.Web.Hosting;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Songs;

/// <summary>A probable double.</summary>
public sealed record TidyPair(Guid OneId, string One, Guid OtherId, string Other, string Why);

/// <summary>What is left undone in the library, a batch of songs at a time.</summary>
public sealed class TidyModel(YmnosDb db, House house, HouseLook looks, TypeCase typeCase, Shelves shelves) : PageModel
{
    /// <summary>Songs looked through for one page.</summary>
    private const int SongsAPage = 400;

    private const int MostPairs = 100;

    public bool MayEdit { get; private set; }

    public IReadOnlyList<TidyPair> Doubles { get; private set; } = [];

    public IReadOnlyList<(TidyKind Kind, IReadOnlyList<(Song Song, TidyFinding Finding)> Findings)> Findings { get; private set; } = [];

    /// <summary>Songs that were not sung in any service of the last two years, and in none before it either where there were none.</summary>
    public IReadOnlyList<(Guid Id, string Title)> NotSung { get; private set; } = [];

    public int LookedAt { get; private set; }

    /// <summary>Where the next batch begins; nothing after the last.</summary>
    public int? Next { get; private set; }

    public async Task OnGetAsync(int skip, CancellationToken cancel)
    {
        var today = await house.TodayAsync(cancel);
        MayEdit = (await shelves.EntrustedAsync(User, cancel)).WithAny;
        skip = Math.Clamp(skip, 0, 10_000_000);
        var songs = await db.Songs.AsNoTracking().Where(song => song.BinnedAt == null)
            .OrderBy(song => song.Title).ThenBy(song => song.Id).Skip(skip).Take(SongsAPage + 1).ToListAsync(cancel);
        Next = songs.Count > SongsAPage ? skip + SongsAPage : null;
        songs = [.. songs.Take(SongsAPage)];
        LookedAt = songs.Count;
        var face = await looks.FaceForSongsAsync(typeCase, cancel);
        Findings = [.. songs.SelectMany(song => TidyUp.Of(song.Content, today, line => WordsLayout.IsTooLong(line, song.FirstWording.Language, face)).Select(finding => (song, finding)))
            .GroupBy(pair => pair.finding.Kind).OrderBy(kind => kind.Key).Select(kind => (kind.Key, (IReadOnlyList<(Song, TidyFinding)>)[.. kind]))];
        var ids = songs.Select(song => song.Id).ToList();
        var since = today.AddYears(-2);
        var sung = await db.Set<Core.Planning.SongEntry>().Where(entry => ids.Contains(entry.SongId) && entry.RemovedAt == null
                && db.Services.Any(service => service.Id == entry.ServiceId && service.BinnedAt == null && service.Date >= since))
            .Select(entry => entry.SongId).Distinct().ToListAsync(cancel);
        NotSung = [.. songs.Where(song => !sung.Contains(song.Id)).Select(song => (song.Id, song.Title))];
        if (skip == 0)
            Doubles = [.. (await db.LikePairs.AsNoTracking().Where(pair => pair.ApartBy == null).OrderByDescending(pair => pair.Score).Take(MostPairs)
                .Join(db.Songs, pair => pair.OneId, song => song.Id, (pair, one) => new { pair, one })
                .Join(db.Songs, both => both.pair.OtherId, song => song.Id, (both, other) => new TidyPair(both.one.Id, both.one.Title, other.Id, other.Title, both.pair.Why)).ToListAsync(cancel))
                .Select(pair => string.CompareOrdinal(pair.One, pair.Other) <= 0 ? pair : new TidyPair(pair.OtherId, pair.Other, pair.OneId, pair.One, pair.Why))];
    }

    public static string NameOf(TidyKind kind) => kind switch
    {
        TidyKind.NoHolder => "No copyright holder",
        TidyKind.SharesNotWhole => "Shares that don’t make 100 %",
        TidyKind.NeverSung => "Sections in no order",
        TidyKind.TranslationIncomplete => "Translations with gaps",
        _ => "Lines too long for one row",
    };

    /// <summary>The page on which a finding is mended.</summary>
    public static string PlaceOf(Song song, TidyKind kind) => kind switch
    {
        TidyKind.NoHolder or TidyKind.SharesNotWhole => $"/songs/{song.Id}/edit",
        TidyKind.NeverSung => $"/songs/{song.Id}/orders",
        _ => $"/songs/{song.Id}",
    };
}
