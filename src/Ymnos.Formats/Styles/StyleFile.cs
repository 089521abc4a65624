using System.Globalization;
using System.IO.Compression;
using System.Text.Json;
using Ymnos.Core;
using Ymnos.Core.Styles;

namespace Ymnos.Formats.Styles;

/// <summary>A picture that travels with a style.</summary>
/// <param name="Id">The id by which the style calls for it.</param>
/// <param name="Name">What a person knows it by.</param>
/// <param name="Bytes">Of the picture or film.</param>
/// <param name="Poster">A film's first frame, or a drawn SVG; nothing for other pictures.</param>
public sealed record StylePicture(Guid Id, string Name, byte[] Bytes, byte[]? Poster);

/// <summary>A style as its file holds it.</summary>
public sealed record StyleInFile(string Name, StyleLook Look, IReadOnlyList<StylePicture> Pictures);

/// <summary>
/// A style with its pictures in one file: a zip that holds <c>ymnos-style.json</c> and the pictures it names. Described in
/// docs/formats.md.
/// </summary>
public static class StyleFile
{
    /// <summary>Raised whenever an older reader would misread a newer file.</summary>
    public const int Version = 1;

    public const int LargestFile = 64 * 1024 * 1024;

    private const string Manifest = "ymnos-style.json";
    private const int MostEntries = 100;
    private const long MostBytes = 200L * 1024 * 1024;
    private const int LargestManifest = 1024 * 1024;
    private const int MostRatio = 200;

    private sealed record Head(string Format, int Version, string Name, StyleLook Look, IReadOnlyList<HeadPicture> Pictures);

    private sealed record HeadPicture(Guid Id, string Name, string File, string? Poster);

    public static async Task<byte[]> WriteAsync(StyleInFile style, DateTimeOffset now, CancellationToken cancel)
    {
        var file = new MemoryStream();
        await using (var zip = await ZipArchive.CreateAsync(file, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, cancel))
        {
            var pictures = style.Pictures.Index().Select(picture => new HeadPicture(picture.Item.Id, picture.Item.Name,
                string.Create(CultureInfo.InvariantCulture, $"pictures/{picture.Index + 1}"),
                picture.Item.Poster is null ? null : string.Create(CultureInfo.InvariantCulture, $"pictures/{picture.Index + 1}-poster"))).ToList();
            await PutAsync(Manifest, JsonSerializer.SerializeToUtf8Bytes(new Head("ymnos-style", Version, style.Name, style.Look, pictures), StyleJson.Options));
            foreach (var (head, picture) in pictures.Zip(style.Pictures))
            {
                await PutAsync(head.File, picture.Bytes);
                if (picture.Poster is { } poster)
                    await PutAsync(head.Poster!, poster);
            }

            async Task PutAsync(string name, byte[] bytes)
            {
                var entry = zip.CreateEntry(name, CompressionLevel.Fastest);
                entry.LastWriteTime = now;
                await using var into = await entry.OpenAsync(cancel);
                await into.WriteAsync(bytes, cancel);
            }
        }
        return file.ToArray();
    }

    /// <summary>Reads a style's file. Names in it are only looked up among its own entries: no path leads anywhere.</summary>
    public static Outcome<StyleInFile> Read(byte[] file)
    {
        if (file.Length > LargestFile)
            return Refused($"A style's file has at most {LargestFile / 1024 / 1024} MB.");
        try
        {
            using var zip = new ZipArchive(new MemoryStream(file), ZipArchiveMode.Read);
            if (zip.Entries.Count > MostEntries || zip.Entries.Sum(entry => entry.Length) > MostBytes
                || zip.Entries.Any(entry => entry.Length > 4096 && entry.Length > entry.CompressedLength * MostRatio))
                return Refused("This archive unpacks to more than a style can have.");
            if (zip.GetEntry(Manifest) is not { Length: <= LargestManifest } manifest)
                return Refused("This is not the file of a style.");
            var head = JsonSerializer.Deserialize<Head>(Bytes(manifest), StyleJson.Options);
            if (head is not { Format: "ymnos-style", Look: { Full: not null, LowerThird: not null, Platform: not null } })
                return Refused("This file does not hold a whole style.");
            if (head.Version > Version)
                return Refused($"This style is of version {head.Version}, made by a newer Ymnos. This one reads up to version {Version}.");
            var pictures = new List<StylePicture>();
            foreach (var picture in head.Pictures ?? [])
            {
                if (picture.File is null || zip.GetEntry(picture.File) is not { } bytes)
                    return Refused($"The picture “{picture.Name}” is missing from the file.");
                pictures.Add(new(picture.Id, picture.Name ?? "", Bytes(bytes), picture.Poster is { } poster && zip.GetEntry(poster) is { } drawn ? Bytes(drawn) : null));
            }
            return new StyleInFile(head.Name ?? "", head.Look, pictures);
        }
        catch (Exception broken) when (broken is InvalidDataException or JsonException or EndOfStreamException or NotSupportedException)
        {
            return Refused("This file is broken and cannot be read as a style.");
        }
    }

    private static byte[] Bytes(ZipArchiveEntry entry)
    {
        // An entry may unpack to more than it says: no more than it says is read.
        var bytes = new byte[entry.Length];
        using var from = entry.Open();
        from.ReadExactly(bytes);
        return from.ReadByte() < 0 ? bytes : throw new InvalidDataException("An entry is longer than it says.");
    }

    private static List<Problem> Refused(string message) => [new("File", message)];
}
