namespace Ymnos.Core.Songs;

/// <summary>One slip of the finger.</summary>
public static class Slip
{
    /// <summary>Words shorter than this have too many neighbours to be forgiven a slip.</summary>
    public const int ShortestWord = 4;

    /// <summary>
    /// Whether one word becomes the other by at most one slip: a letter too many, one missing, one wrong, or two
    /// neighbours swapped (optimal string alignment distance of 1 or 0).
    /// </summary>
    public static bool Parts(ReadOnlySpan<char> one, ReadOnlySpan<char> other)
    {
        var same = one.CommonPrefixLength(other);
        one = one[same..];
        other = other[same..];
        while (one.Length > 0 && other.Length > 0 && one[^1] == other[^1])
        {
            one = one[..^1];
            other = other[..^1];
        }
        return (one.Length, other.Length) switch
        {
            ( <= 1, <= 1) => true,
            (2, 2) => one[0] == other[1] && one[1] == other[0],
            _ => false,
        };
    }

    /// <summary>Whether a word, typed with at most one slip, is the beginning of another.</summary>
    public static bool Begins(string typed, string word)
    {
        for (var length = typed.Length - 1; length <= typed.Length + 1; length++)
            if (length > 0 && length <= word.Length && Parts(typed, word.AsSpan(0, length)))
                return true;
        return false;
    }
}
