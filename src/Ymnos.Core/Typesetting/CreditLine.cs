using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>The copyright words shown with a song.</summary>
public static class CreditLine
{
    /// <summary>"Lantern over Water · words &amp; music Odile Tranter · © 2014 Tidewrack Songs".</summary>
    public static string Of(Song song) => string.Join(" · ",
        ((string[])[song.Title, SongCredit.Written(song.Credits), song.CopyrightLine]).Where(part => part.Length > 0));

    /// <summary>
    /// Sets the credit in its frame: in one row, down to the smallest size; else in two rows; what is longer still ends
    /// in "…" at the smallest size.
    /// </summary>
    public static ImmutableArray<TextRow> Place(string credit, Style style)
    {
        if (credit.Length == 0)
            return [];
        var (type, frame) = (style.Credit, style.CreditFrame);
        var width = type.Face.Width(credit);
        var size = Math.Min(type.Size, Math.Floor(frame.Width / width * 2) / 2);
        if (size >= type.SmallestSize)
            return SongLayout.RowsInFrame([credit], frame, type, size);
        var rows = BalancedLines.Wrap(credit, type.Face, frame.Width / type.SmallestSize);
        if (rows.Count > 2)
            rows = [rows[0], Shortened(rows[1], type, frame)];
        return SongLayout.RowsInFrame(rows, frame, type, type.SmallestSize);
    }

    private static string Shortened(string row, TypeSetting type, Frame frame)
    {
        while (row.Length > 0 && type.Face.Width(row + "…") * type.SmallestSize > frame.Width)
            row = row.LastIndexOf(' ') is > 0 and var cut ? row[..cut] : row[..^1];
        return row.TrimEnd(' ', ',', '·') + "…";
    }
}
