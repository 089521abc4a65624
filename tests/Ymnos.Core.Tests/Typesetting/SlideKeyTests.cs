using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

/// <summary>A slide is named by what is on it: a screen is left alone when its slide keeps its name.</summary>
public sealed class SlideKeyTests
{
    private static readonly TextRow Row = new(RowPlace.Words, "Lift the lantern", "en", 84, 160, 500, 640, false,
        [new TextRun("Lift the ", "slide-sans-600", 0, 340, false), new TextRun("lantern", "slide-sans-600", 340, 300, false)],
        new Ink(Colour.White, new(0.04, Colour.Black), new(0, 0.04, 0.08, Colour.Black, 0.8)));

    private static readonly Slide Begin = new(1920, new(new() { Kind = BackdropKind.Gradient, First = Colour.Black, Last = Colour.White, Angle = 30 },
        [new RectangleLayer(new(1, 2, 30, 40), 0.5, Colour.Black, 7), new PictureLayer(new(5, 6, 70, 80), 1, new("5c4ee000-0000-7000-8000-000000000009"))]),
        [new PlacedPlate(new(150, 400, 700, 200), new(Colour.Black, 0.5, 12))], [Row]);

    private static Slide With(Func<TextRow, TextRow> change) => Begin with { Rows = [change(Row)] };

    private static Slide Behind(Func<Backdrop, Backdrop> change) => Begin with { Ground = Begin.Ground with { Backdrop = change(Begin.Ground.Backdrop) } };

    public static TheoryData<Slide> Others =>
    [
        Begin with { Width = 1440 },
        Begin with { Rows = [Row, Row] },
        Begin with { Rows = [] },
        Begin with { Plates = [] },
        Begin with { Plates = [Begin.Plates[0] with { Place = Begin.Plates[0].Place with { Height = 201 } }] },
        Begin with { Plates = [Begin.Plates[0] with { Plate = new(Colour.Black, 0.5, 13) }] },
        Begin with { Ground = Begin.Ground with { Layers = [.. Begin.Ground.Layers.Reverse()] } },
        Begin with { Ground = Begin.Ground with { Layers = [Begin.Ground.Layers[0]] } },
        Behind(backdrop => backdrop with { Angle = 31 }),
        Behind(backdrop => backdrop with { Last = Colour.Black }),
        Behind(backdrop => backdrop with { Blur = 1 }),
        Behind(backdrop => backdrop with { Picture = Guid.NewGuid() }),
        Behind(backdrop => backdrop with { Veil = new(Colour.Black, 0.1) }),
        With(row => row with { Text = "Lift the lanterns" }),
        With(row => row with { Language = "fr" }),
        With(row => row with { Place = RowPlace.SecondWords }),
        With(row => row with { Size = 84.5 }),
        With(row => row with { Left = 160.01 }),
        With(row => row with { Baseline = 501 }),
        With(row => row with { Ink = row.Ink with { Colour = Colour.Black } }),
        With(row => row with { Ink = row.Ink with { Outline = null } }),
        With(row => row with { Ink = row.Ink with { Shadow = row.Ink.Shadow! with { Blur = 0.09 } } }),
        With(row => row with { Runs = [row.Runs[0], row.Runs[1] with { Face = "slide-sans-700" }] }),
        With(row => row with { Runs = [row.Runs[0], row.Runs[1] with { Left = 341 }] }),
    ];

    [Theory]
    [MemberData(nameof(Others), DisableDiscoveryEnumeration = true)]
    public void Whatever_is_painted_otherwise_makes_another_name(Slide other) => Assert.NotEqual(Begin.Key, other.Key);

    [Fact]
    public void The_same_slide_made_twice_has_the_same_name() =>
        Gen.Select(Generated.Song, Generated.Look, Generated.Screens).Sample((song, look, screens) =>
        {
            ImmutableArray<Slide> Slides() => [.. ShowCompiler.CompileSong(song, song.SungOrders[0], [], screens[0], look, Fonts.Case).Steps.Select(step => step.Slides[0])];
            var (once, again) = (Slides(), Slides());
            Assert.Equal(once.Select(slide => slide.Key), again.Select(slide => slide.Key));
            // And where two slides have one name, nothing on them differs.
            foreach (var same in once.Concat(again).GroupBy(slide => slide.Key))
                Assert.All(same, slide => Assert.Equal(same.First().Rows.AsEnumerable(), slide.Rows));
        }, iter: 200);
}
