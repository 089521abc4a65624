using System.Xml;
using System.Xml.Linq;
using Ymnos.Core;

namespace Ymnos.Formats.Svg;

/// <summary>
/// Takes an SVG picture (W3C SVG 1.1 and 2) and leaves of it what only draws: known shapes, words, paints and filters. Scripts,
/// handlers, links, embedded documents, animation, styles that load, and every reference out of the file are gone.
/// </summary>
public static class SvgClean
{
    public const int LargestFile = 2 * 1024 * 1024;
    private const int MostElements = 20_000;
    private const int DeepestElement = 60;

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";
    private static readonly XNamespace Link = "http://www.w3.org/1999/xlink";

    private static readonly HashSet<string> Elements =
    [
        "svg", "g", "defs", "symbol", "use", "title", "desc", "text", "tspan", "path", "rect", "circle", "ellipse", "line", "polyline", "polygon",
        "linearGradient", "radialGradient", "stop", "pattern", "clipPath", "mask", "marker", "filter", "feGaussianBlur", "feOffset", "feMerge",
        "feMergeNode", "feFlood", "feComposite", "feColorMatrix", "feBlend", "feComponentTransfer", "feFuncR", "feFuncG", "feFuncB", "feFuncA",
    ];

    /// <summary>Whether a file begins like XML or SVG; what it is in truth, <see cref="Clean"/> finds out.</summary>
    public static bool Looks(ReadOnlySpan<byte> file)
    {
        if (file.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
            file = file[3..];
        return file.TrimStart(" \t\r\n"u8).StartsWith("<"u8);
    }

    /// <summary>The picture without anything active.</summary>
    public static Outcome<byte[]> Clean(byte[] file)
    {
        if (file.Length > LargestFile)
            return Refused($"An SVG picture has at most {LargestFile / 1024 / 1024} MB.");
        XDocument document;
        try
        {
            using var reader = XmlReader.Create(new MemoryStream(file), new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                MaxCharactersInDocument = LargestFile,
                IgnoreComments = true,
                IgnoreProcessingInstructions = true,
            });
            document = LoadShallow(reader);
        }
        catch (XmlException broken)
        {
            return Refused(broken.Message.Contains("DTD", StringComparison.Ordinal)
                ? "This SVG picture has a document type in it, and is not read because of that. Save it again as plain SVG."
                : $"This SVG picture is broken in line {broken.LineNumber}.");
        }
        if (document.Root?.Name != Svg + "svg")
            return Refused("This is XML, but no SVG picture.");
        if (document.Descendants().Take(MostElements + 1).Count() > MostElements)
            return Refused($"This SVG picture has more than {MostElements} shapes.");
        var root = Cleaned(document.Root);
        var into = new MemoryStream();
        using (var writer = XmlWriter.Create(into, new XmlWriterSettings { OmitXmlDeclaration = true }))
            root.Save(writer);
        return into.ToArray();
    }

    /// <summary>Refuses deep nesting before a tree of it is made.</summary>
    private static XDocument LoadShallow(XmlReader reader)
    {
        var document = new XDocument();
        XContainer at = document;
        while (reader.Read())
        {
            if (reader.Depth > DeepestElement)
                throw new XmlException("Nested too deep.", null, (reader as IXmlLineInfo)?.LineNumber ?? 0, 0);
            switch (reader.NodeType)
            {
                case XmlNodeType.Element:
                    var element = new XElement(XName.Get(reader.LocalName, reader.NamespaceURI));
                    var isEmpty = reader.IsEmptyElement;
                    while (reader.MoveToNextAttribute())
                        if (reader.NamespaceURI != XNamespace.Xmlns.NamespaceName)
                            element.SetAttributeValue(XName.Get(reader.LocalName, reader.NamespaceURI), reader.Value);
                    at.Add(element);
                    if (!isEmpty)
                        at = element;
                    break;
                case XmlNodeType.EndElement:
                    at = at.Parent ?? (XContainer)document;
                    break;
                case XmlNodeType.Text or XmlNodeType.CDATA when at is XElement:
                    at.Add(new XText(reader.Value));
                    break;
            }
        }
        return document;
    }

    private static XElement Cleaned(XElement element)
    {
        var clean = new XElement(element.Name);
        foreach (var attribute in element.Attributes())
            if (IsHarmless(attribute))
                clean.SetAttributeValue(attribute.Name == Link + "href" ? "href" : attribute.Name, attribute.Value);
        foreach (var node in element.Nodes())
        {
            if (node is XElement child && child.Name.Namespace == Svg && Elements.Contains(child.Name.LocalName))
                clean.Add(Cleaned(child));
            else if (node is XText text && element.Name.LocalName is "title" or "desc" or "text" or "tspan")
                clean.Add(new XText(((XText)node).Value));
        }
        return clean;
    }

    private static bool IsHarmless(XAttribute attribute)
    {
        var (name, value) = (attribute.Name.LocalName, attribute.Value);
        if (attribute.Name == Link + "href" || attribute.Name == "href")
            return value.StartsWith('#');
        if (attribute.Name.Namespace != XNamespace.None || name.StartsWith("on", StringComparison.OrdinalIgnoreCase))
            return false;
        // What a property may call for stands in this very file; escapes could hide another address.
        for (var at = value.IndexOf("url", StringComparison.OrdinalIgnoreCase); at >= 0; at = value.IndexOf("url", at + 3, StringComparison.OrdinalIgnoreCase))
        {
            var inside = value[(at + 3)..].TrimStart().TrimStart('(').TrimStart().TrimStart('"', '\'');
            if (!inside.StartsWith('#'))
                return false;
        }
        return !value.Contains('\\') && !value.Contains('@') && !value.Contains("/*", StringComparison.Ordinal)
            && !value.Contains("image-set", StringComparison.OrdinalIgnoreCase) && !value.Contains("script:", StringComparison.OrdinalIgnoreCase)
            && !value.Contains("expression", StringComparison.OrdinalIgnoreCase);
    }

    private static List<Problem> Refused(string message) => [new("Picture", message)];
}
