using Ymnos.Core.Styles;

namespace Ymnos.Core.Planning;

/// <summary>One line of the order of service: a part heading, or an entry.</summary>
public abstract class OrderLine
{
    public const int LongestTitle = 200;

    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ServiceId { get; internal set; }

    /// <summary>Place in the order, from 0, without gaps among the lines that are not removed.</summary>
    public int Position { get; internal set; }

    /// <summary>Set when the line has been taken out; it can be put back.</summary>
    public DateTimeOffset? RemovedAt { get; internal set; }
}

/// <summary>Opens a part of the service: Gathering, Word, Response. The entries below it belong to it.</summary>
public sealed class Part : OrderLine
{
    public required string Name { get; init; }
}

/// <summary>Something that happens and takes time.</summary>
public abstract class Entry : OrderLine
{
    /// <summary>The style of this entry alone; nothing for that of its kind, the service or the house.</summary>
    public Guid? StyleId { get; internal set; }

    /// <summary>What kinds of entry choose a style together.</summary>
    public abstract EntryKind Kind { get; }
}

/// <summary>A song, sung in one of its sung orders.</summary>
public sealed class SongEntry : Entry
{
    public override EntryKind Kind => EntryKind.Song;

    public required Guid SongId { get; set; }

    /// <summary>Name of the sung order; the song's usual one when it has gone.</summary>
    public string OrderName { get; init; } = Songs.SungOrder.FullName;
}

/// <summary>Something spoken, with a length.</summary>
public sealed class SpokenEntry : Entry
{
    public override EntryKind Kind => EntryKind.Spoken;

    public required string Title { get; init; }

    public required TimeSpan Length { get; init; }
}
