using CsCheck;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;
using Ymnos.Core.Tests.Typesetting;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Screens;

public sealed class ScreenTests
{
    private static readonly ScreenDraft Wall = new() { Name = " Main  wall ", Purpose = ScreenPurpose.Main, PixelsWide = 1920, PixelsHigh = 1200, SafeMargin = 4, Languages = ["en", "fr", "en", ""] };

    [Fact]
    public void A_screen_takes_over_what_was_typed_with_each_language_once()
    {
        var screen = new Screen { Name = "new", Purpose = ScreenPurpose.Main };
        Assert.True(screen.Revise(Wall).Succeeded(out _));
        Assert.Equal(("Main wall", 1200, 4.0), (screen.Name, screen.PixelsHigh, screen.SafeMargin));
        Assert.Equal(["en", "fr"], screen.Languages);
        Assert.Equal(1728, screen.SlideWidth);
    }

    public static TheoryData<ScreenDraft, string> Wrong => new()
    {
        { Wall with { Name = "  " }, nameof(ScreenDraft.Name) },
        { Wall with { Name = new string('w', Screen.LongestName + 1) }, nameof(ScreenDraft.Name) },
        { Wall with { PixelsWide = 100 }, nameof(ScreenDraft.PixelsWide) },
        { Wall with { PixelsWide = 8000, PixelsHigh = 200 }, nameof(ScreenDraft.PixelsWide) },
        { Wall with { PixelsWide = 300, PixelsHigh = 1080 }, nameof(ScreenDraft.PixelsWide) },
        { Wall with { SafeMargin = 21 }, nameof(ScreenDraft.SafeMargin) },
        { Wall with { SafeMargin = double.NaN }, nameof(ScreenDraft.SafeMargin) },
        { Wall with { Languages = ["en", "fr", "fa", "he", "zh"] }, nameof(ScreenDraft.Languages) },
        { Wall with { Languages = ["not a tag"] }, nameof(ScreenDraft.Languages) },
        { Wall with { Purpose = (ScreenPurpose)77 }, nameof(ScreenDraft.Purpose) },
        { Wall with { Carries = (ScreenCarries)4096 }, nameof(ScreenDraft.Purpose) },
    };

    [Theory]
    [MemberData(nameof(Wrong), DisableDiscoveryEnumeration = true)]
    public void What_no_screen_can_be_is_said_at_its_field_and_nothing_changes(ScreenDraft draft, string field)
    {
        var screen = new Screen { Name = "as it was", Purpose = ScreenPurpose.Main };
        var outcome = screen.Revise(draft);
        Assert.False(outcome.Succeeded(out _));
        Assert.Equal(field, Assert.Single(outcome.Problems).Field);
        Assert.Equal(("as it was", 1080), (screen.Name, screen.PixelsHigh));
    }

    [Fact]
    public void On_every_screen_frames_keep_the_safe_margin_their_order_and_their_share() =>
        Gen.Select(Generated.Look, Generated.Screens).Sample((look, screens) =>
        {
            var screen = screens[0];
            var face = new ScreenFace(look[screen.Face], screen, Fonts.Case);
            var (aside, above) = (screen.SafeMargin / 100 * screen.SlideWidth, screen.SafeMargin / 100 * Frame.SlideHeight);
            foreach (var (_, frame) in look[screen.Face].Frames)
            {
                var on = face.On(frame.Place);
                Assert.InRange(on.X, aside - 0.01, screen.SlideWidth);
                Assert.InRange(on.Right, on.X, screen.SlideWidth - aside + 0.01);
                Assert.InRange(on.Y, above - 0.01, Frame.SlideHeight);
                Assert.InRange(on.Bottom, on.Y, Frame.SlideHeight - above + 0.01);
                // The share of the safe area is the share of the style's slide.
                Assert.Equal(frame.Place.Width / Frame.SlideWidth, on.Width / (screen.SlideWidth - (2 * aside)), 1e-6);
                Assert.Equal(frame.Place.Height / Frame.SlideHeight, on.Height / (Frame.SlideHeight - (2 * above)), 1e-6);
                var inner = face.Inner(frame);
                Assert.True(inner.Width > 0 && inner.Height > 0);
                Assert.True(inner.X >= on.X - 0.01 && inner.Right <= on.Right + 0.01 && inner.Y >= on.Y - 0.01 && inner.Bottom <= on.Bottom + 0.01);
            }
        }, iter: 1_000);

    [Fact]
    public void A_screen_that_carries_no_pictures_keeps_the_colour_behind_them()
    {
        var dusk = new Colour(0x10, 0x2a, 0x40);
        var style = StyleLook.House.Full with
        {
            Backdrop = new() { Kind = BackdropKind.Picture, Picture = Guid.NewGuid(), First = dusk },
            Layers = [new PictureLayer(new(0, 0, 100, 100), 1, Guid.NewGuid()), new RectangleLayer(new(0, 0, 100, 100), 1, Colour.Black, 0)],
        };
        Ground On(ScreenCarries carries) => new ScreenFace(style, new() { Name = "lobby", Purpose = ScreenPurpose.Lobby, Carries = carries }, Fonts.Case).Ground;

        Assert.Equal(2, On(ScreenCarries.All).Layers.Length);
        var plain = On(ScreenCarries.All & ~ScreenCarries.Pictures);
        Assert.Equal((BackdropKind.Colour, dusk), (plain.Backdrop.Kind, plain.Backdrop.First));
        Assert.IsType<RectangleLayer>(Assert.Single(plain.Layers));
    }
}
