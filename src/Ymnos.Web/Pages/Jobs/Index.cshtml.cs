using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Data;
using Ymnos.Data.Jobs;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages.Jobs;

/// <summary>One job as it goes. Whoever began it sees it, and coordinators.</summary>
public sealed class IndexModel(YmnosDb db) : PageModel
{
    public Job Job { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel))
            return NotFound();
        return Job.State == JobState.Done ? Redirect(Job.Leads) : Page();
    }

    public async Task<IActionResult> OnGetProgressAsync(Guid id, CancellationToken cancel) => await FindAsync(id, cancel)
        ? new JsonResult(new { state = Job.State.ToString(), done = Job.Done, total = Job.Total, says = Job.Says, leads = Job.Leads })
        : NotFound();

    public async Task<IActionResult> OnPostCancelAsync(Guid id, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel))
            return NotFound();
        await db.Database.ExecuteSqlAsync($"update jobs set cancel_asked = true, state = case when state = 'Waiting' then 'Cancelled' else state end where id = {id} and state in ('Waiting', 'Running')", cancel);
        return Redirect($"/jobs/{id}");
    }

    private async Task<bool> FindAsync(Guid id, CancellationToken cancel)
    {
        var me = User.Id();
        var settles = User.IsInRole(Data.People.Roles.Coordinator);
        Job = (await db.Jobs.AsNoTracking().FirstOrDefaultAsync(job => job.Id == id && (job.ById == me || settles), cancel))!;
        return Job is not null;
    }
}
