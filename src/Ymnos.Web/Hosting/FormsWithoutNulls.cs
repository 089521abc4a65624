namespace Ymnos.Web.Hosting;

internal static class FormsWithoutNulls
{
    /// <summary>
    /// Takes null characters out of posted forms. Text pasted from broken files has them; the form reader would refuse
    /// the whole form, and what was typed would be lost. In a URL-encoded form a null is always written "%00".
    /// </summary>
    public static void UseFormsWithoutNulls(this IApplicationBuilder app) => app.Use(async (context, next) =>
    {
        if (HttpMethods.IsPost(context.Request.Method)
            && context.Request.ContentType?.StartsWith("application/x-www-form-urlencoded", StringComparison.OrdinalIgnoreCase) == true)
        {
            using var body = new MemoryStream();
            await context.Request.Body.CopyToAsync(body, context.RequestAborted);
            context.Request.Body = new MemoryStream(Without(body.GetBuffer().AsSpan(0, (int)body.Length)));
        }
        await next(context);
    });

    private static byte[] Without(ReadOnlySpan<byte> form)
    {
        var kept = new MemoryStream(form.Length);
        for (var at = form.IndexOf("%00"u8); at >= 0; at = form.IndexOf("%00"u8))
        {
            kept.Write(form[..at]);
            form = form[(at + 3)..];
        }
        kept.Write(form);
        return kept.ToArray();
    }
}
