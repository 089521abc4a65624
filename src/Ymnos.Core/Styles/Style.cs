using System.Collections.Immutable;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Styles;

/// <summary>How words look on every purpose of screen at once.</summary>
public sealed record StyleLook
{
    public required StyleFace Full { get; init; }

    public required StyleFace LowerThird { get; init; }

    public required StyleFace Platform { get; init; }

    public StyleFace this[SlideFace face] => face switch
    {
        SlideFace.LowerThird => LowerThird,
        SlideFace.Platform => Platform,
        _ => Full,
    };

    public StyleLook With(SlideFace face, StyleFace changed) => face switch
    {
        SlideFace.LowerThird => this with { LowerThird = changed },
        SlideFace.Platform => this with { Platform = changed },
        _ => this with { Full = changed },
    };

    /// <summary>Every picture and film that the look needs; also asked of looks that came from outside and may lack anything.</summary>
    public IEnumerable<Guid> Pictures => ((StyleFace?[])[Full, LowerThird, Platform]).OfType<StyleFace>()
        .SelectMany(face => (face.Layers.IsDefault ? [] : face.Layers).OfType<PictureLayer>().Select(layer => (Guid?)layer.Picture).Append(face.Backdrop?.Picture)).OfType<Guid>().Distinct();

    /// <summary>The look with its pictures under other ids.</summary>
    public StyleLook WithPictures(IReadOnlyDictionary<Guid, Guid> ids)
    {
        return new() { Full = Renamed(Full), LowerThird = Renamed(LowerThird), Platform = Renamed(Platform) };

        StyleFace Renamed(StyleFace face) => face with
        {
            Backdrop = face.Backdrop with { Picture = face.Backdrop.Picture is { } id && ids.TryGetValue(id, out var other) ? other : face.Backdrop.Picture },
            Layers = [.. face.Layers.Select(layer => layer is PictureLayer picture && ids.TryGetValue(picture.Picture, out var other) ? picture with { Picture = other } : layer)],
        };
    }

    /// <summary>
    /// The look that a house begins with: pale words on a harbour at dusk. Words stand inside the title-safe area, five
    /// per cent from each edge (SMPTE ST 2046-1), with the credit line below them.
    /// </summary>
    public static readonly StyleLook House = Begin();

