using System.Text;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Formats.PlainText;

/// <summary>
/// A song as a plain text file in UTF-8: lines of "Name: value", a blank line, then the words under their headings.
/// Described in docs/formats.md.
/// </summary>
public static class SongSheet
{
    /// <summary>No sheet is longer than this, in bytes.</summary>
    public const int LargestFile = 1_000_000;

    /// <summary>Reads a sheet into a draft, with the lines of its head that were not understood.</summary>
    public static async Task<(SongDraft Draft, IReadOnlyList<string> NotUnderstood)> ReadAsync(Stream file, CancellationToken cancel)
    {
        using var reader = new StreamReader(file, new UTF8Encoding(false), detectEncodingFromByteOrderMarks: true, leaveOpen: true);
        var buffer = new char[LargestFile];
        var length = await reader.ReadBlockAsync(buffer, cancel);
        var lines = CleanText.Lines(new string(buffer, 0, length));

        var draft = new SongDraft();
        var unknown = new List<string>();
        var at = 0;
        for (; at < lines.Length && lines[at].Trim().Length > 0; at++)
        {
            var colon = lines[at].IndexOf(':', StringComparison.Ordinal);
            var value = colon < 0 ? "" : lines[at][(colon + 1)..].Trim();
            switch (colon < 0 ? "" : lines[at][..colon].Trim().ToLowerInvariant())
            {
                case "title": draft = draft with { Title = value }; break;
                case "other title": draft = draft with { OtherTitles = Joined(draft.OtherTitles, value) }; break;
                case "words": draft = draft with { WordsBy = value }; break;
                case "music": draft = draft with { MusicBy = value }; break;
                case "year": draft = draft with { CopyrightYear = value }; break;
                case "owner": draft = draft with { CopyrightHolder = value }; break;
                case "songbook": draft = draft with { Songbooks = Joined(draft.Songbooks, value) }; break;
                case "language": draft = draft with { Language = value }; break;
                case "order": draft = draft with { Order = value }; break;
                case "length": draft = draft with { Length = value }; break;
                default: unknown.Add(lines[at].Trim()); break;
            }
        }
        return (draft with { Text = string.Join('\n', lines.Skip(at + 1)) }, unknown);
    }

    /// <summary>Writes a song's first wording and usual order as a sheet that reads back to the same.</summary>
    public static string Write(Song song)
    {
        var draft = SongDraft.Of(song);
        var sheet = new StringBuilder();
        Head("Title", draft.Title);
        Each("Other title", draft.OtherTitles);
        Head("Words", draft.WordsBy);
        Head("Music", draft.MusicBy);
        Head("Year", draft.CopyrightYear);
        Head("Owner", draft.CopyrightHolder);
        Each("Songbook", draft.Songbooks);
        Head("Language", draft.Language);
        Head("Order", draft.Order);
        Head("Length", song.SungOrders[0].Length is { } length ? LengthText.Write(length) : "");
        return sheet.Append('\n').Append(draft.Text).Append('\n').ToString();

        void Each(string name, string values)
        {
            foreach (var value in values.Split('\n'))
                Head(name, value);
        }

        void Head(string name, string value)
        {
            if (value.Length > 0)
                sheet.Append(name).Append(": ").Append(value).Append('\n');
        }
    }

    private static string Joined(string before, string value) => before.Length == 0 ? value : before + "\n" + value;
}
