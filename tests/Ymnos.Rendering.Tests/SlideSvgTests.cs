using System.Xml;
using System.Xml.Linq;
using CsCheck;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering.Tests;

public sealed class SlideSvgTests
{
    private static readonly Background Dusk = new(new(0x10, 0x2a, 0x40), new(0x2b, 0x56, 0x66));
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private static TextRow Row(string text, bool rightToLeft = false) => new(text, "slide-sans-600", 104, 960, 540, 800, new(255, 255, 255), rightToLeft);

    private static XElement Draw(Slide slide, string label = "")
    {
        using var reader = XmlReader.Create(new StringReader(SlideSvg.Draw(slide, "g1", label)), new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, CheckCharacters = false });
        return XElement.Load(reader);
    }

    [Fact]
    public void Each_row_is_painted_where_it_was_laid_out()
    {
        var text = Assert.Single(Draw(new Slide(Dusk, [Row("Lift the lantern")], [])).Descendants(Svg + "text"));

        Assert.Equal(("960", "540", "104", "slide-sans-600", "#ffffff", "middle"),
            ((string)text.Attribute("x")!, (string)text.Attribute("y")!, (string)text.Attribute("font-size")!, (string)text.Attribute("font-family")!, (string)text.Attribute("fill")!, (string)text.Attribute("text-anchor")!));
        Assert.Equal("Lift the lantern", text.Value);
        Assert.Null(text.Attribute("direction"));
    }

    [Fact]
    public void A_row_from_right_to_left_says_so() =>
        Assert.Equal("rtl", (string)Draw(new Slide(Dusk, [Row("نور", true)], [])).Descendants(Svg + "text").Single().Attribute("direction")!);

    [Fact]
    public void Whatever_is_sung_the_picture_is_well_formed_and_nothing_in_it_can_run() =>
        Gen.String.Where(text => text.All(XmlConvert.IsXmlChar)).Sample(text =>
        {
            var svg = Draw(new Slide(Dusk, [Row(text + "<script>alert(1)</script>\"'&")], [Row(text)]), text + "\"><script>");
            Assert.All(svg.DescendantsAndSelf(), element =>
            {
                Assert.Contains(element.Name.LocalName, (string[])["svg", "defs", "linearGradient", "stop", "rect", "g", "text"]);
                Assert.DoesNotContain(element.Attributes(), attribute => attribute.Name.LocalName is "style" || attribute.Name.LocalName.StartsWith("on", StringComparison.Ordinal));
            });
        }, iter: 3_000);

    [Fact]
    public void A_slide_with_a_label_is_a_picture_to_a_screen_reader_and_one_without_is_hidden()
    {
        Assert.Equal("Slide 1: Lift", (string)Draw(new Slide(Dusk, [], []), "Slide 1: Lift").Attribute("aria-label")!);
        Assert.Equal("true", (string)Draw(new Slide(Dusk, [], [])).Attribute("aria-hidden")!);
    }
}
