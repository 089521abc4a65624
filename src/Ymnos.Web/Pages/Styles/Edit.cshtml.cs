using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Media;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.People;
using Ymnos.Rendering;
using Ymnos.Web.Hosting;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Styles;

/// <summary>A look on one sample slide, with everything that is to be said of it.</summary>
/// <param name="Slide">The slide; nothing while the look cannot be shown.</param>
/// <param name="Problems">What is wrong, each with the path of its field.</param>
/// <param name="Reads">How its words read.</param>
/// <param name="Remedy">The veil that makes them readable.</param>
/// <param name="Pictures">How its pictures are called for.</param>
/// <param name="Saved">Said after saving.</param>
/// <param name="Revision">Of the style as it is saved now.</param>
/// <param name="IsClash">Whether somebody else has saved in between.</param>
public sealed record SampleView(
    Slide? Slide, IReadOnlyList<Problem> Problems, Readability? Reads, Veil? Remedy, Func<Guid, PictureShape?> Pictures, string Saved, int Revision, bool IsClash);

/// <summary>The editor of a style.</summary>
[Authorize(May.Plan)]
public sealed class EditModel(YmnosDb db, LooksDesk desk, PictureShelf pictures, TypeCase typeCase, House house, TimeProvider clock) : PageModel
{
    private const int LongestLook = 200_000;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public Style Style { get; private set; } = null!;

    public IReadOnlyList<(string Key, string Name)> Families => typeCase.Families;

    public IReadOnlyList<Picture> AllPictures { get; private set; } = [];

    public SampleView First { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        if (await FindAsync(cancel) is not { } style)
            return NotFound();
        Style = style;
        AllPictures = await db.Pictures.AsNoTracking().OrderBy(picture => picture.Name).Take(500).ToListAsync(cancel);
        First = await SampleAsync(style.Look, SlideFace.Full, "short", cancel);
        return Page();
    }

    /// <summary>How a look that is being worked on looks.</summary>
    public async Task<IActionResult> OnPostSampleAsync(string? look, SlideFace face, string? sample, CancellationToken cancel)
    {
        var read = Read(look, out var problem);
        return Partial("_Sample", read is null ? Refused(problem) : await SampleAsync(read, face, sample ?? "", cancel));
    }

    /// <summary>Saves the look. When somebody else has saved in between nothing is saved, and the page asks.</summary>
    public async Task<IActionResult> OnPostSaveAsync(string? look, string? name, int revision, SlideFace face, string? sample, CancellationToken cancel)
    {
        if (await FindAsync(cancel) is not { } style)
            return NotFound();
        var read = Read(look, out var problem);
        if (read is null)
            return Partial("_Sample", Refused(problem));
        var view = await SampleAsync(read, face, sample ?? "", cancel);
        if (view.Problems.Count > 0)
            return Partial("_Sample", view);
        var named = Style.NameOf(name ?? "");
        if (!named.Succeeded(out var called))
            return Partial("_Sample", view with { Problems = [new("name", named.Problems[0].Message)] });
        if (style.Revision != revision)
            return Partial("_Sample", Clash(view, style));
        style.Save(called, read, clock.GetUtcNow(), User.FirstName());
        if (!await desk.SaveAsync(cancel))
        {
            db.ChangeTracker.Clear();
            return Partial("_Sample", Clash(view, (await FindAsync(cancel))!));
        }
        return Partial("_Sample", view with { Saved = "Saved. Services that run are brought up to it.", Revision = style.Revision });
    }

    /// <summary>Saves the look as a style of its own.</summary>
    public async Task<IActionResult> OnPostCopyAsync(string? look, string? name, CancellationToken cancel)
    {
        var read = Read(look, out var problem);
        if (read is null)
            return Partial("_Sample", Refused(problem));
        var view = await SampleAsync(read, SlideFace.Full, "", cancel);
        if (view.Problems.Count > 0)
            return Partial("_Sample", view);
        var called = Style.NameOf($"{name} copy").Succeeded(out var free) ? free : "A copy";
        var style = Style.Create(called, read, clock.GetUtcNow(), User.FirstName());
        db.Styles.Add(style);
        await desk.SaveAsync(cancel);
        return Content($"/styles/{style.Id}");
    }

    /// <summary>Takes a picture or a film for the style.</summary>
    public async Task<IActionResult> OnPostPictureAsync(IFormFile? file, IFormFile? drawn, CancellationToken cancel)
    {
        if (file is not { Length: > 0 and <= PictureIntake.LargestFile })
            return Partial("_Picture", (null as Picture, $"Choose a picture or a film of at most {PictureIntake.LargestFile / 1024 / 1024} MB."));
        var taken = await pictures.AddAsync(Path.GetFileNameWithoutExtension(file.FileName), await BytesAsync(file), drawn is null ? null : await BytesAsync(drawn), User.FirstName(), cancel);
        return Partial("_Picture", taken.Succeeded(out var picture) ? (picture, "") : (null as Picture, taken.Problems[0].Message));

        async Task<byte[]> BytesAsync(IFormFile sent)
        {
            var bytes = new byte[Math.Min(sent.Length, PictureIntake.LargestFile + 1)];
            await using var from = sent.OpenReadStream();
            await from.ReadExactlyAsync(bytes, cancel);
            return bytes;
        }
    }

    private Task<Style?> FindAsync(CancellationToken cancel) => db.Styles.FirstOrDefaultAsync(style => style.Id == Id && style.BinnedAt == null, cancel);

    private static StyleLook? Read(string? look, out string problem)
    {
        var read = look is { Length: > 0 and <= LongestLook } ? StyleJson.Read(look) : null;
        problem = read is null ? "Something in these fields cannot be read: a number or a colour is not one." : "";
        return read;
    }

    private static SampleView Refused(string problem) => new(null, [new("", problem)], null, null, _ => null, "", 0, false);

    private static SampleView Clash(SampleView view, Style style) =>
        view with { Saved = $"{style.SavedBy} saved this style while you worked on it. Yours is not saved yet: save it over theirs, or as a copy.", Revision = style.Revision, IsClash = true };

    private async Task<SampleView> SampleAsync(StyleLook look, SlideFace face, string sample, CancellationToken cancel)
    {
        var named = look.Pictures.ToList();
        var known = await db.Pictures.AsNoTracking().Where(picture => named.Contains(picture.Id)).ToDictionaryAsync(picture => picture.Id, PictureShelf.ShapeOf, cancel);
        var problems = StyleCheck.Problems(look, [.. typeCase.Families.Select(family => family.Key)], known.ContainsKey);
        if (problems.Count > 0)
            return new(null, problems, null, null, known.GetValueOrDefault, "", 0, false);
        var slide = StyleSamples.Of(sample, look, face, typeCase);
        using var files = await pictures.FilesAsync(PictureShelf.PicturesOf(slide.Ground), cancel);
        var reads = Readability.Of(slide, SlidePainter.Ground(slide, files), face == SlideFace.Full ? (await house.CongregationAsync(cancel)).Hall : null, typeCase);
        return new(slide, [], reads, Readability.LeastVeil(slide, veil => SlidePainter.Ground(slide, files, veil), typeCase), known.GetValueOrDefault, "", 0, false);
    }
}
