using System.Collections.Immutable;
using System.Globalization;
using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Ymnos.Core.Songs;
using Ymnos.Formats.Files;

namespace Ymnos.Formats.Archive;

/// <summary>
/// Everything songs have, in one file: a zip that holds <c>ymnos-songs.json</c> with format and version, and one JSON file
/// for every song. Described in docs/formats.md.
/// </summary>
public static class SongArchive
{
    public const string Format = "Song archive";

    /// <summary>Raised whenever an older reader would misread a newer file.</summary>
    public const int Version = 1;

    private const string Manifest = "ymnos-songs.json";

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        IgnoreReadOnlyProperties = true,
        WriteIndented = true,
        MaxDepth = 16,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new SectionMarkJson(), new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    private sealed record Head(string Format, int Version, int Songs, DateTimeOffset Made);

    /// <summary>Writes songs as an archive, one after the other, without holding them all.</summary>
    public static async Task WriteAsync(Stream file, IAsyncEnumerable<SongContent> songs, DateTimeOffset now, CancellationToken cancel)
    {
        await using var zip = await ZipArchive.CreateAsync(file, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, cancel);
        var count = 0;
        await foreach (var song in songs.WithCancellation(cancel))
            await PutAsync(zip, string.Create(CultureInfo.InvariantCulture, $"songs/{++count:000000}.json"), song, now, cancel);
        await PutAsync(zip, Manifest, new Head("ymnos-songs", Version, count, now), now, cancel);
    }

    /// <summary>Whether a zip is an archive of ours.</summary>
    internal static bool Looks(ZipArchive zip) => zip.GetEntry(Manifest) is not null;

    internal static ReadFile Read(IEnumerable<(string Name, byte[] Bytes)> entries)
    {
        var songs = new List<ReadSong?>();
        try
        {
            foreach (var (name, bytes) in entries)
            {
                if (name == Manifest)
                {
                    var head = JsonSerializer.Deserialize<Head>(bytes, Options);
                    if (head is not { Format: "ymnos-songs" })
                        return ReadFile.Refused(Format, "This archive does not say what it holds.");
                    if (head.Version > Version)
                        return ReadFile.Refused(Format, $"This archive is of version {head.Version}, made by a newer Ymnos. This one reads up to version {Version}.");
                }
                else if (name.EndsWith(".json", StringComparison.Ordinal) && ReadOne(bytes) is { } song)
                    songs.Add(song);
            }
        }
        catch (JsonException broken)
        {
            return ReadFile.Refused(Format, $"A song in this archive is broken in line {broken.LineNumber + 1}.");
        }
        return ReadFile.Of(Format, songs);
    }

    /// <summary>One song as the archive holds it.</summary>
    public static string Write(SongContent song) => JsonSerializer.Serialize(song, Options);

    /// <summary>Reads one song's JSON; throws <see cref="JsonException"/> where it is broken.</summary>
    public static ReadSong? ReadOne(ReadOnlySpan<byte> json) =>
        JsonSerializer.Deserialize<SongContent>(json, Options) is { } read ? ReadSong.Of(read, []) : null;

    private static async Task PutAsync<T>(ZipArchive zip, string name, T value, DateTimeOffset now, CancellationToken cancel)
    {
        var entry = zip.CreateEntry(name, CompressionLevel.Fastest);
        entry.LastWriteTime = now;
        await using var stream = await entry.OpenAsync(cancel);
        await JsonSerializer.SerializeAsync(stream, value, Options, cancel);
    }
}
