using System.Collections.Immutable;
using System.Text.Json;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

/// <summary>The fonts that the product ships, from where its build takes them.</summary>
internal static class Fonts
{
    private static readonly string Folder = Find();

    public static readonly TypeCase Case = Open();

    public static readonly Typeface Words = Case["slide-sans-600"];
    public static readonly Lettering Letters = Case.Of(StyleLook.House.Full.Words.Type, "en");
    public static readonly ScreenFace House = new(StyleLook.House.Full, Screen.Usual, Case);

    /// <summary>A case that has measured nothing yet.</summary>
    public static TypeCase Open() => new(
        JsonSerializer.Deserialize<ImmutableArray<CaseFace>>(File.ReadAllText(Path.Combine(Folder, "typecase.json")), JsonSerializerOptions.Web),
        face => Path.Combine(Folder, face + ".ttf"));

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Ymnos.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("Run the tests from a checkout.");
        return Path.Combine(folder.FullName, "src/Ymnos.Web/wwwroot/built/fonts");
    }
}
