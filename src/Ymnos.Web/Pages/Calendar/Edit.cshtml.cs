using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Planning;
using Ymnos.Data;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;

namespace Ymnos.Web.Pages.Calendar;

[Authorize(May.Plan)]
public sealed class EditModel(YmnosDb db, TimeProvider clock, LiveRuns runs) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public Guid Id { get; set; }

    public string Name { get; private set; } = "";

    public ServiceDraft Draft { get; private set; } = new();

    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        if (await db.ServiceAsync(Id, cancel) is not { } service)
            return NotFound();
        (Name, Draft) = (service.Title, ServiceDraft.Of(service));
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(ServiceDraft draft, CancellationToken cancel)
    {
        if (await db.ServiceAsync(Id, cancel) is not { } service)
            return NotFound();
        (Name, Draft) = (service.Title, draft);
        var outcome = service.Revise(Draft);
        if (outcome.Succeeded(out _))
        {
            try
            {
                await db.SaveChangesAsync(cancel);
                await runs.ServiceChangedAsync(Id, cancel);
                return Redirect($"/calendar/{Id}");
            }
            catch (DbUpdateConcurrencyException)
            {
                Problems = [new(nameof(draft.Title), "Somebody else changed this service just now. Look it over and save again.")];
                return Page();
            }
        }
        Problems = outcome.Problems;
        return Page();
    }

    public async Task<IActionResult> OnPostBinAsync(CancellationToken cancel)
    {
        if (await db.ServiceAsync(Id, cancel) is not { } service)
            return NotFound();
        service.Bin(clock.GetUtcNow());
        await db.SaveChangesAsync(cancel);
        TempData["Said"] = $"{service.Title} lies in the bin.";
        TempData["SaidLink"] = "/bin";
        TempData["SaidLinkText"] = "Open the bin";
        return Redirect("/calendar");
    }
}
