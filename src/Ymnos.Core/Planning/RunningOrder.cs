using System.Collections.Immutable;
using Ymnos.Core.Songs;

namespace Ymnos.Core.Planning;

/// <summary>A line of the order with the clock beside it.</summary>
/// <param name="Line">The line.</param>
/// <param name="StartsAt">When it begins.</param>
/// <param name="Length">An entry's own length; for a part, all its entries together.</param>
/// <param name="Song">The song, for a song entry whose song is in the library.</param>
public sealed record TimedLine(OrderLine Line, TimeOnly StartsAt, TimeSpan Length, Song? Song);

/// <summary>The order of service of one sitting run against the clock.</summary>
public sealed record RunningOrder(ImmutableArray<TimedLine> Lines, TimeOnly StartsAt, TimeSpan Total, TimeSpan Target)
{
    public TimeOnly EndsAt => StartsAt.Add(Total);

    /// <summary>How far the total is over the target; negative when there is time left.</summary>
    public TimeSpan Over => Total - Target;

    /// <summary>The parts in order with the length of each; what stands before the first heading has an empty name.</summary>
    public IReadOnlyList<(string Name, TimeSpan Length)> PartLengths()
    {
        var before = Lines.TakeWhile(line => line.Line is not Part).Aggregate(TimeSpan.Zero, (sum, line) => sum + line.Length);
        var parts = Lines.Where(line => line.Line is Part).Select(line => (((Part)line.Line).Name, line.Length));
        return [.. before > TimeSpan.Zero ? [("", before)] : Array.Empty<(string, TimeSpan)>(), .. parts];
    }

    /// <param name="service">The plan.</param>
    /// <param name="sitting">Which start time to run it from.</param>
    /// <param name="songs">The songs of the order by id; a song that is missing takes no time.</param>
    public static RunningOrder Of(Service service, Sitting sitting, IReadOnlyDictionary<Guid, Song> songs)
    {
        var order = service.Order;
        var lines = ImmutableArray.CreateBuilder<TimedLine>(order.Count);
        var elapsed = TimeSpan.Zero;
        for (var i = 0; i < order.Count; i++)
        {
            var length = order[i] is Part
                ? order.Skip(i + 1).TakeWhile(line => line is not Part).Aggregate(TimeSpan.Zero, (sum, line) => sum + LengthOf(line, songs))
                : LengthOf(order[i], songs);
            lines.Add(new(order[i], sitting.StartsAt.Add(elapsed), length,
                order[i] is SongEntry entry ? songs.GetValueOrDefault(entry.SongId) : null));
            if (order[i] is Entry)
                elapsed += length;
        }
        return new(lines.MoveToImmutable(), sitting.StartsAt, elapsed, sitting.TargetLength);
    }

    private static TimeSpan LengthOf(OrderLine line, IReadOnlyDictionary<Guid, Song> songs) => line switch
    {
        SpokenEntry spoken => spoken.Length,
        SongEntry entry when songs.TryGetValue(entry.SongId, out var song) => song.OrderNamed(entry.OrderName).Reckon(song.FirstWording),
        _ => TimeSpan.Zero,
    };
}
