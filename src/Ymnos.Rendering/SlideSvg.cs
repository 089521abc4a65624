using System.Globalization;
using System.Net;
using System.Text;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering;

/// <summary>
/// Draws a slide as SVG. Only presentation attributes are written, no style and no script, so that the picture can
/// stand in a page under a strict Content-Security-Policy. Fonts are called by the names they were measured under.
/// </summary>
public sealed class SlideSvg
{
    private readonly StringBuilder _svg = new();
    private readonly Slide _slide;
    private readonly string _id;
    private readonly Func<Guid, PictureShape?> _pictures;

    private SlideSvg(Slide slide, string id, Func<Guid, PictureShape?> pictures) => (_slide, _id, _pictures) = (slide, WebUtility.HtmlEncode(id), pictures);

    /// <param name="slide">What to draw.</param>
    /// <param name="id">Unique within the page for what looks different; definitions are named after it.</param>
    /// <param name="pictures">Address and shape of a picture; nothing when it is gone.</param>
    /// <param name="label">What a screen reader says for the picture; empty hides it as decoration.</param>
    public static string Draw(Slide slide, string id, Func<Guid, PictureShape?> pictures, string label = "")
    {
        var drawing = new SlideSvg(slide, id, pictures);
        drawing.Draw(label);
        return drawing._svg.ToString();
    }

    private void Draw(string label)
    {
        var width = Number(_slide.Width);
        _svg.Append(CultureInfo.InvariantCulture, $"<svg xmlns=\"http://www.w3.org/2000/svg\" class=\"slide\" viewBox=\"0 0 {width} 1080\" preserveAspectRatio=\"xMidYMid meet\" ");
        _svg.Append(label.Length > 0 ? $"role=\"img\" aria-label=\"{Escape(label)}\">" : "aria-hidden=\"true\">");
        _svg.Append("<g class=\"slide-picture\">");
        Backdrop(_slide.Ground.Backdrop);
        _svg.Append("</g><g class=\"slide-words\">");
        foreach (var layer in _slide.Ground.Layers)
            Layer(layer);
        foreach (var (place, plate) in _slide.Plates)
            Rectangle(place, plate.Colour, plate.Opacity, plate.Radius);
        foreach (var row in _slide.Rows)
            Row(row);
        _svg.Append("</g></svg>");
    }

    private void Backdrop(Backdrop backdrop)
    {
        var width = Number(_slide.Width);
        switch (backdrop.Kind)
        {
            case BackdropKind.Clear:
                return;
            case BackdropKind.Gradient:
                var ((x1, y1), (x2, y2)) = GradientLine.Of(backdrop.Angle, _slide.Width);
                _svg.Append(CultureInfo.InvariantCulture, $"<defs><linearGradient id=\"g{_id}\" gradientUnits=\"userSpaceOnUse\" x1=\"{x1:0.##}\" y1=\"{y1:0.##}\" x2=\"{x2:0.##}\" y2=\"{y2:0.##}\"><stop offset=\"0\" stop-color=\"{backdrop.First}\"/><stop offset=\"1\" stop-color=\"{backdrop.Last}\"/></linearGradient></defs>");
                _svg.Append(CultureInfo.InvariantCulture, $"<rect width=\"{width}\" height=\"1080\" fill=\"url(#g{_id})\"/>");
                break;
            default:
                _svg.Append(CultureInfo.InvariantCulture, $"<rect width=\"{width}\" height=\"1080\" fill=\"{backdrop.First}\"/>");
                if (backdrop.Kind != BackdropKind.Colour && backdrop.Picture is { } id && _pictures(id) is { } picture)
                    Picture(backdrop, picture);
                break;
        }
        if (backdrop.Veil.Opacity > 0)
            _svg.Append(CultureInfo.InvariantCulture, $"<rect width=\"{width}\" height=\"1080\" fill=\"{backdrop.Veil.Colour}\" fill-opacity=\"{Number(backdrop.Veil.Opacity)}\"/>");
    }

    private void Picture(Backdrop backdrop, PictureShape picture)
    {
        var filtered = backdrop.Brightness != 1 || backdrop.Contrast != 1 || backdrop.Blur > 0;
        if (filtered)
        {
            var (b, c) = (Number(backdrop.Brightness), Number(backdrop.Contrast));
            var intercept = Number(0.5 - (0.5 * backdrop.Contrast));
            var reach = PicturePlace.ReachOf(backdrop.Blur);
            _svg.Append(CultureInfo.InvariantCulture, $"<defs><filter id=\"f{_id}\" filterUnits=\"userSpaceOnUse\" x=\"{Number(-reach)}\" y=\"{Number(-reach)}\" width=\"{Number(_slide.Width + (2 * reach))}\" height=\"{Number(1080 + (2 * reach))}\" color-interpolation-filters=\"sRGB\">");
            if (backdrop.Blur > 0)
                _svg.Append(CultureInfo.InvariantCulture, $"<feGaussianBlur stdDeviation=\"{Number(backdrop.Blur)}\"/>");
            foreach (var (slope, at) in ((string, string)[])[(b, "0"), (c, intercept)])
                _svg.Append(CultureInfo.InvariantCulture, $"<feComponentTransfer><feFuncR type=\"linear\" slope=\"{slope}\" intercept=\"{at}\"/><feFuncG type=\"linear\" slope=\"{slope}\" intercept=\"{at}\"/><feFuncB type=\"linear\" slope=\"{slope}\" intercept=\"{at}\"/></feComponentTransfer>");
            _svg.Append("</filter></defs>");
        }
        var place = PicturePlace.Of(backdrop, picture, _slide.Width);
        var filter = filtered ? $" filter=\"url(#f{_id})\"" : "";
        if (backdrop.Kind == BackdropKind.Film)
        {
            // A film is HTML inside the picture; it has no sound and no controls, and begins by itself.
            _svg.Append(CultureInfo.InvariantCulture, $"<g{filter}><foreignObject x=\"{Number(place.X)}\" y=\"{Number(place.Y)}\" width=\"{Number(place.Width)}\" height=\"{Number(place.Height)}\"><video xmlns=\"http://www.w3.org/1999/xhtml\" class=\"slide-film\" src=\"{Escape(picture.Address)}\" poster=\"{Escape(picture.Poster)}\" muted=\"\" loop=\"\" autoplay=\"\" playsinline=\"\" disablepictureinpicture=\"\"></video></foreignObject></g>");
            return;
        }
        _svg.Append(CultureInfo.InvariantCulture, $"<g{filter}><image href=\"{Escape(picture.Address)}\" x=\"{Number(place.X)}\" y=\"{Number(place.Y)}\" width=\"{Number(place.Width)}\" height=\"{Number(place.Height)}\" preserveAspectRatio=\"none\"/></g>");
    }

