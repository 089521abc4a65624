using Ymnos.Core.Styles;

namespace Ymnos.Web.Demo;

/// <summary>The demo's styles: for dark rooms and light ones, for the stream, for two languages.</summary>
public static class DemoStyles
{
    public static StyleLook HarbourDusk => StyleLook.House;

    /// <summary>Dark ink on cream, in a book's letters: for rooms full of daylight.</summary>
    public static StyleLook MorningPaper(Guid headlands)
    {
        var ink = new Colour(0x2b, 0x21, 0x1a);
        var words = new TypeSetting { Family = "book", Weight = 500, Size = 108, SmallestSize = 64, LineSpacing = 1.28, Colour = ink };
        var small = new TypeSetting { Family = "book", Weight = 500, Italic = true, Size = 32, SmallestSize = 24, Colour = new(0x55, 0x45, 0x38) };
        var house = StyleLook.House;
        return house with
        {
            Full = house.Full with
            {
                Backdrop = new() { Kind = BackdropKind.Picture, Picture = headlands, First = new(0xf5, 0xef, 0xe2), Brightness = 1.06, Contrast = 0.7, Blur = 10, FocusY = 0.4, Veil = new(new(0xf8, 0xf2, 0xe6), 0.66) },
                Words = house.Full.Words with { Type = words },
                MoreWords = [.. house.Full.MoreWords.Select(type => type with { Family = "book", Weight = 500, Italic = true, Colour = new(0x7a, 0x2e, 0x1c) })],
                Reference = house.Full.Reference with { Type = small with { Size = 38, SmallestSize = 28 } },
                Credit = house.Full.Credit with { Type = small },
                Layers = [new RectangleLayer(new(900, 926, 120, 3), 0.8, new(0xa8, 0x3a, 0x22), 1)],
            },
            LowerThird = house.LowerThird with
            {
                Words = house.LowerThird.Words with { Plate = new(new(0xf7, 0xf0, 0xe2), 0.94, 6), Type = words with { Size = 60, SmallestSize = 38 } },
                MoreWords = [.. house.LowerThird.MoreWords.Select(type => type with { Family = "book", Weight = 500, Italic = true, Colour = new(0x7a, 0x2e, 0x1c) })],
            },
        };
    }

    /// <summary>White letters with a soft shadow over the lighthouse at night.</summary>
    public static StyleLook Lighthouse(Guid lighthouse)
    {
        var house = StyleLook.House;
        var shadow = new LetterShadow(0, 0.035, 0.09, Colour.Black, 0.85);
        var words = new TypeSetting { Family = "serif", Weight = 600, Size = 100, SmallestSize = 60, LineSpacing = 1.34, Shadow = shadow };
        return house with
        {
            Full = house.Full with
            {
                Backdrop = new() { Kind = BackdropKind.Picture, Picture = lighthouse, First = new(0x0a, 0x14, 0x24), FocusX = 0.6, Veil = new(Colour.Black, 0.4) },
                Words = house.Full.Words with { Across = Across.Start, Place = new(150, 96, 1500, 800), Type = words },
                MoreWords = [.. house.Full.MoreWords.Select(type => type with { Family = "serif", Shadow = shadow })],
                Credit = house.Full.Credit with { Across = Across.Start, Place = new(150, 952, 1500, 74), Type = house.Full.Credit.Type with { Shadow = shadow } },
                Reference = house.Full.Reference with { Across = Across.Start, Place = new(150, 900, 1500, 48) },
            },
        };
    }

    /// <summary>Two languages in columns over a dark swell, a plate behind each slide's words.</summary>
    public static StyleLook TwoTongues(Guid swell)
    {
        var house = StyleLook.House;
        return house with
        {
            Full = house.Full with
            {
                Backdrop = new() { Kind = BackdropKind.Picture, Picture = swell, First = new(0x06, 0x20, 0x28), Blur = 3, Veil = new(Colour.Black, 0.3) },
                Words = house.Full.Words with { Place = new(96, 90, 1728, 820), Padding = 34, Plate = new(new(0x03, 0x14, 0x1a), 0.62, 18), Across = Across.Start, Type = house.Full.Words.Type with { Size = 84, SmallestSize = 48, LineSpacing = 1.34 } },
                MoreWords = [.. house.Full.MoreWords.Select(type => type with { Size = 80, SmallestSize = 46, Weight = 400 })],
                Languages = LanguageOrder.SideBySide,
                MostRows = 6,
            },
            LowerThird = house.LowerThird with { Languages = LanguageOrder.BlockByBlock },
        };
    }

    /// <summary>Capitals on a bar of colour at the foot of the cameras' picture.</summary>
    public static StyleLook Signal()
    {
        var house = StyleLook.House;
        var words = new TypeSetting { Family = "narrow", Weight = 700, Size = 66, SmallestSize = 40, LineSpacing = 1.24, Capitals = true };
        return house with
        {
            Full = house.Full with
            {
                Backdrop = new() { Kind = BackdropKind.Colour, First = Colour.Black },
                Words = house.Full.Words with { Type = words with { Size = 120, SmallestSize = 68 } },
                MoreWords = [.. house.Full.MoreWords.Select(type => type with { Family = "narrow", Weight = 400 })],
            },
            LowerThird = house.LowerThird with
            {
                Words = house.LowerThird.Words with { Place = new(120, 768, 1680, 216), Across = Across.Start, Down = Down.Bottom, Padding = 22, Plate = new(new(0x7d, 0x22, 0x14), 0.96, 0), Type = words },
                MoreWords = [.. house.LowerThird.MoreWords.Select(type => type with { Family = "narrow", Weight = 400, Colour = new(0xff, 0xe3, 0xb0) })],
                Credit = house.LowerThird.Credit with { Across = Across.Start, Place = new(120, 992, 1680, 36) },
            },
        };
    }
}
