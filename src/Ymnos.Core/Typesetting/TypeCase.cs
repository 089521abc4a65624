using System.Collections.Concurrent;
using System.Collections.Immutable;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Typesetting;

/// <summary>One font file of the case.</summary>
/// <param name="Face">The name that pages and slides call it by.</param>
/// <param name="Family">Key of the family, as styles name it.</param>
/// <param name="Name">The family's own name, as other programs know it.</param>
/// <param name="Script">The script it is there for; nothing for a family that styles can choose.</param>
/// <param name="Weight">100 to 900.</param>
/// <param name="Italic">Whether it slants.</param>
public sealed record CaseFace(string Face, string Family, string Name, string? Script, int Weight, bool Italic);

/// <summary>
/// All the typefaces there are, as a printer's type case holds them: the families that styles choose from, and faces for
/// the scripts that those families lack.
/// </summary>
/// <param name="faces">All of them.</param>
/// <param name="fileOf">Path of a face's font file.</param>
public sealed class TypeCase(ImmutableArray<CaseFace> faces, Func<string, string> fileOf) : IDisposable
{
    private readonly ConcurrentDictionary<string, Lazy<Typeface>> _typefaces = new();
    private readonly ConcurrentDictionary<(string Family, int Weight, bool Italic, string Language), Lettering> _letterings = new();

    public ImmutableArray<CaseFace> Faces => faces;

    /// <summary>Keys and names of the families that a style can choose.</summary>
    public IReadOnlyList<(string Key, string Name)> Families { get; } =
        [.. faces.Where(face => face.Script is null).Select(face => (face.Family, face.Name)).Distinct()];

    /// <summary>A face by its name. Read from its file when it is first asked for.</summary>
    public Typeface this[string face] => _typefaces.GetOrAdd(face, name => new Lazy<Typeface>(() => new Typeface(name, fileOf(name)))).Value;

    /// <summary>Path of a face's font file.</summary>
    public string FileOf(string face) => fileOf(face);

    public CaseFace Named(string face) => faces.First(known => known.Face == face);

    /// <summary>
    /// The letters for words of a language. The face of the language's own script leads where the family lacks it; behind
    /// it stand the family, and then the faces of all other scripts.
    /// </summary>
    public Lettering Of(TypeSetting type, string language)
    {
        // Asked for at every row: the way to one that is known costs nothing.
        var wanted = (type.Family, type.Weight, type.Italic, language);
        return _letterings.TryGetValue(wanted, out var known) ? known
            : _letterings.GetOrAdd(wanted, key => new Lettering(this, Chain(key.Family, key.Weight, key.Italic, LeadingScript(key.Language))));
    }

    public void Dispose()
    {
        foreach (var typeface in _typefaces.Values.Where(typeface => typeface.IsValueCreated))
            typeface.Value.Dispose();
    }

    private ImmutableArray<string> Chain(string family, int weight, bool italic, string leading)
    {
        var own = Nearest(faces.Where(face => face.Script is null && face.Family == family), weight, italic)
            ?? Nearest(faces.Where(face => face.Script is null), weight, italic)
            ?? throw new InvalidOperationException("The type case is empty.");
        var scripts = faces.Where(face => face.Script is not null).GroupBy(face => face.Script!)
            .Select(script => (Script: script.Key, Face: Nearest(script, weight, false)!.Face)).ToList();
        return [.. scripts.Where(script => script.Script == leading).Select(script => script.Face), own.Face,
            .. scripts.Where(script => script.Script != leading).Select(script => script.Face)];
    }

    private static CaseFace? Nearest(IEnumerable<CaseFace> among, int weight, bool italic) =>
        among.OrderBy(face => face.Italic == italic ? 0 : 1).ThenBy(face => Math.Abs(face.Weight - weight)).ThenByDescending(face => face.Weight).FirstOrDefault();

    /// <summary>The script of the case that a language is written in; empty for Latin, Greek and Cyrillic, which every family has.</summary>
    private static string LeadingScript(string language) => language.EndsWith("-Latn", StringComparison.OrdinalIgnoreCase) ? "" : language.Split('-')[0] switch
    {
        "fa" or "ar" or "ur" or "ps" or "ckb" => "Arabic",
        "he" or "yi" => "Hebrew",
        "hi" or "mr" or "ne" or "sa" => "Devanagari",
        "am" or "ti" or "gez" => "Ethiopic",
        "th" => "Thai",
        "zh" => "Chinese",
        "ja" => "Japanese",
        "ko" => "Korean",
        _ => "",
    };
}
