using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>A run of lines that belong together, before it is known which section they are.</summary>
internal sealed class TextBlock(int firstLine, SectionHeading? heading)
{
    public int FirstLine { get; } = firstLine;

    public SectionHeading? Heading { get; set; } = heading;

    public List<LyricLine> Lines { get; } = [];

    public int Times { get; set; } = heading?.Times ?? 1;

    /// <summary>The block's words as they compare: folded; a block of chords only compares by its chords.</summary>
    public string Folded => FoldedText.Of(string.Join(' ', Lines.Select(line => line.Words))) is { Length: > 0 } words
        ? words
        : string.Join(' ', Lines.SelectMany(line => line.Chords).Select(chord => chord.Name));
}

/// <summary>Cuts the lines of a text into blocks at blank lines and headings, or at every line.</summary>
internal static partial class TextBlocks
{
    /// <summary>A line that begins with this is words, whatever it looks like.</summary>
    public const char Literal = '\\';

    public static List<TextBlock> Cut(string[] lines, PasteSplit split)
    {
        var blocks = new List<TextBlock>();
        if (split == PasteSplit.BlankLines)
            LineNumbers.Strip(lines, line => IsSung(line));
        TextBlock? current = null;
        string? chordsAbove = null;

        for (var i = 0; i < lines.Length; i++)
        {
            var line = CleanText.Line(lines[i]);
            if (line.Length == 0)
            {
                FlushChords();
                Close();
            }
            else if (line[0] == Literal)
            {
                Sing(i, line[1..], line[1..]);
            }
            else if (SectionHeading.TryRead(line, out var heading) || StanzaNumber(line, out heading))
            {
                FlushChords();
                blocks.Add(current = new TextBlock(i, heading));
                if (heading.Words.Length > 0)
                {
                    AddWords(current, heading.Words);
                    CloseLine();
                }
            }
            else if (SectionHeading.TimesIn(line) is { } times && current is { Lines.Count: > 0 })
                current.Times = times;
            else if (Chords.IsChordLine(lines[i]))
            {
                FlushChords();
                chordsAbove = lines[i];
                Open(i);
            }
            else if (current is null && NumberedFirstLine(line, split) is { } numbered)
            {
                blocks.Add(current = new TextBlock(i, new(SectionKind.Verse, numbered.Number, 1, "")));
                AddWords(current, numbered.Words);
                CloseLine();
            }
            else
                Sing(i, lines[i], line);
        }
        FlushChords();
        return blocks;

        TextBlock Open(int at)
        {
            if (current is null)
                blocks.Add(current = new TextBlock(at, null));
            return current;
        }

        void Sing(int at, string asTyped, string words)
        {
            var block = Open(at);
            if (chordsAbove is not null)
                block.Lines.Add(Chords.Above(chordsAbove, asTyped));
            else if (lines[at].TrimStart().StartsWith(Literal))
                block.Lines.Add(Chords.Inline(CleanText.Line(words)));
            else
                AddWords(block, words);
            chordsAbove = null;
            CloseLine();
        }

        void AddWords(TextBlock block, string words)
        {
            if (split == PasteSplit.OneSectionALine)
                block.Lines.AddRange(Slash().Split(words).Where(part => part.Length > 0).Select(Chords.Inline));
            else
                block.Lines.Add(Chords.Inline(words));
        }

        void FlushChords()
        {
            if (chordsAbove is not null)
                current!.Lines.Add(Chords.Alone(chordsAbove));
            chordsAbove = null;
        }

        // A heading with a blank line under it still waits for its words, unless it calls back a section that has some.
        void Close()
        {
            if (current is { Heading: { } heading, Lines.Count: 0 } && !IsCall(heading))
                return;
            current = null;
        }

        void CloseLine()
        {
            if (split == PasteSplit.OneSectionALine)
                current = null;
        }

        bool IsCall(SectionHeading heading) => blocks.Exists(block =>
            block.Lines.Count > 0 && block.Heading is { } earlier && earlier.Kind == heading.Kind
            && (heading.Number is { } number ? (earlier.Number ?? 1) == number : heading.Kind != SectionKind.Verse));
    }

    /// <summary>Whether a line, read by itself, would be taken for anything but the words it is.</summary>
    public static bool NeedsLiteral(string line) =>
        line.StartsWith(Literal) || !IsSung(line) || SectionHeading.TimesIn(line) is not null
        || char.IsAsciiDigit(line[0]) || PastedCredit.TryRead([line], out _);

    private static bool IsSung(string line) =>
        CleanText.Line(line) is { Length: > 0 } clean && clean[0] != Literal
        && !SectionHeading.TryRead(clean, out _) && !StanzaNumber(clean, out _) && !Chords.IsChordLine(line);

    /// <summary>A number that stands alone above its stanza.</summary>
    private static bool StanzaNumber(string line, out SectionHeading heading)
    {
        heading = null!;
        var match = NumberAlone().Match(line);
        if (!match.Success || int.Parse(match.Groups["n"].Value, CultureInfo.InvariantCulture) is not (>= 1 and var number))
            return false;
        heading = new(SectionKind.Verse, number, 1, "");
        return true;
    }

    /// <summary>"2. When the gale…" at the head of a stanza.</summary>
    private static (int Number, string Words)? NumberedFirstLine(string line, PasteSplit split)
    {
        var match = NumberBefore().Match(line);
        if (!match.Success || int.Parse(match.Groups["n"].Value, CultureInfo.InvariantCulture) is not (>= 1 and var number))
            return null;
        return match.Groups["sign"].Length > 0 || split == PasteSplit.OneSectionALine || number == 1 ? (number, match.Groups["words"].Value) : null;
    }

    [GeneratedRegex(@"^\(?(?<n>\d{1,2})[.):]?$", RegexOptions.CultureInvariant)]
    private static partial Regex NumberAlone();

    [GeneratedRegex(@"^\(?(?<n>\d{1,2})(?<sign>[.):]*)\s+(?<words>\S.*)$", RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex NumberBefore();

    [GeneratedRegex(@"\s+[/|]\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Slash();
}
