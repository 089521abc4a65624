namespace Ymnos.Core.Songs.Pasting;

/// <summary>Writes sections as the plain text that <see cref="PastedWords"/> reads back to the same sections.</summary>
public static class WordsText
{
    public static string Write(IReadOnlyList<Section> sections) =>
        string.Join("\n\n", sections.Select(section => string.Join('\n', [Heading(section.Mark, sections), .. section.Lines.Select(Line)])));

    private static string Heading(SectionMark mark, IReadOnlyList<Section> sections) =>
        mark.Kind != SectionKind.Verse && mark.Number == 1 && sections.Any(other => other.Mark.Kind == mark.Kind && other.Mark.Number > 1)
            ? $"[{mark.Heading} 1]"
            : $"[{mark.Heading}]";

    private static string Line(LyricLine line)
    {
        var written = Chords.WriteInline(line);
        return TextBlocks.NeedsLiteral(written) ? TextBlocks.Literal + written : written;
    }
}
