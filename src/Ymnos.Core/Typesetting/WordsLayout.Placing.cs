using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <content>Puts rows into their places.</content>
public sealed partial class WordsLayout
{
    /// <summary>The rows of a slide in their places, and the plates behind them.</summary>
    public (ImmutableArray<TextRow> Rows, ImmutableArray<PlacedPlate> Plates) Place(WordsSlide slide)
    {
        var (pieces, languages) = (slide.Pieces, slide.Languages);
        var measures = MeasuresAt(Scale, languages);
        var rows = ImmutableArray.CreateBuilder<TextRow>(CountOf(pieces));
        ImmutableArray<PlacedPlate> plates = [];
        foreach (var room in RoomsOf(languages.Length))
        {
            var before = rows.Count;
            var (top, bottom) = room.Ranks > 1 && _face.Style.Languages == LanguageOrder.SideBySide ? PlaceColumns(room) : PlaceUnderEachOther(room);
            if (room.Setting.Plate is not null)
                plates = [.. plates, .. _face.PlateBehind(room.Setting, [.. rows.Skip(before)], top, bottom)];
        }
        return (rows.DrainToImmutable(), plates);

        (double Top, double Bottom) PlaceColumns(Room room)
        {
            var (top, bottom) = (double.MaxValue, double.MinValue);
            for (var rank = room.From; rank < room.To; rank++)
            {
                var height = HeightAt(rank);
                var at = ScreenFace.TopOf(room.Setting.Down, room.Frame, height);
                (top, bottom) = (Math.Min(top, at), Math.Max(bottom, at + height));
                var column = Column(room, rank, languages);
                foreach (var piece in pieces)
                    foreach (var row in piece.Rows[rank])
                        at = PlaceRow(row, rank, room, column, at);
            }
            return (top, bottom);
        }

        (double Top, double Bottom) PlaceUnderEachOther(Room room)
        {
            var filling = new Filling();
            for (var rank = room.From; rank < room.To; rank++)
                filling.Add(HeightAt(rank));
            var height = filling.Height(_face.Style.Languages, pieces.Length, measures.Sizes[0]);
            var top = ScreenFace.TopOf(room.Setting.Down, room.Frame, height);
            var at = top;
            if (_face.Style.Languages == LanguageOrder.BlockByBlock || room.Ranks == 1)
            {
                for (var rank = room.From; rank < room.To; rank++)
                {
                    var begun = at;
                    foreach (var piece in pieces)
                        foreach (var row in piece.Rows[rank])
                            at = PlaceRow(row, rank, room, room.Frame, at);
                    at += at > begun ? BlockGap * measures.Sizes[0] : 0;
                }
            }
            else
            {
                foreach (var piece in pieces)
                {
                    for (var rank = room.From; rank < room.To; rank++)
                        foreach (var row in piece.Rows[rank])
                            at = PlaceRow(row, rank, room, room.Frame, at);
                    at += filling.IsShared ? LineGap * measures.Sizes[0] : 0;
                }
            }
            return (top, top + height);
        }

        double HeightAt(int rank)
        {
            var height = 0.0;
            foreach (var piece in pieces)
                height += measures.Height(rank, piece.Rows[rank]);
            return height;
        }

        double PlaceRow(LayoutRow row, int rank, Room room, Frame column, double at)
        {
            var (type, language, size) = (_face.Style.TypeOf(rank), languages[rank], measures.Sizes[rank]);
            var height = measures.RowHeights[rank];
            var chordHeight = row.Chords.IsEmpty ? 0 : ChordSize * size * 1.15;
            var words = _face.Row((RowPlace)rank, row.Text, language, type, size, column, room.Setting.Across, at + chordHeight, height);
            if (!row.Chords.IsEmpty)
                rows.AddRange(ChordsAbove(row, words, type, language, size, at, chordHeight, column));
            rows.Add(words);
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

    private static int CountOf(ImmutableArray<LayoutPiece> pieces)
    {
        var count = 0;
        foreach (var piece in pieces)
            foreach (var language in piece.Rows)
                count += language.Length;
        return count;
    }

    /// <summary>Columns stand in reading order of the first language.</summary>
    private Frame Column(Room room, int rank, string[] languages)
    {
        var at = WordingLanguage.IsRightToLeft(languages[room.From]) ? room.To - 1 - rank : rank - room.From;
        return room.Frame with { X = room.Frame.X + (at * (room.Width + ColumnGapOf(room.Frame))), Width = room.Width };
    }
}
