using Ymnos.Core.Typesetting;
using Ymnos.Rendering;

namespace Ymnos.Web.Looks;

internal static class LooksSetup
{
    public static void AddLooks(this IServiceCollection services)
    {
        services.AddSingleton<TypeCaseFiles>();
        services.AddSingleton(provider => provider.GetRequiredService<TypeCaseFiles>().Open());
        services.AddSingleton(provider => new SlidePainter(provider.GetRequiredService<TypeCase>(), provider.GetRequiredService<TypeCaseFiles>().Font));
        services.AddSingleton<SlidesPdf>();
        services.AddSingleton<SlidesPresentation>();
        services.AddScoped<PictureShelf>();
        services.AddScoped<LooksDesk>();
        services.AddScoped<HouseLook>();
    }
}
