using Microsoft.AspNetCore.DataProtection;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Keeping;
using Ymnos.Data.Live;

namespace Ymnos.Web.Hosting;

internal static class Database
{
    public static void AddDatabase(this WebApplicationBuilder builder)
    {
        var connection = builder.Configuration.GetConnectionString("Ymnos")
            ?? throw new InvalidOperationException("Set ConnectionStrings__Ymnos to the database; ./start does it for you.");
        builder.Services.AddDbContext<YmnosDb>(options => YmnosDb.Configure(options, connection));
        builder.Services.AddScoped<SongSearch>();
        builder.Services.AddScoped<Likenesses>();
        builder.Services.AddScoped<SongDeeds>();
        builder.Services.AddScoped<LiveStore>();
        // Every web process can read every other's cookies.
        builder.Services.AddDataProtection().SetApplicationName("Ymnos").PersistKeysToDbContext<YmnosDb>();
    }
}
