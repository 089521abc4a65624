namespace Ymnos.Web.Outside;

internal static class OutsideSetup
{
    /// <summary>Nobody looks at a page that waits longer.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(6);

    public static void AddOutside(this WebApplicationBuilder builder)
    {
        builder.Services.AddHttpClient<OutsideWorld>((services, http) =>
        {
            var settings = services.GetRequiredService<IConfiguration>();
            http.Timeout = settings.GetValue<TimeSpan?>("Outside:Patience") ?? Patience;
            if (settings["Outside:Address"] is { Length: > 0 } address)
                http.BaseAddress = new Uri(address.TrimEnd('/') + "/");
        });
        builder.Services.AddScoped<SongbookList>();
        builder.Services.AddHostedService<SongbookWatch>();
    }
}