    private void Layer(SlideLayer layer)
    {
        switch (layer)
        {
            case RectangleLayer rectangle:
                Rectangle(rectangle.Place, rectangle.Colour, rectangle.Opacity, rectangle.Radius);
                break;
            case PictureLayer { Picture: var id, Place: var place } when _pictures(id) is { } picture:
                _svg.Append(CultureInfo.InvariantCulture, $"<image href=\"{Escape(picture.Poster)}\" x=\"{Number(place.X)}\" y=\"{Number(place.Y)}\" width=\"{Number(place.Width)}\" height=\"{Number(place.Height)}\" opacity=\"{Number(layer.Opacity)}\"/>");
                break;
        }
    }

    private void Rectangle(Frame place, Colour colour, double opacity, double radius) =>
        _svg.Append(CultureInfo.InvariantCulture, $"<rect x=\"{Number(place.X)}\" y=\"{Number(place.Y)}\" width=\"{Number(place.Width)}\" height=\"{Number(place.Height)}\" rx=\"{Number(Math.Min(radius, Math.Min(place.Width, place.Height) / 2))}\" fill=\"{colour}\" fill-opacity=\"{Number(opacity)}\"/>");

    private void Row(TextRow row)
    {
        var (ink, size) = (row.Ink, row.Size);
        if (ink.Shadow is { Opacity: > 0 } shadow)
        {
            var blur = shadow.Blur * size;
            if (blur > 0)
            {
                // Named by what it does: rows of one size share it.
                var filter = $"s{_id}-{Number(blur).Replace('.', '_')}";
                _svg.Append(CultureInfo.InvariantCulture, $"<filter id=\"{filter}\" filterUnits=\"userSpaceOnUse\" x=\"0\" y=\"0\" width=\"{Number(_slide.Width)}\" height=\"1080\"><feGaussianBlur stdDeviation=\"{Number(blur)}\"/></filter>");
                _svg.Append(CultureInfo.InvariantCulture, $"<g filter=\"url(#{filter})\">");
            }
            Text(row, $" fill=\"{shadow.Colour}\" fill-opacity=\"{Number(shadow.Opacity)}\" aria-hidden=\"true\"", shadow.Right * size, shadow.Down * size, false);
            if (blur > 0)
                _svg.Append("</g>");
        }
        var outline = ink.Outline is { Width: > 0 } line
            ? $" stroke=\"{line.Colour}\" stroke-width=\"{Number(line.Width * size)}\" stroke-linejoin=\"round\" paint-order=\"stroke\""
            : "";
        Text(row, $" fill=\"{ink.Colour}\"{outline}", 0, 0, true);
    }

    private void Text(TextRow row, string paint, double right, double down, bool isItself)
    {
        _svg.Append(CultureInfo.InvariantCulture, $"<text y=\"{Number(row.Baseline + down)}\" font-size=\"{Number(row.Size)}\" text-rendering=\"geometricPrecision\" xml:space=\"preserve\"{paint}");
        if (row.Language.Length > 0)
            _svg.Append(CultureInfo.InvariantCulture, $" lang=\"{Escape(row.Language)}\"");
        if (isItself)
            _svg.Append(CultureInfo.InvariantCulture, $" data-place=\"{row.Place}\" data-left=\"{Number(row.Left)}\" data-width=\"{Number(row.Width)}\"");
        _svg.Append('>');
        foreach (var run in row.Runs)
        {
            // Each stretch is put where it was measured; text from right to left is hung up by its right end.
            var left = row.Left + run.Left + right;
            // What a clock shows is not known yet: it is hung up by the end that its frame holds it by.
            var byEnd = run.RightToLeft || (row.Place == RowPlace.Clock && row.Right > _slide.Width / 2);
            _svg.Append(CultureInfo.InvariantCulture, $"<tspan x=\"{Number(byEnd ? left + run.Width : left)}\" font-family=\"{run.Face}\"");
            if (byEnd && !run.RightToLeft)
                _svg.Append(" text-anchor=\"end\"");
            if (run.RightToLeft)
                _svg.Append(" direction=\"rtl\" unicode-bidi=\"embed\"");
            _svg.Append('>').Append(Escape(run.Text)).Append("</tspan>");
        }
        _svg.Append("</text>");
    }

    private static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Escape(string text) => WebUtility.HtmlEncode(text);
}
