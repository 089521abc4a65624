using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Comparing;

/// <summary>How like two songs are, and why.</summary>
/// <param name="Score">From 0, nothing in common, to 1, the same.</param>
/// <param name="Why">In a few words: "the same words", "the title of another language".</param>
public sealed record SongLikeness(double Score, string Why)
{
    /// <summary>From here on two songs are probably one.</summary>
    public const double Probable = 0.6;

    public bool IsProbable => Score >= Probable;

    /// <summary>
    /// Compares titles, first lines and words. Words are compared as runs of four letters with spaces, line breaks, case,
    /// accents and repeated sections left out: the share of the shorter text's runs that the longer one has. A shared title
    /// makes half as many shared words enough; a title alone is not enough, since many songs share one.
    /// </summary>
    public static SongLikeness Of(SongContent one, SongContent other)
    {
        var title = SongPrint.Titles(one).Intersect(SongPrint.Titles(other)).Any();
        var firstLine = one.Wordings.Select(wording => SongPrint.Worn(wording.FirstLine)).Where(line => line.Length > 3)
            .Intersect(other.Wordings.Select(wording => SongPrint.Worn(wording.FirstLine))).Any();
        var words = 0.0;
        var across = false;
        foreach (var a in one.Wordings)
            foreach (var b in other.Wordings)
                if (Shared(a, b) is var shared && shared > words)
                    (words, across) = (shared, a != one.FirstWording || b != other.FirstWording);
        var score = title ? Math.Max(0.3 + (words * 0.9), firstLine ? 0.55 : 0.3)
            : firstLine ? 0.2 + (words * 0.8)
            : words;
        return new(Math.Min(1, score), words > 0.6 ? (across ? "the words of another wording" : title ? "the same title and words" : "the same words") : title ? "the same title, some of the words" : firstLine ? "the same first line" : "some of the words");
    }

    private static double Shared(Wording one, Wording other)
    {
        var (a, b) = (Runs(one), Runs(other));
        if (a.Count > b.Count)
            (a, b) = (b, a);
        // So little text says nothing: a refrain of four words stands in many songs.
        if (a.Count < 12)
            return a.SetEquals(b) && a.Count > 0 ? 0.8 : 0;
        var both = a.Count(b.Contains);
        var shorter = (double)both / a.Count;
        // A verse quoted in a long song is not that song: what the longer one has besides counts a little.
        var jaccard = (double)both / (a.Count + b.Count - both);
        return (shorter * 0.7) + (jaccard * 0.3);
    }

    private static HashSet<string> Runs(Wording wording)
    {
        var runs = new HashSet<string>();
        foreach (var section in wording.Sections)
        {
            var letters = string.Concat(section.SungLines.SelectMany(line => FoldedText.Words(line.Words)).Select(word => SongPrint.WornWord(word.Folded)));
            for (var i = 0; i + 4 <= letters.Length; i++)
                runs.Add(letters.Substring(i, 4));
        }
        return runs;
    }
}
