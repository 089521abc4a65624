using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Xml;
using System.Xml.Linq;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Formats.Files;

namespace Ymnos.Formats.OpenLyrics;

/// <summary>Reads OpenLyrics 0.8 and 0.9, also with another namespace or none.</summary>
public static class OpenLyricsReader
{
    public const string Format = "OpenLyrics";

    /// <summary>No song is longer than this, in characters.</summary>
    private const int LongestDocument = 4_000_000;

    /// <summary>Reads a document. A broken or foreign one gives a problem, not an exception.</summary>
    public static ReadFile Read(Stream file)
    {
        try
        {
            using var reader = XmlReader.Create(file, Safe);
            return Read(XDocument.Load(reader));
        }
        catch (XmlException broken)
        {
            return ReadFile.Refused(Format, $"The XML of this file is broken in line {broken.LineNumber}.");
        }
    }

    /// <summary>Reads a document whose encoding is known already.</summary>
    public static ReadFile Read(string text)
    {
        try
        {
            using var reader = XmlReader.Create(new StringReader(text), Safe);
            return Read(XDocument.Load(reader));
        }
        catch (XmlException broken)
        {
            return ReadFile.Refused(Format, $"The XML of this file is broken in line {broken.LineNumber}.");
        }
    }

    private static readonly XmlReaderSettings Safe = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        MaxCharactersInDocument = LongestDocument,
        MaxCharactersFromEntities = 0,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
    };

    private static ReadFile Read(XDocument document)
    {
        if (document.Root is not { Name.LocalName: "song" } song)
            return ReadFile.Refused(Format, "This XML is no song of the OpenLyrics format.");
        return ReadFile.Of(Format, [new OneSong(song).Read()]);
    }

    private sealed class OneSong(XElement song)
    {
        private readonly List<string> _notTaken = [];
        private readonly XElement? _properties = Child(song, "properties");

        public ReadSong? Read()
        {
            var titles = All(_properties, "titles", "title").ToList();
            var wordings = Wordings(titles);
            var first = wordings[0];
            var credits = All(_properties, "authors", "author").ToList();
            foreach (var element in _properties?.Elements().Where(element => !Known.Contains(element.Name.LocalName)) ?? [])
                _notTaken.Add($"{element.Name.LocalName}: {Clip(element.Value)}");
            var copyright = Property("copyright");
            var isCredit = PastedCredit.TryRead([CleanText.Line(copyright)], out var credit) && (credit.CopyrightHolder + credit.CopyrightYear).Length > 0;
            return ReadSong.Of(new SongContent
            {
                Title = titles.FirstOrDefault()?.Value ?? "",
                OtherTitles = [.. titles.Skip(1).Where(title => wordings.Skip(1).All(wording => wording.Title != CleanText.Line(title.Value))).Select(title => new SongTitle(title.Value, Lang(title)))],
                Credits = [.. credits.Where(author => author.Attribute("type")?.Value != "translation").SelectMany(Credit)],
                CopyrightYear = isCredit && int.TryParse(credit.CopyrightYear, NumberStyles.None, CultureInfo.InvariantCulture, out var year) ? year
                    : int.TryParse(Property("released") is { Length: >= 4 } released ? released[..4] : "", NumberStyles.None, CultureInfo.InvariantCulture, out var release) ? release : null,
                CopyrightHolder = isCredit ? credit.CopyrightHolder : copyright,
                Owners = Property("publisher") is { Length: > 0 } publisher ? [new(publisher, RightKind.Work, null)] : [],
                SongbookEntries = [.. All(_properties, "songbooks", "songbook").Select(book => new SongbookEntry(book.Attribute("name")?.Value ?? "", book.Attribute("entry")?.Value ?? ""))],
                SchemeNumbers = Property("ccliNo") is { Length: > 0 } number ? [new(OpenLyricsWriter.Scheme, number)] : [],
                Topics = [.. All(_properties, "themes", "theme").Select(theme => theme.Value)],
                TuneName = Property("variant"),
                BoothNotes = string.Join('\n', All(_properties, "comments", "comment").Select(comment => comment.Value)),
                Wordings = wordings,
                SungOrders = [new SungOrder(SungOrder.FullName, Order(first))
                {
                    Key = Property("key"),
                    Tempo = int.TryParse(Property("tempo"), NumberStyles.None, CultureInfo.InvariantCulture, out var tempo) ? tempo : null,
                    Metre = Property("timeSignature"),
                }],
            }, _notTaken);

            IEnumerable<SongCredit> Credit(XElement author)
            {
                foreach (var part in (author.Attribute("type")?.Value ?? "") switch
                {
                    "words" => (SongPart[])[SongPart.Words],
                    "music" => [SongPart.Music],
                    "arrangement" => [SongPart.Arrangement],
                    _ => [SongPart.Words, SongPart.Music],
                })
                    yield return SongCredit.Read(part, CleanText.Line(author.Value));
            }
        }

        private static readonly HashSet<string> Known = ["titles", "authors", "copyright", "released", "publisher", "songbooks", "ccliNo", "themes", "variant", "comments", "key", "tempo", "timeSignature", "verseOrder"];

        private ImmutableArray<Wording> Wordings(List<XElement> titles)
        {
            var lyrics = Child(song, "lyrics");
            var usual = titles.Select(Lang).FirstOrDefault(lang => lang.Length > 0) ?? "en";
            var wordings = new Dictionary<(string Lang, bool Translit), List<Section>>();
            var continued = new Dictionary<(string Lang, bool Translit, SectionMark Mark), int>();
            var unnamed = 0;
            foreach (var verse in lyrics?.Elements().Where(element => element.Name.LocalName is "verse" or "instrument") ?? [])
            {
                var key = (Lang(verse) is { Length: > 0 } lang ? lang : usual, verse.Attribute("translit") is not null);
                if (!wordings.TryGetValue(key, out var sections))
                    wordings.Add(key, sections = []);
                if (!VerseName.TryRead(verse.Attribute("name")?.Value ?? "", out var mark, out var goesOn))
                {
                    _notTaken.Add($"A section is named “{Clip(verse.Attribute("name")?.Value ?? "")}”; it became an ending.");
                    mark = new SectionMark(SectionKind.Ending, Math.Min(++unnamed + 50, SectionMark.HighestNumber));
                }
                var section = Section(mark, verse);
                var at = sections.FindIndex(known => known.Mark == mark);
                if (goesOn && at >= 0)
                    // v1a and v1b are one verse on two slides.
                    sections[at] = sections[at] with { Lines = [.. sections[at].Lines, .. section.Lines], Breaks = [.. sections[at].Breaks, sections[at].Lines.Length, .. section.Breaks.Select(line => line + sections[at].Lines.Length)] };
                else
                    sections.Add(section);
            }
            if (wordings.Count == 0)
                return [new Wording(usual, [])];
            var translators = All(_properties, "authors", "author").Where(author => author.Attribute("type")?.Value == "translation").ToList();
            return [.. wordings.Select((pair, i) => new Wording(pair.Key.Translit ? WordingLanguage.InLatinLetters(pair.Key.Lang) : pair.Key.Lang, [.. pair.Value])
            {
                Kind = pair.Key.Translit ? WordingKind.Transliteration : WordingKind.Singable,
                Title = i == 0 ? "" : CleanText.Line(titles.Skip(1).FirstOrDefault(title => Lang(title) == pair.Key.Lang)?.Value ?? ""),
                Translator = i == 0 || pair.Key.Translit ? "" : CleanText.Line(translators.FirstOrDefault(author => Lang(author) == pair.Key.Lang)?.Value ?? ""),
            })];
        }

        private Section Section(SectionMark mark, XElement verse)
        {
            var lines = new List<LyricLine>();
            var breaks = new List<int>();
            foreach (var group in verse.Elements().Where(element => element.Name.LocalName == "lines"))
            {
                if (lines.Count > 0)
                    breaks.Add(lines.Count);
                var words = new StringBuilder();
                var chords = new List<PlacedChord>();
                var nested = group.Elements().Where(element => element.Name.LocalName == "line").ToList();
                if (nested.Count > 0)
                {
                    // Drafts of the format had one element a line.
                    foreach (var line in nested)
                    {
                        Walk(line, words, chords, lines);
                        Close(words, chords, lines);
                    }
                }
                else
                {
                    Walk(group, words, chords, lines);
                    Close(words, chords, lines);
                }
            }
            return new Section(mark, [.. lines]) { Breaks = [.. breaks] };
        }

        private void Walk(XElement element, StringBuilder words, List<PlacedChord> chords, List<LyricLine> lines)
        {
            foreach (var node in element.Nodes())
                switch (node)
                {
                    case XText text:
                        words.Append(string.Join(' ', text.Value.Split('\n')));
                        break;
                    case XElement { Name.LocalName: "br" }:
                        Close(words, chords, lines);
                        break;
                    case XElement { Name.LocalName: "chord" } chord:
                        if (ChordName(chord) is { Length: > 0 } name)
                            chords.Add(new(words.Length, name));
                        Walk(chord, words, chords, lines);
                        break;
                    case XElement { Name.LocalName: "comment" } comment:
                        _notTaken.Add($"A comment in the words: {Clip(comment.Value)}");
                        break;
                    case XElement other:
                        // Tags only say how words look.
                        Walk(other, words, chords, lines);
                        break;
                }
        }

        private static void Close(StringBuilder words, List<PlacedChord> chords, List<LyricLine> lines)
        {
            var raw = words.ToString();
            var line = CleanText.Line(raw);
            if (line.Length > 0 || chords.Count > 0)
                lines.Add(new(line, [.. chords.Select(chord => chord with { At = Math.Clamp(CleanText.Line(raw[..chord.At] + "|").Length - 1, 0, line.Length) })]));
            words.Clear();
            chords.Clear();
        }

        private static string ChordName(XElement chord)
        {
            if (chord.Attribute("name")?.Value is { } name)
                return name;
            var root = chord.Attribute("root")?.Value ?? "";
            var structure = (chord.Attribute("structure")?.Value ?? "") switch { "min" => "m", "min7" => "m7", var other => other };
            return root + structure + (chord.Attribute("bass")?.Value is { Length: > 0 } bass ? "/" + bass : "");
        }

        private ImmutableArray<SectionMark> Order(Wording first)
        {
            var order = new List<SectionMark>();
            foreach (var name in Property("verseOrder").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
            {
                if (!VerseName.TryRead(name, out var mark, out var goesOn))
                    _notTaken.Add($"The order names “{Clip(name)}”.");
                else if (!goesOn || order.Count == 0 || order[^1] != mark)
                    order.Add(mark);
            }
            return [.. order];
        }

        private string Property(string name) => CleanText.Line(Child(_properties, name)?.Value ?? "");

        private static string Lang(XElement element) =>
            (element.Attribute("lang")?.Value ?? element.Attribute(XNamespace.Xml + "lang")?.Value) is { } lang && WordingLanguage.IsTag(lang.Replace('_', '-')) ? lang.Replace('_', '-') : "";

        private static XElement? Child(XElement? parent, string name) => parent?.Elements().FirstOrDefault(element => element.Name.LocalName == name);

        private static IEnumerable<XElement> All(XElement? parent, string list, string name) =>
            parent?.Elements().Where(element => element.Name.LocalName == list).Elements().Where(element => element.Name.LocalName == name) ?? [];

        private static string Clip(string text) => CleanText.Line(text) is { Length: > 60 } longText ? longText[..60] + "…" : CleanText.Line(text);
    }
}
