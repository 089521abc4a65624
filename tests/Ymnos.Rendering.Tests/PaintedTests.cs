using System.Globalization;
using System.Text;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Validation;
using SkiaSharp;
using UglyToad.PdfPig;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using A = DocumentFormat.OpenXml.Drawing;
using P = DocumentFormat.OpenXml.Presentation;

namespace Ymnos.Rendering.Tests;

/// <summary>PNG, PDF and presentation show what was laid out, where it was laid out.</summary>
public sealed class PaintedTests
{
    private static readonly StyleLook Lively = StyleLook.House with
    {
        Full = StyleLook.House.Full with
        {
            Layers = [new RectangleLayer(new(0, 900, 1920, 180), 0.4, new(0x20, 0x10, 0x08), 12)],
            Words = StyleLook.House.Full.Words with
            {
                Padding = 20,
                Plate = new(Colour.Black, 0.5, 16),
                Type = StyleLook.House.Full.Words.Type with { Outline = new(0.03, Colour.Black), Shadow = new(0.02, 0.05, 0.08, Colour.Black, 0.8) },
            },
        },
    };

    public static TheoryData<string> Languages => ["en", "en fr", "en fr fa", "zh fa", "fa"];

    [Theory]
    [MemberData(nameof(Languages))]
    public void Ink_lies_inside_the_rows_as_they_were_measured(string languages)
    {
        // White letters on black, nothing else: what is not black is a letter.
        var look = StyleLook.House with { Full = StyleLook.House.Full with { Backdrop = new() { Kind = BackdropKind.Colour, First = Colour.Black } } };
        var slide = House.Slide(look, [.. languages.Split(' ')]);
        using var picture = SKBitmap.Decode(House.Painter.Png(slide, 1080, PictureFiles.None));
        Assert.Equal((1920, 1080), (picture.Width, picture.Height));
        foreach (var row in slide.Words.Where(row => !row.Text.EndsWith('。') && !row.Text.EndsWith('，')))
        {
            var inked = Enumerable.Range(0, 1920).Where(x => Enumerable.Range((int)(row.Baseline - (row.Size * 0.6)), (int)(row.Size * 0.6)).Any(y => picture.GetPixel(x, y).Red > 128)).ToList();
            Assert.InRange(inked[0], row.Left - 4, row.Left + (row.Size * 0.5));
            Assert.InRange(inked[^1], row.Right - (row.Size * 0.6), row.Right + 4);
        }
    }

    [Fact]
    public void The_ground_behind_the_words_is_what_is_painted_there()
    {
        var slide = House.Slide(Lively, "en");
        var ground = SlidePainter.Ground(slide, PictureFiles.None);
        using var picture = SKBitmap.Decode(House.Painter.Png(slide with { Rows = [] }, 1080, PictureFiles.None));
        foreach (var (x, y) in ((int, int)[])[(40, 40), (960, 540), (960, 1000), (1900, 700)])
        {
            var (seen, found) = (picture.GetPixel(x, y), ground.Under(x, y, x, y).Single());
            Assert.InRange(Math.Abs(seen.Red - found.Red) + Math.Abs(seen.Green - found.Green) + Math.Abs(seen.Blue - found.Blue), 0, 9);
        }
    }

    [Theory]
    [InlineData("en fr")]
    [InlineData("zh")]
    public void A_pdf_holds_its_text_where_the_slide_has_it_with_fonts_embedded(string languages)
    {
        var slide = House.Slide(StyleLook.House, [.. languages.Split(' ')]);
        using var document = PdfDocument.Open(Pdf(PdfPages.Slides, slide, slide));
        Assert.Equal(2, document.NumberOfPages);
        var page = document.GetPage(1);
        Assert.Equal((960.0, 540.0), (Math.Round(page.Width), Math.Round(page.Height)));
        foreach (var row in slide.Words)
        {
            var letters = page.Letters.Where(letter => Math.Abs(((page.Height - letter.StartBaseLine.Y) * 2) - row.Baseline) < 0.6 && letter.Value.Trim().Length > 0).OrderBy(letter => letter.StartBaseLine.X).ToList();
            var copied = string.Concat(letters.Select(letter => Copied(page, letter))).Normalize(NormalizationForm.FormKC);
            Assert.Equal(row.Text.Normalize(NormalizationForm.FormKC).Replace(" ", "", StringComparison.Ordinal), copied.Replace(" ", "", StringComparison.Ordinal));
            Assert.Equal(row.Left, letters[0].StartBaseLine.X * 2, 1.0);
            Assert.InRange(letters[^1].EndBaseLine.X * 2, row.Right - 2, row.Right + 2);
        }
    }

    /// <summary>What a reader copies for a glyph: the text written beside it, where there is one.</summary>
    private static string Copied(UglyToad.PdfPig.Content.Page page, UglyToad.PdfPig.Content.Letter letter) =>
        page.GetMarkedContents().FirstOrDefault(marked => marked.ActualText is not null && marked.Letters.Any(other => other.StartBaseLine.Equals(letter.StartBaseLine)))?.ActualText ?? letter.Value;

    [Fact]
    public void Words_from_right_to_left_can_be_found_in_a_pdf()
    {
        using var document = PdfDocument.Open(Pdf(PdfPages.Slides, House.Slide(StyleLook.House, "fa")));
        var text = string.Concat(document.GetPage(1).Letters.Select(letter => letter.Value)).Normalize(NormalizationForm.FormKC);
        foreach (var sign in "فانوس107")
            Assert.Contains(sign, text);
    }

