namespace Ymnos.Formats.Media;

/// <summary>Knows a film by its content.</summary>
public static class FilmFile
{
    /// <summary>
    /// The content type of a film that browsers play; nothing for any other file. MP4 begins with a box of type "ftyp"
    /// (ISO/IEC 14496-12), WebM with an EBML header that names the document type "webm" (RFC 8794, RFC 9559).
    /// </summary>
    public static string? KindOf(ReadOnlySpan<byte> file)
    {
        if (file.Length > 12 && file[4..8].SequenceEqual("ftyp"u8))
            return "video/mp4";
        if (file.Length > 64 && file[..4].SequenceEqual((ReadOnlySpan<byte>)[0x1A, 0x45, 0xDF, 0xA3]) && file[..64].IndexOf("webm"u8) > 0)
            return "video/webm";
        return null;
    }
}
