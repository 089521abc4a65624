using System.Globalization;

namespace Ymnos.Web.Hosting;

/// <summary>The clock everything reads. It can be set to stand still, so that pictures of pages come out alike.</summary>
internal static class Clock
{
    public static void AddClock(this WebApplicationBuilder builder) =>
        builder.Services.AddSingleton(builder.Configuration["Clock"] is { Length: > 0 } set
            ? new Standing(DateTimeOffset.Parse(set, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal))
            : TimeProvider.System);

    private sealed class Standing(DateTimeOffset instant) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => instant;
    }
}
