using System.Globalization;
using System.Text;
using Ymnos.Core;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Music;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Formats.Files;

namespace Ymnos.Formats.PlainText;

/// <summary>
/// A song as a plain text file: lines of "Name: value", a blank line, then the words under their headings. A text without
/// such a head is read as it would be pasted. Described in docs/formats.md.
/// </summary>
public static class SongSheet
{
    public const string Format = "Plain text";

    /// <summary>The names of the head, each with how a value goes into the draft.</summary>
    private static readonly Dictionary<string, Func<Sheet, string, Sheet>> Names = new(StringComparer.OrdinalIgnoreCase)
    {
        ["title"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Title = value } },
        ["other title"] = (sheet, value) => sheet with { Draft = sheet.Draft with { OtherTitles = Joined(sheet.Draft.OtherTitles, value) } },
        ["words"] = (sheet, value) => sheet with { Draft = sheet.Draft with { WordsBy = value } },
        ["music"] = (sheet, value) => sheet with { Draft = sheet.Draft with { MusicBy = value } },
        ["arranged"] = (sheet, value) => sheet with { Draft = sheet.Draft with { ArrangedBy = value } },
        ["year"] = (sheet, value) => sheet with { Draft = sheet.Draft with { CopyrightYear = value } },
        ["owner"] = (sheet, value) => sheet with { Draft = sheet.Draft with { CopyrightHolder = value } },
        ["share"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Owners = Joined(sheet.Draft.Owners, value) } },
        ["songbook"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Songbooks = Joined(sheet.Draft.Songbooks, value) } },
        ["number"] = (sheet, value) => sheet with { Draft = sheet.Draft with { SchemeNumbers = Joined(sheet.Draft.SchemeNumbers, value) } },
        ["topics"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Topics = value } },
        ["scripture"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Scripture = value } },
        ["tune"] = (sheet, value) => sheet with { Draft = sheet.Draft with { TuneName = value } },
        ["metre"] = (sheet, value) => sheet with { Draft = sheet.Draft with { TuneMetre = value } },
        ["booth"] = (sheet, value) => sheet with { Draft = sheet.Draft with { BoothNotes = Joined(sheet.Draft.BoothNotes, value) } },
        ["language"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Language = value } },
        ["order"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Order = value } },
        ["length"] = (sheet, value) => sheet with { Draft = sheet.Draft with { Length = value } },
        ["key"] = (sheet, value) => sheet with { Key = value },
        ["tempo"] = (sheet, value) => sheet with { Tempo = value },
        ["time"] = (sheet, value) => sheet with { Time = value },
        ["capo"] = (sheet, value) => sheet with { Capo = value },
        ["leader"] = (sheet, value) => sheet with { Leader = value },
    };

    private sealed record Sheet(SongDraft Draft, string Key = "", string Tempo = "", string Time = "", string Capo = "", string Leader = "");

    /// <summary>Reads a sheet into a song, or says what is wrong with it.</summary>
    /// <param name="text">The whole file.</param>
    /// <param name="notUnderstood">Gets the lines of its head that were not understood.</param>
    public static Outcome<SongContent> Read(string text, List<string> notUnderstood)
    {
        var lines = CleanText.Lines(text);
        var sheet = new Sheet(new SongDraft());
        var at = 0;
        for (; at < lines.Length && lines[at].Trim().Length > 0; at++)
        {
            var colon = lines[at].IndexOf(':', StringComparison.Ordinal);
            if (colon > 0 && Names.TryGetValue(lines[at][..colon].Trim(), out var set))
                sheet = set(sheet, lines[at][(colon + 1)..].Trim());
            else
                notUnderstood.Add(lines[at].Trim());
        }
        var check = (sheet.Draft with { Text = string.Join('\n', lines.Skip(at + 1)) }).Check();
        if (!check.Succeeded(out var song))
            return check.Problems.ToList();
        return song with
        {
            SungOrders = [song.SungOrders[0] with
            {
                Key = MusicKey.TryParse(sheet.Key, out var key) ? key.ToString() : "",
                Tempo = Number(sheet.Tempo, 20, 300),
                Metre = SungOrder.TryReadMetre(sheet.Time, out _, out _) ? sheet.Time : "",
                Capo = Number(sheet.Capo, 1, 11),
                Leader = sheet.Leader,
            }],
        };
    }

    /// <summary>Reads a file that may or may not have a head.</summary>
    internal static ReadFile ReadFile(string text, string titleOfFile)
    {
        var told = new List<string>();
        var first = CleanText.Lines(text.Length > 4_000 ? text[..4_000] : text).SkipWhile(string.IsNullOrWhiteSpace).FirstOrDefault() ?? "";
        if (text.Length > SongDraft.LongestText * 2)
            return Files.ReadFile.Refused(Format, "This text is far longer than the words of any one song.");
        if (first.IndexOf(':', StringComparison.Ordinal) is > 0 and var colon && Names.ContainsKey(first[..colon].Trim()) && !SectionHeading.TryRead(CleanText.Line(first), out _))
        {
            var outcome = Read(text.TrimStart(), told);
            if (outcome.Succeeded(out var sheet))
                return Files.ReadFile.Of(Format, [ReadSong.Of(sheet, told.Select(line => $"Not understood: {line}"))]);
            told.AddRange(outcome.Problems.Select(problem => problem.Message));
        }
        var reading = PastedWords.Read(text.Length > SongDraft.LongestText ? text[..SongDraft.LongestText] : text);
        if (!reading.Sections.Any(section => section.SungLines.Any()))
            return Files.ReadFile.Refused(Format, "There are no words in this file.");
        told.AddRange(reading.Notes);
        var credit = reading.OfferedCredit;
        return Files.ReadFile.Of(Format, [ReadSong.Of(new SongContent
        {
            Title = reading.OfferedTitle.Length > 0 ? reading.OfferedTitle : titleOfFile,
            Credits = [.. PeopleNames.Split(credit?.WordsBy ?? "").Select(name => SongCredit.Read(SongPart.Words, name)), .. PeopleNames.Split(credit?.MusicBy ?? "").Select(name => SongCredit.Read(SongPart.Music, name))],
            CopyrightYear = int.TryParse(credit?.CopyrightYear, NumberStyles.None, CultureInfo.InvariantCulture, out var year) ? year : null,
            CopyrightHolder = credit?.CopyrightHolder ?? "",
            Wordings = [new Wording("en", reading.Sections)],
            SungOrders = [new SungOrder(SungOrder.FullName, reading.Order)],
        }, told)]);
    }

    /// <summary>Writes a song's first wording and usual order as a sheet that reads back to the same.</summary>
    public static string Write(SongContent song)
    {
        var draft = SongDraft.Of(song);
        var order = song.SungOrders[0];
        var sheet = new StringBuilder();
        Head("Title", draft.Title);
        Each("Other title", draft.OtherTitles);
        Head("Words", draft.WordsBy);
        Head("Music", draft.MusicBy);
        Head("Arranged", draft.ArrangedBy);
        Head("Year", draft.CopyrightYear);
        Head("Owner", draft.CopyrightHolder);
        Each("Share", draft.Owners);
        Each("Songbook", draft.Songbooks);
        Each("Number", draft.SchemeNumbers);
        Head("Topics", draft.Topics);
        Head("Scripture", draft.Scripture);
        Head("Tune", draft.TuneName);
        Head("Metre", draft.TuneMetre);
        Each("Booth", draft.BoothNotes);
        Head("Language", draft.Language);
        Head("Order", draft.Order);
        Head("Key", order.Key);
        Head("Tempo", order.Tempo?.ToString(CultureInfo.InvariantCulture) ?? "");
        Head("Time", order.Metre);
        Head("Capo", order.Capo?.ToString(CultureInfo.InvariantCulture) ?? "");
        Head("Leader", order.Leader);
        Head("Length", order.Length is { } length ? LengthText.Write(length) : "");
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

    private static int? Number(string text, int least, int most) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= least && number <= most ? number : null;

    private static string Joined(string before, string value) => before.Length == 0 ? value : before + "\n" + value;
}
