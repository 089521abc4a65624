using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Ymnos.Core.Songs;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;

namespace Ymnos.Bench;

/// <summary>A zip of song files brought in through the pages: sent, read, looked at, taken in.</summary>
internal static partial class Importing
{
    public static async Task<int> RunAsync(string url, int files)
    {
        using var browser = await PageTimes.SignInAsync(url);
        var zip = await ZipAsync(files);
        var page = await browser.GetStringAsync($"{url}/songs/import");
        using var form = new MultipartFormDataContent
        {
            { new StringContent(Token().Match(page).Groups[1].Value), "__RequestVerificationToken" },
            { new StringContent($"{Shelf.MainId}"), "shelf" },
            { new ByteArrayContent(zip), "files", "songs.zip" },
        };
        var whole = Stopwatch.GetTimestamp();
        using var sent = await browser.PostAsync($"{url}/songs/import", form);
        sent.EnsureSuccessStatusCode();
        var upload = Stopwatch.GetElapsedTime(whole);
        var (import, read) = await FollowAsync(browser, sent.RequestMessage!.RequestUri!);

        var preview = await browser.GetStringAsync(import);
        using var take = new FormUrlEncodedContent(new Dictionary<string, string> { ["__RequestVerificationToken"] = Token().Match(preview).Groups[1].Value });
        using var taken = await browser.PostAsync($"{import}?handler=Take", take);
        taken.EnsureSuccessStatusCode();
        var (_, took) = await FollowAsync(browser, taken.RequestMessage!.RequestUri!);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{files} files in a zip of {zip.Length / 1e6:0.0} MB: sent and unpacked {upload.TotalSeconds:0.0} s, read and compared with the library {read.TotalSeconds:0.0} s, taken in {took.TotalSeconds:0.0} s, all {Stopwatch.GetElapsedTime(whole).TotalSeconds:0.0} s"));
        return 0;
    }

    /// <summary>Follows a job to its end; the address it leads to, and how long it took.</summary>
    private static async Task<(string Leads, TimeSpan Took)> FollowAsync(HttpClient browser, Uri job)
    {
        var start = Stopwatch.GetTimestamp();
        if (!job.AbsolutePath.StartsWith("/jobs/", StringComparison.Ordinal))
            return (job.ToString(), TimeSpan.Zero);
        while (true)
        {
            using var news = JsonDocument.Parse(await browser.GetStringAsync(new Uri($"{job}?handler=Progress")));
            var state = news.RootElement.GetProperty("state").GetString();
            if (state == "Done")
                return (new Uri(job, news.RootElement.GetProperty("leads").GetString()!).ToString(), Stopwatch.GetElapsedTime(start));
            if (state is not ("Waiting" or "Running"))
                throw new InvalidOperationException($"{state}: {news.RootElement.GetProperty("says")}");
            await Task.Delay(100);
        }
    }

    private static async Task<byte[]> ZipAsync(int files)
    {
        var made = new MadeUpSongs(11);
        using var file = new MemoryStream();
        await using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
            for (var i = 0; i < files; i++)
            {
                var song = made.Next(1_000_000 + i).Content;
                var (ending, bytes) = (i % 3) switch
                {
                    0 => ("xml", OpenLyricsWriter.Write(song, DateTimeOffset.UnixEpoch)),
                    1 => ("cho", Encoding.UTF8.GetBytes(ChordProWriter.Write(song))),
                    _ => ("txt", Encoding.UTF8.GetBytes(SongSheet.Write(song))),
                };
                await using var entry = await zip.CreateEntry($"{i:00000}.{ending}").OpenAsync();
                await entry.WriteAsync(bytes);
            }
        return file.ToArray();
    }

    [GeneratedRegex("name=\"ymnos-token\" content=\"([^\"]+)\"")]
    private static partial Regex Token();
}
