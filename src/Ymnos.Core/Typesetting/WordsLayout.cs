using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>A place in the words of a section: a line, and how far into it.</summary>
/// <param name="Line">Index among the section's sung lines.</param>
/// <param name="Part">From 0 at its beginning to just under 1, by characters of the first language shown.</param>
public readonly record struct WordsPosition(int Line, double Part) : IComparable<WordsPosition>
{
    public int CompareTo(WordsPosition other) => (Line, Part).CompareTo((other.Line, other.Part));

    public static bool operator <(WordsPosition one, WordsPosition other) => one.CompareTo(other) < 0;

    public static bool operator >(WordsPosition one, WordsPosition other) => one.CompareTo(other) > 0;

    public static bool operator <=(WordsPosition one, WordsPosition other) => one.CompareTo(other) <= 0;

    public static bool operator >=(WordsPosition one, WordsPosition other) => one.CompareTo(other) >= 0;
}

/// <summary>What could not be set as it should be.</summary>
/// <param name="Message">Said to the person who looks after the words.</param>
public sealed record LayoutFinding(string Message);

/// <summary>One slide of a section as the layout found it; <see cref="WordsLayout"/> puts it into its place.</summary>
public sealed class WordsSlide
{
    internal WordsSlide(ImmutableArray<LayoutPiece> pieces, string[] languages) => (Pieces, Languages) = (pieces, languages);

    internal ImmutableArray<LayoutPiece> Pieces { get; }

    /// <summary>The languages that have the section, the most important first.</summary>
    internal string[] Languages { get; }

    /// <summary>Where its words begin.</summary>
    public WordsPosition From => new(Pieces[0].Line, Pieces[0].Part);

    /// <summary>Index of the last line of which it holds any part.</summary>
    public int LastLine => Pieces[^1].Line;

    /// <summary>Texts of the rows of the first language.</summary>
    public IEnumerable<string> FirstRows => Pieces.SelectMany(piece => piece.Rows[0]).Select(row => row.Text);
}

/// <summary>A row of one language before it has its place.</summary>
/// <param name="Text">As it is painted.</param>
/// <param name="Chords">Names, and how far into the text each is struck.</param>
internal sealed record LayoutRow(string Text, ImmutableArray<PlacedChord> Chords);

/// <summary>A line in all languages that are shown, or what of a long line stands on one slide.</summary>
/// <param name="Line">Index among the sung lines.</param>
/// <param name="Part">How far into the line it begins.</param>
/// <param name="Rows">Its rows, by language.</param>
internal sealed record LayoutPiece(int Line, double Part, ImmutableArray<ImmutableArray<LayoutRow>> Rows);

/// <summary>
/// The words of a song or passage on one screen, in one to four languages, in one size. A frame is divided between the
/// languages that share it by the style's rule; nothing can overlap, because every row gets a height of its own in its
/// frame, and frames of words lie beside each other.
/// </summary>
public sealed partial class WordsLayout
{
    /// <summary>Text comes down to this part of its size to keep a line whole; beyond it lines wrap.</summary>
    private const double SizeWorthAWholeLine = 0.8;

    // Between lines in several languages, between blocks, between columns, above a row for its chords: in parts of the first size.
    private const double LineGap = 0.3;
    private const double BlockGap = 0.55;
    private const double ColumnGap = 0.8;
    private const double ChordSize = 0.56;

    private readonly ScreenFace _face;
    private readonly Room[]?[] _rooms = new Room[]?[StyleFace.MostLanguages + 1];
    private readonly Dictionary<SectionMark, ImmutableArray<WordsSlide>> _slides = [];
    private readonly List<LayoutFinding> _findings = [];

    private WordsLayout(ScreenFace face) => _face = face;

    /// <summary>What the style's sizes are multiplied by, for the whole song; from that of the smallest size to 1.</summary>
    public double Scale { get; private set; } = 1;

    /// <summary>The size of the letters in percent of the style's own.</summary>
    public int PercentOfStyle => (int)Math.Round(100 * Scale);

    /// <summary>What could not be set as it should be.</summary>
    public IReadOnlyList<LayoutFinding> Findings => _findings;

