using System.Collections.Immutable;
using System.Text.Json;
using Ymnos.Core.Typesetting;

namespace Ymnos.Web.Looks;

/// <summary>The font files that browsers are given, as the server measures and paints with them.</summary>
public static class TypeCaseFiles
{
    public static TypeCase Open(IWebHostEnvironment environment)
    {
        var folder = Path.Combine(environment.WebRootPath, "built", "fonts");
        using var list = File.OpenRead(Path.Combine(folder, "typecase.json"));
        return new(JsonSerializer.Deserialize<ImmutableArray<CaseFace>>(list, JsonSerializerOptions.Web), face => Path.Combine(folder, face + ".ttf"));
    }
}
