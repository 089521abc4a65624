namespace Ymnos.Core.Songs;

/// <summary>Another title that a song goes by.</summary>
/// <param name="Text">The title.</param>
/// <param name="Language">BCP 47 tag of its language; empty where it is not said.</param>
public sealed record SongTitle(string Text, string Language = "")
{
    /// <summary>Reads "La lanterne sur l'eau", or "fr: La lanterne sur l'eau" with one of our languages before the colon.</summary>
    public static SongTitle Read(string line)
    {
        var colon = line.IndexOf(':', StringComparison.Ordinal);
        return colon > 0 && WordingLanguage.IsOffered(line[..colon].Trim()) && line[(colon + 1)..].Trim() is { Length: > 0 } text
            ? new(text, line[..colon].Trim())
            : new(line);
    }

    public override string ToString() => Language.Length > 0 ? $"{Language}: {Text}" : Text;
}
