using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>The rows of one slide of a section, and the lines of the section that they hold.</summary>
/// <param name="Rows">Text of each row.</param>
/// <param name="FirstLine">Index among the section's sung lines of the first line on the slide.</param>
/// <param name="LastLine">Index of the last one; the same line can stand on several slides when it is very long.</param>
public sealed record SectionSlide(ImmutableArray<string> Rows, int FirstLine, int LastLine);

/// <summary>A song's words set in one size for the whole song.</summary>
public sealed class SongLayout
{
    /// <summary>Text comes down to this part of its size to keep a line whole; beyond it lines wrap.</summary>
    private const double SizeWorthAWholeLine = 0.8;

    /// <summary>Whether a line cannot stand whole in a style even when its letters come down as far as is worth it.</summary>
    public static bool IsTooLong(string line, Style style) =>
        style.Words.Face.Width(line) * style.Words.Size * SizeWorthAWholeLine > style.WordsFrame.Width;

    private readonly Style _style;
    private readonly Dictionary<SectionMark, ImmutableArray<SectionSlide>> _slides = [];

    private SongLayout(Style style, double size) => (_style, Size) = (style, size);

    /// <summary>Size of every row of the song, in units of the slide.</summary>
    public double Size { get; }

    /// <summary>
    /// Sets the words. The size is the largest, from the style's size down, at which no line wraps, if that is at least
    /// four fifths of it; else the largest at which no line takes more than two rows; else the largest at which every
    /// line fits on one slide. What does not fit even at the smallest size runs on over several slides.
    /// </summary>
    public static SongLayout Of(Wording wording, Style style)
    {
        var lines = wording.Sections.SelectMany(section => section.SungLines).Select(line => line.Words).Distinct().ToList();
        var layout = new SongLayout(style, ChooseSize(lines, style));
        foreach (var section in wording.Sections)
            layout._slides[section.Mark] = layout.Break(section);
        return layout;
    }

    /// <summary>The slides of a section; none when it has no words.</summary>
    public ImmutableArray<SectionSlide> SlidesOf(SectionMark mark) => _slides.GetValueOrDefault(mark, []);

    /// <summary>The size of the letters in percent of the style's own.</summary>
    public int PercentOfStyle => (int)Math.Round(100 * Size / _style.Words.Size);

    /// <summary>Puts rows into the middle of the words frame.</summary>
    public ImmutableArray<TextRow> Place(SectionSlide slide) =>
        RowsInFrame(slide.Rows, _style.WordsFrame, _style.Words, Size);

    /// <summary>Stacks rows, centred both ways in the frame.</summary>
    internal static ImmutableArray<TextRow> RowsInFrame(IReadOnlyList<string> rows, Frame frame, TypeSetting type, double size)
    {
        var pitch = size * type.LineSpacing;
        // A row's letters stand about 0.35 of the size above and below its middle, so its baseline lies that far under it.
        var first = frame.CentreY - (pitch * (rows.Count - 1) / 2) + (0.35 * size);
        return [.. rows.Select((row, i) => new TextRow(row, type.Face.Name, size, frame.CentreX,
            Math.Round(first + (i * pitch), 2), Math.Round(type.Face.Width(row) * size, 2), type.Colour, Direction.IsRightToLeft(row)))];
    }

    private static double ChooseSize(List<string> lines, Style style)
    {
        var (type, frame) = (style.Words, style.WordsFrame);
        var most = RowsOf(style, type.Size);
        var tallest = frame.Height / (style.MostLinesASlide * type.LineSpacing);
        var start = Math.Min(type.Size, tallest);
        var measured = lines.ConvertAll(line => MeasuredLine.Of(line, type.Face));
        var longest = measured.Count == 0 ? 0 : measured.Max(line => line.Width);

        var whole = longest <= 0 ? start : Math.Min(start, Math.Floor(frame.Width / longest * 2) / 2);
        if (whole >= start * SizeWorthAWholeLine)
            return whole;
        var widestWord = measured.Max(line => line.WidestWord);
        var floor = Math.Max(type.SmallestSize, start * SizeWorthAWholeLine);
        return Largest(start, floor, rows: 2) ?? Largest(start, type.SmallestSize, rows: most) ?? type.SmallestSize;

        double? Largest(double from, double to, int rows)
        {
            for (var size = from; size >= to; size -= 2)
                if (widestWord * size <= frame.Width && measured.TrueForAll(line => line.Fits(frame.Width / size, rows)))
                    return size;
            return null;
        }
    }

    /// <summary>A line as the widths of its words, in ems: enough to try sizes on without measuring again.</summary>
    private sealed record MeasuredLine(double Width, double WidestWord, double[] Words, double Space)
    {
        public static MeasuredLine Of(string line, Typeface face)
        {
            var words = Array.ConvertAll(line.Split(' '), word => face.Width(word));
            return new(words.Sum() + (face.Space * (words.Length - 1)), words.Max(), words, face.Space);
        }

        /// <summary>Whether the line fits into so many rows of a measure that holds each of its words.</summary>
        public bool Fits(double measure, int rows)
        {
            if (Width > measure * rows)
                return false;
            var row = -Space;
            foreach (var word in Words)
            {
                if (row + Space + word <= measure)
                    row += Space + word;
                else if (--rows == 0)
                    return false;
                else
                    row = word;
            }
            return true;
        }
    }

    private static int RowsOf(Style style, double size) =>
        Math.Max(1, Math.Min(style.MostLinesASlide, (int)(style.WordsFrame.Height / (size * style.Words.LineSpacing) + 0.001)));

    private ImmutableArray<SectionSlide> Break(Section section)
    {
        var slides = ImmutableArray.CreateBuilder<SectionSlide>();
        var (sung, from) = (0, 0);
        var held = new List<string>();
        for (var i = 0; i < section.Lines.Length; i++)
        {
            if (section.Breaks.Contains(i) && held.Count > 0)
            {
                Break(held, from, slides);
                held.Clear();
                from = sung;
            }
            if (!section.Lines[i].HasWords)
                continue;
            held.Add(section.Lines[i].Words);
            sung++;
        }
        Break(held, from, slides);
        return slides.ToImmutable();
    }

    /// <summary>Breaks lines between which nobody has set a break by hand.</summary>
    private void Break(List<string> lines, int first, ImmutableArray<SectionSlide>.Builder slides)
    {
        var most = RowsOf(_style, Size);
        // A line longer than a slide is broken into pieces first; each piece then goes its way like a line.
        var pieces = lines.SelectMany((line, index) => BalancedLines.Wrap(line, _style.Words.Face, _style.WordsFrame.Width / Size)
            .Chunk(most).Select(rows => (Rows: rows, Line: first + index))).ToList();
        var at = 0;
        foreach (var count in SlideBreaks.Divide([.. pieces.Select(piece => piece.Rows.Length)], most))
        {
            var held = pieces[at..(at + count)];
            slides.Add(new([.. held.SelectMany(piece => piece.Rows)], held[0].Line, held[^1].Line));
            at += count;
        }
    }
}