    private static StyleLook Begin()
    {
        var words = new TypeSetting { Family = "sans", Weight = 600, Size = 104, SmallestSize = 60, LineSpacing = 1.32 };
        var small = new TypeSetting { Family = "sans", Weight = 400, Size = 30, SmallestSize = 22, Colour = new(0xd7, 0xe3, 0xe8) };
        ImmutableArray<TypeSetting> more =
        [
            words with { Weight = 400, Size = 80, SmallestSize = 48, Colour = new(0xf2, 0xdf, 0xae) },
            words with { Weight = 400, Size = 72, SmallestSize = 44, Colour = new(0xcf, 0xe6, 0xea) },
            words with { Weight = 400, Size = 72, SmallestSize = 44, Colour = new(0xe4, 0xd9, 0xec) },
        ];
        var full = new StyleFace
        {
            Backdrop = new() { Kind = BackdropKind.Gradient, First = new(0x10, 0x2a, 0x40), Last = new(0x2b, 0x56, 0x66) },
            Words = new() { Place = new(120, 96, 1680, 808), Type = words },
            MoreWords = more,
            Reference = new() { Place = new(120, 904, 1680, 48), Type = small with { Size = 36, SmallestSize = 26 } },
            Credit = new() { Place = new(120, 952, 1680, 74), Type = small },
            Heading = new() { Shown = false, Place = new(120, 54, 1680, 42), Type = small },
            Next = new() { Shown = false, Place = new(120, 952, 1680, 74), Type = small },
            Clock = new() { Shown = false, Place = new(1500, 54, 300, 42), Across = Across.End, Type = small },
            Languages = LanguageOrder.LineByLine,
            MostRows = 4,
        };
        var lower = full with
        {
            Backdrop = Backdrop.Clear,
            Words = new() { Place = new(160, 764, 1600, 230), Padding = 18, Type = words with { Size = 62, SmallestSize = 36, LineSpacing = 1.26 }, Plate = new(new(0x0b, 0x1c, 0x2b), 0.82, 10) },
            MoreWords = [.. more.Select(type => type with { Size = 48, SmallestSize = 32, LineSpacing = 1.26 })],
            Reference = full.Reference with { Place = new(160, 716, 1600, 44), Across = Across.Start, Type = small with { Size = 30 } },
            Credit = full.Credit with { Place = new(160, 1000, 1600, 36), Type = small with { Size = 24, SmallestSize = 18, Colour = Colour.White, Shadow = new(0, 0.05, 0.12, Colour.Black, 0.9) } },
            MostRows = 2,
        };
        var platform = full with
        {
            Backdrop = new() { Kind = BackdropKind.Colour, First = Colour.Black },
            Words = new() { Place = new(80, 130, 1760, 560), Across = Across.Start, Down = Down.Top, Type = words with { Size = 108, SmallestSize = 64, LineSpacing = 1.24 } },
            MoreWords = [.. more.Select(type => type with { LineSpacing = 1.24 })],
            Credit = full.Credit with { Shown = false },
            Heading = full.Heading with { Shown = true, Place = new(80, 50, 1240, 70), Across = Across.Start, Type = small with { Size = 46, SmallestSize = 30 } },
            Next = full.Next with { Shown = true, Place = new(80, 720, 1760, 310), Across = Across.Start, Down = Down.Top, Type = words with { Weight = 400, Size = 76, SmallestSize = 48, LineSpacing = 1.22, Colour = new(0x9f, 0xb4, 0xbf) } },
            Clock = full.Clock with { Shown = true, Place = new(1340, 50, 500, 70), Type = small with { Weight = 600, Size = 56, SmallestSize = 40 } },
            MostRows = 4,
            Chords = true,
        };
        return new() { Full = full, LowerThird = lower, Platform = platform };
    }
}

/// <summary>A look that the congregation keeps under a name.</summary>
public sealed class Style
{
    public const int LongestName = 80;

    private Style()
    {
    }

    public Guid Id { get; private init; }

    public string Name { get; private set; } = "";

    public StyleLook Look { get; private set; } = null!;

    /// <summary>Counts the changes, from 1.</summary>
    public int Revision { get; private set; }

    public DateTimeOffset SavedAt { get; private set; }

    public string SavedBy { get; private set; } = "";

    public DateTimeOffset? BinnedAt { get; private set; }

    public static Style Create(string name, StyleLook look, DateTimeOffset now, string by) =>
        new() { Id = Guid.CreateVersion7(now), Name = name, Look = look, Revision = 1, SavedAt = now, SavedBy = by };

    /// <summary>What a style may be called, or what is wrong with the name.</summary>
    public static Outcome<string> NameOf(string typed)
    {
        var name = Songs.Pasting.CleanText.Line(typed);
        return name.Length is 0 or > LongestName
            ? new List<Problem> { new(nameof(Name), name.Length == 0 ? "Give the style a name." : $"A name has at most {LongestName} characters.") }
            : name;
    }

    public void Save(string name, StyleLook look, DateTimeOffset now, string by)
    {
        (Name, Look) = (name, look);
        Touch(now, by);
    }

    public void Bin(DateTimeOffset now, string by)
    {
        BinnedAt = now;
        Touch(now, by);
    }

    public void Restore(DateTimeOffset now, string by)
    {
        BinnedAt = null;
        Touch(now, by);
    }

    private void Touch(DateTimeOffset now, string by)
    {
        Revision++;
        (SavedAt, SavedBy) = (now, by);
    }
}
