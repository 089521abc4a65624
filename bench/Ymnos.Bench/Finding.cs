using System.Data.Common;
using System.Diagnostics;
using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Npgsql;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Keeping;

namespace Ymnos.Bench;

/// <summary>Finding songs as somebody types, over HTTP, against the bare SQL of the same searches.</summary>
internal static class Finding
{
    public static async Task<int> FillAsync(string connection, int songs)
    {
        var made = new MadeUpSongs(3);
        var start = Stopwatch.GetTimestamp();
        for (var done = 0; done < songs; done += 5000)
        {
            await using var db = Open(connection);
            await using var transaction = await db.Database.BeginTransactionAsync();
            await SongShipment.UnloadAsync(db, [.. Enumerable.Range(done, Math.Min(5000, songs - done)).Select(made.Next)], CancellationToken.None);
            await transaction.CommitAsync();
        }
        await using (var db = Open(connection))
            await db.Database.ExecuteSqlRawAsync("vacuum analyze");
        Console.WriteLine($"{songs} songs generated and saved in {Stopwatch.GetElapsedTime(start).TotalSeconds:0} s");
        return 0;
    }

    public static async Task<int> RunAsync(string connection, string url)
    {
        using var browser = await PageTimes.SignInAsync(url);
        var typed = Searches();
        // The statements each search sends, with their values, to be sent again bare.
        var recorder = new Recorder();
        await using var db = new YmnosDb((DbContextOptions<YmnosDb>)YmnosDb.Configure(new DbContextOptionsBuilder<YmnosDb>(), connection).AddInterceptors(recorder).Options);
        var search = new SongSearch(db);
        await using var bare = new NpgsqlConnection(connection);
        await bare.OpenAsync();

        var (page, sql) = (new Timing(), new Timing());
        var slowest = ("", 0.0);
        for (var round = 0; round < 4; round++)
            foreach (var text in typed)
            {
                recorder.Statements.Clear();
                await search.FindAsync(text, CancellationToken.None);
                var statements = recorder.Statements.ToList();
                // The first round only warms up.
                var (p, s) = round == 0 ? (new Timing(), new Timing()) : (page, sql);
                await s.OfAsync(() => ReplayAsync(bare, statements));
                var start = Stopwatch.GetTimestamp();
                await p.OfAsync(() => browser.GetStringAsync($"{url}/songs?handler=Rows&q={Uri.EscapeDataString(text)}"));
                var took = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
                if (round > 0 && took > slowest.Item2)
                    slowest = (text, took);
            }
        Console.WriteLine($"{typed.Count} searches, each three times");
        Console.WriteLine($"page      {page}");
        Console.WriteLine($"bare SQL  {sql}");
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"page / bare SQL: {page.Total / sql.Total:0.00} of the whole, {page.Median / sql.Median:0.00} at the median; slowest “{slowest.Item1}” {slowest.Item2:0.0} ms"));
        return 0;
    }

    /// <summary>Words as typed letter by letter, two words, numbers, and words with a slip.</summary>
    private static List<string> Searches()
    {
        var made = new MadeUpSongs(99);
        var searches = new List<string> { "q", "ha", "h", "tide", "214", "99999", "quayside 70" };
        for (var i = 0; i < 40; i++)
        {
            var (one, other) = (made.Word(), made.Word());
            searches.AddRange([one, $"{one} {other}", one[..Math.Min(3, one.Length)]]);
            if (one.Length >= 6)
                searches.Add(one[..2] + one[3] + one[2] + one[4..]);
        }
        return searches;
    }

    private static YmnosDb Open(string connection) =>
        new((DbContextOptions<YmnosDb>)YmnosDb.Configure(new DbContextOptionsBuilder<YmnosDb>(), connection).Options);

    private static async Task<int> ReplayAsync(NpgsqlConnection connection, List<(string Sql, List<NpgsqlParameter> Values)> statements)
    {
        var rows = 0;
        foreach (var (sql, values) in statements)
        {
            await using var command = new NpgsqlCommand(sql, connection);
            foreach (var value in values)
                command.Parameters.Add(value.Clone());
            await using var reader = await command.ExecuteReaderAsync();
            var columns = new object[reader.FieldCount];
            while (await reader.ReadAsync())
                rows += reader.GetValues(columns) > 0 ? 1 : 0;
        }
        return rows;
    }

    private sealed class Recorder : DbCommandInterceptor
    {
        public List<(string Sql, List<NpgsqlParameter> Values)> Statements { get; } = [];

        public override ValueTask<InterceptionResult<DbDataReader>> ReaderExecutingAsync(DbCommand command, CommandEventData eventData, InterceptionResult<DbDataReader> result, CancellationToken cancellationToken = default)
        {
            Statements.Add((command.CommandText, [.. command.Parameters.Cast<NpgsqlParameter>().Select(value => value.Clone())]));
            return base.ReaderExecutingAsync(command, eventData, result, cancellationToken);
        }
    }
}
