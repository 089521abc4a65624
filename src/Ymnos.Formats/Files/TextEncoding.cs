using System.Text;

namespace Ymnos.Formats.Files;

/// <summary>Which encoding a text file is in.</summary>
public static class TextEncoding
{
    public const string Utf8 = "UTF-8";

    /// <summary>The encodings a file can be read in, by the names people know.</summary>
    public static readonly IReadOnlyList<string> All = [Utf8, "UTF-16", "UTF-16 big-endian", "Windows-1252", "Windows-1251", "Windows-1250", "Latin-1"];

    // Letters of the languages that are written in each code page, beyond ASCII. What stands in all of them tells nothing.
    private const string Western = "àâäáãåæçéèêëíìîïñóòôöõøœúùûüÿßÀÂÄÁÃÅÆÇÉÈÊËÍÌÎÏÑÓÒÔÖÕØŒÚÙÛÜŸ’‘“”«»–—…©";
    private const string Central = "ąćęłńóśźżáčďéěíňřšťúůýžäöüőűăâîșțşţđľĺŕôĄĆĘŁŃÓŚŹŻÁČĎÉĚÍŇŘŠŤÚŮÝŽÄÖÜŐŰĂÂÎŞŢĐĽÔ’‘“”„«»–—…©";

    static TextEncoding() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <summary>
    /// The likeliest encoding: what a byte-order mark says; UTF-16 where every other byte of a Latin text is zero; UTF-8
    /// where the whole text is valid; else the code page in whose languages most of the letters beyond ASCII stand as
    /// letters inside words.
    /// </summary>
    public static string Guess(ReadOnlySpan<byte> bytes)
    {
        if (bytes is [0xEF, 0xBB, 0xBF, ..])
            return Utf8;
        if (bytes is [0xFF, 0xFE, ..])
            return "UTF-16";
        if (bytes is [0xFE, 0xFF, ..])
            return "UTF-16 big-endian";
        var head = bytes[..Math.Min(bytes.Length, 64 * 1024)];
        var (even, odd) = (0, 0);
        for (var i = 0; i < head.Length; i++)
            if (head[i] == 0)
                (even, odd) = i % 2 == 0 ? (even + 1, odd) : (even, odd + 1);
        if (odd > head.Length / 8 && odd > even * 4)
            return "UTF-16";
        if (even > head.Length / 8 && even > odd * 4)
            return "UTF-16 big-endian";
        if (System.Text.Unicode.Utf8.IsValid(bytes))
            return Utf8;
        var sample = head.ToArray();
        return ((string Name, double Score)[])
        [
            ("Windows-1252", Score(sample, "Windows-1252", Western)),
            ("Windows-1250", Score(sample, "Windows-1250", Central)),
            ("Windows-1251", Score(sample, "Windows-1251", null)),
        ] is var scored ? scored.MaxBy(encoding => encoding.Score).Name : Utf8;
    }

    /// <summary>The text of a file in a named encoding. Bytes that mean nothing in it become U+FFFD.</summary>
    public static string Read(byte[] bytes, string name)
    {
        using var reader = new StreamReader(new MemoryStream(bytes, writable: false), Of(name), detectEncodingFromByteOrderMarks: true);
        return reader.ReadToEnd();
    }

    private static Encoding Of(string name) => name switch
    {
        "UTF-16" => Encoding.Unicode,
        "UTF-16 big-endian" => Encoding.BigEndianUnicode,
        "Latin-1" => Encoding.Latin1,
        "Windows-1252" => Encoding.GetEncoding(1252),
        "Windows-1251" => Encoding.GetEncoding(1251),
        "Windows-1250" => Encoding.GetEncoding(1250),
        _ => new UTF8Encoding(false),
    };

    /// <summary>Letters beyond ASCII that stand where letters of these languages stand, less those that do not.</summary>
    private static double Score(byte[] bytes, string name, string? letters)
    {
        var text = Of(name).GetString(bytes);
        var score = 0.0;
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            if (c < 0x80)
                continue;
            var (before, after) = (i > 0 ? text[i - 1] : ' ', i + 1 < text.Length ? text[i + 1] : ' ');
            if (letters is null)
            {
                // Cyrillic words are Cyrillic from end to end.
                if (IsCyrillic(c))
                    score += (IsCyrillic(before) ? 0.5 : char.IsAsciiLetter(before) ? -1 : 0.2) + (IsCyrillic(after) ? 0.5 : char.IsAsciiLetter(after) ? -1 : 0.2)
                        - (char.IsUpper(c) && char.IsLower(before) ? 1 : 0);
                else
                    score -= char.IsLetter(c) ? 0.5 : 0;
            }
            else if (letters.Contains(c, StringComparison.Ordinal))
                score += !char.IsLetter(c) ? 0.3 : char.IsUpper(c) && char.IsLower(before) ? -1 : char.IsAsciiLetter(before) || char.IsAsciiLetter(after) ? 1 : 0;
            else
                score -= 1;
        }
        return score;
    }

    private static bool IsCyrillic(char c) => c is >= '\u0400' and <= '\u04FF';
}
