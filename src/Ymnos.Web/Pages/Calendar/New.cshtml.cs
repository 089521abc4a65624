using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core;
using Ymnos.Core.Planning;
using Ymnos.Data;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Calendar;

[Authorize(May.Plan)]
public sealed class NewModel(YmnosDb db, TimeProvider clock) : PageModel
{
    public ServiceDraft Draft { get; private set; } = new();

    public IReadOnlyList<Problem> Problems { get; private set; } = [];

    public void OnGet(string? date) => Draft = new ServiceDraft { Date = date ?? "", StartTimes = "9:30" };

    public async Task<IActionResult> OnPostAsync(ServiceDraft draft, CancellationToken cancel)
    {
        Draft = draft;
        var outcome = Service.Create(Draft, clock.GetUtcNow());
        if (!outcome.Succeeded(out var service))
        {
            Problems = outcome.Problems;
            return Page();
        }
        db.Services.Add(service);
        await db.SaveChangesAsync(cancel);
        return Redirect($"/calendar/{service.Id}");
    }
}
