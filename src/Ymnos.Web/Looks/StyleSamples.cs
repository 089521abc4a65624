using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Web.Looks;

/// <summary>What the style pages show a style with.</summary>
public static class StyleSamples
{
    /// <summary>Keys and names, as the page offers them.</summary>
    public static readonly IReadOnlyList<(string Key, string Name)> All =
    [
        ("short", "short verse"), ("long", "long verse"), ("two", "two languages"), ("three", "three languages"), ("four", "four languages"), ("passage", "long passage"),
    ];

    private static readonly SectionMark Verse = new(SectionKind.Verse, 1);

    private static readonly Wording English = Of("en", "Lift the lantern over water,", "call the far boats home;", "every deckhand, every daughter,", "no one sails alone.");
    private static readonly Wording French = Of("fr", "Lève la lanterne sur les eaux,", "ramène au port les barques ;", "chaque marin, chaque fille des flots,", "nul ne vogue à part.") with { Translator = "Remi Gauvain", Year = 2019 };
    private static readonly Wording Persian = Of("fa", "فانوس را بر آب برافراز،", "قایق‌های دور را بخوان؛", "هر ملوان و هر دختر باز", "تنها نماند در طوفان.");
    private static readonly Wording Ukrainian = Of("uk", "Підніми ліхтар над водою,", "клич човни додому;", "кожен тут іде не собою,", "не пливе нікому.");

    private static readonly Wording Long = Of("en",
        "There is room along the quay for every hull the weather scattered,", "there is rope enough for all the hands that come in cold and torn;",
        "there is bread upon the shingle and a light for what was shattered,", "and the pilot reads the roll of us as though our going mattered,",
        "and he does not ask the reason, and he does not wait till morn,", "but he counts us in by name until the last of us is born.");

    private static readonly Wording Passage = Of("en",
        "Out of the deep of my trouble I called, and I was answered; from the belly of the grave I cried, and you heard my voice. You flung me into the heart of the sea, and the currents closed about me; all your waves and your breakers went over my head.");

    /// <summary>The first slide of a sample on a screen of the usual shape.</summary>
    public static Slide Of(string sample, StyleLook look, SlideFace face, TypeCase typeCase)
    {
        var screen = new Screen { Name = "", Purpose = face == SlideFace.Platform ? ScreenPurpose.Platform : ScreenPurpose.Main, Face = face };
        if (sample == "passage")
            return PassageOn(new ScreenFace(look[face], screen, typeCase));
        var (wordings, languages) = sample switch
        {
            "long" => (new[] { Long }, (string[])["en"]),
            "two" => ([English, French], ["en", "fr"]),
            "three" => ([English, French, Persian], ["en", "fr", "fa"]),
            "four" => ([English, French, Persian, Ukrainian], ["en", "fr", "fa", "uk"]),
            _ => ([English], ["en"]),
        };
        var order = new SungOrder("full", [Verse]) { Key = "Eb" };
        var song = Song.Create(new()
        {
            Title = sample == "long" ? "Room along the Quay" : "Lantern over Water",
            Credits = [new(SongPart.Words, "Odile Tranter"), new(SongPart.Music, "Odile Tranter")],
            CopyrightYear = 2014,
            CopyrightHolder = "Tidewrack Songs",
            Wordings = [.. wordings],
            SungOrders = [order],
        }, Shelf.MainId, DateTimeOffset.UnixEpoch, "");
        return ShowCompiler.CompileSong(song, order, [.. languages], screen, look, typeCase, "Song Rights Exchange 40117").Steps[0].Slides[0];
    }

    private static Slide PassageOn(ScreenFace face)
    {
        var layout = WordsLayout.Of([Passage], face);
        var (rows, plates) = layout.Place(layout.SlidesOf(Verse)[0]);
        return new(face.Width, face.Ground, plates,
        [
            .. rows,
            .. face.Set(RowPlace.Reference, face.Style.Reference, ["Jonah 2:2–3"], "en"),
            .. face.Set(RowPlace.Credit, face.Style.Credit, CreditTemplate.From(face.Style.CreditTemplate, new() { Version = "Harbour Version", Notice = "© 2021 Outer Isles Press, by leave" }), "en"),
        ]);
    }

    private static Wording Of(string language, params string[] lines) => new(language, [Section.Of(Verse, lines)]);
}
