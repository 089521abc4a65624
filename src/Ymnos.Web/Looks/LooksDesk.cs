using Microsoft.EntityFrameworkCore;
using Ymnos.Core.People;
using Ymnos.Data;
using Ymnos.Web.Live;

namespace Ymnos.Web.Looks;

/// <summary>Saves what every show depends on (styles, screens, the house's choices) and brings running services up to it.</summary>
public sealed class LooksDesk(YmnosDb db, LiveRuns runs)
{
    /// <summary>Saves what has been changed, and counts the change.</summary>
    /// <returns><see langword="false"/> when somebody else saved the same thing in between; nothing is saved then.</returns>
    public async Task<bool> SaveAsync(CancellationToken cancel)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            return false;
        }
        await db.Congregations.Where(house => house.Id == Congregation.OnlyId).ExecuteUpdateAsync(set => set.SetProperty(house => house.LooksRevision, house => house.LooksRevision + 1), cancel);
        await transaction.CommitAsync(cancel);
        await runs.LooksChangedAsync(cancel);
        return true;
    }
}
