using Ymnos.Web.Imports;
using Ymnos.Web.Outside;

namespace Ymnos.Web.Jobs;

internal static class JobSetup
{
    public static void AddJobs(this IServiceCollection services)
    {
        services.AddSingleton<JobBell>();
        services.AddScoped<JobDesk>();
        services.AddHostedService<JobRunner>();
        services.AddScoped<IWork, ReadImport>();
        services.AddScoped<IWork, TakeImport>();
        services.AddScoped<IWork, FetchSongbooks>();
    }
}
