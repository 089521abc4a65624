using System.Globalization;
using System.Text;
using System.Xml;
using System.Xml.Linq;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Music;

namespace Ymnos.Formats.OpenLyrics;

/// <summary>Writes OpenLyrics 0.9, or 0.8 for readers that know no other.</summary>
public static class OpenLyricsWriter
{
    /// <summary>The format has a place for the number of one scheme; this is the name it goes by in a song that was read.</summary>
    public const string Scheme = "Song number";

    private static readonly XNamespace Ns = "http://openlyrics.info/namespace/2009/song";

    /// <param name="song">The song.</param>
    /// <param name="now">Goes into the file as the time it was made.</param>
    /// <param name="version">0.8 or 0.9; chords are written as the version wants them.</param>
    public static byte[] Write(SongContent song, DateTimeOffset now, string version = "0.9")
    {
        var order = song.SungOrders[0];
        var properties = new XElement(Ns + "properties",
            new XElement(Ns + "titles",
                new XElement(Ns + "title", new XAttribute("lang", song.FirstWording.Language), song.Title),
                song.OtherTitles.Select(title => new XElement(Ns + "title", Lang(title.Language), title.Text)),
                song.Wordings.Skip(1).Where(wording => wording.Title.Length > 0).Select(wording => new XElement(Ns + "title", Lang(BaseOf(wording)), wording.Title))),
            List("authors", "author", song.Credits.Where(credit => credit.Part != SongPart.Translation).Select(credit => new object[] { new XAttribute("type", credit.Part switch { SongPart.Words => "words", SongPart.Music => "music", _ => "arrangement" }), credit.NameAndYears })
                .Concat(song.Wordings.Skip(1).Where(wording => wording.Translator.Length > 0).Select(wording => new object[] { new XAttribute("type", "translation"), new XAttribute("lang", BaseOf(wording)), wording.Translator }))),
            Optional("copyright", song.CopyrightLine),
            Optional("ccliNo", song.SchemeNumbers.FirstOrDefault()?.Number ?? ""),
            Optional("released", song.CopyrightYear?.ToString(CultureInfo.InvariantCulture) ?? ""),
            order.Tempo is { } tempo ? new XElement(Ns + "tempo", new XAttribute("type", "bpm"), tempo) : null,
            Optional("key", order.Key),
            version == "0.9" ? Optional("timeSignature", order.Metre) : null,
            Optional("variant", song.TuneName),
            Optional("verseOrder", string.Join(' ', order.Marks.Select(VerseName.Of))),
            List("songbooks", "songbook", song.SongbookEntries.Select(entry => new object[] { new XAttribute("name", entry.Songbook), new XAttribute("entry", entry.Number) })),
            List("themes", "theme", song.Topics.Select(topic => new object[] { topic })),
            List("comments", "comment", song.BoothNotes.Length > 0 ? [[song.BoothNotes]] : []));
        var lyrics = new XElement(Ns + "lyrics", song.Wordings.SelectMany((wording, i) => wording.Sections.Select(section => Verse(section, wording, song, i, version))));
        var document = new XDocument(new XElement(Ns + "song",
            new XAttribute("version", version), new XAttribute("createdIn", "Ymnos"), new XAttribute("modifiedDate", now.ToString("s", CultureInfo.InvariantCulture)), properties, lyrics));
        using var file = new MemoryStream();
        // Not indented: white space between words and chords would become words.
        using (var writer = XmlWriter.Create(file, new XmlWriterSettings { Encoding = new UTF8Encoding(false), CloseOutput = false }))
            document.Save(writer);
        return file.ToArray();
    }

    private static XElement Verse(Section section, Wording wording, SongContent song, int at, string version)
    {
        var breaks = at == 0 ? section.Breaks : [];
        var groups = new List<XElement>();
        var from = 0;
        foreach (var to in breaks.Append(section.Lines.Length))
        {
            groups.Add(new XElement(Ns + "lines", section.Lines.Skip(from).Take(to - from).SelectMany((line, i) => (object[])[.. i > 0 ? [new XElement(Ns + "br")] : Array.Empty<object>(), .. Line(line, version)])));
            from = to;
        }
        return new XElement(Ns + "verse",
            new XAttribute("name", VerseName.Of(section.Mark)),
            song.Wordings.Length > 1 || at > 0 ? new XAttribute("lang", BaseOf(wording)) : null,
            wording.Kind == WordingKind.Transliteration ? new XAttribute("translit", "en") : null,
            groups);
    }

    private static IEnumerable<object> Line(LyricLine line, string version)
    {
        var from = 0;
        foreach (var chord in line.Chords)
        {
            yield return new XText(line.Words[from..chord.At]);
            yield return version == "0.8" || !Chord.TryParse(chord.Name, out var parts)
                ? new XElement(Ns + "chord", new XAttribute("name", chord.Name))
                : new XElement(Ns + "chord", new XAttribute("root", parts.Root), parts.Quality.Length > 0 ? new XAttribute("structure", parts.Quality) : null, parts.Bass is { } bass ? new XAttribute("bass", bass) : null);
            from = chord.At;
        }
        yield return new XText(line.Words[from..]);
    }

    private static string BaseOf(Wording wording) => wording.Kind == WordingKind.Transliteration ? wording.Language.Replace("-Latn", "", StringComparison.Ordinal) : wording.Language;

    private static XAttribute? Lang(string language) => language.Length > 0 ? new XAttribute("lang", language) : null;

    private static XElement? Optional(string name, string value) => value.Length > 0 ? new XElement(Ns + name, value) : null;

    private static XElement? List(string list, string name, IEnumerable<object[]> items)
    {
        var elements = items.Select(item => new XElement(Ns + name, item)).ToList();
        return elements.Count > 0 ? new XElement(Ns + list, elements) : null;
    }
}
