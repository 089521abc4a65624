using CsCheck;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Tests.Songs;

public sealed class FindingWordsTests
{
    [Theory]
    [InlineData("Lève-toi, lumière !", "leve toi lumiere")]
    [InlineData("Chœur d’été", "choeur dete")]
    [InlineData("Гавань", "гавань")]
    [InlineData("Straße ÆØÅ", "strasse aeoa")]
    [InlineData("don't", "dont")]
    [InlineData("don’t", "dont")]
    [InlineData("…—!", "")]
    public void Folding_takes_off_what_a_searcher_leaves_out(string text, string folded) => Assert.Equal(folded, FoldedText.Of(text));

    [Fact]
    public void Folding_twice_is_folding_once() =>
        Gen.String.Sample(text => Assert.Equal(FoldedText.Of(text), FoldedText.Of(FoldedText.Of(text))), iter: 20_000);

    [Fact]
    public void Each_folded_word_knows_where_it_stands() =>
        Assert.Equal(["Lève", "toi"], FoldedText.Words("Lève-toi !").Select(word => "Lève-toi !"[word.Place]));

    [Theory]
    [InlineData("lantern", "lantern")]
    [InlineData("lantren", "lantern")]
    [InlineData("lanter", "lantern")]
    [InlineData("lanttern", "lantern")]
    [InlineData("lankern", "lantern")]
    [InlineData("antern", "lantern")]
    public void One_slip_is_forgiven(string typed, string word) => Assert.True(Slip.Parts(typed, word));

    [Theory]
    [InlineData("lantnre", "lantern")]
    [InlineData("lante", "lantern")]
    [InlineData("water", "wave")]
    public void Two_slips_are_not(string typed, string word) => Assert.False(Slip.Parts(typed, word));

    [Fact]
    public void Every_single_slip_is_one_and_works_both_ways() =>
        Gen.Select(Gen.String[Gen.Char.AlphaNumeric, 4, 12], Gen.Int[0, 11], Gen.Char.AlphaNumeric, Gen.Int[0, 3]).Sample((word, at, letter, kind) =>
        {
            at %= word.Length - 1;
            var typed = kind switch
            {
                0 => word.Remove(at, 1),
                1 => word.Insert(at, letter.ToString()),
                2 => word[..at] + letter + word[(at + 1)..],
                _ => word[..at] + word[at + 1] + word[at] + word[(at + 2)..],
            };
            Assert.True(Slip.Parts(typed, word));
            Assert.True(Slip.Parts(word, typed));
            Assert.True(Slip.Begins(typed, word + "en"));
        }, iter: 20_000);

    [Fact]
    public void The_line_that_matches_best_is_shown_with_its_words_marked()
    {
        string[] wording = ["Lift the lantern over water,", "hold the flame above the dark land"];

        var best = MatchedLine.Best(wording, ["flame", "dark"])!;

        Assert.Equal("hold the flame above the dark land", best.Text);
        Assert.Equal(["flame", "dark"], best.Matches.Select(match => best.Text[match]));
        Assert.Null(MatchedLine.Best(wording, ["anchor"]));
    }
}
