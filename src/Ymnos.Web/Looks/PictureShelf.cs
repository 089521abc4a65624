using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Media;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.Keeping;
using Ymnos.Formats.Media;
using Ymnos.Formats.Svg;
using Ymnos.Rendering;

namespace Ymnos.Web.Looks;

/// <summary>The pictures and films that styles use: brought in, called for by pages, read by what paints.</summary>
public sealed class PictureShelf(YmnosDb db, TimeProvider clock)
{
    /// <summary>How pages call for the pictures behind these slides.</summary>
    public Task<Func<Guid, PictureShape?>> ShapesAsync(IEnumerable<Slide> slides, CancellationToken cancel) =>
        ShapesAsync(slides.Select(slide => slide.Ground).Distinct().SelectMany(PicturesOf), cancel);

    public Task<Func<Guid, PictureShape?>> ShapesAsync(Show show, CancellationToken cancel) => ShapesAsync(show.Steps.SelectMany(step => step.Slides), cancel);

    public async Task<Func<Guid, PictureShape?>> ShapesAsync(IEnumerable<Guid> pictures, CancellationToken cancel)
    {
        var ids = pictures.Distinct().ToList();
        if (ids.Count == 0)
            return _ => null;
        var shapes = await db.Pictures.AsNoTracking().Where(picture => ids.Contains(picture.Id)).ToDictionaryAsync(picture => picture.Id, ShapeOf, cancel);
        return id => shapes.GetValueOrDefault(id);
    }

    public static PictureShape ShapeOf(Picture picture) =>
        new($"/pictures/{picture.Id:N}", picture.IsFilm ? $"/pictures/{picture.Id:N}/poster" : $"/pictures/{picture.Id:N}", picture.Width, picture.Height);

    /// <summary>The pictures behind these slides with their bytes, all read at once.</summary>
    public async Task<PictureFiles> FilesAsync(IEnumerable<Guid> pictures, CancellationToken cancel)
    {
        var ids = pictures.Distinct().ToList();
        var files = ids.Count == 0 ? []
            : await db.PictureFiles.AsNoTracking().Where(file => ids.Contains(file.PictureId)).Select(file => new { file.PictureId, Bytes = file.Poster ?? file.Bytes }).ToDictionaryAsync(file => file.PictureId, file => file.Bytes, cancel);
        return new(files.GetValueOrDefault);
    }

    public static IEnumerable<Guid> PicturesOf(Ground ground) =>
        ground.Layers.OfType<Core.Styles.PictureLayer>().Select(layer => layer.Picture).Concat(ground.Backdrop.Picture is { } id ? [id] : []);

    /// <summary>Takes a picture or a film in and saves it. What it is, its content says.</summary>
    /// <param name="name">Of the file.</param>
    /// <param name="file">Its bytes.</param>
    /// <param name="poster">A film's first frame, or an SVG picture as PNG: as the browser drew it.</param>
    /// <param name="by">Who brings it.</param>
    /// <param name="cancel">Stops.</param>
    public async Task<Outcome<Picture>> AddAsync(string name, byte[] file, byte[]? poster, string by, CancellationToken cancel)
    {
        if (SvgClean.Looks(file))
        {
            var cleaned = SvgClean.Clean(file);
            if (!cleaned.Succeeded(out var clean))
                return cleaned.Problems.ToList();
            return await KeepAsync(name, false, clean, "image/svg+xml", poster, "Your browser cannot draw this SVG picture.", by, cancel);
        }
        if (FilmFile.KindOf(file) is { } film)
        {
            return file.Length > PictureIntake.LargestFile
                ? new List<Problem> { new("Picture", $"The film has more than {PictureIntake.LargestFile / 1024 / 1024} MB.") }
                : await KeepAsync(name, true, file, film, poster, "Your browser cannot play this film, so no screen could. Films are MP4 or WebM.", by, cancel);
        }
        var drawn = PictureIntake.Take(file);
        if (!drawn.Succeeded(out var taken))
            return drawn.Problems.ToList();
        return await SaveAsync(name, false, taken, taken.Bytes, taken.ContentType, null, by, cancel);
    }

    /// <summary>Keeps what only a browser can draw, beside the picture that it drew.</summary>
    private async Task<Outcome<Picture>> KeepAsync(string name, bool isFilm, byte[] bytes, string contentType, byte[]? drawn, string notDrawn, string by, CancellationToken cancel) =>
        PictureIntake.Take(drawn ?? []).Succeeded(out var poster)
            ? await SaveAsync(name, isFilm, poster, bytes, contentType, poster.Bytes, by, cancel)
            : new List<Problem> { new("Picture", notDrawn) };

    private async Task<Picture> SaveAsync(string name, bool isFilm, TakenPicture drawn, byte[] bytes, string contentType, byte[]? poster, string by, CancellationToken cancel)
    {
        var called = CleanText.Line(name);
        var picture = new Picture
        {
            Name = called.Length is 0 ? "picture" : called.Length > Picture.LongestName ? called[..Picture.LongestName] : called,
            IsFilm = isFilm,
            Width = drawn.Width,
            Height = drawn.Height,
            AddedAt = clock.GetUtcNow(),
            AddedBy = by,
        };
        db.Pictures.Add(picture);
        db.PictureFiles.Add(new() { PictureId = picture.Id, Bytes = bytes, ContentType = contentType, Poster = poster });
        await db.SaveChangesAsync(cancel);
        return picture;
    }
}
