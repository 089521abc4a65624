using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

public sealed class LayoutTests
{
    internal static readonly Gen<string> Word = Gen.OneOf(
        Gen.OneOfConst("I", "a", "home,", "WWWWW", "lantern", "l’écume", "harbour;", "—", "Mississippi", "fi", "Гавань"),
        Gen.String[Gen.Char.AlphaNumeric, 1, 14],
        Gen.Frequency((30, Gen.Const("sail")), (1, Gen.String[Gen.Char["mWil"], 40, 120])));

    internal static readonly Gen<string> Line = Word.Array[1, 14].Select(words => string.Join(' ', words));

    [Fact]
    public void A_typeface_measures_the_same_after_memory_was_moved_about()
    {
        var before = Fonts.Words.Shape("Lift the lantern over water");
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Forced, blocking: true, compacting: true);
        Assert.Equal(before, Fonts.Words.Shape("Lift the lantern over water"));
        Assert.InRange(before, 10, 14);
    }

    [Fact]
    public void The_width_of_a_line_is_the_width_of_its_words_and_spaces() =>
        Line.Sample(line => Assert.Equal(Fonts.Words.Shape(line), Fonts.Words.Width(line), 0.02 * line.Length), iter: 2_000);

    [Fact]
    public void Wrapped_rows_fit_hold_every_word_in_order_and_are_as_few_as_can_be() =>
        Gen.Select(Line, Gen.Double[4, 40]).Sample((line, measure) =>
        {
            var rows = BalancedLines.Wrap(line, Fonts.Words, measure);
            Assert.All(rows, row => Assert.True(Fonts.Words.Width(row) <= measure + 1e-6 || row.Length == 1));
            Assert.Equal(line.Replace(" ", "", StringComparison.Ordinal), string.Concat(rows).Replace(" ", "", StringComparison.Ordinal));
            // Fewer would not do: all widths together need at least this many.
            Assert.True(rows.Count >= Math.Floor(Fonts.Words.Width(line) / measure * 0.999));
        }, iter: 3_000);

    [Fact]
    public void A_long_line_wraps_in_balance()
    {
        var rows = BalancedLines.Wrap("and the pilot reads the roll of us as though our going mattered now", Fonts.Words, 26);

        Assert.Equal(2, rows.Count);
        Assert.InRange(Fonts.Words.Width(rows[0]) / Fonts.Words.Width(rows[1]), 0.8, 1.25);
    }

    [Theory]
    [InlineData(new[] { 1, 1, 1, 1 }, new[] { 4 })]
    [InlineData(new[] { 1, 1, 1, 1, 1, 1 }, new[] { 4, 2 })]
    [InlineData(new[] { 1, 1, 1, 1, 1, 1, 1, 1 }, new[] { 4, 4 })]
    [InlineData(new[] { 1, 1, 1, 1, 1 }, new[] { 2, 3 })]
    [InlineData(new[] { 2, 2, 2, 2 }, new[] { 2, 2 })]
    [InlineData(new[] { 2 }, new[] { 1 })]
    public void Slides_keep_couplets_together_and_leave_no_line_alone(int[] rows, int[] slides) =>
        Assert.Equal(slides.Order(), SlideBreaks.Divide(rows, 4).Order());

    [Fact]
    public void No_slide_holds_more_rows_than_it_may_and_no_line_is_lost() =>
        Gen.Select(Gen.Int[1, 4].Array[0, 30], Gen.Int[4, 6]).Sample((rows, most) =>
        {
            var slides = SlideBreaks.Divide(rows, most);
            Assert.Equal(rows.Length, slides.Sum());
            var at = 0;
            foreach (var lines in slides)
            {
                Assert.InRange(rows.Skip(at).Take(lines).Sum(), 1, most);
                at += lines;
            }
        });

    [Fact]
    public void Text_comes_down_to_keep_a_line_whole_but_never_goes_up()
    {
        Assert.Equal(104, Size("Shine"));
        Assert.Equal(104, Size("hold the flame above the dark land,"));
        var down = Size("hold the flame above the wide and dark land");
        Assert.InRange(down, 0.8 * 104, 103.9);
        // Too long to be kept whole: it wraps instead, and the letters stay large.
        Assert.InRange(Size("There is room along the quay for every hull the weather scattered"), 83, 104);

        static double Size(string line) => SongLayout.Of(new Wording("en", [Section.Of(new SectionMark(SectionKind.Verse), line)]), Fonts.House).Size;
    }

    [Fact]
    public void A_line_of_five_thousand_characters_runs_on_over_slides_and_stays_readable()
    {
        var line = string.Join(' ', Enumerable.Repeat("tide", 1000));
        var mark = new SectionMark(SectionKind.Verse);
        var layout = SongLayout.Of(new Wording("en", [Section.Of(mark, line)]), Fonts.House);

        Assert.Equal(Fonts.House.Words.SmallestSize, layout.Size);
        Assert.All(layout.SlidesOf(mark), slide => Assert.InRange(slide.Rows.Length, 1, 4));
        Assert.Equal(line, string.Join(' ', layout.SlidesOf(mark).SelectMany(slide => slide.Rows)));
    }

    [Fact]
    public void A_long_credit_is_shortened_and_stays_in_its_frame()
    {
        var rows = CreditLine.Place(string.Join(", ", Enumerable.Repeat("Gannet & Vane", 60)), Fonts.House);

        Assert.Equal(2, rows.Length);
        Assert.EndsWith("…", rows[1].Text, StringComparison.Ordinal);
        Assert.All(rows, row => Assert.True(row.Width <= Fonts.House.CreditFrame.Width));
    }

    [Theory]
    [InlineData("Lift", false)]
    [InlineData("نور", true)]
    [InlineData("12 — שלום", true)]
    [InlineData("12", false)]
    public void A_row_is_read_in_the_direction_of_its_first_letter(string text, bool rightToLeft) =>
        Assert.Equal(rightToLeft, Direction.IsRightToLeft(text));
}
