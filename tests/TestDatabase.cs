using System.Diagnostics.CodeAnalysis;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Ymnos.Data;

namespace Ymnos.Tests;

/// <summary>A real, migrated PostgreSQL database of its own for every test that asks. Migrated once; copied for each.</summary>
public sealed class TestDatabase : IAsyncDisposable
{
    private static readonly string Server = Environment.GetEnvironmentVariable("YMNOS_TEST_POSTGRES")
        ?? throw new InvalidOperationException("These tests need PostgreSQL; run them with ./test data or ./test web.");

    private static readonly Lazy<Task<string>> Template = new(MigrateTemplateAsync);
    private static readonly SemaphoreSlim Copying = new(1);
    private static readonly SemaphoreSlim Filling = new(1);
    private static string? _filled;

    private readonly string _name;

    private TestDatabase(string name) => _name = name;

    public string Connection => $"{Server};Database={_name};Maximum Pool Size=20";

    public static async Task<TestDatabase> CreateAsync() => await CopyAsync(await Template.Value);

    /// <summary>A copy of a database that was filled once, by whoever asked first.</summary>
    public static async Task<TestDatabase> CreateFilledAsync(Func<string, Task> fill)
    {
        await Filling.WaitAsync();
        try
        {
            if (_filled is null)
            {
                var filled = await CreateAsync();
                await fill(filled.Connection);
                NpgsqlConnection.ClearPool(new NpgsqlConnection(filled.Connection));
                _filled = filled._name;
            }
        }
        finally
        {
            Filling.Release();
        }
        return await CopyAsync(_filled);
    }

    private static async Task<TestDatabase> CopyAsync(string template)
    {
        var database = new TestDatabase($"t{Guid.NewGuid():N}");
        // PostgreSQL copies a template for one at a time.
        await Copying.WaitAsync();
        try
        {
            await RunAsync($"create database {database._name} template {template}");
        }
        finally
        {
            Copying.Release();
        }
        return database;
    }

    /// <summary>A database with nothing in it, not even tables.</summary>
    public static async Task<TestDatabase> CreateEmptyAsync()
    {
        var database = new TestDatabase($"t{Guid.NewGuid():N}");
        await RunAsync($"create database {database._name}");
        return database;
    }

    public YmnosDb Open() => new((DbContextOptions<YmnosDb>)YmnosDb.Configure(new DbContextOptionsBuilder<YmnosDb>(), Connection).Options);

    public async ValueTask DisposeAsync()
    {
        NpgsqlConnection.ClearPool(new NpgsqlConnection(Connection));
        await RunAsync($"drop database if exists {_name} with (force)");
    }

    private static async Task<string> MigrateTemplateAsync()
    {
        var template = new TestDatabase($"template{Guid.NewGuid():N}");
        await RunAsync($"create database {template._name}");
        await using (var db = new YmnosDb((DbContextOptions<YmnosDb>)YmnosDb.Configure(new DbContextOptionsBuilder<YmnosDb>(), template.Connection + ";Pooling=false").Options))
            await db.Database.MigrateAsync();
        return template._name;
    }

    [SuppressMessage("Security", "CA2100", Justification = "The names are made here.")]
    private static async Task RunAsync(string sql)
    {
        await using var connection = new NpgsqlConnection($"{Server};Database=postgres;Pooling=false");
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }
}
