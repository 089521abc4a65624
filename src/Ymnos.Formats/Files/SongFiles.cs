using System.Collections.Immutable;
using System.IO.Compression;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Formats.Archive;
using Ymnos.Formats.Catalogue;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;

namespace Ymnos.Formats.Files;

/// <summary>Files as people send them: told apart by what is in them, not by what they are called.</summary>
public static class SongFiles
{
    /// <summary>No single song file is larger.</summary>
    public const int LargestFile = 5_000_000;

    /// <summary>No zip holds more files.</summary>
    public const int MostFiles = 20_000;

    /// <summary>All files of a zip together, unpacked.</summary>
    public const long LargestUnpacked = 400_000_000;

    /// <summary>Nothing written by people packs better than this; what does was made to fill a disk.</summary>
    public const int LargestRatio = 250;

    public static bool IsZip(ReadOnlySpan<byte> bytes) => bytes is [0x50, 0x4B, 0x03 or 0x05, ..];

    /// <summary>
    /// The files of a zip, each once, or why it is not opened. An archive of ours is one file. Folders' names and paths are
    /// only labels; nothing is written anywhere.
    /// </summary>
    public static Outcome<List<(string Name, byte[] Bytes)>> Unpack(string name, byte[] bytes)
    {
        try
        {
            using var zip = new ZipArchive(new MemoryStream(bytes, writable: false), ZipArchiveMode.Read);
            if (zip.Entries.Count > MostFiles)
                return Refuse($"“{name}” holds more than {MostFiles:N0} files.");
            if (SongArchive.Looks(zip))
                return new List<(string, byte[])> { (name, bytes) };
            return Entries(zip, name) switch
            {
                ({ } files, _) => files,
                var (_, why) => Refuse(why),
            };
        }
        catch (Exception broken) when (broken is InvalidDataException or NotSupportedException or IOException)
        {
            return Refuse($"“{name}” is not a zip that can be opened.");
        }

        static Outcome<List<(string, byte[])>> Refuse(string why) => new List<Problem> { new("Files", why) };
    }

    /// <summary>Reads one file.</summary>
    /// <param name="name">Its name; a plain text without a title takes it from here.</param>
    /// <param name="bytes">Its content.</param>
    /// <param name="encoding">How its text is read; what <see cref="TextEncoding.Guess"/> says, or what a person chose.</param>
    public static ReadFile Read(string name, byte[] bytes, string encoding)
    {
        if (bytes.Length > LargestFile && !IsZip(bytes))
            return ReadFile.Refused("", $"This file is larger than {LargestFile / 1_000_000} MB.");
        if (IsZip(bytes))
            return ReadArchive(name, bytes);
        if (IsBinary(bytes, encoding))
            return ReadFile.Refused("", "This is not a text file, and no format that is known here.");
        var text = TextEncoding.Read(bytes, encoding).TrimStart('\uFEFF');
        if (text.AsSpan().TrimStart() is ['<', ..])
            return OpenLyricsReader.Read(text.TrimStart());
        if (CatalogueCsv.Looks(text) && name.EndsWith(".csv", StringComparison.OrdinalIgnoreCase))
            return CatalogueCsv.Read(text);
        return ChordProReader.Looks(text) ? ChordProReader.Read(text) : SongSheet.ReadFile(text, TitleOf(name));
    }

    private static ReadFile ReadArchive(string name, byte[] bytes)
    {
        try
        {
            using var zip = new ZipArchive(new MemoryStream(bytes, writable: false), ZipArchiveMode.Read);
            if (!SongArchive.Looks(zip) || zip.Entries.Count > MostFiles)
                return ReadFile.Refused("Zip", "A zip inside a zip is not opened. Unpack it, and send the files.");
            return Entries(zip, name) switch
            {
                ({ } files, _) => SongArchive.Read(files),
                var (_, why) => ReadFile.Refused(SongArchive.Format, why),
            };
        }
        catch (Exception broken) when (broken is InvalidDataException or NotSupportedException or IOException)
        {
            return ReadFile.Refused("Zip", "This zip is broken.");
        }
    }

    private static (List<(string Name, byte[] Bytes)>? Files, string Why) Entries(ZipArchive zip, string name)
    {
        var files = new List<(string, byte[])>();
        long total = 0;
        foreach (var entry in zip.Entries)
        {
            // What stands in the head of an entry may lie: only what comes out is counted.
            if (entry.FullName.EndsWith('/') || entry.Name.StartsWith('.') || entry.FullName.StartsWith("__MACOSX/", StringComparison.Ordinal))
                continue;
            using var stream = entry.Open();
            var content = new MemoryStream();
            var buffer = new byte[81_920];
            for (int read; (read = stream.Read(buffer)) > 0;)
            {
                content.Write(buffer, 0, read);
                total += read;
                if (content.Length > LargestFile)
                    return (null, $"“{entry.Name}” in “{name}” is larger than {LargestFile / 1_000_000} MB.");
                if (total > LargestUnpacked)
                    return (null, $"“{name}” unpacks to more than {LargestUnpacked / 1_000_000} MB.");
                if (content.Length > 1_000_000 && content.Length > entry.CompressedLength * LargestRatio)
                    return (null, $"“{entry.Name}” in “{name}” is packed as nothing written by people is.");
            }
            files.Add((entry.FullName, content.ToArray()));
        }
        return files.Count == 0 ? (null, $"“{name}” is empty.") : (files, "");
    }

    private static bool IsBinary(byte[] bytes, string encoding) =>
        !encoding.StartsWith("UTF-16", StringComparison.Ordinal) && bytes.AsSpan(0, Math.Min(bytes.Length, 4096)).Count((byte)0) > 4;

    private static string TitleOf(string name) => CleanText.Line(Path.GetFileNameWithoutExtension(name.Replace('\\', '/')).Replace('_', ' '));
}
