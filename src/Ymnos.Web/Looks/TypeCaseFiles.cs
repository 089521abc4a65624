using System.Collections.Immutable;
using System.Text.Json;
using Ymnos.Core.Typesetting;

namespace Ymnos.Web.Looks;

/// <summary>The font files that browsers are given, as the server measures and paints with them.</summary>
public sealed class TypeCaseFiles(IWebHostEnvironment environment)
{
    private readonly string _folder = Path.Combine(environment.WebRootPath, "built", "fonts");

    public TypeCase Open()
    {
        using var list = File.OpenRead(Path.Combine(_folder, "typecase.json"));
        return new(JsonSerializer.Deserialize<ImmutableArray<CaseFace>>(list, JsonSerializerOptions.Web), Font);
    }

    public Stream Font(string face) => File.OpenRead(Path.Combine(_folder, face + ".ttf"));
}
