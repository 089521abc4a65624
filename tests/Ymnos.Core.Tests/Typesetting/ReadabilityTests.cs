using CsCheck;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

public sealed class ReadabilityTests
{
    private static readonly Colour White = new(255, 255, 255);
    private static readonly Colour Black = new(0, 0, 0);

    private static TextRow Row(double size, double baseline = 500) => new("Shine", "slide", size, 960, baseline, 100, White, false);

    [Fact]
    public void Contrast_is_what_the_guideline_says()
    {
        Assert.Equal(21, Contrasts.Of(White, Black), 3);
        Assert.Equal(1, Contrasts.Of(White, White), 3);
        // The grey that stands in every explanation of the rule: #767676 on white is just enough.
        Assert.Equal(4.54, Contrasts.Of(new(0x76, 0x76, 0x76), White), 2);
        Assert.Equal(Contrasts.Of(new(16, 42, 64), White), Contrasts.Of(White, new(16, 42, 64)));
    }

    [Fact]
    public void A_letter_a_metre_high_at_the_right_distance_subtends_a_degree()
    {
        var face = Fonts.House.Words.Face;
        var hall = new Hall(1080 / (100 * face.CapHeight), 1 / (2 * Math.Tan(Math.PI / 360)));
        var reads = Readability.Of([Row(100)], face, new(Black, Black), hall);
        Assert.Equal(1000, reads.LetterMillimetres, 6);
        Assert.Equal(60, reads.ArcMinutes, 6);
    }

    [Theory]
    [InlineData(18, LastRowReading.Clear)]
    [InlineData(28, LastRowReading.JustClear)]
    [InlineData(40, LastRowReading.TooSmall)]
    public void The_farther_the_last_row_the_smaller_it_reads(double metres, LastRowReading expected) =>
        Assert.Equal(expected, Readability.Of([Row(104), Row(104)], Fonts.House.Words.Face, Fonts.House.Background, new Hall(2.4, metres)).FromTheLastRow);

    [Fact]
    public void The_worst_place_under_the_words_decides()
    {
        var face = Fonts.House.Words.Face;
        var background = new Background(Black, White);
        var top = Readability.Of([Row(100, 150)], face, background, new Hall(2.4, 18)).Contrast;
        var both = Readability.Of([Row(100, 150), Row(100, 1000)], face, background, new Hall(2.4, 18)).Contrast;
        Assert.True(top > 15 && both < 2, $"{top} {both}");
    }

    [Fact]
    public void The_least_dimming_is_enough_and_a_hundredth_less_is_not() =>
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte).Sample((red, green, blue) =>
        {
            var background = new Colour(red, green, blue);
            var dimming = Contrasts.LeastDimming(White, background, Readability.LeastContrast)!.Value;
            Assert.True(Contrasts.Of(White, Contrasts.Dimmed(background, dimming)) >= Readability.LeastContrast);
            Assert.True(dimming == 0 || Contrasts.Of(White, Contrasts.Dimmed(background, dimming - 0.01)) < Readability.LeastContrast);
        });
}
