using A = DocumentFormat.OpenXml.Drawing;

namespace Ymnos.Rendering;

/// <summary>The theme that a presentation has to have. No slide of ours uses it.</summary>
internal static class OfficeTheme
{
    public static A.Theme New() => new(
        new A.ThemeElements(
            new A.ColorScheme(
                new A.Dark1Color(Hex("000000")), new A.Light1Color(Hex("FFFFFF")), new A.Dark2Color(Hex("102A40")), new A.Light2Color(Hex("F5EFE2")),
                new A.Accent1Color(Hex("2B5666")), new A.Accent2Color(Hex("7A8F4A")), new A.Accent3Color(Hex("B4552D")), new A.Accent4Color(Hex("D7A43B")),
                new A.Accent5Color(Hex("5B6B8C")), new A.Accent6Color(Hex("8C5B7A")), new A.Hyperlink(Hex("2B5666")), new A.FollowedHyperlinkColor(Hex("5B6B8C")))
            { Name = "Ymnos" },
            new A.FontScheme(
                new A.MajorFont(new A.LatinFont { Typeface = "Source Sans 3" }, new A.EastAsianFont { Typeface = "" }, new A.ComplexScriptFont { Typeface = "" }),
                new A.MinorFont(new A.LatinFont { Typeface = "Source Sans 3" }, new A.EastAsianFont { Typeface = "" }, new A.ComplexScriptFont { Typeface = "" }))
            { Name = "Ymnos" },
            new A.FormatScheme(
                new A.FillStyleList(Plain(), Plain(), Plain()),
                new A.LineStyleList(Rule(), Rule(), Rule()),
                new A.EffectStyleList(NoEffect(), NoEffect(), NoEffect()),
                new A.BackgroundFillStyleList(Plain(), Plain(), Plain()))
            { Name = "Ymnos" }))
    { Name = "Ymnos" };

    private static A.RgbColorModelHex Hex(string value) => new() { Val = value };

    private static A.SolidFill Plain() => new(new A.SchemeColor { Val = A.SchemeColorValues.PhColor });

    private static A.Outline Rule() => new(Plain()) { Width = 6350 };

    private static A.EffectStyle NoEffect() => new(new A.EffectList());
}
