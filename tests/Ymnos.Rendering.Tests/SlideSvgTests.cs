using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using CsCheck;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering.Tests;

public sealed class SlideSvgTests
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private static readonly string[] Known = ["svg", "defs", "linearGradient", "stop", "rect", "g", "text", "tspan", "filter", "feGaussianBlur", "feComponentTransfer", "feFuncR", "feFuncG", "feFuncB", "image"];

    private static XElement Draw(Slide slide, string label = "")
    {
        using var reader = XmlReader.Create(new StringReader(SlideSvg.Draw(slide, "1", id => new($"/pictures/{id:N}", $"/pictures/{id:N}", 1600, 900), label)), new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, CheckCharacters = false });
        return XElement.Load(reader);
    }

    private static double Number(XElement element, string name) => double.Parse((string)element.Attribute(name)!, CultureInfo.InvariantCulture);

    [Fact]
    public void Each_row_is_painted_where_it_was_laid_out()
    {
        var slide = House.Slide(StyleLook.House, "en");
        var row = slide.Words.First();
        var text = Draw(slide).Descendants(Svg + "text").First(text => text.Value == row.Text);
        var run = Assert.Single(text.Elements(Svg + "tspan"));

        Assert.Equal((row.Left, row.Baseline, row.Size), (Number(run, "x"), Number(text, "y"), Number(text, "font-size")));
        Assert.Equal(("slide-sans-600", "#ffffff", "en"), ((string)run.Attribute("font-family")!, (string)text.Attribute("fill")!, (string)text.Attribute("lang")!));
        Assert.Null(run.Attribute("direction"));
    }

    [Fact]
    public void Text_from_right_to_left_is_hung_up_by_its_right_end_and_figures_in_it_by_their_left()
    {
        var row = House.Slide(StyleLook.House, "fa").Words.First();
        var runs = Draw(House.Slide(StyleLook.House, "fa")).Descendants(Svg + "text").First().Elements(Svg + "tspan").ToList();

        Assert.Equal(row.Runs.Length, runs.Count);
        foreach (var (run, drawn) in row.Runs.Zip(runs))
        {
            Assert.Equal(run.RightToLeft ? "rtl" : null, (string?)drawn.Attribute("direction"));
            Assert.Equal(row.Left + run.Left + (run.RightToLeft ? run.Width : 0), Number(drawn, "x"), 0.011);
        }
        Assert.Contains(runs, run => run.Value.Contains("107", StringComparison.Ordinal) && run.Attribute("direction") is null);
    }

    [Fact]
    public void Whatever_is_sung_the_picture_is_well_formed_and_nothing_in_it_can_run() =>
        Gen.String.Where(text => text.All(XmlConvert.IsXmlChar)).Sample(text =>
        {
            var row = House.Slide(StyleLook.House, "en").Rows[0];
            var evil = text + "<script>alert(1)</script>\"'&";
            var svg = Draw(new Slide(1920, new(StyleLook.House.Full.Backdrop, []), [], [row with { Text = evil, Runs = [row.Runs[0] with { Text = evil }] }]), evil);
            Assert.All(svg.DescendantsAndSelf(), element =>
            {
                Assert.Contains(element.Name.LocalName, Known);
                Assert.DoesNotContain(element.Attributes(), attribute => attribute.Name.LocalName is "style" || attribute.Name.LocalName.StartsWith("on", StringComparison.Ordinal));
            });
        }, iter: 2_000);

    [Fact]
    public void A_picture_behind_the_words_is_cropped_about_its_point_of_interest_and_filtered()
    {
        var look = StyleLook.House with
        {
            Full = StyleLook.House.Full with { Backdrop = new() { Kind = BackdropKind.Picture, Picture = Guid.NewGuid(), Brightness = 0.8, Blur = 6, FocusX = 0.9, Veil = new(Colour.Black, 0.25) } },
        };
        var svg = Draw(House.Slide(look, "en"));
        var image = Assert.Single(svg.Descendants(Svg + "image"));
        Assert.True(Number(image, "x") <= 0 && Number(image, "x") + Number(image, "width") >= 1920 && Number(image, "y") <= 0 && Number(image, "y") + Number(image, "height") >= 1080);
        Assert.Equal(16.0 / 9, Number(image, "width") / Number(image, "height"), 0.001);
        Assert.Equal(6, Number(Assert.Single(svg.Descendants(Svg + "feGaussianBlur")), "stdDeviation"));
        Assert.Contains(svg.Descendants(Svg + "rect"), rectangle => (string?)rectangle.Attribute("fill-opacity") == "0.25");
    }

    [Fact]
    public void A_slide_with_a_label_is_a_picture_to_a_screen_reader_and_one_without_is_hidden()
    {
        var blank = new Slide(1920, new(StyleLook.House.Full.Backdrop, []), [], []);
        Assert.Equal("Slide 1: Lift", (string)Draw(blank, "Slide 1: Lift").Attribute("aria-label")!);
        Assert.Equal("true", (string)Draw(blank).Attribute("aria-hidden")!);
    }
}
