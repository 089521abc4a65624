using System.Collections.Immutable;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>
/// A face of a style as it lies on one screen: drawn in by the screen's safe margin, stretched across to its shape. Letters
/// keep their form; they are as much smaller as the margin makes the slide lower.
/// </summary>
public sealed class ScreenFace
{
    private readonly double _margin;
    private ImmutableArray<(TypeSetting Setting, Ink Ink)> _inks = [];

    public ScreenFace(StyleFace style, Screen screen, TypeCase typeCase)
    {
        (Style, Case, Width) = (style, typeCase, screen.SlideWidth);
        _margin = screen.SafeMargin / 100;
        LetterScale = 1 - (2 * _margin);
        var layers = style.Layers.Select(layer => layer with { Place = On(layer.Place) });
        Ground = screen.Carries.HasFlag(ScreenCarries.Pictures)
            ? new(style.Backdrop, [.. layers])
            : new(style.Backdrop.Kind is BackdropKind.Picture or BackdropKind.Film ? new() { Kind = BackdropKind.Colour, First = style.Backdrop.First } : style.Backdrop, [.. layers.Where(layer => layer is not PictureLayer)]);
        Blank = new(Width, Ground, [], []);
        // Nothing lies under nothing: where no words are up, no rectangle waits for them over somebody else's picture.
        if (style.Backdrop.Kind == BackdropKind.Clear)
            Blank = Blank with { Ground = Ground with { Layers = [] } };
    }

    public StyleFace Style { get; }

    public TypeCase Case { get; }

    /// <summary>Of the slide, in its units.</summary>
    public double Width { get; }

    /// <summary>What the sizes of a style are multiplied by.</summary>
    public double LetterScale { get; }

    public Ground Ground { get; }

    /// <summary>The slide without any text.</summary>
    public Slide Blank { get; }

    /// <summary>A place of the style on this screen.</summary>
    public Frame On(Frame place)
    {
        var (across, down) = (Width * (1 - (2 * _margin)) / Frame.SlideWidth, LetterScale);
        return new((_margin * Width) + (place.X * across), (_margin * Frame.SlideHeight) + (place.Y * down), place.Width * across, place.Height * down);
    }

    /// <summary>What is left of a frame inside its padding.</summary>
    public Frame Inner(FrameSetting setting)
    {
        var place = On(setting.Place);
        var padding = Math.Min(setting.Padding * LetterScale, Math.Min(place.Width, place.Height) / 3);
        return new(place.X + padding, place.Y + padding, place.Width - (2 * padding), place.Height - (2 * padding));
    }

    /// <summary>Sets short text that stands in one frame: in one row from the size down to the smallest, else in as many rows as the frame holds, else cut.</summary>
    /// <param name="where">Its frame.</param>
    /// <param name="setting">Where it stands and how it is set.</param>
    /// <param name="texts">The text whole, and shorter and shorter; the first that fits is taken.</param>
    /// <param name="language">Of the text; empty where it is of none.</param>
    public ImmutableArray<TextRow> Set(RowPlace where, FrameSetting setting, IEnumerable<string> texts, string language)
    {
        if (!setting.Shown)
            return [];
        var (frame, type, letters) = (Inner(setting), setting.Type, Case.Of(setting.Type, language));
        var smallest = type.SmallestSize * LetterScale;
        var most = Math.Max(1, (int)((frame.Height / (smallest * letters.RowHeight(type))) + 0.001));
        string? last = null;
        foreach (var whole in texts)
        {
            var text = last = Cased(letters.Drawable(whole), type, language);
            var width = letters.Width(text);
            if (width <= 0)
                return [];
            var size = Math.Min(Math.Min(type.Size * LetterScale, frame.Height / letters.RowHeight(type)), Math.Floor(frame.Width / width * 2) / 2);
            if (size >= smallest)
                return Stack(where, setting, [text], language, size);
            var rows = BalancedLines.Wrap(text, language, letters, frame.Width / smallest);
            if (rows.Count <= most)
                return Stack(where, setting, [.. rows.Select(row => text[row.From..row.To])], language, smallest);
        }
        if (last is null)
            return [];
        var kept = BalancedLines.Wrap(last, language, letters, frame.Width / smallest).Take(most).Select(row => last[row.From..row.To]).ToList();
        kept[^1] = Cut(kept[^1], letters, frame.Width / smallest);
        return Stack(where, setting, kept, language, smallest);
    }

    /// <summary>Sets lines that stay lines: in the largest size at which none wraps, else wrapped at the smallest; what the frame cannot hold is left away.</summary>
    public ImmutableArray<TextRow> SetLines(RowPlace where, FrameSetting setting, IEnumerable<string> lines, string language)
    {
        if (!setting.Shown)
            return [];
        var (frame, type, letters) = (Inner(setting), setting.Type, Case.Of(setting.Type, language));
        var texts = lines.Select(line => Cased(letters.Drawable(line), type, language)).Where(line => line.Length > 0).ToList();
        if (texts.Count == 0)
            return [];
        var smallest = type.SmallestSize * LetterScale;
        var size = Math.Max(smallest, Math.Min(type.Size * LetterScale, Math.Floor(frame.Width / texts.Max(text => letters.Width(text)) * 2) / 2));
        var most = Math.Max(1, (int)((frame.Height / (size * letters.RowHeight(type))) + 0.001));
        return Stack(where, setting, [.. texts.SelectMany(text => BalancedLines.Wrap(text, language, letters, frame.Width / size).Select(row => text[row.From..row.To])).Take(most)], language, size);
    }

