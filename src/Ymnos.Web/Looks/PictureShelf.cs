using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Media;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.Keeping;
using Ymnos.Rendering;

namespace Ymnos.Web.Looks;

/// <summary>The pictures and films that styles use: brought in, called for by pages, read by what paints.</summary>
public sealed class PictureShelf(YmnosDb db, TimeProvider clock)
{
    /// <summary>How pages call for the pictures behind these slides.</summary>
    public Task<Func<Guid, PictureShape?>> ShapesAsync(IEnumerable<Slide> slides, CancellationToken cancel) =>
        ShapesAsync(slides.Select(slide => slide.Ground).Distinct().SelectMany(ground => ground.Layers.OfType<Core.Styles.PictureLayer>().Select(layer => layer.Picture)
            .Concat(ground.Backdrop.Picture is { } id ? [id] : [])), cancel);

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

    /// <summary>Takes a picture, or a film with its first frame, and saves it.</summary>
    /// <param name="name">Of the file.</param>
    /// <param name="file">Its bytes.</param>
    /// <param name="poster">A film's first frame, as the browser drew it.</param>
    /// <param name="by">Who brings it.</param>
    /// <param name="cancel">Stops.</param>
    public async Task<Outcome<Picture>> AddAsync(string name, byte[] file, byte[]? poster, string by, CancellationToken cancel)
    {
        var kind = Formats.Media.FilmFile.KindOf(file);
        var drawn = PictureIntake.Take(kind is null ? file : poster ?? []);
        if (kind is not null && file.Length > PictureIntake.LargestFile)
            return new List<Problem> { new("Picture", $"The film has more than {PictureIntake.LargestFile / 1024 / 1024} MB.") };
        if (!drawn.Succeeded(out var taken))
            return kind is null ? drawn.Problems.ToList() : new List<Problem> { new("Picture", "Your browser cannot play this film, so no screen could. Films are MP4 or WebM.") };
        var called = CleanText.Line(name);
        var picture = new Picture
        {
            Name = called.Length is 0 ? "picture" : called.Length > Picture.LongestName ? called[..Picture.LongestName] : called,
            IsFilm = kind is not null,
            Width = taken.Width,
            Height = taken.Height,
            AddedAt = clock.GetUtcNow(),
            AddedBy = by,
        };
        db.Pictures.Add(picture);
        db.PictureFiles.Add(new() { PictureId = picture.Id, Bytes = kind is null ? taken.Bytes : file, ContentType = kind ?? taken.ContentType, Poster = kind is null ? null : taken.Bytes });
        await db.SaveChangesAsync(cancel);
        return picture;
    }
}
