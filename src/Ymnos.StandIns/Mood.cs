namespace Ymnos.StandIns;

/// <summary>How the outside behaves just now: well, slowly, or not at all. Tests and demonstrations set it.</summary>
/// <remarks><c>POST /mood?wait=3000</c> makes every answer wait so many milliseconds, <c>?fail=503</c> fails with that status, <c>?garble=true</c> sends what is no answer, <c>?edition=2</c> is a later day on which some things have changed.</remarks>
internal sealed class Mood
{
    public int WaitMilliseconds { get; set; }
    public int FailWith { get; set; }
    public bool Garbles { get; set; }
    public int Edition { get; set; } = 1;
}

internal static class MoodSetup
{
    public static void UseMood(this WebApplication app)
    {
        app.MapPost("/mood", (Mood mood, int? wait, int? fail, bool? garble, int? edition) =>
        {
            (mood.WaitMilliseconds, mood.FailWith, mood.Garbles, mood.Edition) = (Math.Clamp(wait ?? 0, 0, 60_000), fail ?? 0, garble ?? false, Math.Clamp(edition ?? 1, 1, 9));
            return Results.NoContent();
        });
        app.Use(async (context, next) =>
        {
            var mood = context.RequestServices.GetRequiredService<Mood>();
            if (context.Request.Path.StartsWithSegments("/mood") || context.Request.Path.StartsWithSegments("/health"))
            {
                await next(context);
                return;
            }
            if (mood.WaitMilliseconds > 0)
                await Task.Delay(mood.WaitMilliseconds, context.RequestAborted);
            if (mood.FailWith > 0)
                context.Response.StatusCode = mood.FailWith;
            else if (mood.Garbles)
                await context.Response.WriteAsync("<html>{\"songs\": 7", context.RequestAborted);
            else
                await next(context);
        });
    }
}
