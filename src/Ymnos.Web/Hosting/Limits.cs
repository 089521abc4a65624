using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Features;

namespace Ymnos.Web.Hosting;

/// <summary>How often and how much may be sent.</summary>
internal static class Limits
{
    public const string Guessing = nameof(Guessing);

    /// <summary>Form fields may be longer than any song, so that a text that is too long comes back with a message instead of an error.</summary>
    private const int LongestField = 8 * 1024 * 1024;

    public static void AddLimits(this WebApplicationBuilder builder)
    {
        builder.Services.Configure<FormOptions>(options => options.ValueLengthLimit = LongestField);
        builder.WebHost.ConfigureKestrel(options => options.Limits.MaxRequestBodySize = 4 * LongestField);
        var attempts = builder.Configuration.GetValue("SignIn:AttemptsPerMinute", 20);
        builder.Services.AddRateLimiter(options =>
        {
            // Passwords and screen codes: only sending counts, looking at the page does not.
            options.AddPolicy(Guessing, context => HttpMethods.IsPost(context.Request.Method)
                ? RateLimitPartition.GetSlidingWindowLimiter(
                    $"guess {context.Connection.RemoteIpAddress}", _ => new SlidingWindowRateLimiterOptions
                    {
                        PermitLimit = attempts,
                        Window = TimeSpan.FromMinutes(1),
                        SegmentsPerWindow = 6,
                    })
                : RateLimitPartition.GetNoLimiter("look"));
            options.OnRejected = (context, _) =>
            {
                context.HttpContext.Response.Redirect($"{context.HttpContext.Request.Path}?tooMany=true");
                return ValueTask.CompletedTask;
            };
        });
    }
}