    /// <summary>The slides of a section; none when it has no words.</summary>
    public ImmutableArray<WordsSlide> SlidesOf(SectionMark mark) => _slides.GetValueOrDefault(mark, []);

    /// <summary>Whether a line cannot stand whole in a style even when its letters come down as far as is worth it.</summary>
    public static bool IsTooLong(string line, string language, ScreenFace face) =>
        face.Case.Of(face.Style.Words.Type, language).Width(line) * face.Style.Words.Type.Size * face.LetterScale * SizeWorthAWholeLine > face.Inner(face.Style.FramesFor(1)[0].Setting).Width;

    /// <summary>
    /// Sets the words. The size is the largest, from the style's size down, at which no line wraps, if that is at least
    /// four fifths of it; else the largest at which no line takes more than two rows; else more and more rows, as many as
    /// a slide holds. What does not fit even at the smallest size runs on over several slides.
    /// </summary>
    /// <param name="shown">The wordings to show, the most important first; at most four.</param>
    /// <param name="face">Where they are shown.</param>
    public static WordsLayout Of(IReadOnlyList<Wording> shown, ScreenFace face)
    {
        var layout = new WordsLayout(face);
        var sections = shown.SelectMany(wording => wording.Sections.Select(section => section.Mark)).Distinct()
            .Select(mark => new LaidSection(mark, shown, layout)).Where(section => section.Lines > 0).ToList();
        layout.Scale = layout.ChooseScale(sections);
        foreach (var section in sections)
            layout._slides[section.Mark] = layout.Break(section);
        layout.FindMissing(sections);
        return layout;
    }

    private double SizeAt(double scale, int rank)
    {
        var type = _face.Style.TypeOf(rank);
        return Math.Floor(2 * Math.Max(type.SmallestSize, scale * type.Size) * _face.LetterScale) / 2;
    }

    private sealed record Measures(double[] Sizes, double[] RowHeights)
    {
        public double Height(int rank, ImmutableArray<LayoutRow> rows)
        {
            var height = rows.Length * RowHeights[rank];
            foreach (var row in rows)
                if (!row.Chords.IsEmpty)
                    height += ChordSize * Sizes[rank] * 1.15;
            return height;
        }
    }

    private Measures MeasuresAt(double scale, string[] languages)
    {
        var sizes = new double[languages.Length];
        var heights = new double[languages.Length];
        for (var rank = 0; rank < sizes.Length; rank++)
        {
            var type = _face.Style.TypeOf(rank);
            sizes[rank] = SizeAt(scale, rank);
            heights[rank] = sizes[rank] * _face.Case.Of(type, languages[rank]).RowHeight(type);
        }
        return new(sizes, heights);
    }

    private double ChooseScale(List<LaidSection> sections)
    {
        var words = _face.Style.Words.Type;
        var least = words.SmallestSize / words.Size;
        // The style's own size first: text never goes up, and is never smaller than it need be.
        var whole = 1.0;
        foreach (var section in sections)
            foreach (var room in RoomsOf(section.ByRank.Length))
                for (var rank = room.From; rank < room.To; rank++)
                {
                    var full = _face.Style.TypeOf(rank).Size * _face.LetterScale;
                    foreach (var line in section.ByRank[rank])
                        if (line.Width > 0)
                            whole = Math.Min(whole, room.Width / (line.Width * full));
                }
        var worth = Math.Max(least, SizeWorthAWholeLine);
        if ((Largest(worth, Math.Min(1, whole), 1) ?? Largest(worth, 1, 2)) is { } large)
            return large;
        // Small letters in few rows read better than large ones in many.
        for (var rows = 2; rows <= _face.Style.MostRows; rows++)
            if (Largest(least, 1, rows) is { } found)
                return found;
        return least;

        // Smaller letters never need more room: the largest scale that does can be found by halving.
        double? Largest(double from, double to, int rows)
        {
            if (to < from || !Fits(from))
                return null;
            if (Fits(to))
                return to;
            for (var i = 0; i < 6; i++)
            {
                var middle = (from + to) / 2;
                if (Fits(middle))
                    from = middle;
                else
                    to = middle;
            }
            return from;

            bool Fits(double scale) => sections.TrueForAll(section => FitsAt(section, scale, rows));
        }
    }

