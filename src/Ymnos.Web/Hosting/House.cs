using Microsoft.EntityFrameworkCore;
using Ymnos.Core.People;
using Ymnos.Data;

namespace Ymnos.Web.Hosting;

/// <summary>The congregation, read once a request.</summary>
public sealed class House(YmnosDb db, TimeProvider clock)
{
    private Congregation? _congregation;

    public async Task<Congregation> CongregationAsync(CancellationToken cancel = default) =>
        _congregation ??= await db.Congregations.AsNoTracking().SingleAsync(cancel);

    public async Task<DateOnly> TodayAsync(CancellationToken cancel) => (await CongregationAsync(cancel)).Today(clock);
}
