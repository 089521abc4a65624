using System.Collections.Immutable;
using System.Globalization;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Presentation;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using A = DocumentFormat.OpenXml.Drawing;

namespace Ymnos.Rendering;

/// <summary>
/// Writes slides as a presentation in the Office Open XML format (ISO/IEC 29500): text in real text boxes in its typefaces,
/// backgrounds, notes. Each row is a box of its own, put where its baseline was measured, so that programs that set lines
/// differently still agree.
/// </summary>
public sealed class SlidesPresentation(SlidePainter painter, TypeCase typeCase)
{
    // ISO/IEC 29500: 914,400 units an inch. The usual slide is 13⅓ × 7½ inches.
    private const double Unit = 6_858_000 / Frame.SlideHeight;
    private const uint FirstSlideId = 256;

    // 1,080 units of the slide are 540 points.
    private const double PointsPerUnit = 0.5;

    /// <param name="into">A stream that can be read and sought.</param>
    /// <param name="title">Of the document.</param>
    /// <param name="slides">In order; all of one shape.</param>
    /// <param name="pictures">Pictures, and first frames of films.</param>
    /// <param name="cancel">Stops between slides.</param>
    public void Write(Stream into, string title, IReadOnlyList<PrintedSlide> slides, PictureFiles pictures, CancellationToken cancel)
    {
        using var document = PresentationDocument.Create(into, PresentationDocumentType.Presentation);
        document.PackageProperties.Title = title;
        var presentation = document.AddPresentationPart();
        var master = presentation.AddNewPart<SlideMasterPart>("master");
        var layout = master.AddNewPart<SlideLayoutPart>("layout");
        master.AddNewPart<ThemePart>("theme").Theme = OfficeTheme.New();
        layout.AddPart(master, "master");
        layout.SlideLayout = new SlideLayout(new CommonSlideData(EmptyTree()), new ColorMapOverride(new A.MasterColorMapping())) { Type = SlideLayoutValues.Blank };
        master.SlideMaster = new SlideMaster(new CommonSlideData(EmptyTree()), Colours(),
            new SlideLayoutIdList(new SlideLayoutId { Id = 2147483649U, RelationshipId = "layout" }), new TextStyles(new TitleStyle(), new BodyStyle(), new OtherStyle()));
        var notesMaster = presentation.AddNewPart<NotesMasterPart>("notes");
        notesMaster.AddNewPart<ThemePart>("theme").Theme = OfficeTheme.New();
        notesMaster.NotesMaster = new NotesMaster(new CommonSlideData(EmptyTree()), Colours(), new NotesStyle());

        var grounds = new Dictionary<Ground, byte[]>();
        var ids = new SlideIdList();
        foreach (var (index, printed) in slides.Index())
        {
            cancel.ThrowIfCancellationRequested();
            var id = string.Create(CultureInfo.InvariantCulture, $"slide{index + 1}");
            var part = presentation.AddNewPart<SlidePart>(id);
            part.AddPart(layout, "layout");
            part.Slide = SlideOf(part, printed, grounds, pictures);
            NotesOf(part, notesMaster, printed);
            ids.Append(new SlideId { Id = FirstSlideId + (uint)index, RelationshipId = id });
        }
        var width = slides.Count > 0 ? slides[0].Slide.Width : Frame.SlideWidth;
        presentation.Presentation = new Presentation(
            new SlideMasterIdList(new SlideMasterId { Id = 2147483648U, RelationshipId = "master" }),
            new NotesMasterIdList(new NotesMasterId { Id = "notes" }),
            ids,
            new SlideSize { Cx = (int)(width * Unit), Cy = (int)(Frame.SlideHeight * Unit) },
            new NotesSize { Cx = 6858000, Cy = 9144000 });
    }