    /// <summary>Whether at this scale no line of the section takes more rows than given, and each has a slide that holds it.</summary>
    private bool FitsAt(LaidSection section, double scale, int most)
    {
        var measures = MeasuresAt(scale, section.Languages);
        foreach (var room in RoomsOf(section.ByRank.Length))
            for (var line = 0; line < section.Lines; line++)
            {
                var filling = new Filling();
                for (var rank = room.From; rank < room.To; rank++)
                {
                    if (line >= section.ByRank[rank].Length)
                        continue;
                    var words = section.ByRank[rank][line];
                    var rows = words.RowsAt(room.Width / measures.Sizes[rank]);
                    if (rows > most)
                        return false;
                    filling.Add(rows * (measures.RowHeights[rank] + (words.Chords.IsEmpty ? 0 : ChordSize * measures.Sizes[rank] * 1.15)));
                }
                if (filling.Height(_face.Style.Languages, 1, measures.Sizes[0]) > room.Height)
                    return false;
            }
        return true;
    }

    private ImmutableArray<WordsSlide> Break(LaidSection section)
    {
        var measures = MeasuresAt(Scale, section.Languages);
        var slides = ImmutableArray.CreateBuilder<WordsSlide>();
        var held = new List<LayoutPiece>();
        for (var line = 0; line < section.Lines; line++)
        {
            if (section.Breaks.Contains(line))
                Divide();
            held.AddRange(PiecesOf(section, line, measures));
        }
        Divide();
        return slides.ToImmutable();

        void Divide()
        {
            if (held.Count == 0)
                return;
            var pieces = held.ConvertAll(piece => new BreakPiece(piece.Line, piece.Rows[0].Length,
                piece.Line >= section.ByRank[0].Length || SlideBreaks.EndsSentence(section.ByRank[0][piece.Line].Text)));
            var heights = new double[section.Languages.Length][];
            for (var rank = 0; rank < heights.Length; rank++)
                heights[rank] = Sums(held, piece => measures.Height(rank, piece.Rows[rank]));
            var rows = Sums(held, piece => piece.Rows[0].Length);
            var at = 0;
            foreach (var count in SlideBreaks.Divide(pieces, (from, to) => Math.Max((rows[to] - rows[from]) / _face.Style.MostRows, Fullness(heights, from, to, measures))))
            {
                slides.Add(new([.. CollectionsMarshal.AsSpan(held).Slice(at, count)], section.Languages));
                at += count;
            }
            held.Clear();
        }
    }

    private static double[] Sums(List<LayoutPiece> pieces, Func<LayoutPiece, double> of)
    {
        var sums = new double[pieces.Count + 1];
        for (var i = 0; i < pieces.Count; i++)
            sums[i + 1] = sums[i] + of(pieces[i]);
        return sums;
    }

    /// <summary>How full the fullest frame is with some pieces: over 1 they do not fit.</summary>
    private double Fullness(double[][] heights, int from, int to, Measures measures)
    {
        var fullest = 0.0;
        foreach (var room in RoomsOf(heights.Length))
        {
            var filling = new Filling();
            for (var rank = room.From; rank < room.To; rank++)
                filling.Add(heights[rank][to] - heights[rank][from]);
            fullest = Math.Max(fullest, filling.Height(_face.Style.Languages, to - from, measures.Sizes[0]) / room.Height);
        }
        return fullest;
    }

    /// <summary>Whether one piece fits on a slide of its own.</summary>
    private bool Fits(ReadOnlySpan<ImmutableArray<LayoutRow>> rows, Measures measures)
    {
        foreach (var room in RoomsOf(rows.Length))
        {
            var filling = new Filling();
            for (var rank = room.From; rank < room.To; rank++)
                filling.Add(measures.Height(rank, rows[rank]));
            if (filling.Height(_face.Style.Languages, 1, measures.Sizes[0]) > room.Height)
                return false;
        }
        return true;
    }

