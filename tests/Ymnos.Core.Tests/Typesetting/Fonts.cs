using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Tests.Typesetting;

/// <summary>The fonts that the product ships, from where its build takes them.</summary>
internal static class Fonts
{
    public static readonly Typeface Words = Load("slide-sans-600");
    public static readonly Typeface Credit = Load("slide-sans-400");
    public static readonly Style House = Style.House(Words, Credit);

    private static Typeface Load(string name)
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Ymnos.slnx")))
            folder = folder.Parent ?? throw new InvalidOperationException("Run the tests from a checkout.");
        using var file = File.OpenRead(Path.Combine(folder.FullName, "src/Ymnos.Web/wwwroot/built/fonts", name + ".ttf"));
        return new Typeface(name, file);
    }
}
