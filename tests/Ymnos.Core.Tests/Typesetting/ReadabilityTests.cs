using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

public sealed class ReadabilityTests
{
    private static TextRow Row(double size, double baseline = 500, Colour? colour = null) =>
        new(RowPlace.Words, "Shine", "en", size, 800, baseline, 300, false, [new("Shine", "slide-sans-600", 0, 300, false)], new(colour ?? Colour.White, null, null));

    private static Slide SlideOf(params TextRow[] rows) => new(1920, new(new() { Kind = BackdropKind.Colour }, []), [], [.. rows]);

    private static GroundPicture Ground(Func<int, Colour> byRow) => new(1920, 4, 108, [.. Enumerable.Range(0, 4 * 108).Select(cell => byRow(cell / 4))]);

    private static Readability Reads(Slide slide, Func<int, Colour> ground, Hall? hall = null) => Readability.Of(slide, Ground(ground), hall, Fonts.Case);

    [Fact]
    public void Contrast_is_what_the_guideline_says()
    {
        Assert.Equal(21, Contrasts.Of(Colour.White, Colour.Black), 3);
        Assert.Equal(1, Contrasts.Of(Colour.White, Colour.White), 3);
        // The grey that stands in every explanation of the rule: #767676 on white is just enough.
        Assert.Equal(4.54, Contrasts.Of(new(0x76, 0x76, 0x76), Colour.White), 2);
        Assert.Equal(Contrasts.Of(new(16, 42, 64), Colour.White), Contrasts.Of(Colour.White, new(16, 42, 64)));
    }

    [Fact]
    public void A_letter_a_metre_high_at_the_right_distance_subtends_a_degree()
    {
        var hall = new Hall(1080 / (100 * Fonts.Words.CapHeight), 1 / (2 * Math.Tan(Math.PI / 360)));
        var reads = Reads(SlideOf(Row(100)), _ => Colour.Black, hall);
        Assert.Equal(1000, reads.LetterMillimetres!.Value, 6);
        Assert.Equal(60, reads.ArcMinutes!.Value, 6);
    }

    [Theory]
    [InlineData(18, LastRowReading.Clear)]
    [InlineData(28, LastRowReading.JustClear)]
    [InlineData(40, LastRowReading.TooSmall)]
    public void The_farther_the_last_row_the_smaller_it_reads(double metres, LastRowReading expected) =>
        Assert.Equal(expected, Reads(SlideOf(Row(104), Row(104)), _ => Colour.Black, new Hall(2.4, metres)).FromTheLastRow);

    [Fact]
    public void The_worst_place_under_the_words_decides()
    {
        Colour Ground(int row) => row < 60 ? Colour.Black : Colour.White;
        var top = Reads(SlideOf(Row(100, 150)), Ground).Contrast;
        var both = Reads(SlideOf(Row(100, 150), Row(100, 1000)), Ground).Contrast;
        Assert.True(top > 15 && both < 2, $"{top} {both}");
    }

    [Fact]
    public void The_least_veil_is_enough_and_a_hundredth_less_is_not() =>
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, Gen.Bool).Sample((red, green, blue, dark) =>
        {
            var background = new Colour(red, green, blue);
            var slide = SlideOf(Row(100, 500, dark ? Colour.Black : Colour.White));
            GroundPicture Paint(Veil veil) => Ground(_ => background.Under(veil.Colour, veil.Opacity));
            double Contrast(Veil veil) => Readability.Of(slide, Paint(veil), null, Fonts.Case).Contrast;
            if (Readability.LeastVeil(slide, Paint, Fonts.Case) is not { } veil)
                Assert.True(Contrast(new(Colour.Black, 0)) >= Readability.LeastContrast);
            else
            {
                Assert.Equal(dark ? Colour.White : Colour.Black, veil.Colour);
                Assert.True(Contrast(veil) >= Readability.LeastContrast);
                Assert.True(Contrast(veil with { Opacity = veil.Opacity - 0.01 }) < Readability.LeastContrast);
            }
        });

    [Fact]
    public void What_lies_over_a_cameras_picture_is_judged_only_where_a_plate_is()
    {
        var bare = SlideOf(Row(60)) with { Ground = new(Backdrop.Clear, []) };
        Assert.Equal(21, Reads(bare, _ => new(0x77, 0x77, 0x77)).Contrast);
        var plated = bare with { Plates = [new(new(700, 400, 500, 200), new(new(0x77, 0x77, 0x77), 1, 0))] };
        Assert.InRange(Reads(plated, _ => new(0x77, 0x77, 0x77)).Contrast, 4, 5);
    }
}
