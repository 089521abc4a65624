using System.Collections.Immutable;
using System.Text.Json;
using Ymnos.Core.Screens;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Rendering.Tests;

/// <summary>The fonts that the product ships, and slides set in them.</summary>
internal static class House
{
    private static readonly string Folder = Find();

    public static readonly TypeCase Case = new(
        JsonSerializer.Deserialize<ImmutableArray<CaseFace>>(File.ReadAllText(Path.Combine(Folder, "typecase.json")), JsonSerializerOptions.Web), face => Path.Combine(Folder, face + ".ttf"));

    public static readonly SlidePainter Painter = new(Case);

    private static readonly SectionMark Verse = new(SectionKind.Verse, 1);

    private static readonly Song Lantern = Song.Create(new()
    {
        Title = "Lantern over Water",
        CopyrightYear = 2014,
        CopyrightHolder = "Tidewrack Songs",
        Wordings =
        [
            new("en", [Section.Of(Verse, "Lift the lantern over water,", "call the far boats home;")]),
            new("fr", [Section.Of(Verse, "Lève la lanterne sur les eaux,", "ramène au port les barques ;")]),
            new("fa", [Section.Of(Verse, "فانوس را بر آب 107 برافراز،", "قایق‌های دور را بخوان؛")]),
            new("zh", [Section.Of(Verse, "愿光照在水面上，", "带领我们回家。")]),
        ],
        SungOrders = [new SungOrder(SungOrder.FullName, [Verse])],
    }, Shelf.MainId, DateTimeOffset.UnixEpoch, "Maren");


    public static Slide Slide(StyleLook look, params ImmutableArray<string> languages) =>
        ShowCompiler.CompileSong(Lantern, Lantern.SungOrders[0], languages, Screen.Usual, look, Case).Steps[0].Slides[0];

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Ymnos.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("Run the tests from a checkout.");
        return Path.Combine(folder.FullName, "src/Ymnos.Web/wwwroot/built/fonts");
    }
}
