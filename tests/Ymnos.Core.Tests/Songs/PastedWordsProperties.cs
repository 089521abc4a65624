using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Tests.Songs;

public sealed class PastedWordsProperties
{
    /// <summary>Words of the kinds that give a reader trouble, among ordinary ones.</summary>
    private static readonly Gen<string> Word = Gen.OneOf(
        Gen.OneOfConst("lantern", "water", "home,", "l’écume", "Chorus", "Verse", "R:", "A", "Am", "D/F#", "x2", "(bis)", "2", "1.", "©", "2014",
            "Words:", "светило", "نور", "海", "\\", "--", "*", "[x]", "...", "Bridge", "bis", "III", "|", "/", "#"),
        Gen.String[Gen.Char["abcdefgéöß'’-"], 1, 9]);

    private static readonly Gen<string> Line = Word.Array[1, 7].Select(words => CleanText.Line(string.Join(' ', words))).Where(line => line.Length > 0);

    private static readonly Gen<LyricLine> Lyric = Gen.Select(Line, Gen.Bool, Gen.Int[0, 40], (line, chord, at) =>
        chord && !line.Contains('[', StringComparison.Ordinal) && !line.Contains('\\', StringComparison.Ordinal)
            ? new LyricLine(line, [new PlacedChord(Math.Min(at, line.Length), "F#m7")])
            : LyricLine.Of(line));

    private static readonly Gen<SectionMark> Mark = Gen.Select(Gen.Enum<SectionKind>(), Gen.Int[1, 9], (kind, number) => new SectionMark(kind, number));

    private static readonly Gen<Section[]> Sections = Gen.Select(Mark, Lyric.Array[1, 8], (mark, lines) => new Section(mark, [.. lines]))
        .Array[1, 8].Select(sections => sections.DistinctBy(section => section.Mark).ToArray());

    [Fact]
    public void Sections_written_as_text_are_read_back_to_the_same_sections() =>
        Sections.Sample(sections =>
        {
            var written = WordsText.Write(sections);
            Assert.Equal(sections, PastedWords.Read(written).Sections.AsEnumerable());
        }, iter: 20_000);

    [Fact]
    public void No_text_whatever_makes_the_reader_fail() =>
        Gen.String.Select(Gen.String[Gen.Char["\n\r\t []().:x2RvC#/\\©0199\u2028"], 0, 120], (one, two) => one + two).Sample(text =>
        {
            foreach (var split in Enum.GetValues<PasteSplit>())
            {
                var reading = PastedWords.Read(text, split);
                foreach (var block in reading.Blocks)
                    _ = PastedWords.Relabel(text, split, block.FirstLine, new SectionMark(SectionKind.Bridge, 2));
                Assert.All(reading.Order, mark => Assert.Contains(reading.Sections, section => section.Mark == mark));
                Assert.Distinct(reading.Sections.Select(section => section.Mark));
            }
        }, iter: 20_000);

    [Fact]
    public void A_relabelled_section_has_its_new_mark_and_the_same_words() =>
        Gen.Select(Sections, Gen.Int[0, 7], Gen.Enum<SectionKind>()).Sample((sections, which, kind) =>
        {
            var text = WordsText.Write(sections);
            var block = PastedWords.Read(text).Blocks[which % sections.Length];
            var mark = new SectionMark(kind, 10);

            var reading = PastedWords.Read(PastedWords.Relabel(text, PasteSplit.BlankLines, block.FirstLine, mark));

            var relabelled = reading.Blocks.Single(other => other.Mark == mark);
            Assert.Equal(block.Lines.AsEnumerable(), relabelled.Lines);
            Assert.Equal(sections.Length, reading.Sections.Length);
        }, iter: 5_000);

    [Fact]
    public void Plain_stanzas_lose_no_word() =>
        Gen.String[Gen.Char["abcdefgh"], 3, 8].Array[1, 5].Select(words => "so " + string.Join(' ', words)).Array[2, 5].Array[1, 6].Sample(stanzas =>
        {
            var reading = PastedWords.Read(string.Join("\n\n", stanzas.Select(stanza => string.Join('\n', stanza))));
            Assert.Equal(stanzas.SelectMany(lines => lines), reading.Blocks.SelectMany(block => block.Lines).Select(line => line.Words));
        }, iter: 5_000);
}
