using System.Collections.Immutable;
using SkiaSharp;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering;

/// <summary>A slide to print, with what stands beside it on a handout.</summary>
/// <param name="Slide">The slide.</param>
/// <param name="Heading">"Lantern over Water, verse 2".</param>
/// <param name="Notes">For whoever holds the page; may be empty.</param>
public sealed record PrintedSlide(Slide Slide, string Heading, string Notes);

/// <summary>How slides are laid on pages.</summary>
public enum PdfPages
{
    /// <summary>Each slide fills a page of its shape.</summary>
    Slides = 1,

    /// <summary>Handouts on A4 with room for notes.</summary>
    Two = 2,
    Four = 4,
    Six = 6,
}

/// <summary>Writes slides as a PDF document: fonts embedded, text that can be searched and copied.</summary>
public sealed class SlidesPdf(SlidePainter painter, TypeCase typeCase)
{
    // A4 in points (ISO 216: 210 × 297 mm).
    private const float PageWidth = 595.28f;
    private const float PageHeight = 841.89f;
    private const float Margin = 42;

    /// <param name="into">Takes the document.</param>
    /// <param name="title">Of the document.</param>
    /// <param name="slides">In order.</param>
    /// <param name="pages">How they are laid on pages.</param>
    /// <param name="pictures">Pictures, and first frames of films.</param>
    /// <param name="cancel">Stops between slides; what is written by then is no document.</param>
    public void Write(Stream into, string title, IReadOnlyList<PrintedSlide> slides, PdfPages pages, PictureFiles pictures, CancellationToken cancel)
    {
        using var stream = new SKManagedWStream(into);
        using var document = SKDocument.CreatePdf(stream, new SKDocumentPdfMetadata { Title = title, Producer = "Ymnos", RasterDpi = 144, EncodingQuality = 90 });
        if (pages == PdfPages.Slides)
        {
            foreach (var printed in slides)
            {
                cancel.ThrowIfCancellationRequested();
                // Half a point a unit: 960 × 540 for the usual shape.
                using var canvas = document.BeginPage((float)printed.Slide.Width / 2, (float)Frame.SlideHeight / 2);
                canvas.Scale(0.5f);
                painter.Paint(canvas, printed.Slide, pictures);
                document.EndPage();
            }
        }
        else
            Handouts(document, title, slides, (int)pages, pictures, cancel);
        document.Close();
    }

    private void Handouts(SKDocument document, string title, IReadOnlyList<PrintedSlide> slides, int onPage, PictureFiles pictures, CancellationToken cancel)
    {
        var columns = onPage == 2 ? 1 : 2;
        var rows = onPage / columns;
        var (cellWidth, cellHeight) = ((PageWidth - (Margin * (columns + 1))) / columns, (PageHeight - (Margin * 2) - 16) / rows);
        foreach (var (number, page) in slides.Chunk(onPage).Index())
        {
            cancel.ThrowIfCancellationRequested();
            using var canvas = document.BeginPage(PageWidth, PageHeight);
            Line(canvas, title, Margin, Margin - 12, 9, PageWidth - (2 * Margin) - 30);
            Line(canvas, (number + 1).ToString(System.Globalization.CultureInfo.InvariantCulture), PageWidth - Margin - 12, Margin - 12, 9, 30);
            for (var i = 0; i < page.Length; i++)
            {
                var (x, y) = (Margin + (i % columns * (cellWidth + Margin)), Margin + (i / columns * cellHeight));
                var slide = page[i].Slide;
                var scale = Math.Min(cellWidth / (float)slide.Width, (cellHeight - 92) / (float)Frame.SlideHeight);
                Line(canvas, page[i].Heading, x, y + 14, 9.5f, cellWidth);
                canvas.Save();
                canvas.Translate(x, y + 20);
                canvas.Scale(scale);
                // A slide without a ground is printed on grey, so that pale letters are seen.
                if (slide.Ground.Backdrop.Kind == BackdropKind.Clear)
                {
                    using var grey = new SKPaint { Color = new SKColor(0x55, 0x5b, 0x60) };
                    canvas.DrawRect(0, 0, (float)slide.Width, (float)Frame.SlideHeight, grey);
                }
                painter.Paint(canvas, slide, pictures);
                canvas.Restore();
                var under = y + 20 + ((float)Frame.SlideHeight * scale);
                Notes(canvas, page[i].Notes, x, under + 14, cellWidth);
            }
            document.EndPage();
        }
    }

    private void Notes(SKCanvas canvas, string notes, float x, float y, float width)
    {
        var letters = typeCase.Of(NoteType, "");
        var rows = notes.Split('\n').SelectMany(line => BalancedLines.Wrap(line, "", letters, width / 9).Select(row => line[row.From..row.To])).Take(4).ToImmutableArray();
        foreach (var row in rows)
        {
            Line(canvas, row, x, y, 9, width);
            y += 12;
        }
        if (!rows.IsEmpty)
            return;
        using var rule = new SKPaint { Color = new SKColor(0xb8, 0xb2, 0xa4), StrokeWidth = 0.5f };
        for (var i = 0; i < 3; i++)
            canvas.DrawLine(x, y + 4 + (i * 15), x + width, y + 4 + (i * 15), rule);
    }

    private static readonly TypeSetting NoteType = new() { Family = "sans", Size = 12, SmallestSize = 12, Colour = new(0x2a, 0x28, 0x24) };

    private void Line(SKCanvas canvas, string text, float x, float baseline, float size, float width)
    {
        var letters = typeCase.Of(NoteType, "");
        text = letters.Drawable(text);
        while (text.Length > 1 && letters.Width(text) * size > width)
            text = text[..^2] + "…";
        var rightToLeft = Direction.IsRightToLeft(text);
        var runs = letters.Runs(text, rightToLeft, size, out _);
        painter.PaintText(canvas, new(RowPlace.Heading, text, "", size, x, baseline, letters.Width(text) * size, rightToLeft, runs, Ink.Of(NoteType)));
    }
}