    private DocumentFormat.OpenXml.Presentation.Slide SlideOf(SlidePart part, PrintedSlide printed, Dictionary<Ground, byte[]> grounds, PictureFiles pictures)
    {
        var slide = printed.Slide;
        var tree = EmptyTree();
        uint shape = 2;
        foreach (var layer in slide.Ground.Layers)
        {
            if (layer is RectangleLayer rectangle)
                tree.Append(Rectangle(shape++, "Layer", rectangle.Place, rectangle.Colour, rectangle.Opacity, rectangle.Radius));
            else if (layer is PictureLayer { Picture: var picture, Place: var place } && pictures.Bytes(picture) is { } bytes && pictures[picture] is { } image)
                tree.Append(Picture(part, shape++, bytes, Inside(place, image.Width, image.Height), layer.Opacity));
        }
        foreach (var (place, plate) in slide.Plates)
            tree.Append(Rectangle(shape++, "Plate", place, plate.Colour, plate.Opacity, plate.Radius));
        foreach (var row in slide.Rows)
            tree.Append(TextBox(shape++, row));
        var data = new CommonSlideData(tree) { Name = printed.Heading.Length > 100 ? printed.Heading[..100] : printed.Heading };
        if (BackgroundOf(part, slide, grounds, pictures) is { } background)
            data.InsertAt(background, 0);
        return new(data, new ColorMapOverride(new A.MasterColorMapping()));
    }

    private Background? BackgroundOf(SlidePart part, Core.Typesetting.Slide slide, Dictionary<Ground, byte[]> grounds, PictureFiles pictures)
    {
        var backdrop = slide.Ground.Backdrop;
        OpenXmlElement fill;
        switch (backdrop.Kind)
        {
            case BackdropKind.Clear:
                return null;
            case BackdropKind.Colour:
                fill = new A.SolidFill(ColourOf(backdrop.First.Under(backdrop.Veil.Colour, backdrop.Veil.Opacity)));
                break;
            case BackdropKind.Gradient:
                fill = new A.GradientFill(
                    new A.GradientStopList(
                        new A.GradientStop(ColourOf(backdrop.First.Under(backdrop.Veil.Colour, backdrop.Veil.Opacity))) { Position = 0 },
                        new A.GradientStop(ColourOf(backdrop.Last.Under(backdrop.Veil.Colour, backdrop.Veil.Opacity))) { Position = 100_000 }),
                    // Measured clockwise from the right, in 60,000ths of a degree.
                    new A.LinearGradientFill { Angle = (int)(((90 - backdrop.Angle + 360) % 360) * 60_000), Scaled = false });
                break;
            default:
                // Crop, blur and veil are painted in: other programs know none of them alike.
                var plain = slide.Ground with { Layers = [] };
                if (!grounds.TryGetValue(plain, out var png))
                    grounds.Add(plain, png = painter.Png(new(slide.Width, plain, [], []), 1080, pictures));
                var image = part.AddImagePart(ImagePartType.Png, "ground");
                image.FeedData(new MemoryStream(png));
                fill = new A.BlipFill(new A.Blip { Embed = "ground" }, new A.Stretch(new A.FillRectangle()));
                break;
        }
        return new(new BackgroundProperties(fill, new A.EffectList()));
    }

    private static void NotesOf(SlidePart part, NotesMasterPart master, PrintedSlide printed)
    {
        var notes = part.AddNewPart<NotesSlidePart>("notes");
        notes.AddPart(master, "master");
        notes.AddPart(part, "slide");
        var tree = EmptyTree();
        tree.Append(new Shape(
            new NonVisualShapeProperties(new NonVisualDrawingProperties { Id = 2, Name = "Notes" }, new NonVisualShapeDrawingProperties(new A.ShapeLocks { NoGrouping = true }),
                new ApplicationNonVisualDrawingProperties(new PlaceholderShape { Type = PlaceholderValues.Body, Index = 1 })),
            new ShapeProperties(),
            new TextBody([new A.BodyProperties(), new A.ListStyle(),
                .. $"{printed.Heading}\n{printed.Notes}".TrimEnd().Split('\n').Select(line => new A.Paragraph(new A.Run(new A.RunProperties(), new A.Text(Clean(line)))))])));
        notes.NotesSlide = new NotesSlide(new CommonSlideData(tree), new ColorMapOverride(new A.MasterColorMapping()));
    }

