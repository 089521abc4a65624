using System.Security.Cryptography;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Npgsql;
using Ymnos.Core.People;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.People;
using Ymnos.Web.Demo;

namespace Ymnos.Web.Hosting;

/// <summary>Brings the database up to date before the first page is served.</summary>
internal static class FirstStart
{
    // Two processes that start at once migrate one after the other; the number only has to be the same for both.
    private const long MigrationLock = 0x59_6d_6e_6f_73;

    /// <returns>An exit code when the application should not go on to serve.</returns>
    public static async Task<int?> PrepareAsync(WebApplication app, CancellationToken cancel)
    {
        await using var scope = app.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<YmnosDb>();
        try
        {
            await CreateDatabaseAsync(db, cancel);
        }
        catch (Exception problem) when ((problem as NpgsqlException ?? problem.InnerException as NpgsqlException) is { } refused)
        {
            await Console.Error.WriteLineAsync($"The database cannot be used: {refused.Message}");
            return 1;
        }
        await db.Database.OpenConnectionAsync(cancel);
        await db.Database.ExecuteSqlAsync($"select pg_advisory_lock({MigrationLock})", cancel);
        try
        {
            await db.Database.MigrateAsync(cancel);
            await FindingAnew.RefillAsync(db, cancel);
            if (!await db.Congregations.AnyAsync(cancel))
                await FurnishAsync(app, scope.ServiceProvider, db, cancel);
        }
        finally
        {
            await db.Database.ExecuteSqlAsync($"select pg_advisory_unlock({MigrationLock})", CancellationToken.None);
            await db.Database.CloseConnectionAsync();
        }
        return app.Configuration.GetValue<bool>("PrepareOnly") ? 0 : null;
    }

    private static async Task CreateDatabaseAsync(YmnosDb db, CancellationToken cancel)
    {
        var creator = Microsoft.EntityFrameworkCore.Infrastructure.AccessorExtensions
            .GetService<Microsoft.EntityFrameworkCore.Storage.IRelationalDatabaseCreator>(db.Database);
        if (!await creator.ExistsAsync(cancel))
            await creator.CreateAsync(cancel);
    }

    private static async Task FurnishAsync(WebApplication app, IServiceProvider services, YmnosDb db, CancellationToken cancel)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var roles = services.GetRequiredService<RoleManager<IdentityRole<Guid>>>();
        foreach (var role in Roles.All)
            Demand(await roles.CreateAsync(new IdentityRole<Guid>(role)));
        if (app.Configuration.GetValue("Demo", true))
            await services.GetRequiredService<DemoWorld>().LoadAsync(cancel);
        else
            await FirstCoordinatorAsync(services, db, cancel);
        await transaction.CommitAsync(cancel);
    }

    private static async Task FirstCoordinatorAsync(IServiceProvider services, YmnosDb db, CancellationToken cancel)
    {
        db.Congregations.Add(new Congregation { Name = "Our congregation", TimeZone = TimeZoneInfo.Local.Id });
        await db.SaveChangesAsync(cancel);
        var password = RandomNumberGenerator.GetString("abcdefghjkmnpqrstuvwxyz23456789", 14);
        var people = services.GetRequiredService<UserManager<Person>>();
        var person = new Person { UserName = "coordinator", FullName = "Coordinator" };
        Demand(await people.CreateAsync(person, password));
        Demand(await people.AddToRoleAsync(person, Roles.Coordinator));
        Console.WriteLine($"The library is empty. Sign in as coordinator with the password {password} (it is shown this once).");
    }

    internal static void Demand(IdentityResult result)
    {
        if (!result.Succeeded)
            throw new InvalidOperationException(string.Join(" ", result.Errors.Select(error => error.Description)));
    }
}
