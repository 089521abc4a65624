using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs;

/// <summary>Where two drafts of the same song differ.</summary>
public static class DraftDifference
{
    /// <summary>The fields other than the words in which they differ, with what each says.</summary>
    public static IEnumerable<(string Field, string One, string Other)> Fields(SongDraft one, SongDraft other)
    {
        (string Name, Func<SongDraft, string> Value)[] fields =
        [
            ("Title", draft => draft.Title), ("Other titles", draft => draft.OtherTitles), ("Words by", draft => draft.WordsBy),
            ("Music by", draft => draft.MusicBy), ("Arranged by", draft => draft.ArrangedBy), ("Owners", draft => draft.Owners), ("Copyright year", draft => draft.CopyrightYear),
            ("Copyright holder", draft => draft.CopyrightHolder), ("Songbooks", draft => draft.Songbooks),
            ("Scheme numbers", draft => draft.SchemeNumbers), ("Topics", draft => draft.Topics), ("Scripture", draft => draft.Scripture),
            ("Tune", draft => draft.TuneName), ("Metre", draft => draft.TuneMetre), ("Notes for the booth", draft => draft.BoothNotes),
            ("Language", draft => draft.Language), ("Sung order", draft => draft.Order), ("Length", draft => draft.Length),
        ];
        return fields.Select(field => (field.Name, CleanText.Line(field.Value(one)), CleanText.Line(field.Value(other))))
            .Where(field => field.Item2 != field.Item3);
    }

    /// <summary>The lines of a text, each with whether it is missing from the longest common run of lines with the other.</summary>
    public static IEnumerable<(string Line, bool Differs)> Lines(string text, string other)
    {
        var (a, b) = (CleanText.Lines(text), CleanText.Lines(other));
        // Far longer than any song: beyond this the table would cost more than it tells.
        if ((long)a.Length * b.Length > 4_000_000)
            return a.Select(line => (line, !b.Contains(line)));
        var common = new int[a.Length + 1, b.Length + 1];
        for (var i = a.Length - 1; i >= 0; i--)
            for (var j = b.Length - 1; j >= 0; j--)
                common[i, j] = a[i] == b[j] ? common[i + 1, j + 1] + 1 : Math.Max(common[i + 1, j], common[i, j + 1]);
        var lines = new List<(string, bool)>();
        for (int i = 0, j = 0; i < a.Length;)
        {
            if (j < b.Length && a[i] == b[j])
            {
                lines.Add((a[i++], false));
                j++;
            }
            else if (j < b.Length && common[i, j + 1] >= common[i + 1, j])
                j++;
            else
                lines.Add((a[i++], true));
        }
        return lines;
    }
}