    /// <summary>The line in all its languages: whole where a slide holds it, else in the fewest parts that each fit on one.</summary>
    private IEnumerable<LayoutPiece> PiecesOf(LaidSection section, int line, Measures measures)
    {
        var ranks = section.ByRank.Length;
        var rows = new ImmutableArray<LayoutRow>[ranks];
        ImmutableArray<WrappedRow> first = [];
        foreach (var room in RoomsOf(ranks))
            for (var rank = room.From; rank < room.To; rank++)
            {
                rows[rank] = [];
                if (line >= section.ByRank[rank].Length)
                    continue;
                var (words, measure) = (section.ByRank[rank][line], room.Width / measures.Sizes[rank]);
                if (words.HasPieceOver(measure))
                    Find($"{section.Mark.Heading}, line {line + 1}: a word is wider than its frame and is parted.");
                rows[rank] = words.Wrap(measure, out var wrapped);
                if (rank == 0)
                    first = wrapped;
            }
        // Most lines fit whole.
        if (rows[0].Length <= _face.Style.MostRows && Fits(rows, measures))
            return [new(line, 0, ImmutableCollectionsMarshal.AsImmutableArray(rows))];
        var most = rows.Max(language => language.Length);
        for (var parts = 2; parts <= Math.Max(1, most); parts++)
        {
            var chunks = Enumerable.Range(0, parts).Select(part => rows.Select(language => Chunk(language, part, parts)).ToImmutableArray()).ToList();
            if (chunks.TrueForAll(chunk => chunk[0].Length <= _face.Style.MostRows && Fits(chunk.AsSpan(), measures)))
                return Numbered(chunks);
        }
        // One row of each is too much even at the smallest size: the last languages give way.
        var kept = ranks;
        while (kept > 1 && !Fits([.. rows.Select((language, rank) => language.IsEmpty || rank >= kept ? [] : ImmutableArray.Create(language[0]))], measures))
            kept--;
        if (kept < ranks)
            Find($"{section.Mark.Heading}: {ranks} languages do not fit into their frame; {string.Join(", ", section.Languages[kept..].Select(WordingLanguage.NameOf))} left out.");
        return Numbered([.. Enumerable.Range(0, Math.Max(1, most)).Select(part => rows.Select((language, rank) => rank < kept && part < language.Length ? [language[part]] : ImmutableArray<LayoutRow>.Empty).ToImmutableArray())]);

        IEnumerable<LayoutPiece> Numbered(List<ImmutableArray<ImmutableArray<LayoutRow>>> chunks)
        {
            var (taken, part) = (0, -1.0);
            foreach (var chunk in chunks)
            {
                // Parts without words of the first language still come one after the other.
                part = Math.Max(taken < first.Length ? (double)first[taken].From / section.ByRank[0][line].Text.Length : 0, part < 0 ? 0 : part + 0.0001);
                yield return new(line, part, chunk);
                taken += chunk[0].Length;
            }
        }

        static ImmutableArray<LayoutRow> Chunk(ImmutableArray<LayoutRow> rows, int part, int parts)
        {
            var each = (rows.Length + parts - 1) / parts;
            return [.. rows.Skip(part * each).Take(each)];
        }
    }

    private void FindMissing(List<LaidSection> sections)
    {
        foreach (var section in sections)
            for (var rank = 0; rank < section.ByRank.Length; rank++)
            {
                var letters = _face.Case.Of(_face.Style.TypeOf(rank), section.Languages[rank]);
                var source = section.Source[rank].SungLines.ToList();
                for (var i = 0; i < source.Count; i++)
                    if (section.ByRank[rank][i].Text.Length != source[i].Words.Length)
                        foreach (var rune in letters.Missing(source[i].Words))
                            Find($"{section.Mark.Heading}, line {i + 1}: no typeface has “{rune}” (U+{rune.Value:X4}); it is left out.");
            }
    }

    private void Find(string message)
    {
        if (_findings.Count < 50 && !_findings.Exists(finding => finding.Message == message))
            _findings.Add(new(message));
    }
}
