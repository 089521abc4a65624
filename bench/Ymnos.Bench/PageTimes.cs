using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Data;

namespace Ymnos.Bench;

/// <summary>First byte of the main pages, one after the other, from a planner with 40 entries.</summary>
internal static partial class PageTimes
{
    public static async Task<int> RunAsync(string connection, string url)
    {
        using var browser = await SignInAsync(url);
        await using var db = new YmnosDb((DbContextOptions<YmnosDb>)YmnosDb.Configure(new DbContextOptionsBuilder<YmnosDb>(), connection).Options);
        var songs = await db.Songs.OrderBy(song => song.Id).Take(40).ToListAsync();
        if (!Service.Create(new ServiceDraft { Title = "Forty", Date = "2031-01-05", StartTimes = "9:30" }, DateTimeOffset.UtcNow).Succeeded(out var service))
            throw new InvalidOperationException();
        foreach (var song in songs)
            service.Add(new SongEntry { SongId = song.Id });
        db.Services.Add(service);
        await db.SaveChangesAsync();

        foreach (var (name, path) in ((string, string)[])[("today", "/"), ("songs", "/songs"), ("song", $"/songs/{songs[0].Id}"), ("paste", "/songs/new"), ("calendar", "/calendar"),
            ("service, 40 entries", $"/calendar/{service.Id}"), ("booth, 40 songs", $"/booth/{service.Sittings[0].Id}"), ("health", "/health")])
        {
            var timing = new Timing();
            for (var i = 0; i < 220; i++)
                await (i < 20 ? new Timing() : timing).OfAsync(async () =>
                {
                    using var answer = await browser.GetAsync(url + path, HttpCompletionOption.ResponseHeadersRead);
                    answer.EnsureSuccessStatusCode();
                    var first = new byte[1];
                    await (await answer.Content.ReadAsStreamAsync()).ReadAtLeastAsync(first, 1, throwOnEndOfStream: false);
                    return answer.StatusCode;
                });
            Console.WriteLine($"{name,-20} {timing}");
        }
        return 0;
    }

    public static async Task<HttpClient> SignInAsync(string url)
    {
        var browser = new HttpClient(new HttpClientHandler { UseCookies = true });
        var token = Token().Match(await browser.GetStringAsync($"{url}/sign-in")).Groups[1].Value;
        using var form = new FormUrlEncodedContent(new Dictionary<string, string> { ["Name"] = "maren", ["Password"] = "lantern-over-water", ["__RequestVerificationToken"] = token });
        using var answer = await browser.PostAsync($"{url}/sign-in", form);
        answer.EnsureSuccessStatusCode();
        return browser;
    }

    [GeneratedRegex("name=\"ymnos-token\" content=\"([^\"]+)\"")]
    private static partial Regex Token();
}
