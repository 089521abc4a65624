using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
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
        Line.Sample(line => Assert.Equal(Fonts.Words.Shape(line), Fonts.Letters.Width(line), 0.02 * line.Length), iter: 2_000);

    [Fact]
    public void Words_of_a_line_that_are_measured_at_once_are_as_wide_as_each_alone()
    {
        using var fresh = Fonts.Open();
        var types = fresh.Faces.Where(face => face.Script is null).Select(face => new TypeSetting { Family = face.Family, Weight = face.Weight, Italic = face.Italic, Size = 1, SmallestSize = 1 }).Distinct().ToArray();
        Gen.Select(Gen.OneOfConst(types), Line).Sample((type, line) =>
        {
            var letters = fresh.Of(type, "en");
            Assert.Equal(line.Split(' ').Sum(word => letters.Leading.Shape(word)) + (line.Count(' '.Equals) * letters.Space), letters.Width(line), 1e-9);
        }, iter: 3_000);
    }

    [Fact]
    public void Wrapped_rows_fit_hold_every_word_in_order_and_are_as_few_as_can_be() =>
        Gen.Select(Line, Gen.Double[4, 40]).Sample((line, measure) =>
        {
            var rows = BalancedLines.Wrap(line, "en", Fonts.Letters, measure);
            Assert.All(rows, row => Assert.True(Fonts.Letters.Width(line.AsSpan(row.From, row.To - row.From)) <= measure + 0.05 || row.To - row.From == 1));
            Assert.Equal(line.Replace(" ", "", StringComparison.Ordinal), string.Concat(rows.Select(row => line[row.From..row.To])).Replace(" ", "", StringComparison.Ordinal));
            // Fewer would not do: all widths together need at least this many.
            Assert.True(rows.Count >= Math.Floor(Fonts.Letters.Width(line) / measure * 0.999));
        }, iter: 3_000);

    [Fact]
    public void A_long_line_wraps_in_balance()
    {
        var rows = BalancedLines.Wrap("and the pilot reads the roll of us as though our going mattered now", "en", Fonts.Letters, 26);

        Assert.Equal(2, rows.Count);
        Assert.InRange(rows[0].Width / rows[1].Width, 0.8, 1.25);
    }

    [Fact]
    public void No_short_word_stands_alone_in_the_last_row()
    {
        var line = "Bring the heavy nets aboard and sing to him";
        var measure = Fonts.Letters.Width("Bring the heavy nets aboard and sing to") + 0.01;

        Assert.NotEqual("him", Rows(line, "en", measure)[^1]);
    }

    [Theory]
    [InlineData("en", "well-known", "well-|known")]
    [InlineData("fr", "Viens\u00A0! Reste\u00A0!", "Viens\u00A0!|Reste\u00A0!")]
    [InlineData("fr", "Viens ! Reste !", "Viens !|Reste !")]
    [InlineData("zh", "愿光照，海", "愿光|照，|海")]
    [InlineData("ja", "「海」へ", "「海」|へ")]
    [InlineData("th", "เราเดินทาง", "เรา|เดิน|ทาง")]
    [InlineData("fa", "دریا؟ بیا", "دریا؟|بیا")]
    public void A_line_breaks_where_its_script_breaks(string language, string line, string pieces) =>
        Assert.Equal(pieces, string.Join('|', Rows(line, language, 0.01 + pieces.Split('|').Max(piece => LettersFor(language).Width(piece)))));

    [Theory]
    [InlineData("fa", "سرود 107 در Ellery", true)]
    [InlineData("he", "(107) אור", true)]
    [InlineData("en", "sung in فارسی here", false)]
    public void Runs_of_both_directions_fill_their_row_without_gaps(string language, string text, bool rightToLeft)
    {
        var runs = LettersFor(language).Runs(text, rightToLeft, 1000, out _);
        Assert.Equal(text.Length, runs.Sum(run => run.Text.Length));
        Assert.True(runs.Length > 1);
        var at = 0.0;
        foreach (var run in runs)
        {
            Assert.Equal(at, run.Left, 0.02);
            at += run.Width;
        }
        // Figures are read from left to right wherever they stand.
        Assert.All(runs.Where(run => run.Text.Contains("107", StringComparison.Ordinal) && run.Text.Trim().All(char.IsAsciiDigit)), run => Assert.False(run.RightToLeft));
        Assert.Contains(runs, run => run.RightToLeft);
    }

    [Theory]
    [InlineData("Ελληνικά Українська éàü")]
    [InlineData("فانوس بر آب یکدیگر")]
    [InlineData("אור על המים")]
    [InlineData("पानी पर दीपक")]
    [InlineData("ብርሃን በውሃ")]
    [InlineData("เราเดินทาง")]
    [InlineData("愿光照在水面上")]
    [InlineData("水の上に光がある")]
    [InlineData("등불을 들어라")]
    public void The_case_has_letters_for_every_script_it_promises_in_every_family(string text)
    {
        foreach (var (family, _) in Fonts.Case.Families)
            Assert.Empty(Fonts.Case.Of(new() { Family = family, Size = 40, SmallestSize = 40 }, "en").Missing(text));
    }

    [Fact]
    public void What_no_face_has_is_left_out_and_reported()
    {
        var mark = new SectionMark(SectionKind.Verse);
        var layout = WordsLayout.Of([new Wording("en", [Section.Of(mark, "tide 𓀀 turning")])], Fonts.House);

        Assert.Equal(["tide  turning"], layout.SlidesOf(mark).SelectMany(slide => slide.FirstRows));
        Assert.Contains("U+13000", Assert.Single(layout.Findings).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Chinese_and_Japanese_are_set_in_their_own_faces()
    {
        Assert.StartsWith("slide-japanese", LettersFor("ja").Runs("海", false, 1, out _)[0].Face, StringComparison.Ordinal);
        Assert.StartsWith("slide-chinese", LettersFor("zh").Runs("海", false, 1, out _)[0].Face, StringComparison.Ordinal);
    }

    private static Lettering LettersFor(string language) => Fonts.Case.Of(StyleLook.House.Full.Words.Type, language);

    private static List<string> Rows(string line, string language, double measure) =>
        [.. BalancedLines.Wrap(line, language, LettersFor(language), measure).Select(row => line[row.From..row.To])];

    [Theory]
    [InlineData(new[] { 1, 1, 1, 1 }, new[] { 4 })]
    [InlineData(new[] { 1, 1, 1, 1, 1, 1 }, new[] { 4, 2 })]
    [InlineData(new[] { 1, 1, 1, 1, 1, 1, 1, 1 }, new[] { 4, 4 })]
    [InlineData(new[] { 1, 1, 1, 1, 1 }, new[] { 2, 3 })]
    [InlineData(new[] { 2, 2, 2, 2 }, new[] { 2, 2 })]
    [InlineData(new[] { 2 }, new[] { 1 })]
    public void Slides_keep_couplets_together_and_leave_no_line_alone(int[] rows, int[] slides) =>
        Assert.Equal(slides.Order(), Divide(rows, 4).Order());

    [Fact]
    public void No_slide_holds_more_rows_than_it_may_and_no_line_is_lost() =>
        Gen.Select(Gen.Int[1, 4].Array[0, 30], Gen.Int[4, 6]).Sample((rows, most) =>
        {
            var slides = Divide(rows, most);
            Assert.Equal(rows.Length, slides.Sum());
            var at = 0;
            foreach (var lines in slides)
            {
                Assert.InRange(rows.Skip(at).Take(lines).Sum(), 1, most);
                at += lines;
            }
        });

    [Fact]
    public void A_sentence_ends_with_its_slide_where_nothing_else_is_lost()
    {
        BreakPiece Piece(int line, bool ends) => new(line, 1, ends);
        // Five lines go two and three either way; the full stop behind the third says which.
        Assert.Equal([3, 2], SlideBreaks.Divide([Piece(0, false), Piece(1, false), Piece(2, true), Piece(3, false), Piece(4, true)], (from, to) => (to - from) / 4.0));
        Assert.Equal([2, 3], SlideBreaks.Divide([Piece(0, false), Piece(1, true), Piece(2, false), Piece(3, false), Piece(4, true)], (from, to) => (to - from) / 4.0));
    }

    [Fact]
    public void No_other_division_costs_less_than_the_one_that_is_taken() =>
        Gen.Select(Gen.Int[1, 3].Array[1, 9], Gen.Bool.Array[9], Gen.Int[3, 6]).Sample((rows, ends, most) =>
        {
            var pieces = rows.Select((count, line) => new BreakPiece(line, count, ends[line])).ToArray();
            double Full(int from, int to) => rows[from..to].Sum() / (double)most;
            double Cost(IEnumerable<int> slides)
            {
                var (cost, from) = (0.0, 0);
                foreach (var count in slides)
                {
                    var to = from + count;
                    if (Full(from, to) > 1 && count > 1)
                        return double.PositiveInfinity;
                    cost += 100
                        + (count == 1 && rows[from] == 1 && rows.Length > 1 ? 40 : 0)
                        + (from % 2 == 1 && rows.Length % 2 == 0 ? 30 : 0)
                        + (to < rows.Length && !ends[to - 1] ? 10 : 0)
                        + (4 * Math.Pow(4 * Math.Max(0, 1 - Full(from, to)), 2));
                    from = to;
                }
                return cost;
            }

            Assert.Equal(DivisionsOf(rows.Length).Min(Cost), Cost(SlideBreaks.Divide(pieces, Full)), 1e-6);
        }, iter: 1_000);

    [Fact]
    public void No_other_way_to_break_a_line_into_so_few_rows_is_more_even() =>
        Gen.Select(Gen.OneOfConst("I", "a", "home", "lantern", "water", "over", "Mississippi", "deckhand", "tide").Array[2, 9], Gen.Double[5, 16]).Sample((words, measure) =>
        {
            var line = string.Join(' ', words);
            var average = 0.0;
            double Width(int from, int count) => Fonts.Letters.Width(string.Join(' ', words.Skip(from).Take(count)));
            double Unevenness(int[] rows)
            {
                var (sum, from) = (0.0, 0);
                foreach (var count in rows)
                {
                    var width = Width(from, count);
                    if (width > measure + 1e-9)
                        return double.PositiveInfinity;
                    from += count;
                    sum += Math.Pow(average - width, 2) + (from == words.Length && count == 1 && width < 0.22 * measure ? measure * measure / 2 : 0);
                }
                return sum;
            }

            var taken = BalancedLines.Wrap(line, "en", Fonts.Letters, measure).Select(row => line[row.From..row.To].Split(' ').Length).ToArray();
            average = Fonts.Letters.Width(line) / taken.Length;
            var fits = DivisionsOf(words.Length).Where(rows => Unevenness(rows) < double.PositiveInfinity).ToList();
            Assert.Equal(fits.Min(rows => rows.Length), taken.Length);
            if (taken.Length > 1)
                Assert.Equal(fits.Where(rows => rows.Length == taken.Length).Min(Unevenness), Unevenness(taken), 1e-6);
        }, iter: 400);

    /// <summary>Every way to divide so many things, in their order.</summary>
    private static IEnumerable<int[]> DivisionsOf(int things) => things == 0 ? [[]]
        : Enumerable.Range(1, things).SelectMany(first => DivisionsOf(things - first).Select(rest => (int[])[first, .. rest]));

    private static IReadOnlyList<int> Divide(int[] rows, int most) => SlideBreaks.Divide(
        [.. rows.Select((count, line) => new BreakPiece(line, count, false))], (from, to) => rows[from..to].Sum() / (double)most);

    [Fact]
    public void Text_comes_down_to_keep_a_line_whole_but_never_goes_up()
    {
        Assert.Equal(104, Size("Shine"));
        Assert.Equal(104, Size("hold the flame above the dark land,"));
        var down = Size("hold the flame above the wide and dark land");
        Assert.InRange(down, 0.8 * 104, 103.9);
        // Too long to be kept whole: it wraps instead, and the letters stay large.
        Assert.InRange(Size("There is room along the quay for every hull the weather scattered"), 83, 104);

        static double Size(string line) => 104 * WordsLayout.Of([new Wording("en", [Section.Of(new SectionMark(SectionKind.Verse), line)])], Fonts.House).Scale;
    }

    [Fact]
    public void A_line_of_five_thousand_characters_runs_on_over_slides_and_stays_readable()
    {
        var line = string.Join(' ', Enumerable.Repeat("tide", 1000));
        var mark = new SectionMark(SectionKind.Verse);
        var layout = WordsLayout.Of([new Wording("en", [Section.Of(mark, line)])], Fonts.House);

        Assert.Equal(60, 104 * layout.Scale, 6);
        Assert.All(layout.SlidesOf(mark), slide => Assert.InRange(slide.FirstRows.Count(), 1, 4));
        Assert.Equal(line, string.Join(' ', layout.SlidesOf(mark).SelectMany(slide => slide.FirstRows)));
    }

    [Theory]
    [InlineData("Lift", false)]
    [InlineData("نور", true)]
    [InlineData("12 — שלום", true)]
    [InlineData("12", false)]
    public void A_row_is_read_in_the_direction_of_its_first_letter(string text, bool rightToLeft) =>
        Assert.Equal(rightToLeft, Direction.IsRightToLeft(text));
}
