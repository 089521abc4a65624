using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.People;
using Ymnos.Formats.Styles;
using Ymnos.Rendering;
using Ymnos.Web.Hosting;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Styles;

/// <summary>A style with the slides that show it.</summary>
public sealed record StyleOnPage(Style Style, Slide Full, Slide LowerThird, Slide Platform, string Used);

/// <summary>A style's file looked into before it is kept.</summary>
public sealed record StyleInHand(string Name, Slide Full, Slide LowerThird, Slide Platform, Func<Guid, PictureShape?> Pictures);

/// <summary>The styles of the house.</summary>
[Authorize(May.Plan)]
[LargestRequest(StyleFile.LargestFile + (1024 * 1024))]
public sealed class IndexModel(YmnosDb db, LooksDesk desk, PictureShelf pictures, TypeCase typeCase, TimeProvider clock) : PageModel
{
    private const int MostStyles = 200;

    public IReadOnlyList<StyleOnPage> Styles { get; private set; } = [];

    public StyleChoice House { get; private set; } = StyleChoice.None;

    public Func<Guid, PictureShape?> Pictures { get; private set; } = _ => null;

    public string Problem { get; private set; } = "";

    public Task OnGetAsync(CancellationToken cancel) => ReadAsync(cancel);

    /// <summary>A new style, begun from another or from the look that comes with Ymnos.</summary>
    public async Task<IActionResult> OnPostNewAsync(Guid? from, CancellationToken cancel)
    {
        var names = await db.Styles.Where(style => style.BinnedAt == null).Select(style => style.Name).ToListAsync(cancel);
        if (names.Count >= MostStyles)
            return await RefuseAsync($"A house has at most {MostStyles} styles.", cancel);
        var model = from is null ? null : await db.Styles.AsNoTracking().FirstOrDefaultAsync(style => style.Id == from, cancel);
        var style = Style.Create(Free(model is null ? "New style" : model.Name, names), model?.Look ?? StyleLook.House, clock.GetUtcNow(), User.FirstName());
        db.Styles.Add(style);
        await desk.SaveAsync(cancel);
        return Redirect($"/styles/{style.Id}");
    }

    /// <summary>What the house shows when nothing nearer chooses.</summary>
    public async Task<IActionResult> OnPostHouseAsync(string? what, Guid? style, CancellationToken cancel)
    {
        if (style is { } id && !await db.Styles.AnyAsync(known => known.Id == id && known.BinnedAt == null, cancel))
            return NotFound();
        var house = await db.Congregations.SingleAsync(cancel);
        house.Styles = what switch
        {
            "songs" => house.Styles with { Songs = style },
            "spoken" => house.Styles with { Spoken = style },
            _ => house.Styles with { All = style },
        };
        await desk.SaveAsync(cancel);
        return Redirect("/styles");
    }

    public async Task<IActionResult> OnPostBinAsync(Guid id, CancellationToken cancel)
    {
        if (await db.Styles.FirstOrDefaultAsync(style => style.Id == id && style.BinnedAt == null, cancel) is not { } style)
            return NotFound();
        style.Bin(clock.GetUtcNow(), User.FirstName());
        await desk.SaveAsync(cancel);
        TempData["Said"] = $"{style.Name} lies in the bin. What used it is shown in the next nearest style.";
        TempData["SaidLink"] = "/bin";
        TempData["SaidLinkText"] = "Open the bin";
        return Redirect("/styles");
    }

    public async Task<IActionResult> OnGetFileAsync(Guid id, CancellationToken cancel)
    {
        if (await db.Styles.AsNoTracking().FirstOrDefaultAsync(style => style.Id == id, cancel) is not { } style)
            return NotFound();
        var ids = style.Look.Pictures.ToList();
        var names = await db.Pictures.AsNoTracking().Where(picture => ids.Contains(picture.Id)).ToDictionaryAsync(picture => picture.Id, picture => picture.Name, cancel);
        var files = await db.PictureFiles.AsNoTracking().Where(file => ids.Contains(file.PictureId)).ToListAsync(cancel);
        var bytes = await StyleFile.WriteAsync(new(style.Name, style.Look, [.. files.Select(file => new StylePicture(file.PictureId, names[file.PictureId], file.Bytes, file.Poster))]), clock.GetUtcNow(), cancel);
        return File(bytes, "application/zip", $"{style.Name}.style.zip");
    }

