using System.Text.Encodings.Web;
using System.Text.Unicode;
using Microsoft.AspNetCore.Mvc.ModelBinding.Metadata;
using Microsoft.Extensions.WebEncoders;
using Ymnos.Web.Pages.Calendar;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Hosting;

internal static class PageSetup
{
    /// <summary>Header in which a page's script sends the antiforgery token of the page.</summary>
    public const string AntiforgeryHeader = "X-Ymnos-Token";

    public static void AddPages(this WebApplicationBuilder builder)
    {
        builder.Services.AddRazorPages().AddMvcOptions(options => options.ModelMetadataDetailsProviders.Add(new EmptyStaysEmpty()));
        builder.Services.AddRouting(options => options.LowercaseUrls = true);
        builder.Services.AddAntiforgery(options =>
        {
            options.HeaderName = AntiforgeryHeader;
            options.Cookie.Name = "ymnos.form";
            options.Cookie.SameSite = SameSiteMode.Strict;
        });
        // Words in every script are written as they are, not as numbered entities.
        builder.Services.Configure<WebEncoderOptions>(options => options.TextEncoderSettings = new TextEncoderSettings(UnicodeRanges.All));
        builder.Services.AddHttpContextAccessor();
        builder.Services.AddMemoryCache();
        builder.Services.AddScoped<House>();
        builder.Services.AddScoped<Shelves>();
        builder.Services.AddScoped<SongDesk>();
        builder.Services.AddScoped<PlanDesk>();
    }

    /// <summary>A field that was left empty is an empty text, not the absence of one.</summary>
    private sealed class EmptyStaysEmpty : IDisplayMetadataProvider
    {
        public void CreateDisplayMetadata(DisplayMetadataProviderContext context) =>
            context.DisplayMetadata.ConvertEmptyStringToNull = false;
    }
}
