using System.Collections.Immutable;
using CsCheck;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

/// <summary>Songs, styles and screens of every kind.</summary>
internal static class Generated
{
    private static readonly Dictionary<string, string[]> Words = new()
    {
        ["en"] = ["I", "a", "home,", "WWWWW", "lantern", "harbour;", "—", "Mississippi", "well-known", "fi", "tide.", "107", "(softly)"],
        ["fr"] = ["l’écume", "où", "«\u00A0Viens\u00A0!\u00A0»", "ramène", "aujourd’hui", "port", "barques\u00A0;"],
        ["fa"] = ["فانوس", "را", "بر", "آب", "می‌خواند،", "12", "Ellery", "دریا؟"],
        ["he"] = ["אור", "על", "המים", "(107)", "שלום,"],
        ["zh"] = ["愿光照在水面上，", "带领我们回家。", "海", "平安"],
        ["ja"] = ["水の上に", "光がある。", "「帰れ」", "海"],
        ["th"] = ["เราเดินทาง", "ไปด้วยกัน", "ในทะเลกว้าง"],
        ["ko"] = ["물", "위의", "등불을", "들어라"],
        ["hi"] = ["पानी", "पर", "दीपक", "घर।"],
        ["am"] = ["ብርሃን", "በውሃ", "ላይ።"],
    };

    private static readonly string[] Tags = [.. Words.Keys];

    private static Gen<string> Line(string language) => Gen.OneOfConst(Words[language]).Array[1, 9].Select(words => string.Join(language is "zh" or "ja" or "th" ? "" : " ", words));

    /// <summary>A song of up to four languages; translations may lack a section, or lines of one.</summary>
    public static readonly Gen<Song> Song =
        from tags in Gen.Shuffle(Tags, 1, 4)
        from sections in Gen.Int[1, 3]
        from wordings in Gen.Int[0, 10_000].Select(seed => seed).SelectMany(_ => AllOf(tags, sections))
        from order in Gen.Int[0, sections - 1].Array[1, 5]
        from opensBlank in Gen.Bool
        select Songs(wordings, order, opensBlank);

    public static readonly Gen<StyleLook> Look =
        from full in Face(StyleLook.House.Full)
        from lower in Face(StyleLook.House.LowerThird)
        from platform in Face(StyleLook.House.Platform)
        select new StyleLook { Full = full, LowerThird = lower, Platform = platform };

    public static readonly Gen<ImmutableArray<Screen>> Screens =
        (from face in Gen.Enum<SlideFace>()
         from purpose in Gen.Enum<ScreenPurpose>()
         from size in Gen.OneOfConst((1920, 1080), (1024, 768), (1080, 1920), (3840, 1080))
         from margin in Gen.OneOfConst(0.0, 0.0, 5.0, 12.5)
         from languages in Gen.Shuffle(Tags, 0, 3)
         from own in Gen.Bool
         select new Screen { Name = "a screen", Purpose = purpose, Face = face, PixelsWide = size.Item1, PixelsHigh = size.Item2, SafeMargin = margin, Languages = own ? [.. languages] : [] })
        .Array[1, 4].Select(screens => screens.ToImmutableArray());

    public static readonly Gen<ImmutableArray<string>> Languages = Gen.Shuffle(Tags, 0, 4).Select(tags => tags.ToImmutableArray());

    private static Gen<StyleFace> Face(StyleFace begin) =>
        from order in Gen.Enum<LanguageOrder>()
        from rows in Gen.Int[1, 6]
        from size in Gen.Double[0.5, 1.6]
        from least in Gen.Double[0.4, 1]
        from x in Gen.Int[0, 400]
        from width in Gen.Int[700, 1500]
        from across in Gen.Enum<Across>()
        from down in Gen.Enum<Down>()
        from padding in Gen.Int[0, 30]
        from family in Gen.OneOfConst("sans", "serif", "book", "narrow")
        from capitals in Gen.Bool
        from credit in Gen.Enum<CreditSlides>()
        from own in Gen.Bool.Array[StyleFace.MostLanguages - 1]
        from asked in Gen.Bool
        let frames = 1 + own.Count(one => one)
        let divided = asked && (begin.Words.Place.Height / frames) - (2 * padding) > 60
        let height = divided ? begin.Words.Place.Height / frames : begin.Words.Place.Height
        select begin with
        {
            Languages = order,
            MostRows = rows,
            CreditOn = credit,
            Words = begin.Words with
            {
                Place = begin.Words.Place with { X = x, Width = width, Height = height },
                Across = across,
                Down = down,
                Padding = padding,
                Type = Sized(begin.Words.Type, size, least, height - (2 * padding)) with { Family = family, Capitals = capitals },
            },
            MoreWords = [.. begin.MoreWords.Select(type => Sized(type, size, least, height - (2 * padding)) with { Family = family })],
            // One under the other, and each a little further in, so that no two are alike.
            MorePlaces = [.. own.Select((one, i) => !one || !divided ? null : new OwnPlace
            {
                Place = new(x + (10 * i), begin.Words.Place.Y + (height * (1 + own.Take(i).Count(before => before))), width - (20 * i), height),
                Across = (Across)(((int)across + i) % 3),
                Down = down,
                Padding = padding,
                Plate = i == 1 ? new(Colour.Black, 0.5, 8) : null,
            })],
        };

    private static TypeSetting Sized(TypeSetting type, double size, double least, double height)
    {
        var largest = Math.Min(type.Size * size, height / Lettering.TallestRow);
        return type with { Size = Math.Max(20, largest), SmallestSize = Math.Max(18, largest * least) };
    }

    private static Gen<Wording[]> AllOf(string[] tags, int sections)
    {
        Gen<Wording[]> all = Gen.Const(Array.Empty<Wording>());
        foreach (var (rank, tag) in tags.Index())
            all = from before in all
                  from lines in Line(tag).Array[rank == 0 ? 1 : 0, 6].Array[sections]
                  from broken in Gen.Int[0, 8]
                  select (Wording[])[.. before, new Wording(tag, [.. lines.Index().Where(section => section.Item.Length > 0)
                      .Select(section => Section.Of(Mark(section.Index), section.Item) with { Breaks = broken > 0 && broken < section.Item.Length ? [broken] : [] })])];
        return all;
    }

    private static SectionMark Mark(int index) => new(SectionKind.Verse, index + 1);

    private static Song Songs(Wording[] wordings, int[] order, bool opensBlank) => Core.Songs.Song.Create(new()
    {
        Title = "A song",
        CopyrightHolder = "Tidewrack Songs",
        Credits = [new(SongPart.Words, "Odile Tranter")],
        OpensBlank = opensBlank,
        Wordings = [.. wordings.Where((wording, rank) => rank == 0 || wording.Sections.Length > 0)],
        SungOrders = [new SungOrder(SungOrder.FullName, [.. order.Select(Mark)])],
    }, Shelf.MainId, DateTimeOffset.UnixEpoch, "Maren");
}
