using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.People;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.Live;
using Ymnos.Rendering;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Looks;

namespace Ymnos.Web.Pages.Calendar;

/// <summary>A service as its screens will show it: languages, styles, every slide, and all of it as files.</summary>
public sealed class SlidesModel(
    YmnosDb db, LiveStore store, ShowPress press, PlanDesk plans, PictureShelf pictures, House house, TypeCase typeCase,
    SlidePainter painter, SlidesPdf pdf, SlidesPresentation presentation, IAuthorizationService authorization) : PageModel
{
    private const int PngHeight = 1080;

    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    /// <summary>The sitting; the first while none is chosen.</summary>
    [BindProperty(SupportsGet = true)]
    public Guid? Sitting { get; set; }

    /// <summary>Index of the screen.</summary>
    [BindProperty(SupportsGet = true)]
    public int? Screen { get; set; }

    public Service Service { get; private set; } = null!;

    public Sitting Shown { get; private set; } = null!;

    public Show Show { get; private set; } = null!;

    public int ScreenAt { get; private set; }

    public IReadOnlyList<Style> Styles { get; private set; } = [];

    /// <summary>The languages that the service's songs have, with how many of them have each.</summary>
    public IReadOnlyList<(string Language, int Songs)> Languages { get; private set; } = [];

    public int SongCount { get; private set; }

    public Func<Guid, PictureShape?> Pictures { get; private set; } = _ => null;

    public bool MayPlan { get; private set; }

    /// <summary>How the first words on this screen read in the hall.</summary>
    public Readability? Reads { get; private set; }

    /// <summary>The veil that would make them readable.</summary>
    public Veil? Remedy { get; private set; }

    public string Here(Guid? sitting = null, int? screen = null) => $"/calendar/{Id}/slides?sitting={sitting ?? Shown.Id}&screen={screen ?? ScreenAt}";

    public string NameOf(Guid? style) => style is { } id ? Styles.FirstOrDefault(known => known.Id == id)?.Name ?? "a style in the bin" : "Ymnos’s own";

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        if (!await ReadAsync(cancel))
            return NotFound();
        Pictures = await pictures.ShapesAsync(Show.Steps.Select(step => step.Slides[ScreenAt]), cancel);
        var first = Show.Steps.Select(step => step.Slides[ScreenAt]).FirstOrDefault(slide => slide.Words.Any());
        if (first is not null)
        {
            using var files = await pictures.FilesAsync(PictureShelf.PicturesOf(first.Ground), cancel);
            Reads = Readability.Of(first, SlidePainter.Ground(first, files), Show.Screens[ScreenAt].Purpose == ScreenPurpose.Main ? (await house.CongregationAsync(cancel)).Hall : null, typeCase);
            Remedy = Readability.LeastVeil(first, veil => SlidePainter.Ground(first, files, veil), typeCase);
        }
        return Page();
    }

    /// <summary>One slide as a picture.</summary>
    public async Task<IActionResult> OnGetPngAsync(int step, CancellationToken cancel)
    {
        if (!await ReadAsync(cancel) || step < 0 || step >= Show.Steps.Length)
            return NotFound();
        var slide = Show.Steps[step].Slides[ScreenAt];
        using var files = await pictures.FilesAsync(PictureShelf.PicturesOf(slide.Ground), cancel);
        return File(painter.Png(slide, PngHeight, files), "image/png", $"{FileName} {step + 1}.png");
    }

    /// <summary>All slides as a PDF document.</summary>
    public async Task<IActionResult> OnGetPdfAsync(int pages, CancellationToken cancel)
    {
        if (!Enum.IsDefined((PdfPages)pages) || !await ReadAsync(cancel))
            return NotFound();
        var slides = Printed();
        using var files = await FilesAsync(cancel);
        var document = new MemoryStream();
        pdf.Write(document, Service.Title, slides, (PdfPages)pages, files, cancel);
        return File(document.ToArray(), "application/pdf", $"{FileName}{(pages > 1 ? $", {pages} a page" : "")}.pdf");
    }

    /// <summary>All slides as a presentation that office programs open.</summary>
    public async Task<IActionResult> OnGetPresentationAsync(CancellationToken cancel)
    {
        if (!await ReadAsync(cancel))
            return NotFound();
        using var files = await FilesAsync(cancel);
        var document = new MemoryStream();
        presentation.Write(document, Service.Title, Printed(), files, cancel);
        return File(document.ToArray(), "application/vnd.openxmlformats-officedocument.presentationml.presentation", $"{FileName}.pptx");
    }

    /// <summary>Sets the languages of one sitting, or of all.</summary>
    public Task<IActionResult> OnPostLanguagesAsync(string[] languages, bool everySitting, CancellationToken cancel) => ChangeAsync(service =>
        everySitting ? service.Sittings.All(sitting => service.Speak(sitting.Id, languages)) : Sitting is { } id && service.Speak(id, languages), cancel);

    /// <summary>Sets the style of the service, of a kind of entry in it, or of one entry.</summary>
    public Task<IActionResult> OnPostStyleAsync(string? what, Guid? entry, Guid? style, CancellationToken cancel) => ChangeAsync(service =>
    {
        if (entry is { } id)
            return service.Dress(id, style);
        service.Dress(what switch
        {
            "songs" => service.Styles with { Songs = style },
            "spoken" => service.Styles with { Spoken = style },
            _ => service.Styles with { All = style },
        });
        return true;
    }, cancel);

    private string FileName => $"{Service.Title}, {Service.Date:yyyy-MM-dd}, {Show.Screens[ScreenAt].Name}";

    private Task<PictureFiles> FilesAsync(CancellationToken cancel) =>
        pictures.FilesAsync(Show.Steps.Select(step => step.Slides[ScreenAt].Ground).Distinct().SelectMany(PictureShelf.PicturesOf), cancel);

    private List<PrintedSlide> Printed() => [.. Show.SlidesOn(ScreenAt).Select(up =>
    {
        var step = Show.Steps[up.Step];
        var entry = Show.Entries[step.Entry];
        return new PrintedSlide(up.Slide, step.Mark is { } mark ? $"{entry.Title}, {mark.Heading.ToLowerInvariant()}" : entry.Title, entry.Notes);
    })];

    private async Task<IActionResult> ChangeAsync(Func<Service, bool> change, CancellationToken cancel) =>
        (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded && await plans.ChangeAsync(Id, service => Task.FromResult(change(service)), cancel)
            ? Redirect($"/calendar/{Id}/slides?sitting={Sitting}&screen={Screen}")
            : NotFound();

    private async Task<bool> ReadAsync(CancellationToken cancel)
    {
        MayPlan = (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded;
        if (await db.ServiceAsync(Id, cancel) is not { } service)
            return false;
        Service = service;
        Shown = service.Sittings.FirstOrDefault(sitting => sitting.Id == Sitting) ?? service.Sittings[0];
        if (await press.CompileAsync(Shown.Id, store, cancel) is not { } show)
            return false;
        Show = show;
        ScreenAt = Screen is { } at && at >= 0 && at < show.Screens.Length ? at : show.MainScreen;
        Styles = await db.Styles.AsNoTracking().Where(style => style.BinnedAt == null).OrderBy(style => style.Name).ToListAsync(cancel);
        var songs = await db.SongsOfAsync(service, cancel);
        SongCount = songs.Count;
        Languages = [.. songs.Values.SelectMany(song => song.Wordings.Select(wording => wording.Language).Distinct()).CountBy(language => language).OrderByDescending(language => language.Value).Select(language => (language.Key, language.Value))];
        return true;
    }
}
