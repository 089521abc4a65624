using System.Net;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;

namespace Ymnos.Web.Tests;

public sealed class SongPagesTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_bad_draft_comes_back_with_what_was_typed_and_a_message_beside_each_cause()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("odile");
        using var answer = await browser.SubmitAsync("/songs/new", new() { ["Title"] = "   ", ["Text"] = "Lift the lantern", ["CopyrightYear"] = "late", ["Order"] = "1 Z" });
        var page = await answer.PageAsync();

        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal("Lift the lantern", page.QuerySelector("#Text")!.TextContent.Trim('\n'));
        Assert.Equal("late", page.QuerySelector("#CopyrightYear")!.GetAttribute("value"));
        foreach (var field in (string[])["Title", "CopyrightYear", "Order"])
        {
            Assert.Equal("true", page.QuerySelector($"#{field}")!.GetAttribute("aria-invalid"));
            Assert.NotEmpty(page.QuerySelector($"#{field}-problem")!.TextContent);
        }
    }

    [Fact]
    public async Task An_empty_paste_and_one_of_two_megabytes_are_refused_kindly()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("odile");
        var large = string.Concat(Enumerable.Repeat("Lift the lantern over water\n", 75_000));

        using var empty = await browser.SubmitAsync("/songs/new", new() { ["Title"] = "Nothing", ["Text"] = " \n\0\n" });
        Assert.Contains("no words here yet", (await empty.PageAsync()).QuerySelector("#Text-problem")!.TextContent, StringComparison.Ordinal);

        using var tooMuch = await browser.SubmitAsync("/songs/new", new() { ["Title"] = "Everything", ["Text"] = large });
        var page = await tooMuch.PageAsync();
        Assert.Contains("one song at a time", page.QuerySelector("#Text-problem")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(large.Length, page.QuerySelector("#Text")!.TextContent.TrimStart('\n').Length);

        using var preview = await browser.SubmitAsync("/songs/new", new() { ["text"] = large }, "/songs/new?handler=Read");
        Assert.Contains("one song at a time", (await preview.PageAsync()).QuerySelector(".problem")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("One line", "word word ")]
    [InlineData("Nulls \0 and \u202e odd \u2028 signs", "Lift\0 the \ud83d\udd6f lantern\u200b\r\rсветило\r\nنور")]
    [InlineData("<script>alert(1)</script>", "<img src=x onerror=alert(1)>")]
    public async Task Odd_texts_are_saved_as_far_as_they_can_be_and_shown_harmless(string title, string text)
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("odile");
        if (text.StartsWith("word", StringComparison.Ordinal))
            text = string.Concat(Enumerable.Repeat(text, 1000));
        using var saved = await browser.SubmitAsync("/songs/new", new() { ["Title"] = title, ["Text"] = text });
        Assert.Equal(HttpStatusCode.Redirect, saved.StatusCode);

        var page = await browser.PageAsync(saved.Headers.Location!.OriginalString);
        Assert.Empty(page.QuerySelectorAll("main script, main img"));
        Assert.Equal(Core.Songs.Pasting.CleanText.Line(title), page.QuerySelector("h1")!.TextContent);
        Assert.NotEmpty(page.QuerySelectorAll(".strip svg"));
    }

    [Fact]
    public async Task The_second_who_saves_the_same_song_sees_both_texts_and_chooses()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var odile = await application.SignedInAsync("odile");
        await using var db = application.Open();
        var song = await db.Songs.AsNoTracking().FirstAsync(song => song.Title == "Undertow", Cancel);
        var path = $"/songs/{song.Id}/edit";
        Dictionary<string, string> Draft(string text) => new() { ["Title"] = "Undertow", ["Text"] = text, ["Language"] = "en", ["Revision"] = "1" };

        using var first = await maren.SubmitAsync(path, Draft("Maren wrote this\nand both keep this"));
        Assert.Equal(HttpStatusCode.Redirect, first.StatusCode);
        using var second = await odile.SubmitAsync(path, Draft("Odile wrote this\nand both keep this"));
        var page = await second.PageAsync();

        Assert.Equal(HttpStatusCode.OK, second.StatusCode);
        Assert.Contains("Maren saved this song", page.QuerySelector("#clash")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(page.QuerySelectorAll(".clash mark"), mark => mark.TextContent == "Maren wrote this");
        Assert.Contains(page.QuerySelectorAll(".clash mark"), mark => mark.TextContent == "Odile wrote this");
        Assert.DoesNotContain(page.QuerySelectorAll(".clash mark"), mark => mark.TextContent == "and both keep this");
        Assert.Contains("Odile wrote this", page.QuerySelector("#Text")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Maren wrote this", await FirstLineAsync());

        var chosen = Draft("Odile wrote this\nand both keep this");
        chosen["Revision"] = page.QuerySelector("input[name=Revision]")!.GetAttribute("value")!;
        using var third = await odile.SubmitAsync(path, chosen);
        Assert.Equal(HttpStatusCode.Redirect, third.StatusCode);
        Assert.Equal("Odile wrote this", await FirstLineAsync());

        async Task<string> FirstLineAsync()
        {
            await using var now = application.Open();
            return (await now.Songs.AsNoTracking().FirstAsync(other => other.Id == song.Id, Cancel)).FirstLine;
        }
    }

    [Fact]
    public async Task The_box_can_be_relabelled_and_read_again()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("odile");
        using var relabelled = await browser.SubmitAsync("/songs/new", new() { ["text"] = "one\ntwo\n\nthree", ["firstLine"] = "3", ["mark"] = "B" }, "/songs/new?handler=Relabel");
        var text = await relabelled.Content.ReadAsStringAsync(Cancel);
        Assert.Equal("one\ntwo\n\n[Bridge]\nthree", text);

        using var read = await browser.SubmitAsync("/songs/new", new() { ["text"] = text }, "/songs/new?handler=Read");
        Assert.Equal(["1", "B"], (await read.PageAsync()).QuerySelectorAll(".sung-order .mark").Select(mark => mark.TextContent));
    }

    [Fact]
    public async Task A_page_asks_the_database_no_more_often_for_many_songs_than_for_few()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("maren");
        string[] paths = ["/", "/songs", "/songs?sort=Use", "/songs/tidy", "/songs?q=lantern", "/songs?q=lantren", "/calendar", $"/calendar/{await ServiceAsync()}"];
        foreach (var path in paths)
            await browser.PageAsync(path);
        var few = await CountAsync();

        await using (var db = application.Open())
        {
            var service = await db.Services.Include(service => service.AllLines).FirstAsync(service => service.Title == "Harvest of the Sea", Cancel);
            for (var i = 0; i < 40; i++)
            {
                if (!Song.Create(new SongDraft { Title = $"Lantern {i}", Text = "Lift the lantern" }, DateTimeOffset.UnixEpoch, "Maren").Succeeded(out var song))
                    throw new InvalidOperationException();
                db.Songs.Add(song);
                service.Add(new SongEntry { SongId = song.Id });
            }
            await db.SaveChangesAsync(Cancel);
        }
        // A search that fills its page from the headings saves the look into all words; it never asks more often.
        Assert.All((await CountAsync()).Zip(few), counts => Assert.InRange(counts.First, 1, counts.Second));

        async Task<int[]> CountAsync()
        {
            var counts = new List<int>();
            foreach (var path in paths)
            {
                var before = application.Queries;
                await browser.PageAsync(path);
                counts.Add(application.Queries - before);
            }
            Assert.All(counts, count => Assert.InRange(count, 1, 11));
            return [.. counts];
        }

        async Task<Guid> ServiceAsync()
        {
            await using var db = application.Open();
            return (await db.Services.FirstAsync(service => service.Title == "Harvest of the Sea", Cancel)).Id;
        }
    }
}
