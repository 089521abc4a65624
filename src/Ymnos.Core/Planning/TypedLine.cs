using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Planning;

/// <summary>What somebody typed into the line that adds to the order of service: a name, and perhaps a length at its end.</summary>
/// <param name="Name">Cleaned; never empty.</param>
/// <param name="Length">The length typed behind the name: "Welcome 3:00", "Prayers 5 min".</param>
public sealed record TypedLine(string Name, TimeSpan? Length)
{
    /// <summary>What something spoken takes when nobody has said.</summary>
    public static readonly TimeSpan UsualLength = TimeSpan.FromMinutes(3);

    public static TypedLine? Read(string typed)
    {
        var line = CleanText.Line(typed);
        if (line.Length is 0 or > OrderLine.LongestTitle)
            return null;
        // The length may be one word ("3:00") or two ("5 min").
        for (var words = 1; words <= 2; words++)
        {
            var cut = line.Length;
            for (var i = 0; i < words && cut > 0; i++)
                cut = line.LastIndexOf(' ', cut - 1);
            if (cut > 0 && LengthText.TryRead(line[(cut + 1)..], out var length))
                return new(line[..cut].TrimEnd(',', ' '), length);
        }
        return new(line, null);
    }

    public SpokenEntry AsSpoken() => new() { Title = Name, Length = Length ?? UsualLength };

    public Part AsPart() => new() { Name = Name.TrimEnd(':') is { Length: > 0 } name ? name : Name };
}
