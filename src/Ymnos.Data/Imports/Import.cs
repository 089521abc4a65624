using Ymnos.Core.Songs;

namespace Ymnos.Data.Imports;

public enum ImportStage
{
    /// <summary>Files are being read.</summary>
    Reading,

    /// <summary>Somebody looks at what was understood.</summary>
    Preview,

    /// <summary>Songs are being taken in.</summary>
    Taking,

    Done,
}

/// <summary>Files brought in together.</summary>
public sealed class Import
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ShelfId { get; set; }

    public required string By { get; init; }

    public Guid ById { get; init; }

    public DateTimeOffset At { get; init; }

    public ImportStage Stage { get; set; }

    public Guid? JobId { get; set; }

    /// <summary>What taking in did, so that it can be undone.</summary>
    public Guid? DeedId { get; set; }
}

/// <summary>What is done with a song of an import.</summary>
public enum ImportChoice
{
    /// <summary>It comes in as a song of its own.</summary>
    Take,

    /// <summary>It stays out.</summary>
    Skip,

    /// <summary>It stands in the place of the one that is here.</summary>
    Replace,

    /// <summary>What the one here does not say is taken from it.</summary>
    Merge,
}

/// <summary>One file of an import, as it was sent.</summary>
public sealed class ImportFile
{
    public Guid ImportId { get; init; }

    public int Position { get; init; }

    public required string Name { get; init; }

    public required byte[] Bytes { get; init; }

    /// <summary>Name of the encoding it is read in.</summary>
    public string Encoding { get; set; } = "";

    /// <summary>Name of the format it was understood as; empty when it was not.</summary>
    public string Format { get; set; } = "";

    /// <summary>Why nothing could be read from it; empty when something could.</summary>
    public string Problem { get; set; } = "";
}

/// <summary>A song that was read from a file of an import.</summary>
public sealed class ImportSong
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public Guid ImportId { get; init; }

    public int FilePosition { get; init; }

    public int Position { get; init; }

    public required SongContent Content { get; init; }

    /// <summary>What could not be taken, one a line.</summary>
    public string NotTaken { get; init; } = "";

    /// <summary>The song here that it looks like.</summary>
    public Guid? LikeId { get; set; }

    public string LikeTitle { get; set; } = "";

    public double LikeScore { get; set; }

    public string LikeWhy { get; set; } = "";

    public ImportChoice Choice { get; set; }
}
