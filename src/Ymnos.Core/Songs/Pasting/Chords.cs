using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>Tells chords from words, above the words or inside them.</summary>
public static partial class Chords
{
    /// <summary>Whether a line holds nothing but chords, bar lines and repeat signs.</summary>
    public static bool IsChordLine(string line)
    {
        var any = false;
        foreach (var word in line.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (Chord().IsMatch(word))
                any = true;
            else if (!BarSign().IsMatch(word))
                return false;
        }
        return any;
    }

    /// <summary>Places the chords of a line above the words of the line below it, by the columns both stand in.</summary>
    public static LyricLine Above(string chordLine, string words)
    {
        var lead = words.Length - words.TrimStart().Length;
        var line = CleanText.Line(words);
        var chords = ImmutableArray.CreateBuilder<PlacedChord>();
        foreach (Match word in Word().Matches(chordLine))
            if (Chord().IsMatch(word.Value))
                chords.Add(new(Math.Clamp(word.Index - lead, 0, line.Length), word.Value));
        return new(line, chords.ToImmutable());
    }

    /// <summary>A line of chords without words: an interlude.</summary>
    public static LyricLine Alone(string chordLine) =>
        new("", [.. chordLine.Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(word => Chord().IsMatch(word)).Select(name => new PlacedChord(0, name))]);

    /// <summary>Takes inline chords, <c>[G]Lift the [D]lantern</c>, out of the words and keeps their places.</summary>
    public static LyricLine Inline(string line)
    {
        if (!line.Contains('[', StringComparison.Ordinal))
            return LyricLine.Of(line);
        var words = new StringBuilder();
        var chords = ImmutableArray.CreateBuilder<PlacedChord>();
        var from = 0;
        foreach (Match match in Bracketed().Matches(line))
        {
            if (!Chord().IsMatch(match.Groups[1].ValueSpan))
                continue;
            words.Append(line, from, match.Index - from);
            chords.Add(new(words.Length, match.Groups[1].Value));
            from = match.Index + match.Length;
        }
        words.Append(line, from, line.Length - from);
        return chords.Count == 0 ? LyricLine.Of(line) : Trimmed(words.ToString(), chords.ToImmutable());
    }

    /// <summary>The inline form again, for editing.</summary>
    public static string WriteInline(LyricLine line)
    {
        if (line.Chords.IsEmpty)
            return line.Words;
        var written = new StringBuilder(line.Words);
        foreach (var chord in line.Chords.Reverse())
            written.Insert(chord.At, $"[{chord.Name}]");
        return written.ToString();
    }

    private static LyricLine Trimmed(string words, ImmutableArray<PlacedChord> chords)
    {
        var line = CleanText.Line(words);
        // Spaces that go from the front or from inside pull later chords to the left.
        return new(line, [.. chords.Select(chord => chord with
        {
            At = Math.Min(CleanText.Line(words[..chord.At] + "|").Length - 1, line.Length),
        })]);
    }

    // Root, accidental, quality, extensions, bass: the letters of the usual chord notation and no others.
    [GeneratedRegex(@"^\(?(?:[A-H](?:[#b♯♭])?(?:maj|Maj|min|sus|dim|aug|add|m|M|\+|-|°|ø|Δ|[#b♯♭]?\d{1,2}|\([#b♯♭\d,]{1,6}\)|/(?=\d))*(?:/[A-H](?:[#b♯♭])?)?|N\.?C\.?)\)?\*?$", RegexOptions.CultureInvariant)]
    private static partial Regex Chord();

    [GeneratedRegex(@"^(?:[|:/\\%.\-–—‖‐]+|\(?x\d{1,2}\)?|\d{1,2}x)$", RegexOptions.CultureInvariant)]
    private static partial Regex BarSign();

    [GeneratedRegex(@"\S+", RegexOptions.CultureInvariant)]
    private static partial Regex Word();

    [GeneratedRegex(@"\[([^\[\]\s]{1,16})\]", RegexOptions.CultureInvariant)]
    private static partial Regex Bracketed();
}
