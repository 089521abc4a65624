using System.Collections.Immutable;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Curating;

/// <summary>A pasted translation laid against a song's sections, in order.</summary>
/// <param name="Sections">What matched, under the song's marks.</param>
/// <param name="Missing">Sections of the song that nothing matched.</param>
/// <param name="Over">Blocks of the translation that found no section.</param>
public sealed record LaidTranslation(ImmutableArray<Section> Sections, ImmutableArray<SectionMark> Missing, ImmutableArray<Section> Over)
{
    private const int PerLine = 2;
    private const int PerMissing = 5;
    private const int PerOver = 7;

    /// <summary>
    /// Lays the text. Blocks that the text itself names go to the section of that name. The others are laid in order at
    /// the least cost: 2 for every line that a block and its section differ by, 5 for a section that stays without, 7 for a
    /// block that finds none.
    /// </summary>
    public static LaidTranslation Of(Wording first, string text)
    {
        var reading = PastedWords.Read(text);
        var blocks = reading.Blocks.Where(block => block.Role == BlockRole.New && !block.Lines.IsEmpty).ToList();
        var named = blocks.Count > 0 && blocks.TrueForAll(block => block.IsLabelled);
        var laid = named ? ByName(first, blocks) : InOrder(first, blocks);
        var sections = WordsEdit.InOrderOf(first, [.. laid.Select(pair => new Section(pair.Mark, pair.Block.Lines))]);
        return new(sections,
            [.. first.Sections.Where(section => section.SungLines.Any() && sections.All(one => one.Mark != section.Mark)).Select(section => section.Mark)],
            [.. blocks.Where(block => laid.All(pair => pair.Block != block)).Select(block => new Section(block.Mark, block.Lines))]);
    }

    private static List<(SectionMark Mark, ReadBlock Block)> ByName(Wording first, List<ReadBlock> blocks) =>
        [.. blocks.Where(block => first.Find(block.Mark) is not null).Select(block => (block.Mark, block))];

    private static List<(SectionMark Mark, ReadBlock Block)> InOrder(Wording first, List<ReadBlock> blocks)
    {
        var sections = first.Sections.Where(section => section.SungLines.Any()).ToList();
        var cost = new int[sections.Count + 1, blocks.Count + 1];
        for (var i = sections.Count; i >= 0; i--)
            for (var j = blocks.Count; j >= 0; j--)
                cost[i, j] = (i == sections.Count, j == blocks.Count) switch
                {
                    (true, true) => 0,
                    (true, false) => cost[i, j + 1] + PerOver,
                    (false, true) => cost[i + 1, j] + PerMissing,
                    _ => Math.Min(Pair(i, j), Math.Min(cost[i + 1, j] + PerMissing, cost[i, j + 1] + PerOver)),
                };
        var laid = new List<(SectionMark, ReadBlock)>();
        for (int i = 0, j = 0; i < sections.Count && j < blocks.Count;)
        {
            if (cost[i, j] == Pair(i, j))
                laid.Add((sections[i++].Mark, blocks[j++]));
            else if (cost[i, j] == cost[i + 1, j] + PerMissing)
                i++;
            else
                j++;
        }
        return laid;

        int Pair(int i, int j) => cost[i + 1, j + 1] + (PerLine * Math.Abs(sections[i].SungLines.Count() - blocks[j].Lines.Count(line => line.HasWords)));
    }
}
