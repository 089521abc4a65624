using System.Net;
using Microsoft.EntityFrameworkCore;

namespace Ymnos.Web.Tests;

/// <summary>Who may see and do what.</summary>
public sealed class DoorTests
{
    private static readonly string[] Reading = ["/", "/songs", "/calendar"];
    private static readonly string[] Keeping = ["/songs/new", "/bin"];
    private static readonly string[] Planning = ["/calendar/new"];

    [Fact]
    public async Task Nobody_sees_anything_but_the_door_before_signing_in()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = application.Browser();
        foreach (var path in (string[])[.. Reading, .. Keeping, .. Planning, "/songs/" + Guid.NewGuid(), "/booth/" + Guid.NewGuid(), "/songs?handler=Rows&q=a"])
        {
            using var answer = await browser.GetAsync(path, TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
            Assert.StartsWith("/sign-in", answer.Headers.Location!.IsAbsoluteUri ? answer.Headers.Location.AbsolutePath : answer.Headers.Location.OriginalString, StringComparison.Ordinal);
        }
    }

    [Theory]
    [InlineData("maren", true, true, true)]
    [InlineData("odile", true, false, false)]
    [InlineData("tobias", false, false, true)]
    [InlineData("sefa", false, false, false)]
    public async Task What_a_role_may_not_see_does_not_exist_for_it(string name, bool keeps, bool plans, bool runsBooth)
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync(name);
        await using var db = application.Open();
        var sitting = (await db.Sittings.FirstAsync(TestContext.Current.CancellationToken)).Id;
        var service = (await db.Services.FirstAsync(TestContext.Current.CancellationToken)).Id;
        var song = (await db.Songs.FirstAsync(TestContext.Current.CancellationToken)).Id;

        await Expect(true, [.. Reading, $"/songs/{song}", $"/calendar/{service}", $"/songs/{song}/file/text", $"/songs/{song}/file/openlyrics", $"/songs/{song}/chords", $"/songs/{song}/history", "/songs/tidy"]);
        await Expect(keeps, [.. Keeping, $"/songs/{song}/edit", $"/songs/{song}/orders", $"/songs/{song}/wordings/new", $"/songs/{song}/shelf", "/songs/import", "/songs/outside"]);
        await Expect(plans, [.. Planning, "/settings", "/songs/books", $"/calendar/{service}/edit", $"/calendar/{service}?handler=Offers&typed=a"]);
        await Expect(runsBooth, [$"/booth/{sitting}"]);

        using var change = await browser.SubmitAsync("/", new() { ["kind"] = "part", ["typed"] = "Word" }, $"/calendar/{service}?handler=Add");
        Assert.Equal(plans ? HttpStatusCode.OK : HttpStatusCode.NotFound, change.StatusCode);
        using var binned = await browser.SubmitAsync("/", [], $"/songs/{song}?handler=Bin");
        Assert.Equal(keeps ? HttpStatusCode.Redirect : HttpStatusCode.NotFound, binned.StatusCode);

        async Task Expect(bool open, string[] paths)
        {
            foreach (var path in paths)
            {
                using var answer = await browser.GetAsync(path, TestContext.Current.CancellationToken);
                Assert.True((answer.StatusCode == HttpStatusCode.OK) == open, $"{name} {path}: {answer.StatusCode}");
                Assert.True(open || answer.StatusCode == HttpStatusCode.NotFound, $"{name} {path}: {answer.StatusCode}");
            }
        }
    }

    [Fact]
    public async Task Nothing_changes_without_the_pages_token()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("maren");
        using var form = new FormUrlEncodedContent(new Dictionary<string, string> { ["Title"] = "Forged", ["Text"] = "words" });
        using var answer = await browser.PostAsync("/songs/new", form, TestContext.Current.CancellationToken);

        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        await using var db = application.Open();
        Assert.False(await db.Songs.AnyAsync(song => song.Title == "Forged", TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task Every_answer_carries_a_policy_that_lets_nothing_inline_run()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("maren");
        foreach (var path in (string[])["/sign-in", .. Reading, .. Keeping, .. Planning, "/screen", "/nowhere"])
        {
            using var answer = await browser.GetAsync(path, TestContext.Current.CancellationToken);
            var policy = Assert.Single(answer.Headers.GetValues("Content-Security-Policy"));
            Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
            Assert.Contains("default-src 'none'", policy, StringComparison.Ordinal);
            var page = await answer.PageAsync();
            Assert.Empty(page.QuerySelectorAll("script:not([src]), style, [style], [onclick]"));
            Assert.All(page.QuerySelectorAll("script[src], link[href], img[src]"), element =>
                Assert.StartsWith("/", element.GetAttribute("src") ?? element.GetAttribute("href"), StringComparison.Ordinal));
        }
    }

    [Fact]
    public async Task A_wrong_password_is_refused_and_guessing_is_stopped()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = application.Browser();
        for (var i = 0; i < 6; i++)
        {
            using var wrong = await browser.SubmitAsync("/sign-in", new() { ["Name"] = "maren", ["Password"] = "guess" });
            Assert.Equal(HttpStatusCode.OK, wrong.StatusCode);
        }
        using var locked = await browser.SubmitAsync("/sign-in", new() { ["Name"] = "maren", ["Password"] = "lantern-over-water" });
        Assert.Contains("Wait five minutes", (await locked.PageAsync()).QuerySelector("#refusal")!.TextContent, StringComparison.Ordinal);

        HttpResponseMessage last = locked;
        for (var i = 0; i < 12; i++)
            last = await browser.SubmitAsync("/sign-in", new() { ["Name"] = "nobody", ["Password"] = "guess" });
        Assert.Equal("/sign-in?tooMany=true", last.Headers.Location?.OriginalString);
    }

    [Fact]
    public async Task A_page_that_is_not_there_says_so_without_a_trace()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("sefa");
        using var answer = await browser.GetAsync("/nowhere", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        Assert.Equal("There is no such page", (await answer.PageAsync()).QuerySelector("h1")!.TextContent);
    }
}
