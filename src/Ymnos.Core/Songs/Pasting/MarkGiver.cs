using System.Collections.Immutable;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>Gives every block of a text its mark: by its heading, by words that stood before, or by its place.</summary>
internal sealed class MarkGiver(List<TextBlock> blocks)
{
    private readonly Dictionary<SectionMark, (string Folded, ImmutableArray<LyricLine> Lines)> _given = [];
    private readonly HashSet<SectionMark> _reserved = [.. blocks
        .Where(block => block.Heading?.Number is not null)
        .Select(block => new SectionMark(block.Heading!.Kind, block.Heading.Number!.Value))];
    private readonly HashSet<string> _repeated = [.. blocks
        .Where(block => block.Heading is null && block.Lines.Count > 0)
        .GroupBy(block => block.Folded).Where(same => same.Count() > 1 && same.Key.Length > 0).Select(same => same.Key)];
    private readonly Dictionary<SectionKind, int> _lastGiven = [];
    private readonly List<string> _notes = [];

    public (ImmutableArray<ReadBlock> Blocks, ImmutableArray<Section> Sections, ImmutableArray<string> Notes) Give()
    {
        var read = new List<(ReadBlock Block, bool Waits)>();
        foreach (var block in blocks)
            if (ReadOne(block) is { } one)
                read.Add(one);

        // A section may be called before its words stand.
        ImmutableArray<ReadBlock> resolved = [.. read.Where(one => !one.Waits || Resolve(one.Block)).Select(one => one.Waits
            ? one.Block with { Lines = _given[one.Block.Mark].Lines }
            : one.Block)];
        ImmutableArray<Section> sections = [.. resolved.DistinctBy(block => block.Mark).Select(block => new Section(block.Mark, _given[block.Mark].Lines))];
        return (resolved, sections, [.. _notes]);
    }

    private (ReadBlock, bool Waits)? ReadOne(TextBlock block)
    {
        if (block.Lines.Count == 0)
            return Called(block, block.Heading!);
        var folded = block.Folded;
        var mark = block.Heading switch
        {
            { Number: { } number } heading => Numbered(new SectionMark(heading.Kind, number), folded),
            { } heading => SameWords(heading.Kind, folded) ?? Next(heading.Kind),
            null => SameWords(null, folded) ?? Next(_repeated.Contains(folded) ? SectionKind.Refrain : SectionKind.Verse),
        };
        var isNew = _given.TryAdd(mark, (folded, [.. block.Lines]));
        return (new(mark, isNew ? BlockRole.New : BlockRole.Repeated, block.Times, _given[mark].Lines, block.FirstLine, block.Heading is not null), false);
    }

    private (ReadBlock, bool Waits)? Called(TextBlock block, SectionHeading heading)
    {
        SectionMark? known = heading.Number is { } number
            ? new SectionMark(heading.Kind, number)
            : _given.Keys.Where(mark => mark.Kind == heading.Kind).Select(mark => (SectionMark?)mark).LastOrDefault();
        if (known is { } mark && _given.TryGetValue(mark, out var section))
            return (new(mark, BlockRole.Called, block.Times, section.Lines, block.FirstLine, true), false);
        if (heading.Kind == SectionKind.Interlude)
        {
            // An interlude may well have nothing to sing.
            var interlude = known ?? Next(SectionKind.Interlude);
            _given.Add(interlude, ("", []));
            return (new(interlude, BlockRole.New, block.Times, [], block.FirstLine, true), false);
        }
        return (new(known ?? new SectionMark(heading.Kind), BlockRole.Called, block.Times, [], block.FirstLine, true), true);
    }

    private bool Resolve(ReadBlock waiting)
    {
        if (_given.ContainsKey(waiting.Mark))
            return true;
        _notes.Add($"“{waiting.Mark.Heading}” is named, but its words are nowhere in the text. It is left out.");
        return false;
    }

    private SectionMark Numbered(SectionMark mark, string folded)
    {
        if (!_given.TryGetValue(mark, out var earlier) || earlier.Folded == folded)
            return mark;
        var next = Next(mark.Kind);
        _notes.Add($"Two different sections are called {mark.Heading}. The second is {next} here.");
        return next;
    }

    private SectionMark? SameWords(SectionKind? kind, string folded)
    {
        foreach (var (mark, section) in _given)
            if (section.Folded == folded && (kind is null || mark.Kind == kind))
                return mark;
        return null;
    }

    private SectionMark Next(SectionKind kind)
    {
        // Past the highest number the text is not a song any more; its tail is kept together under the last one.
        var number = _lastGiven.GetValueOrDefault(kind, 0) + 1;
        while (number < SectionMark.HighestNumber && new SectionMark(kind, number) is var mark && (_given.ContainsKey(mark) || _reserved.Contains(mark)))
            number++;
        number = Math.Min(number, SectionMark.HighestNumber);
        _lastGiven[kind] = number;
        return new SectionMark(kind, number);
    }
}
