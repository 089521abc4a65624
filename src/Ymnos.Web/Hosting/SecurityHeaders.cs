namespace Ymnos.Web.Hosting;

internal static class SecurityHeaders
{
    private const string Policy = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data: blob:; media-src 'self' blob:; "
        + "connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    /// <summary>Every answer carries the policy; nothing on any page comes from elsewhere or stands inline.</summary>
    public static void UseSecurityHeaders(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        return next(context);
    });
}
