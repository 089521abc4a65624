using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Data;
using Ymnos.Web.Live;

namespace Ymnos.Web.Pages.Calendar;

/// <summary>Changes plans that several people have open, and tells the booths that run them.</summary>
public sealed class PlanDesk(YmnosDb db, LiveRuns runs)
{
    private const int MostTries = 5;

    /// <summary>
    /// Does one change to a plan as it is now. When somebody else changes it in the same moment it is done again on what
    /// they left; a change that makes no sense any more leaves the plan as it is.
    /// </summary>
    /// <param name="id">The service.</param>
    /// <param name="change">Says whether it changed anything.</param>
    /// <param name="cancel">Ends it.</param>
    /// <returns>Whether there is such a service.</returns>
    public async Task<bool> ChangeAsync(Guid id, Func<Service, Task<bool>> change, CancellationToken cancel)
    {
        for (var tries = 0; tries < MostTries; tries++)
        {
            db.ChangeTracker.Clear();
            if (await db.ServiceAsync(id, cancel) is not { } service)
                return false;
            if (!await change(service))
                return true;
            try
            {
                await db.SaveChangesAsync(cancel);
                await runs.ServiceChangedAsync(id, cancel);
                return true;
            }
            catch (DbUpdateConcurrencyException)
            {
                // Theirs came first; ours is done again on top of it.
            }
        }
        return true;
    }
}