    private Shape TextBox(uint id, TextRow row)
    {
        // A program puts the first baseline of a box the typeface's ascent below its top.
        var ascent = row.Runs.Max(run => typeCase[run.Face].Ascent) * row.Size;
        var height = ascent + (row.Runs.Max(run => typeCase[run.Face].Descent) * row.Size);
        // Room on both sides: another program's letters may run a hair wider, and must not wrap. Centred, they stay in place.
        var room = Math.Max(8, row.Width * 0.02);
        var place = new Frame(row.Left - room, row.Baseline - ascent, row.Width + (2 * room), height);
        var paragraph = new A.Paragraph(new A.ParagraphProperties { Alignment = A.TextAlignmentTypeValues.Center, RightToLeft = row.RightToLeft });
        // In the order they are read.
        foreach (var run in Logical(row))
            paragraph.Append(new A.Run(RunOf(row, typeCase.Named(run.Face)), new A.Text(Clean(run.Text))));
        return new(
            new NonVisualShapeProperties(new NonVisualDrawingProperties { Id = id, Name = $"{row.Place} {id}" }, new NonVisualShapeDrawingProperties { TextBox = true }, new ApplicationNonVisualDrawingProperties()),
            new ShapeProperties(Transform(place), new A.PresetGeometry(new A.AdjustValueList()) { Preset = A.ShapeTypeValues.Rectangle }, new A.NoFill()),
            new TextBody(
                new A.BodyProperties(new A.NoAutoFit()) { Wrap = A.TextWrappingValues.None, LeftInset = 0, TopInset = 0, RightInset = 0, BottomInset = 0, Anchor = A.TextAnchoringTypeValues.Top },
                new A.ListStyle(), paragraph));
    }

    private static IEnumerable<TextRun> Logical(TextRow row)
    {
        var at = 0;
        var left = row.Runs.ToList();
        while (left.Count > 0)
        {
            var next = left.Find(run => string.CompareOrdinal(row.Text, at, run.Text, 0, run.Text.Length) == 0) ?? left[0];
            left.Remove(next);
            at += next.Text.Length;
            yield return next;
        }
    }

    private static A.RunProperties RunOf(TextRow row, CaseFace face)
    {
        // Programs know a family's regular and bold by its own name; other weights are families to them.
        var name = face.Weight switch { 400 or 700 => face.Name, 500 => $"{face.Name} Medium", _ => $"{face.Name} SemiBold" };
        var properties = new A.RunProperties
        {
            Language = row.Language.Length > 0 ? row.Language : "en",
            FontSize = (int)Math.Round(row.Size * PointsPerUnit * 100),
            Bold = face.Weight >= 700,
            Italic = face.Italic,
            Dirty = false,
        };
        if (row.Ink.Outline is { Width: > 0 } outline)
            properties.Append(new A.Outline(new A.SolidFill(ColourOf(outline.Colour))) { Width = (int)Math.Min(20_116_800, outline.Width * row.Size * Unit / 2) });
        properties.Append(new A.SolidFill(ColourOf(row.Ink.Colour)));
        if (row.Ink.Shadow is { Opacity: > 0 } shadow)
            properties.Append(new A.EffectList(new A.OuterShadow(ColourOf(shadow.Colour, shadow.Opacity))
            {
                BlurRadius = (long)(shadow.Blur * row.Size * Unit * 2),
                Distance = (long)(Math.Sqrt((shadow.Right * shadow.Right) + (shadow.Down * shadow.Down)) * row.Size * Unit),
                Direction = (int)((((Math.Atan2(shadow.Down, shadow.Right) * 180 / Math.PI) + 360) % 360) * 60_000),
                RotateWithShape = false,
            }));
        properties.Append(new A.LatinFont { Typeface = name }, new A.EastAsianFont { Typeface = name }, new A.ComplexScriptFont { Typeface = name });
        return properties;
    }

