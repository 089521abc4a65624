using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Data;
using Ymnos.Data.Outside;

namespace Ymnos.Web.Outside;

/// <summary>Keeps the list of songbooks that the outside offers, so that it can be browsed with no network.</summary>
public sealed class SongbookList(YmnosDb db, OutsideWorld outside, TimeProvider clock)
{
    // Any number that is the same in every process and no other lock's.
    private const long ListLock = 0x59_6d_62_6f_6f_6b;

    /// <summary>Asks the shop. What it no longer offers goes from the list, unless it was fetched.</summary>
    /// <returns>Why the list is as it was before; nothing when it is new.</returns>
    public async Task<IReadOnlyList<Problem>> RefreshAsync(CancellationToken cancel)
    {
        var answer = await outside.SongbooksAsync(cancel);
        if (!answer.Succeeded(out var offered))
            return answer.Problems;
        // Two who ask at once write one after the other, and the second finds the books of the first.
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.Database.ExecuteSqlAsync($"select pg_advisory_xact_lock({ListLock})", cancel);
        var known = await db.OutsideSongbooks.ToDictionaryAsync(book => book.Number, cancel);
        // The first list of all is no news.
        var isFirst = known.Count == 0;
        foreach (var book in offered.Items.DistinctBy(book => book.Number))
        {
            if (known.Remove(book.Number, out var here))
                (here.Name, here.Abbreviation, here.Language, here.Publisher, here.Songs, here.Bytes, here.Version) = (book.Name, book.Abbreviation, book.Language, book.Publisher, book.Songs, book.Bytes, book.Version);
            else
                db.OutsideSongbooks.Add(new OutsideSongbook
                {
                    Number = book.Number,
                    Name = book.Name,
                    Abbreviation = book.Abbreviation,
                    Language = book.Language,
                    Publisher = book.Publisher,
                    Songs = book.Songs,
                    Bytes = book.Bytes,
                    Version = book.Version,
                    FirstSeenAt = clock.GetUtcNow(),
                    Noticed = isFirst,
                });
        }
        db.OutsideSongbooks.RemoveRange(known.Values.Where(book => book.FetchedVersion is null));
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return [];
    }
}

/// <summary>Asks the shop now and then, so that new songbooks show by a quiet sign.</summary>
internal sealed partial class SongbookWatch(IServiceScopeFactory scopes, TimeProvider clock, ILogger<SongbookWatch> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromHours(6);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every, clock);
        do
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                if (scope.ServiceProvider.GetRequiredService<OutsideWorld>().IsConnected)
                    await scope.ServiceProvider.GetRequiredService<SongbookList>().RefreshAsync(stoppingToken);
            }
            catch (Exception problem) when (problem is Npgsql.NpgsqlException or DbUpdateException or InvalidOperationException)
            {
                Failed(log, problem);
            }
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "The list of songbooks could not be kept.")]
    private static partial void Failed(ILogger log, Exception problem);
}
