using System.Buffers.Binary;
using System.IO.Hashing;
using System.Runtime.InteropServices;
using System.Text;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Comparing;

/// <summary>
/// Numbers by which songs that may be the same find each other without being compared: a few for their titles and first
/// lines, and a sample of their words.
/// </summary>
public static class SongPrint
{
    /// <summary>Numbers kept of each wording's words.</summary>
    public const int Sample = 24;

    /// <summary>
    /// The prints of a song. Two songs are worth comparing when they share one title or first line, or two numbers of the
    /// sample. The sample holds the least hashes of runs of three words, each word worn down to what spelling seldom
    /// changes; the least of equal sets are equal (Broder's min-wise sampling), so like texts share many.
    /// </summary>
    public static int[] Of(SongContent song)
    {
        var prints = new SortedSet<int>();
        foreach (var title in Titles(song))
            prints.Add(Hash("t" + title));
        foreach (var wording in song.Wordings)
        {
            if (Worn(wording.FirstLine) is { Length: > 0 } first)
                prints.Add(Hash("t" + first));
            var words = wording.Sections.SelectMany(section => section.SungLines).SelectMany(line => FoldedText.Words(line.Words)).Select(word => WornWord(word.Folded)).Where(word => word.Length > 0).ToList();
            prints.UnionWith(Enumerable.Range(0, Math.Max(0, words.Count - 2)).Select(i => Hash($"{words[i]} {words[i + 1]} {words[i + 2]}")).Distinct().Order().Take(Sample));
        }
        return [.. prints];
    }

    /// <summary>Every title a song goes by, worn down.</summary>
    internal static IEnumerable<string> Titles(SongContent song) =>
        new[] { song.Title }.Concat(song.OtherTitles.Select(title => title.Text)).Concat(song.Wordings.Select(wording => wording.Title))
            .Select(Worn).Where(title => title.Length > 0).Distinct();

    internal static string Worn(string text) => string.Concat(FoldedText.Words(text).Select(word => WornWord(word.Folded)));

    /// <summary>A word without what spelling changes most: doubled letters, and vowels inside Latin words.</summary>
    internal static string WornWord(string folded)
    {
        var worn = new StringBuilder(folded.Length);
        for (var i = 0; i < folded.Length; i++)
        {
            if (i > 0 && (folded[i] == folded[i - 1] || folded[i] is 'a' or 'e' or 'i' or 'o' or 'u' or 'y'))
                continue;
            worn.Append(folded[i] switch { 'z' => 's', 'k' or 'q' => 'c', _ => folded[i] });
        }
        return worn.ToString();
    }

    private static int Hash(string text)
    {
        Span<byte> hash = stackalloc byte[4];
        XxHash32.Hash(MemoryMarshal.AsBytes(text.AsSpan()), hash);
        return BinaryPrimitives.ReadInt32LittleEndian(hash);
    }
}