    private static Shape Rectangle(uint id, string name, Frame place, Colour colour, double opacity, double radius)
    {
        var corner = Math.Min(radius, Math.Min(place.Width, place.Height) / 2) / Math.Min(place.Width, place.Height);
        return new(
            new NonVisualShapeProperties(new NonVisualDrawingProperties { Id = id, Name = $"{name} {id}" }, new NonVisualShapeDrawingProperties(), new ApplicationNonVisualDrawingProperties()),
            new ShapeProperties(
                Transform(place),
                new A.PresetGeometry(new A.AdjustValueList(new A.ShapeGuide { Name = "adj", Formula = string.Create(CultureInfo.InvariantCulture, $"val {(int)(corner * 100_000)}") })) { Preset = A.ShapeTypeValues.RoundRectangle },
                new A.SolidFill(ColourOf(colour, opacity)), new A.Outline(new A.NoFill())));
    }

    private static DocumentFormat.OpenXml.Presentation.Picture Picture(SlidePart part, uint id, byte[] bytes, Frame place, double opacity)
    {
        var relation = $"picture{id}";
        var image = part.AddImagePart(bytes is [0x89, ..] ? ImagePartType.Png : ImagePartType.Jpeg, relation);
        image.FeedData(new MemoryStream(bytes));
        return new(
            new NonVisualPictureProperties(new NonVisualDrawingProperties { Id = id, Name = $"Picture {id}" }, new NonVisualPictureDrawingProperties(), new ApplicationNonVisualDrawingProperties()),
            new BlipFill(new A.Blip(new A.AlphaModulationFixed { Amount = (int)(opacity * 100_000) }) { Embed = relation }, new A.Stretch(new A.FillRectangle())),
            new ShapeProperties(Transform(place), new A.PresetGeometry(new A.AdjustValueList()) { Preset = A.ShapeTypeValues.Rectangle }));
    }

    private static Frame Inside(Frame place, int width, int height)
    {
        var scale = Math.Min(place.Width / width, place.Height / height);
        var (w, h) = (width * scale, height * scale);
        return new(place.CentreX - (w / 2), place.CentreY - (h / 2), w, h);
    }

    private static A.Transform2D Transform(Frame place) => new(
        new A.Offset { X = (long)Math.Round(place.X * Unit), Y = (long)Math.Round(place.Y * Unit) },
        new A.Extents { Cx = (long)Math.Round(place.Width * Unit), Cy = (long)Math.Round(place.Height * Unit) });

    private static A.RgbColorModelHex ColourOf(Colour colour, double opacity = 1)
    {
        var hex = new A.RgbColorModelHex { Val = colour.ToString()[1..].ToUpperInvariant() };
        if (opacity < 1)
            hex.Append(new A.Alpha { Val = (int)Math.Round(opacity * 100_000) });
        return hex;
    }

    private static ShapeTree EmptyTree() => new(
        new NonVisualGroupShapeProperties(new NonVisualDrawingProperties { Id = 1, Name = "" }, new NonVisualGroupShapeDrawingProperties(), new ApplicationNonVisualDrawingProperties()),
        new GroupShapeProperties(new A.TransformGroup()));

    private static ColorMap Colours() => new()
    {
        Background1 = A.ColorSchemeIndexValues.Light1,
        Text1 = A.ColorSchemeIndexValues.Dark1,
        Background2 = A.ColorSchemeIndexValues.Light2,
        Text2 = A.ColorSchemeIndexValues.Dark2,
        Accent1 = A.ColorSchemeIndexValues.Accent1,
        Accent2 = A.ColorSchemeIndexValues.Accent2,
        Accent3 = A.ColorSchemeIndexValues.Accent3,
        Accent4 = A.ColorSchemeIndexValues.Accent4,
        Accent5 = A.ColorSchemeIndexValues.Accent5,
        Accent6 = A.ColorSchemeIndexValues.Accent6,
        Hyperlink = A.ColorSchemeIndexValues.Hyperlink,
        FollowedHyperlink = A.ColorSchemeIndexValues.FollowedHyperlink,
    };

    /// <summary>XML 1.0 has no control characters.</summary>
    private static string Clean(string text) => new([.. text.Where(sign => !char.IsControl(sign))]);
}