    /// <summary>Letters as the type wants them: capitals by the rules of the language.</summary>
    public static string Cased(string text, TypeSetting type, string language)
    {
        if (!type.Capitals)
            return text;
        return text.ToUpper(language is "tr" or "az" ? System.Globalization.CultureInfo.GetCultureInfo(language) : System.Globalization.CultureInfo.InvariantCulture);
    }

    /// <summary>One row in its place.</summary>
    /// <param name="where">Its frame.</param>
    /// <param name="text">What stands in it.</param>
    /// <param name="language">Of the text.</param>
    /// <param name="type">How it is set.</param>
    /// <param name="size">In units of the slide.</param>
    /// <param name="frame">What it is aligned in.</param>
    /// <param name="across">How.</param>
    /// <param name="top">Top of the row's height.</param>
    /// <param name="height">The row's height.</param>
    public TextRow Row(RowPlace where, string text, string language, TypeSetting type, double size, Frame frame, Across across, double top, double height)
    {
        var letters = Case.Of(type, language);
        var rightToLeft = Direction.IsRightToLeft(text);
        var runs = letters.Runs(text, rightToLeft, size, out var ems);
        var width = Math.Min(ems * size, frame.Width);
        var left = (across, rightToLeft) switch
        {
            (Across.Centre, _) => frame.CentreX - (width / 2),
            (Across.Start, false) or (Across.End, true) => frame.X,
            _ => frame.Right - width,
        };
        return new(where, text, language, size, Math.Round(left, 2), Math.Round(top + (height / 2) + (letters.Middle * size), 2), Math.Round(width, 2), rightToLeft,
            runs, InkOf(type));
    }

    /// <summary>The plate behind rows that take up a place, if the frame has one.</summary>
    public ImmutableArray<PlacedPlate> PlateBehind(FrameSetting setting, IReadOnlyCollection<TextRow> rows, double top, double bottom)
    {
        if (setting.Plate is not { } plate || rows.Count == 0)
            return [];
        var (place, padding) = (On(setting.Place), setting.Padding * LetterScale);
        var (left, right) = (Math.Max(place.X, rows.Min(row => row.Left) - padding), Math.Min(place.Right, rows.Max(row => row.Right) + padding));
        (top, bottom) = (Math.Max(place.Y, top - padding), Math.Min(place.Bottom, bottom + padding));
        return [new(new(Math.Round(left, 2), Math.Round(top, 2), Math.Round(right - left, 2), Math.Round(bottom - top, 2)), plate)];
    }

    /// <summary>The plate behind rows that <see cref="Set"/> has placed.</summary>
    public ImmutableArray<PlacedPlate> PlateBehind(FrameSetting setting, ImmutableArray<TextRow> rows)
    {
        if (setting.Plate is null || rows.IsEmpty)
            return [];
        var letters = Case.Of(setting.Type, rows[0].Language);
        var (above, height) = ((letters.RowHeight(setting.Type) / 2) + letters.Middle, letters.RowHeight(setting.Type));
        return PlateBehind(setting, rows, rows[0].Baseline - (above * rows[0].Size), rows[^1].Baseline + ((height - above) * rows[^1].Size));
    }

    private ImmutableArray<TextRow> Stack(RowPlace where, FrameSetting setting, List<string> rows, string language, double size)
    {
        var frame = Inner(setting);
        var height = size * Case.Of(setting.Type, language).RowHeight(setting.Type);
        var top = TopOf(setting.Down, frame, height * rows.Count);
        return [.. rows.Select((row, i) => Row(where, row, language, setting.Type, size, frame, setting.Across, top + (i * height), height))];
    }

    internal static double TopOf(Down down, Frame frame, double height) => down switch
    {
        Down.Top => frame.Y,
        Down.Bottom => frame.Bottom - height,
        _ => frame.CentreY - (height / 2),
    };

    private static string Cut(string row, Lettering letters, double measure)
    {
        while (row.Length > 0 && letters.Width(row + "…") > measure)
            row = row.LastIndexOf(' ') is > 0 and var cut ? row[..cut] : row[..^1];
        return row.TrimEnd(' ', ',', '·') + "…";
    }

    /// <summary>Rows of one setting share their ink.</summary>
    private Ink InkOf(TypeSetting type)
    {
        foreach (var (setting, ink) in _inks)
            if (ReferenceEquals(setting, type))
                return ink;
        var made = Ink.Of(type);
        _inks = _inks.Add((type, made));
        return made;
    }
}
