using System.Collections.Immutable;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>Reads the words of a song out of text as people have it.</summary>
public static class PastedWords
{
    /// <summary>
    /// Reads a text. Never fails: what is not understood is words. Time and memory grow with the length of the text;
    /// callers refuse texts longer than <see cref="SongDraft.LongestText"/>.
    /// </summary>
    public static Reading Read(string text, PasteSplit split = PasteSplit.BlankLines)
    {
        var lines = CleanText.Lines(text);
        var credit = TakeCredit(lines);
        var blocks = TextBlocks.Cut(lines, split);
        var title = split == PasteSplit.BlankLines ? TakeTitle(blocks) : "";
        var (read, sections, notes) = new MarkGiver(blocks).Give();
        ImmutableArray<SectionMark> order = [.. read.SelectMany(block => Enumerable.Repeat(block.Mark, block.Times))];
        return new(read, sections, order, FullerOrder(order), title, credit, OffersLines(lines, blocks, split), notes);
    }

    /// <summary>
    /// The text with one block under another mark. Only the block's heading changes: the rest of the text stays as it
    /// was typed, so that the box and what is read from it never disagree.
    /// </summary>
    /// <param name="text">The text that was read.</param>
    /// <param name="split">How it was read.</param>
    /// <param name="firstLine">The block's <see cref="ReadBlock.FirstLine"/>.</param>
    /// <param name="mark">The mark it is to have.</param>
    public static string Relabel(string text, PasteSplit split, int firstLine, SectionMark mark)
    {
        var lines = CleanText.Lines(text).ToList();
        var stripped = lines.ToArray();
        TakeCredit(stripped);
        var block = TextBlocks.Cut(stripped, split).Find(block => block.FirstLine == firstLine);
        if (block is null)
            return text;
        var heading = $"[{mark.Heading}]" + (block.Times > 1 ? $" x{block.Times}" : "");
        if (block.Heading is null)
            lines.Insert(firstLine, heading);
        else
        {
            lines[firstLine] = heading;
            // Words that stood behind the heading on its line get a line of their own.
            if (SectionHeading.TryRead(CleanText.Line(stripped[firstLine]), out var read) ? read.Words.Length > 0 : block.Lines.Count > 0 && CleanText.Line(stripped[firstLine]).Any(char.IsLetter))
                lines.Insert(firstLine + 1, split == PasteSplit.OneSectionALine
                    ? string.Join(" / ", block.Lines.Select(Chords.WriteInline))
                    : Chords.WriteInline(block.Lines[0]));
        }
        return string.Join('\n', lines);
    }

    /// <summary>Takes the credit at the end of the text out of the lines.</summary>
    private static PastedCredit? TakeCredit(string[] lines)
    {
        var first = lines.Length;
        for (var i = lines.Length - 1; i >= 0 && i >= lines.Length - 40; i--)
        {
            var line = CleanText.Line(lines[i]);
            if (line.Length == 0)
                continue;
            if (!PastedCredit.TryRead([line], out _))
                break;
            first = i;
        }
        if (!PastedCredit.TryRead(lines[first..].Select(CleanText.Line), out var credit))
            return null;
        Array.Fill(lines, "", first, lines.Length - first);
        return credit;
    }

    /// <summary>A single line above stanzas of several lines is the title.</summary>
    private static string TakeTitle(List<TextBlock> blocks)
    {
        if (blocks is not [{ Heading: null, Lines: [{ Chords.IsEmpty: true, Words.Length: <= SongDraft.LongestTitle } only] }, var second, ..]
            || !(second.Heading is not null || second.Lines.Count > 1))
            return "";
        // Where stanzas of one line are the rule, the first of them is one too.
        var unlabelled = blocks.Skip(1).Where(block => block.Heading is null).ToList();
        if (unlabelled.Count(block => block.Lines.Count < 2) * 2 > unlabelled.Count)
            return "";
        blocks.RemoveAt(0);
        return only.Words;
    }

    private static bool OffersLines(string[] lines, List<TextBlock> blocks, PasteSplit split) =>
        split == PasteSplit.BlankLines && blocks is [{ Heading: null or { Words.Length: 0 }, Lines.Count: > 1 }]
        && !lines.SkipWhile(string.IsNullOrWhiteSpace).TakeWhile(line => !string.IsNullOrWhiteSpace(line)).Skip(1).Any(line => SectionHeading.TryRead(CleanText.Line(line), out _));

    /// <summary>With one refrain written once after the first verse, sheets mean it to be sung after each.</summary>
    private static ImmutableArray<SectionMark> FullerOrder(ImmutableArray<SectionMark> order)
    {
        var refrains = order.Where(mark => mark.Kind == SectionKind.Refrain).ToList();
        if (refrains is not [var refrain] || order.Count(mark => mark.Kind == SectionKind.Verse) < 2)
            return [];
        var withoutRefrain = order.Where(mark => mark != refrain).ToList();
        var fuller = new List<SectionMark>();
        if (order[0] == refrain)
            fuller.Add(refrain);
        for (var i = 0; i < withoutRefrain.Count; i++)
        {
            fuller.Add(withoutRefrain[i]);
            if (withoutRefrain[i].Kind is SectionKind.Verse or SectionKind.Bridge
                && (i + 1 == withoutRefrain.Count || withoutRefrain[i + 1].Kind is not SectionKind.PreChorus and not SectionKind.Bridge))
                fuller.Add(refrain);
            else if (withoutRefrain[i].Kind == SectionKind.PreChorus)
                fuller.Add(refrain);
        }
        return [.. fuller];
    }
}
