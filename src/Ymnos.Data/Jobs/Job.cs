namespace Ymnos.Data.Jobs;

public enum JobState
{
    Waiting,
    Running,
    Done,
    Failed,
    Cancelled,
}

/// <summary>
/// Long work, kept in the database: any web process takes it up, and after a crash another begins it again. What a job
/// changes it changes in one transaction with its own end, so that it is done once or not at all.
/// </summary>
public sealed class Job
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    /// <summary>Name of the work: <c>read-import</c>.</summary>
    public required string Kind { get; init; }

    /// <summary>What it works on, as the work wrote it.</summary>
    public required string Subject { get; init; }

    /// <summary>For people: "Reading 5,000 files".</summary>
    public required string Title { get; init; }

    public required string By { get; init; }

    public Guid ById { get; init; }

    public JobState State { get; set; }

    public int Done { get; set; }

    public int Total { get; set; }

    /// <summary>What came of it, or why nothing did, for people.</summary>
    public string Says { get; set; } = "";

    /// <summary>The page that shows its outcome.</summary>
    public string Leads { get; set; } = "";

    public bool CancelAsked { get; set; }

    public DateTimeOffset At { get; init; }

    /// <summary>The last sign of life of whoever runs it.</summary>
    public DateTimeOffset? SeenAt { get; set; }
}
