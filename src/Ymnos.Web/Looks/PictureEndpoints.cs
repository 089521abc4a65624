using Microsoft.EntityFrameworkCore;
using Ymnos.Data;
using Ymnos.Web.Live;

namespace Ymnos.Web.Looks;

/// <summary>Serves pictures and films to whoever is signed in, and to paired screens.</summary>
internal static class PictureEndpoints
{
    // A picture's bytes never change: a changed one is another picture.
    private const string Kept = "private, max-age=31536000, immutable";

    public static void MapPictures(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/pictures/{id:guid}", (Guid id, HttpContext http, YmnosDb db, ScreenPairing pairing, CancellationToken cancel) => ServeAsync(id, false, http, db, pairing, cancel)).AllowAnonymous();
        routes.MapGet("/pictures/{id:guid}/poster", (Guid id, HttpContext http, YmnosDb db, ScreenPairing pairing, CancellationToken cancel) => ServeAsync(id, true, http, db, pairing, cancel)).AllowAnonymous();
    }

    private static async Task<IResult> ServeAsync(Guid id, bool poster, HttpContext http, YmnosDb db, ScreenPairing pairing, CancellationToken cancel)
    {
        if (http.User.Identity is not { IsAuthenticated: true } && await pairing.KnownAsync(http, cancel) is not { IsPaired: true })
            return Results.NotFound();
        if (http.Request.Headers.IfNoneMatch.ToString().Contains(id.ToString("N"), StringComparison.Ordinal))
            return Results.StatusCode(StatusCodes.Status304NotModified);
        var file = await db.PictureFiles.AsNoTracking().Where(file => file.PictureId == id)
            .Select(file => new { Bytes = poster && file.Poster != null ? file.Poster : file.Bytes, ContentType = poster && file.Poster != null ? "image/*" : file.ContentType }).FirstOrDefaultAsync(cancel);
        if (file is null)
            return Results.NotFound();
        http.Response.Headers.CacheControl = Kept;
        // Opened by itself it is a picture and nothing else.
        http.Response.Headers.ContentSecurityPolicy = "default-src 'none'; style-src 'unsafe-inline'; sandbox";
        return Results.File(file.Bytes, file.ContentType == "image/*" ? file.Bytes is [0x89, ..] ? "image/png" : "image/jpeg" : file.ContentType, enableRangeProcessing: true, entityTag: new($"\"{id:N}{(poster ? "p" : "")}\""));
    }
}
