using System.Text;
using System.Xml.Linq;
using CsCheck;
using Ymnos.Formats.Svg;

namespace Ymnos.Formats.Tests;

/// <summary>SVG pictures of every kind, and what is left of them.</summary>
public sealed class SvgCleanProperties
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private static readonly string[] Drawing = ["g", "path", "rect", "circle", "defs", "linearGradient", "stop", "use", "mask", "filter", "feGaussianBlur", "symbol", "text", "tspan"];

    private static readonly string[] Active = ["script", "a", "image", "foreignObject", "animate", "set", "style", "iframe", "handler", "feImage", "video", "textPath"];

    private static readonly string[] Harmless = ["M0 0h9", "12", "url(#paint)", "opacity: .5", "scale(2)", "#102a40", "none", "0.5 0.5"];

    private static readonly string[] Harmful =
    [
        "url(http://elsewhere.test/a)", "URL( 'http://elsewhere.test/a' )", "u\\72l(//elsewhere.test)", "fill: url(#a); background: url(//elsewhere.test)",
        "image-set('//elsewhere.test/a' 1x)", "@import '//elsewhere.test'", "javascript:alert(1)", "expression(alert(1))", "/* */ alert(1)", "url(data:text/html,alert)",
    ];

    private static Gen<XAttribute[]> Attributes =>
        (from name in Gen.OneOfConst("d", "fill", "style", "mask", "id", "transform", "onclick", "onload", "ONMOUSEOVER", "href", "stroke", "begin")
         from value in Gen.Frequency((3, Gen.OneOfConst(Harmless)), (2, Gen.OneOfConst(Harmful)))
         select new XAttribute(name, value)).Array[0, 4].Select(all => all.DistinctBy(attribute => attribute.Name).ToArray());

    private static Gen<XElement> Element(int deep) =>
        from name in Gen.Frequency((3, Gen.OneOfConst(Drawing)), (2, Gen.OneOfConst(Active)))
        from attributes in Attributes
        from text in Gen.OneOfConst("", "Quayside")
        from children in deep == 0 ? Gen.Const(Array.Empty<XElement>()) : Element(deep - 1).Array[0, 3]
        select new XElement(Svg + name, attributes, text, children);

    private static readonly Gen<XElement> Picture = Element(3).Array[1, 4].Select(shapes => new XElement(Svg + "svg", new XAttribute("viewBox", "0 0 9 9"), shapes));

    [Fact]
    public void Whatever_a_picture_is_made_of_nothing_is_left_that_runs_or_calls_out() => Picture.Sample(picture =>
    {
        foreach (var element in Clean(picture).DescendantsAndSelf())
        {
            Assert.DoesNotContain(element.Name.LocalName, Active);
            if (element.Name.LocalName is not ("text" or "tspan"))
                Assert.Equal("", string.Concat(element.Nodes().OfType<XText>().Select(text => text.Value)));
            foreach (var attribute in element.Attributes())
            {
                Assert.False(attribute.Name.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase), $"{attribute}");
                Assert.DoesNotContain(attribute.Value, Harmful);
                Assert.True(attribute.Name.LocalName != "href" || attribute.Value.StartsWith('#'), $"{attribute}");
            }
        }
    }, iter: 2_000);

    [Fact]
    public void What_only_draws_stays_in_its_place() => Picture.Sample(picture =>
    {
        var kept = Clean(picture).DescendantsAndSelf().ToList();
        // A shape is kept with all round it; nothing is kept of what stands inside something active.
        var meant = picture.DescendantsAndSelf().Where(element => element.AncestorsAndSelf().All(around => !Active.Contains(around.Name.LocalName))).ToList();
        Assert.Equal(meant.Select(element => element.Name), kept.Select(element => element.Name));
        foreach (var (before, after) in meant.Zip(kept))
            Assert.Equal(
                before.Attributes().Where(attribute => Harmless.Contains(attribute.Value) && !attribute.Name.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase)
                    && (attribute.Name.LocalName != "href" || attribute.Value.StartsWith('#'))).Select(attribute => $"{attribute}"),
                after.Attributes().Where(attribute => attribute.Name.LocalName is not ("viewBox" or "xmlns")).Select(attribute => $"{attribute}"));
    }, iter: 2_000);

    [Fact]
    public void A_clean_picture_is_not_changed_by_cleaning_it_again() => Picture.Sample(picture =>
    {
        var once = Clean(picture);
        Assert.Equal($"{once}", $"{Clean(once)}");
    }, iter: 500);

    [Fact]
    public void A_file_cut_off_anywhere_is_refused_and_does_not_crash()
    {
        var whole = Encoding.UTF8.GetBytes("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><g fill='#fff'><path d='M0 0h9'/><title>Boat &amp; é</title></g></svg>");
        for (var end = 0; end < whole.Length; end++)
            Assert.False(SvgClean.Clean(whole[..end]).Succeeded(out _), $"at {end}");
        Assert.True(SvgClean.Clean(whole).Succeeded(out _));
    }

    private static XElement Clean(XElement picture)
    {
        Assert.True(SvgClean.Clean(Encoding.UTF8.GetBytes(picture.ToString())).Succeeded(out var clean));
        return XElement.Parse(Encoding.UTF8.GetString(clean).TrimStart('\uFEFF'));
    }
}
