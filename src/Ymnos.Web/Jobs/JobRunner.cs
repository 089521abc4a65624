using Microsoft.EntityFrameworkCore;
using Ymnos.Data;
using Ymnos.Data.Jobs;
using Ymnos.Web.Live;

namespace Ymnos.Web.Jobs;

/// <summary>Puts jobs down in the database and wakes whoever does them here.</summary>
public sealed class JobDesk(YmnosDb db, JobBell bell, TimeProvider clock)
{
    public async Task<Job> BeginAsync(string kind, string subject, string title, string by, Guid byId, string leads, CancellationToken cancel)
    {
        var job = new Job { Kind = kind, Subject = subject, Title = title, By = by, ById = byId, Leads = leads, At = clock.GetUtcNow() };
        db.Jobs.Add(job);
        await db.SaveChangesAsync(cancel);
        bell.Ring();
        return job;
    }
}

/// <summary>Rings when a job was put down in this process; other processes find it by looking now and then.</summary>
public sealed class JobBell : IDisposable
{
    private readonly SemaphoreSlim _rung = new(0);

    public void Ring() => _rung.Release();

    public Task<bool> WaitAsync(TimeSpan longest, CancellationToken cancel) => _rung.WaitAsync(longest, cancel);

    public void Dispose() => _rung.Dispose();
}

/// <summary>Does jobs, one after the other. A job whose runner gave no sign of life for a while is begun again.</summary>
public sealed partial class JobRunner(IServiceScopeFactory scopes, JobBell bell, ILogger<JobRunner> log) : BackgroundService
{
    private static readonly TimeSpan LookEvery = TimeSpan.FromSeconds(3);

    /// <summary>Signs of life come at least every second.</summary>
    private static readonly TimeSpan Dead = TimeSpan.FromSeconds(15);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                while (await TakeAsync(stoppingToken) is { } id)
                    await RunAsync(id, stoppingToken);
                await bell.WaitAsync(LookEvery, stoppingToken);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception problem) when (problem is Npgsql.NpgsqlException or InvalidOperationException or DbUpdateException or TimeoutException)
            {
                // The database is away for a moment; jobs wait in it.
                Failed(log, problem);
                await Task.Delay(LookEvery, stoppingToken);
            }
        }
    }

    private async Task<Guid?> TakeAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<YmnosDb>();
        var taken = await db.Database.SqlQuery<Guid>($"""
            update jobs set state = 'Running', seen_at = now(), done = 0
            where id = (select id from jobs where state = 'Waiting' or (state = 'Running' and seen_at < now() - {Dead}) order by at for update skip locked limit 1)
            returning id
            """).ToListAsync(cancel);
        return taken is [var id] ? id : null;
    }

    private async Task RunAsync(Guid id, CancellationToken stopping)
    {
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<YmnosDb>();
        using var cancelled = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        var job = await db.Jobs.AsNoTracking().SingleAsync(job => job.Id == id, stopping);
        var work = scope.ServiceProvider.GetServices<IWork>().First(work => work.Kind == job.Kind);
        var (done, total) = (0, job.Total);
        IReadOnlyList<Guid> changed = [];
        var pulse = PulseAsync(id, () => (Volatile.Read(ref done), Volatile.Read(ref total)), cancelled);
        try
        {
            db.Database.SetCommandTimeout(TimeSpan.FromMinutes(10));
            await using var transaction = await db.Database.BeginTransactionAsync(cancelled.Token);
            var outcome = await work.RunAsync(db, job, (now, all) =>
            {
                Volatile.Write(ref done, now);
                Volatile.Write(ref total, all);
                cancelled.Token.ThrowIfCancellationRequested();
                return Task.CompletedTask;
            }, cancelled.Token);
            // The pulse writes to the same row from outside; it has to be still before the row is written from inside.
            await cancelled.CancelAsync();
            await pulse;
            var ended = await db.Database.ExecuteSqlAsync($"update jobs set state = 'Done', done = {total}, total = {total}, says = {outcome.Says}, leads = {outcome.Leads} where id = {id} and state = 'Running' and not cancel_asked", CancellationToken.None);
            if (ended != 1)
                throw new OperationCanceledException();
            await transaction.CommitAsync(CancellationToken.None);
            changed = outcome.ChangedSongs;
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested)
        {
            // The house is shutting down: the job waits for the next start.
            await SetAsync(id, JobState.Waiting, "");
        }
        catch (OperationCanceledException)
        {
            await SetAsync(id, JobState.Cancelled, "Cancelled. Nothing was changed.");
        }
        catch (WorkRefusedException refused)
        {
            await SetAsync(id, JobState.Failed, refused.Message);
        }
#pragma warning disable CA1031 // Whatever goes wrong in a job ends that job and no other, and is told to whoever began it.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            Failed(log, problem);
            await SetAsync(id, JobState.Failed, "Something went wrong that should not. Nothing was changed; the log of the application says more. Try again.");
        }
        finally
        {
            await cancelled.CancelAsync();
            await pulse;
        }
        if (changed.Count > 0)
            await scope.ServiceProvider.GetRequiredService<LiveRuns>().SongsChangedAsync(changed, stopping);
    }

    /// <summary>Gives signs of life, writes down how far the work is, and hears whether it is to stop.</summary>
    private async Task PulseAsync(Guid id, Func<(int Done, int Total)> read, CancellationTokenSource cancelled)
    {
        try
        {
            await using var scope = scopes.CreateAsyncScope();
            var db = scope.ServiceProvider.GetRequiredService<YmnosDb>();
            while (true)
            {
                await Task.Delay(TimeSpan.FromMilliseconds(250), cancelled.Token);
                var (done, total) = read();
                if (await db.Database.SqlQuery<bool>($"update jobs set seen_at = now(), done = {done}, total = {total} where id = {id} returning cancel_asked").ToListAsync(cancelled.Token) is [true])
                    await cancelled.CancelAsync();
            }
        }
        catch (OperationCanceledException)
        {
            // The work has ended.
        }
        catch (Npgsql.NpgsqlException problem)
        {
            Failed(log, problem);
        }
    }

    private async Task SetAsync(Guid id, JobState state, string says)
    {
        await using var scope = scopes.CreateAsyncScope();
        var name = state.ToString();
        await scope.ServiceProvider.GetRequiredService<YmnosDb>().Database.ExecuteSqlAsync($"update jobs set state = {name}, says = {says} where id = {id}", CancellationToken.None);
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "A job failed.")]
    private static partial void Failed(ILogger log, Exception problem);
}
