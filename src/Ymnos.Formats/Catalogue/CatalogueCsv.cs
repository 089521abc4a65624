using System.Buffers;
using System.Collections.Immutable;
using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Formats.Files;

namespace Ymnos.Formats.Catalogue;

/// <summary>The catalogue data of songs as a table (RFC 4180): one song a row, everything but the words.</summary>
public static class CatalogueCsv
{
    public const string Format = "CSV";

    /// <summary>No table has more rows.</summary>
    public const int MostRows = 100_000;

    private static readonly SearchValues<char> Quoted = SearchValues.Create(",;\t\"\r\n");

    private static readonly string[] Columns =
    [
        "title", "other titles", "words by", "music by", "arranged by", "year", "holder", "owners", "songbooks", "scheme numbers",
        "topics", "scripture", "tune", "metre", "languages", "sung order", "key", "tempo", "time", "length", "notes",
    ];

    /// <summary>Whether a text looks like a catalogue: its first line names a title among its columns.</summary>
    public static bool Looks(string text)
    {
        var head = text.AsSpan(0, Math.Min(text.Length, 2_000)).TrimStart('\uFEFF');
        var end = head.IndexOfAny('\r', '\n');
        var first = (end < 0 ? head : head[..end]).ToString();
        return first.Split(',', ';', '\t').Select(Name) is var names && names.Contains("title") && names.Count() > 1;
    }

    /// <summary>Reads a table. Columns are known by their names, in any order; unknown ones are told. Values in one cell are parted by lines or bars.</summary>
    public static ReadFile Read(string text)
    {
        var songs = new List<ReadSong?>();
        try
        {
            using var csv = new CsvReader(new StringReader(text), new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t"],
                PrepareHeaderForMatch = header => Name(header.Header),
                MissingFieldFound = null,
                BadDataFound = null,
                MaxFieldSize = 100_000,
            });
            if (!csv.Read() || !csv.ReadHeader())
                return ReadFile.Refused(Format, "This table is empty.");
            var unknown = csv.HeaderRecord!.Where(column => column.Length > 0 && !Columns.Contains(Name(column))).Select(column => $"The column “{Clip(column)}” is not known.").ToList();
            while (csv.Read())
            {
                if (songs.Count >= MostRows)
                    return ReadFile.Refused(Format, $"This table has more than {MostRows:N0} rows.");
                songs.Add(Row(column => csv.TryGetField<string>(Name(column), out var value) ? Unescape(value ?? "") : "", unknown));
            }
        }
        catch (CsvHelperException broken)
        {
            return ReadFile.Refused(Format, $"The table is broken in row {broken.Context?.Parser?.Row ?? 0}.");
        }
        return ReadFile.Of(Format, songs);
    }

    public static string Write(IEnumerable<SongContent> songs)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        // A cell that a spreadsheet would take for a formula is written as the text it is.
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape, NewLine = "\r\n", ShouldQuote = cell => cell.Field.AsSpan().ContainsAny(Quoted) }))
        {
            foreach (var column in Columns)
                csv.WriteField(column);
            csv.NextRecord();
            foreach (var song in songs)
            {
                var draft = SongDraft.Of(song);
                var order = song.SungOrders[0];
                foreach (var value in (string[])
                [
                    draft.Title, draft.OtherTitles, draft.WordsBy, draft.MusicBy, draft.ArrangedBy, draft.CopyrightYear, draft.CopyrightHolder, draft.Owners, draft.Songbooks,
                    draft.SchemeNumbers, draft.Topics, draft.Scripture, draft.TuneName, draft.TuneMetre, string.Join(", ", song.Wordings.Select(wording => wording.Language)),
                    order.Written, order.Key, order.Tempo?.ToString(CultureInfo.InvariantCulture) ?? "", order.Metre, order.Length is { } length ? LengthText.Write(length) : "", draft.BoothNotes,
                ])
                    csv.WriteField(value);
                csv.NextRecord();
            }
        }
        return text.ToString();
    }

    private static ReadSong? Row(Func<string, string> cell, List<string> unknown)
    {
        var notTaken = new List<string>(unknown);
        var owners = new List<Owner>();
        foreach (var line in Lines(cell("owners")))
        {
            if (Owner.TryRead(line, out var owner))
                owners.Add(owner);
            else
                notTaken.Add($"“{Clip(line)}” is no owner with a share.");
        }
        if (CleanText.Line(cell("title")).Length == 0)
            return null;
        var language = cell("languages").Split(',', ';', ' ').Select(tag => tag.Trim()).FirstOrDefault(WordingLanguage.IsTag) ?? "en";
        return ReadSong.Of(new SongContent
        {
            Title = cell("title"),
            OtherTitles = [.. Lines(cell("other titles")).Select(SongTitle.Read)],
            Credits = [.. People("words by", SongPart.Words), .. People("music by", SongPart.Music), .. People("arranged by", SongPart.Arrangement)],
            Owners = [.. owners],
            CopyrightYear = int.TryParse(cell("year").Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var year) ? year : null,
            CopyrightHolder = cell("holder"),
            SongbookEntries = Entries("songbooks"),
            SchemeNumbers = Entries("scheme numbers"),
            Topics = [.. cell("topics").Split(',', '|', '\n').Select(topic => topic.Trim())],
            Scripture = [.. cell("scripture").Split(';', '|', '\n').Select(reference => reference.Trim())],
            TuneName = cell("tune"),
            TuneMetre = cell("metre"),
            BoothNotes = cell("notes"),
            Wordings = [new Wording(language, [])],
            SungOrders = [new SungOrder(SungOrder.FullName, [], LengthText.TryRead(cell("length").Trim(), out var length) ? length : null)
            {
                Key = cell("key"),
                Tempo = int.TryParse(cell("tempo").Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var tempo) ? tempo : null,
                Metre = cell("time").Trim(),
            }],
        }, notTaken);

        IEnumerable<SongCredit> People(string column, SongPart part) => PeopleNames.Split(cell(column)).Select(person => SongCredit.Read(part, person));

        ImmutableArray<SongbookEntry> Entries(string column)
        {
            var entries = ImmutableArray.CreateBuilder<SongbookEntry>();
            foreach (var line in Lines(cell(column)))
            {
                if (SongbookEntry.TryRead(line, out var entry))
                    entries.Add(entry);
                else
                    notTaken.Add($"“{Clip(line)}” has no number at its end.");
            }
            return entries.ToImmutable();
        }
    }

    private static IEnumerable<string> Lines(string cell) => cell.Split('\n', '|').Select(CleanText.Line).Where(line => line.Length > 0);

    /// <summary>The apostrophe before what a spreadsheet would take for a formula, taken off.</summary>
    private static string Unescape(string value) => value is ['\'', '=' or '+' or '-' or '@' or '\t' or '\r', ..] ? value[1..] : value;

    private static string Name(string column) => CleanText.Line(column).Trim('"').ToLowerInvariant();

    private static string Clip(string text) => text.Length > 60 ? text[..60] + "…" : text;
}
