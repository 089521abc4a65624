using System.Globalization;
using System.Text;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Formats.ChordPro;

/// <summary>Writes a song's first wording with its chords, sections and usual order. Other wordings have no place in the format.</summary>
public static class ChordProWriter
{
    public static string Write(SongContent song)
    {
        var order = song.SungOrders[0];
        var file = new StringBuilder();
        Directive("title", song.Title);
        foreach (var title in song.OtherTitles)
            Directive("subtitle", title.Text);
        foreach (var credit in song.Credits)
            Directive(credit.Part switch { SongPart.Words => "lyricist", SongPart.Music => "composer", SongPart.Arrangement => "arranger", _ => "" }, credit.NameAndYears);
        Directive("copyright", song.CopyrightLine);
        Directive("key", order.Key);
        Directive("tempo", order.Tempo?.ToString(CultureInfo.InvariantCulture) ?? "");
        Directive("time", order.Metre);
        Directive("capo", order.Capo?.ToString(CultureInfo.InvariantCulture) ?? "");
        Directive("duration", order.Length is { } length ? LengthText.Write(length) : "");
        foreach (var book in song.SongbookEntries)
            Directive("meta", $"songbook {book}");
        foreach (var number in song.SchemeNumbers)
            Directive("x_scheme_number", number.ToString());
        foreach (var topic in song.Topics)
            Directive("meta", $"topic {topic}");
        Directive(ChordProReader.LanguageDirective, song.FirstWording.Language);
        Directive(ChordProReader.OrderDirective, order.Written);
        foreach (var section in song.FirstWording.Sections)
        {
            var name = section.Mark.Kind switch { SectionKind.Refrain => "chorus", SectionKind.Bridge => "bridge", SectionKind.Verse => "verse", _ => section.Mark.KindName.Replace('-', '_').Replace(' ', '_') };
            // A number is always said: where a second refrain follows, "Refrain" alone would be any of them.
            file.Append(CultureInfo.InvariantCulture, $"\n{{start_of_{name}: {section.Mark.Heading}{(section.Mark.Number == 1 && section.Mark.Kind != SectionKind.Verse ? " 1" : "")}}}\n");
            foreach (var line in section.Lines)
                file.Append(Line(line)).Append('\n');
            file.Append(CultureInfo.InvariantCulture, $"{{end_of_{name}}}\n");
        }
        return file.ToString();

        void Directive(string name, string value)
        {
            if (name.Length > 0 && value.Length > 0)
                file.Append('{').Append(name).Append(": ").Append(value.Replace('\n', ' ').Replace('{', '(').Replace('}', ')')).Append("}\n");
        }
    }

    /// <summary>A space before what would be read as a comment or a directive; it is taken off again.</summary>
    private static string Line(LyricLine line)
    {
        var written = Chords.WriteInline(line);
        return written.StartsWith('#') || written.StartsWith('{') ? " " + written : written;
    }
}
