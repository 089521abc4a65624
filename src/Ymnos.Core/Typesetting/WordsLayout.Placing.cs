using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <content>Puts rows into their places.</content>
public sealed partial class WordsLayout
{
    /// <summary>The rows of a slide in their places, and the plate behind them.</summary>
    public (ImmutableArray<TextRow> Rows, ImmutableArray<PlacedPlate> Plates) Place(WordsSlide slide, IReadOnlyList<string> languages) =>
        Place(slide.Pieces, languages, _setting, _frame);

    private (ImmutableArray<TextRow>, ImmutableArray<PlacedPlate>) Place(ImmutableArray<LayoutPiece> pieces, IReadOnlyList<string> languages, FrameSetting setting, Frame frame)
    {
        var rows = ImmutableArray.CreateBuilder<TextRow>();
        var ranks = pieces[0].Rows.Length;
        var measure = MeasuresAt(Scale, [.. languages]);
        double top, bottom;
        if (_face.Style.Languages == LanguageOrder.SideBySide && ranks > 1)
        {
            var heights = Enumerable.Range(0, ranks).Select(rank => pieces.Sum(piece => measure.Height(rank, piece.Rows[rank]))).ToList();
            (top, bottom) = (double.MaxValue, double.MinValue);
            for (var rank = 0; rank < ranks; rank++)
            {
                var at = ScreenFace.TopOf(setting.Down, frame, heights[rank]);
                (top, bottom) = (Math.Min(top, at), Math.Max(bottom, at + heights[rank]));
                foreach (var row in pieces.SelectMany(piece => piece.Rows[rank]))
                    at = PlaceRow(rows, row, rank, Column(frame, rank, ranks, languages), at);
            }
        }
        else
        {
            var height = Fullness(pieces.Length, rank => Enumerable.Range(0, pieces.Length).Select(i => measure.Height(rank, pieces[i].Rows[rank])), ranks, measure.Sizes[0]);
            var at = top = ScreenFace.TopOf(setting.Down, frame, height);
            bottom = top + height;
            if (_face.Style.Languages == LanguageOrder.BlockByBlock && ranks > 1)
            {
                for (var rank = 0; rank < ranks; rank++)
                {
                    foreach (var row in pieces.SelectMany(piece => piece.Rows[rank]))
                        at = PlaceRow(rows, row, rank, frame, at);
                    at += BlockGap * measure.Sizes[0];
                }
            }
            else
            {
                foreach (var piece in pieces)
                {
                    for (var rank = 0; rank < ranks; rank++)
                        foreach (var row in piece.Rows[rank])
                            at = PlaceRow(rows, row, rank, frame, at);
                    at += ranks > 1 ? LineGap * measure.Sizes[0] : 0;
                }
            }
        }
        var placed = rows.ToImmutable();
        return (placed, _face.PlateBehind(setting, placed, top, bottom));

        double PlaceRow(ImmutableArray<TextRow>.Builder into, LayoutRow row, int rank, Frame column, double at)
        {
            var (type, language, size) = (_face.Style.TypeOf(rank), languages[rank], measure.Sizes[rank]);
            var height = measure.RowHeights[rank];
            var chordHeight = row.Chords.IsEmpty ? 0 : ChordSize * size * 1.15;
            var words = _face.Row((RowPlace)rank, row.Text, language, type, size, column, setting.Across, at + chordHeight, height);
            into.AddRange(ChordsAbove(row, words, type, language, size, at, chordHeight, column));
            into.Add(words);
            return at + chordHeight + height;
        }
    }

    /// <summary>Names of chords over the letters they are struck on; one that would run into its neighbour steps aside.</summary>
    private IEnumerable<TextRow> ChordsAbove(LayoutRow row, TextRow words, TypeSetting type, string language, double size, double top, double height, Frame frame)
    {
        var letters = _face.Case.Of(type, language);
        var small = type with { Weight = 600, Colour = type.Colour.Under(new(0xff, 0xc4, 0x4d), 0.75) };
        var free = frame.X;
        foreach (var chord in row.Chords)
        {
            var name = _face.Row(RowPlace.Chords, chord.Name, "", small, size * ChordSize, frame, Across.Start, top, height);
            var left = Math.Min(Math.Max(free, words.Left + (letters.Width(row.Text.AsSpan(0, Math.Min(chord.At, row.Text.Length))) * size)), frame.Right - name.Width);
            if (left < free - 0.01)
                yield break;
            yield return name with { Left = Math.Round(left, 2) };
            free = left + name.Width + (0.3 * size);
        }
    }

    /// <summary>The height that rows take when languages stand under each other.</summary>
    private double Fullness(int pieces, Func<int, IEnumerable<double>> heights, int ranks, double firstSize)
    {
        var rows = Enumerable.Range(0, ranks).Sum(rank => heights(rank).Sum());
        return ranks == 1 ? rows
            : rows + (_face.Style.Languages == LanguageOrder.BlockByBlock ? BlockGap * firstSize * (ranks - 1) : LineGap * firstSize * (pieces - 1));
    }

    /// <summary>Columns stand in reading order of the first language.</summary>
    private Frame Column(Frame frame, int rank, int ranks, IReadOnlyList<string> languages)
    {
        var gap = ColumnGapOf(frame);
        var width = (frame.Width - (gap * (ranks - 1))) / ranks;
        var at = WordingLanguage.IsRightToLeft(languages[0]) ? ranks - 1 - rank : rank;
        return new(frame.X + (at * (width + gap)), frame.Y, width, frame.Height);
    }
}
