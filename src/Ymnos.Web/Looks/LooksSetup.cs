using Ymnos.Core.Typesetting;
using Ymnos.Rendering;

namespace Ymnos.Web.Looks;

internal static class LooksSetup
{
    public static void AddLooks(this IServiceCollection services)
    {
        services.AddSingleton(provider => TypeCaseFiles.Open(provider.GetRequiredService<IWebHostEnvironment>()));
        services.AddSingleton<SlidePainter>();
        services.AddSingleton<SlidesPdf>();
        services.AddSingleton<SlidesPresentation>();
        services.AddScoped<PictureShelf>();
        services.AddScoped<LooksDesk>();
        services.AddScoped<HouseLook>();
    }
}