    /// <summary>Shows what is in a style's file. Nothing is kept.</summary>
    public async Task<IActionResult> OnPostLookAsync(IFormFile? file, CancellationToken cancel)
    {
        if (!(await SoundAsync(file, cancel)).Succeeded(out var read))
            return Partial("_InHand", (StyleInHand?)null);
        // Its pictures are not in the library yet: the page gets them inside the slides.
        var inside = read.Pictures.ToDictionary(picture => picture.Id, picture =>
        {
            var shown = PictureIntake.Take(picture.Poster ?? picture.Bytes);
            return shown.Succeeded(out var taken) ? new PictureShape($"data:{taken.ContentType};base64,{Convert.ToBase64String(taken.Bytes)}", $"data:{taken.ContentType};base64,{Convert.ToBase64String(taken.Bytes)}", taken.Width, taken.Height) : null;
        });
        return Partial("_InHand", new StyleInHand(read.Name, Sample(read.Look, SlideFace.Full), Sample(read.Look, SlideFace.LowerThird), Sample(read.Look, SlideFace.Platform), inside.GetValueOrDefault));
    }

    /// <summary>Keeps a style's file: the style and all its pictures, or nothing.</summary>
    public async Task<IActionResult> OnPostBringAsync(IFormFile? file, CancellationToken cancel)
    {
        var sound = await SoundAsync(file, cancel);
        if (!sound.Succeeded(out var read))
            return await RefuseAsync(string.Join(" ", sound.Problems.Select(problem => problem.Message).Distinct().Take(3)), cancel);
        var names = await db.Styles.Where(style => style.BinnedAt == null).Select(style => style.Name).ToListAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var ids = new Dictionary<Guid, Guid>();
        foreach (var picture in read.Pictures)
        {
            var added = await pictures.AddAsync(picture.Name, picture.Bytes, picture.Poster, User.FirstName(), cancel);
            if (!added.Succeeded(out var kept))
                return await RefuseAsync($"The picture “{picture.Name}” cannot be taken: {added.Problems[0].Message}", cancel);
            ids[picture.Id] = kept.Id;
        }
        var style = Style.Create(Free(read.Name, names), read.Look.WithPictures(ids), clock.GetUtcNow(), User.FirstName());
        db.Styles.Add(style);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        await desk.SaveAsync(cancel);
        TempData["Said"] = $"{style.Name} is here, with {(ids.Count == 1 ? "one picture" : $"{ids.Count} pictures")}.";
        return Redirect("/styles");
    }

    private async Task<Outcome<StyleInFile>> SoundAsync(IFormFile? file, CancellationToken cancel)
    {
        if (file is not { Length: > 0 and <= StyleFile.LargestFile })
            return new List<Problem> { new("File", "Choose the file of a style.") };
        var bytes = new byte[file.Length];
        await using (var from = file.OpenReadStream())
            await from.ReadExactlyAsync(bytes, cancel);
        var outcome = StyleFile.Read(bytes);
        if (!outcome.Succeeded(out var read))
            return outcome;
        var known = read.Pictures.Select(picture => picture.Id).ToHashSet();
        var problems = StyleCheck.Problems(read.Look, [.. typeCase.Families.Select(family => family.Key)], known.Contains).ToList();
        return problems.Count > 0 ? problems : !Style.NameOf(read.Name).Succeeded(out _) ? read with { Name = "A style" } : read;
    }

    private async Task<IActionResult> RefuseAsync(string problem, CancellationToken cancel)
    {
        db.ChangeTracker.Clear();
        Problem = problem;
        await ReadAsync(cancel);
        return Page();
    }

    private async Task ReadAsync(CancellationToken cancel)
    {
        House = (await db.Congregations.AsNoTracking().SingleAsync(cancel)).Styles;
        var styles = await db.Styles.AsNoTracking().Where(style => style.BinnedAt == null).OrderBy(style => style.Name).ToListAsync(cancel);
        Styles = [.. styles.Select(style => new StyleOnPage(style, Sample(style.Look, SlideFace.Full), Sample(style.Look, SlideFace.LowerThird), Sample(style.Look, SlideFace.Platform), UsedBy(style.Id)))];
        Pictures = await pictures.ShapesAsync(styles.SelectMany(style => style.Look.Pictures), cancel);
    }

    private string UsedBy(Guid style) => string.Join(", ", ((string, Guid?)[])[("the house", House.All), ("songs in the house", House.Songs), ("what is spoken in the house", House.Spoken)] is var uses
        ? uses.Where(use => use.Item2 == style).Select(use => use.Item1) : []);

    private Slide Sample(StyleLook look, SlideFace face) => StyleSamples.Of(look[face].Languages == LanguageOrder.SideBySide ? "two" : "short", look, face, typeCase);

    /// <summary>The name, or the name with the first number that no style has.</summary>
    private static string Free(string name, List<string> taken)
    {
        if (!taken.Contains(name))
            return name;
        var stem = name.Length > Style.LongestName - 4 ? name[..(Style.LongestName - 4)] : name;
        return Enumerable.Range(2, taken.Count + 1).Select(number => $"{stem} {number}").First(free => !taken.Contains(free));
    }
}
