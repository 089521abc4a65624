using System.Collections.Immutable;
using System.Globalization;
using System.Net;
using System.Text;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering;

/// <summary>
/// Draws a slide as SVG. Only presentation attributes are written, no style and no script, so that the picture can
/// stand in a page under a strict Content-Security-Policy. Fonts are called by the names they were measured under.
/// </summary>
public static class SlideSvg
{
    /// <param name="slide">What to draw.</param>
    /// <param name="gradientId">Unique within the page; the background refers to it.</param>
    /// <param name="label">What a screen reader says for the picture; empty hides it as decoration.</param>
    public static string Draw(Slide slide, string gradientId, string label = "")
    {
        var svg = new StringBuilder();
        var id = WebUtility.HtmlEncode(gradientId);
        svg.Append("<svg xmlns=\"http://www.w3.org/2000/svg\" class=\"slide\" viewBox=\"0 0 1920 1080\" preserveAspectRatio=\"xMidYMid meet\" ");
        svg.Append(label.Length > 0 ? $"role=\"img\" aria-label=\"{Escape(label)}\">" : "aria-hidden=\"true\">");
        svg.Append(CultureInfo.InvariantCulture, $"<defs><linearGradient id=\"{id}\" x1=\"0\" y1=\"0\" x2=\"0\" y2=\"1\"><stop offset=\"0\" stop-color=\"{slide.Background.Top}\"/><stop offset=\"1\" stop-color=\"{slide.Background.Bottom}\"/></linearGradient></defs>");
        svg.Append(CultureInfo.InvariantCulture, $"<rect class=\"slide-picture\" width=\"1920\" height=\"1080\" fill=\"url(#{id})\"/><g class=\"slide-words\">");
        Rows(svg, slide.Words);
        Rows(svg, slide.Credit);
        return svg.Append("</g></svg>").ToString();
    }

    private static void Rows(StringBuilder svg, ImmutableArray<TextRow> rows)
    {
        foreach (var row in rows)
        {
            svg.Append(CultureInfo.InvariantCulture, $"<text x=\"{row.CentreX:0.##}\" y=\"{row.Baseline:0.##}\" font-family=\"{Escape(row.Face)}\" font-size=\"{row.Size:0.##}\" fill=\"{row.Colour}\" text-anchor=\"middle\" text-rendering=\"geometricPrecision\" data-width=\"{row.Width:0.##}\"");
            if (row.RightToLeft)
                svg.Append(" direction=\"rtl\"");
            svg.Append('>').Append(Escape(row.Text)).Append("</text>");
        }
    }

    private static string Escape(string text) => WebUtility.HtmlEncode(text);
}
