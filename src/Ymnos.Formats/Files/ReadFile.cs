using System.Collections.Immutable;
using Ymnos.Core.Songs;

namespace Ymnos.Formats.Files;

/// <summary>A song read from a file, and what could not be taken from there.</summary>
public sealed record ReadSong(SongContent Content, ImmutableArray<string> NotTaken)
{
    /// <summary>The song as it can stand in the library; nothing where it has neither title nor words.</summary>
    public static ReadSong? Of(SongContent content, IEnumerable<string> notTaken)
    {
        var told = notTaken.ToList();
        return SoundContent.Of(content, told).Succeeded(out var sound) ? new(sound, [.. told.Distinct().Take(50)]) : null;
    }
}

/// <summary>What a file gave.</summary>
/// <param name="Format">The format it was understood as.</param>
/// <param name="Songs">The songs in it, in order.</param>
/// <param name="Problem">Why nothing could be read, for a person; empty where something could.</param>
public sealed record ReadFile(string Format, ImmutableArray<ReadSong> Songs, string Problem)
{
    internal static ReadFile Refused(string format, string problem) => new(format, [], problem);

    internal static ReadFile Of(string format, IEnumerable<ReadSong?> songs)
    {
        ImmutableArray<ReadSong> read = [.. songs.OfType<ReadSong>()];
        return read.IsEmpty ? Refused(format, "There is no song in this file.") : new(format, read, "");
    }
}
