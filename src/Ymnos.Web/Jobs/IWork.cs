using Ymnos.Data;
using Ymnos.Data.Jobs;

namespace Ymnos.Web.Jobs;

/// <summary>
/// A kind of long work. It runs inside one transaction that also ends its job, so what it changes is done once or not at
/// all; it tells how far it is on the side, and stops where it is asked to.
/// </summary>
public interface IWork
{
    /// <summary>The name its jobs carry.</summary>
    string Kind { get; }

    /// <summary>Does the work.</summary>
    /// <param name="db">In a transaction of its own.</param>
    /// <param name="job">What is to be done.</param>
    /// <param name="progress">Called with what is done and how much there is.</param>
    /// <param name="cancel">Ends the work; everything it has changed is then rolled back.</param>
    /// <returns>What came of it, for people, and the page that shows it.</returns>
    Task<WorkDone> RunAsync(YmnosDb db, Job job, Func<int, int, Task> progress, CancellationToken cancel);
}

/// <summary>What came of a job.</summary>
public sealed record WorkDone(string Says, string Leads)
{
    /// <summary>Songs that were here before and are different now: services that run with them are brought up to it.</summary>
    public IReadOnlyList<Guid> ChangedSongs { get; init; } = [];
}

/// <summary>Work that could not be done for a reason that a person can do something about.</summary>
public sealed class WorkRefusedException(string message) : Exception(message);