    [Theory]
    [InlineData(PdfPages.Two, 7, 4)]
    [InlineData(PdfPages.Four, 7, 2)]
    [InlineData(PdfPages.Six, 7, 2)]
    public void Handouts_have_so_many_slides_a_page_with_headings_and_notes(PdfPages pages, int slides, int expected)
    {
        using var document = PdfDocument.Open(Pdf(pages, [.. Enumerable.Repeat(House.Slide(StyleLook.House, "en"), slides)]));
        Assert.Equal(expected, document.NumberOfPages);
        Assert.Equal((595.0, 842.0), (Math.Floor(document.GetPage(1).Width), Math.Round(document.GetPage(1).Height)));
        var text = string.Concat(document.GetPage(1).Letters.Select(letter => letter.Value));
        Assert.Equal((int)pages, text.Split("Lantern,verse1").Length - 1 + (text.Split("Lantern, verse 1").Length - 1));
        Assert.Contains("wait", text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_document_that_nobody_waits_for_is_not_written_on()
    {
        using var cancelled = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        cancelled.Cancel();
        Assert.Throws<OperationCanceledException>(() => new SlidesPdf(House.Painter, House.Case).Write(new MemoryStream(), "x", [new(House.Slide(StyleLook.House, "en"), "", "")], PdfPages.Slides, PictureFiles.None, cancelled.Token));
    }

    [Fact]
    public void A_presentation_is_valid_and_has_every_row_as_text_in_its_place()
    {
        var slide = House.Slide(Lively, "en", "fr", "fa");
        using var file = new MemoryStream();
        new SlidesPresentation(House.Painter, House.Case).Write(file, "Harvest", [new(slide, "Lantern, verse 1", "wait for Ines"), new(slide, "Lantern, refrain", "")], PictureFiles.None, TestContext.Current.CancellationToken);
        file.Position = 0;
        using var document = PresentationDocument.Open(file, false);

        Assert.Empty(new OpenXmlValidator(DocumentFormat.OpenXml.FileFormatVersions.Office2019).Validate(document, TestContext.Current.CancellationToken).Select(error => $"{error.Path?.XPath} {error.Description}"));
        var parts = document.PresentationPart!.SlideParts.ToList();
        Assert.Equal(2, parts.Count);
        var boxes = parts[0].Slide!.Descendants<P.Shape>().Where(shape => shape.TextBody is not null).ToList();
        Assert.Equal(slide.Rows.Length, boxes.Count);
        foreach (var (row, box) in slide.Rows.Zip(boxes))
        {
            Assert.Equal(row.Text, string.Concat(box.Descendants<A.Text>().Select(text => text.Text)));
            var (offset, size) = (box.Descendants<A.Offset>().Single(), box.Descendants<A.Extents>().Single());
            // 6,350 units of the format are one of the slide.
            Assert.Equal(row.Left + (row.Width / 2), (offset.X!.Value + (size.Cx!.Value / 2.0)) / 6350, 0.1);
            var ascent = row.Runs.Max(run => House.Case[run.Face].Ascent);
            Assert.Equal(row.Baseline, (offset.Y!.Value / 6350.0) + (ascent * row.Size), 0.1);
            Assert.All(box.Descendants<A.RunProperties>(), run => Assert.Equal((int)Math.Round(row.Size * 50), run.FontSize!.Value));
        }
        Assert.Contains(boxes[0].Descendants<A.LatinFont>(), font => font.Typeface == "Source Sans 3 SemiBold");
        Assert.Contains("wait for Ines", parts[0].NotesSlidePart!.NotesSlide!.InnerText, StringComparison.Ordinal);
        Assert.NotNull(parts[0].Slide!.CommonSlideData!.Background);
    }

    [Fact]
    public void Pictures_are_drawn_anew_and_what_is_none_is_refused()
    {
        using var bitmap = new SKBitmap(4000, 50);
        bitmap.Erase(new SKColor(10, 200, 30, 120));
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        // Something is hidden behind the end of the file.
        Assert.True(PictureIntake.Take([.. png.ToArray(), .. "<script>alert(1)</script>"u8]).Succeeded(out var taken));
        Assert.Equal((3840, 48, "image/png"), (taken.Width, taken.Height, taken.ContentType));
        Assert.True(taken.Bytes.AsSpan().IndexOf("script"u8) < 0);

        Assert.False(PictureIntake.Take("GIF89a and so on"u8.ToArray()).Succeeded(out _));
        Assert.False(PictureIntake.Take([.. png.ToArray().Take(40)]).Succeeded(out _));
        Assert.False(PictureIntake.Take([]).Succeeded(out _));
    }

    private static byte[] Pdf(PdfPages pages, params Slide[] slides)
    {
        using var file = new MemoryStream();
        new SlidesPdf(House.Painter, House.Case).Write(file, "Harvest of the Sea", [.. slides.Select(slide => new PrintedSlide(slide, "Lantern, verse 1", "wait for Ines"))], pages, PictureFiles.None, TestContext.Current.CancellationToken);
        Assert.Contains("FontFile", Encoding.Latin1.GetString(file.ToArray()), StringComparison.Ordinal);
        return file.ToArray();
    }
}
