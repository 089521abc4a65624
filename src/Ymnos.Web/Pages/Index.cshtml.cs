using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Data;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages;

public sealed class IndexModel(YmnosDb db, House house, IAuthorizationService authorization) : PageModel
{
    public DateOnly Today { get; private set; }

    public Service? Next { get; private set; }

    public bool MayRunBooth { get; private set; }

    public async Task OnGetAsync(CancellationToken cancel)
    {
        var today = Today = await house.TodayAsync(cancel);
        MayRunBooth = (await authorization.AuthorizeAsync(User, May.RunBooth)).Succeeded;
        Next = await db.Services.AsNoTracking().AsSplitQuery().Include(service => service.Sittings).Include(service => service.AllLines)
            .Where(service => service.BinnedAt == null && service.Date >= today)
            .OrderBy(service => service.Date).ThenBy(service => service.Id).FirstOrDefaultAsync(cancel);
    }
}
