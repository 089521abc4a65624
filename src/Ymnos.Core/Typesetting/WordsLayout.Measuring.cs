using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <content>Lines and sections, measured once.</content>
public sealed partial class WordsLayout
{
    /// <summary>A line of one language, measured once.</summary>
    private sealed class LaidLine(string text, string language, Lettering letters, ImmutableArray<PlacedChord> chords)
    {
        private List<LinePiece>? _pieces;

        public string Text => text;

        public string Language => language;

        public Lettering Letters => letters;

        public ImmutableArray<PlacedChord> Chords => chords;

        public double Width { get; } = letters.Width(text);

        public List<LinePiece> Pieces => _pieces ??= LineBreaks.Pieces(text, language, letters);

        /// <summary>Whether something that no row may part is wider than any row.</summary>
        public bool HasPieceOver(double measure)
        {
            if (Width <= measure)
                return false;
            foreach (ref readonly var piece in CollectionsMarshal.AsSpan(Pieces))
                if (piece.Width > measure)
                    return true;
            return false;
        }

        public int RowsAt(double measure) => text.Length == 0 ? 0 : Width <= measure ? 1
            : HasPieceOver(measure) ? int.MaxValue : BalancedLines.RowsAt(Pieces, measure);

        public ImmutableArray<LayoutRow> Wrap(double measure, out ImmutableArray<WrappedRow> rows)
        {
            rows = text.Length == 0 ? [] : Width <= measure ? [new(0, text.Length, Width)]
                : [.. BalancedLines.Wrap(BalancedLines.Whole(Pieces, text, letters, measure), measure)];
            if (chords.IsEmpty)
                return rows is [var only] && only.To - only.From == text.Length ? [new(text, [])] : [.. rows.Select(row => new LayoutRow(text[row.From..row.To], []))];
            return [.. rows.Select(row => new LayoutRow(text[row.From..row.To],
                [.. chords.Where(chord => chord.At >= row.From && (chord.At < row.To || row.To == text.Length)).Select(chord => chord with { At = chord.At - row.From })]))];
        }
    }

    /// <summary>A section in the languages that have it. A language that lacks it takes no room.</summary>
    private sealed class LaidSection
    {
        public LaidSection(SectionMark mark, IReadOnlyList<Wording> shown, WordsLayout layout)
        {
            Mark = mark;
            var present = shown.Select(wording => (wording.Language, Section: wording.Find(mark)!))
                .Where(wording => wording.Section is not null && wording.Section.SungLines.Any()).Take(StyleFace.MostLanguages).ToList();
            Languages = [.. present.Select(wording => wording.Language)];
            ByRank = [.. present.Select((wording, rank) =>
            {
                var type = layout._face.Style.TypeOf(rank);
                var letters = layout._face.Case.Of(type, wording.Language);
                return wording.Section.SungLines.Select(line => new LaidLine(
                    ScreenFace.Cased(letters.Drawable(line.Words), type, wording.Language), wording.Language, letters,
                    rank == 0 && layout._face.Style.Chords ? line.Chords : [])).ToArray();
            })];
            Lines = ByRank.Length == 0 ? 0 : ByRank.Max(lines => lines.Length);
            if (present.Count > 0)
                Breaks = BreaksOf(present[0].Section, shown[0].Find(mark));
            Source = present.ConvertAll(wording => wording.Section);
        }

        public SectionMark Mark { get; }

        public string[] Languages { get; }

        public LaidLine[][] ByRank { get; }

        public int Lines { get; }

        public List<Section> Source { get; }

        /// <summary>Indexes of sung lines before which somebody has set a break.</summary>
        public IReadOnlySet<int> Breaks { get; } = ImmutableHashSet<int>.Empty;

        private static IReadOnlySet<int> BreaksOf(Section shown, Section? first)
        {
            var section = shown.Breaks.IsEmpty && first is not null ? first : shown;
            if (section.Breaks.IsEmpty)
                return ImmutableHashSet<int>.Empty;
            var breaks = new HashSet<int>();
            for (var (i, sung) = (0, 0); i < section.Lines.Length; i++)
            {
                if (section.Breaks.Contains(i) && sung > 0)
                    breaks.Add(sung);
                if (section.Lines[i].HasWords)
                    sung++;
            }
            return breaks;
        }
    }
}
