using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Html;
using Ymnos.Core.Songs;

namespace Ymnos.Web.Pages;

/// <summary>A line with the words that matched in <c>mark</c> elements, and no white space between them that the line has not.</summary>
internal sealed class Marked(MatchedLine line) : IHtmlContent
{
    public void WriteTo(TextWriter writer, HtmlEncoder encoder)
    {
        var at = 0;
        foreach (var range in line.Matches)
        {
            encoder.Encode(writer, line.Text, at, range.Start.Value - at);
            writer.Write("<mark>");
            encoder.Encode(writer, line.Text, range.Start.Value, range.End.Value - range.Start.Value);
            writer.Write("</mark>");
            at = range.End.Value;
        }
        encoder.Encode(writer, line.Text, at, line.Text.Length - at);
    }
}
