namespace Ymnos.Web.Live;

internal static class LiveSetup
{
    public static void AddLive(this IServiceCollection services)
    {
        services.AddSignalR(options =>
        {
            options.MaximumReceiveMessageSize = 4096;
            options.KeepAliveInterval = TimeSpan.FromSeconds(5);
            options.ClientTimeoutInterval = TimeSpan.FromSeconds(15);
        });
        services.AddSingleton<ShowPress>();
        services.AddScoped<LiveRuns>();
        services.AddScoped<ScreenPairing>();
    }
}
