using System.Net;
using System.Text;
using Microsoft.AspNetCore.Http.Connections;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Data.Jobs;
using Ymnos.Web.Live;

namespace Ymnos.Web.Tests;

/// <summary>Booths and screens on the line to the server.</summary>
public sealed class LiveTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<(RunningApplication Application, HttpClient Tobias, Guid Sitting)> OpenAsync()
    {
        var application = await RunningApplication.StartAsync();
        var tobias = await application.SignedInAsync("tobias");
        await using var db = application.Open();
        var sitting = (await db.Services.Where(service => service.Title == "Harvest of the Sea").SelectMany(service => service.Sittings).OrderBy(sitting => sitting.StartsAt).FirstAsync(Cancel)).Id;
        await tobias.PageAsync($"/booth/{sitting}");
        return (application, tobias, sitting);
    }

    /// <summary>A line with the cookies that a browser has; the test host keeps them for its client, so they are asked for by name.</summary>
    private static async Task<HubConnection> LineAsync(RunningApplication application, string query, string cookies)
    {
        var connection = new HubConnectionBuilder().WithUrl($"http://localhost{LiveHub.Path}{query}", options =>
        {
            options.HttpMessageHandlerFactory = _ => application.Server.CreateHandler();
            options.Transports = HttpTransportType.LongPolling;
            options.Headers["Cookie"] = cookies;
        }).Build();
        await connection.StartAsync(Cancel);
        return connection;
    }

    private static async Task<string> CookiesOfAsync(RunningApplication application, string name)
    {
        var browser = application.Browser();
        using var answer = await browser.SubmitAsync("/sign-in", new() { ["Name"] = name, ["Password"] = "lantern-over-water" });
        return string.Join("; ", answer.Headers.GetValues("Set-Cookie").Select(cookie => cookie.Split(';')[0]));
    }

    [Fact]
    public async Task Two_booths_stay_in_step()
    {
        var (application, _, sitting) = await OpenAsync();
        await using var running = application;
        await using var one = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, "tobias"));
        await using var other = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, "ines"));
        var heard = new TaskCompletionSource<LiveNews>();
        other.On<LiveNews>("moved", news => heard.TrySetResult(news));

        await one.InvokeAsync("GoTo", 3, Cancel);

        Assert.Equal(3, (await heard.Task.WaitAsync(Cancel)).Step);
        Assert.Equal(3, (await other.InvokeAsync<LiveNews>("Now", Cancel)).Step);
        await other.InvokeAsync("Draw", "dark", Cancel);
        Assert.Equal("dark", (await one.InvokeAsync<LiveNews>("Now", Cancel)).Curtain);
        await Assert.ThrowsAnyAsync<Exception>(() => one.InvokeAsync("Jump", new string('R', 5000), Cancel));
    }

    [Fact]
    public async Task A_song_that_an_import_changes_is_changed_in_the_booth_that_sings_it()
    {
        var (application, _, sitting) = await OpenAsync();
        await using var running = application;
        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var sung = await db.Set<SongEntry>().Where(entry => db.Sittings.Any(one => one.Id == sitting && one.ServiceId == entry.ServiceId)).OrderBy(entry => entry.Id).Select(entry => entry.SongId).FirstAsync(Cancel);
        var song = await db.Songs.AsNoTracking().SingleAsync(song => song.Id == sung, Cancel);
        await using var booth = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, "tobias"));
        var before = (await booth.InvokeAsync<LiveNews>("Now", Cancel)).Show;
        var heard = new TaskCompletionSource<LiveNews>();
        booth.On<LiveNews>("moved", news => heard.TrySetResult(news));
        var words = string.Join('\n', song.FirstWording.Sections.SelectMany(section => section.SungLines).Select(line => line.Words));

        using var sent = await LibraryPagesTests.SendAsync(maren, ("again.txt", Encoding.UTF8.GetBytes($"Title: {song.Title}\n\n{words}\nand one line more")));
        var read = await application.JobDoneAsync(sent.Headers.Location!.OriginalString, JobState.Done);
        var page = await maren.PageAsync(read.Leads);
        using var replace = await maren.SubmitAsync(read.Leads, new() { ["song"] = page.QuerySelector("select[data-song]")!.GetAttribute("data-song")!, ["choice"] = "Replace" }, $"{read.Leads}?handler=Choose");
        using var take = await maren.SubmitAsync(read.Leads, [], $"{read.Leads}?handler=Take");
        Assert.Equal("0 songs came in, 1 changed", (await application.JobDoneAsync(take.Headers.Location!.OriginalString, JobState.Done)).Says);

        // Nobody has moved: the booth is told when the job has ended.
        Assert.NotEqual(before, (await heard.Task.WaitAsync(TimeSpan.FromSeconds(60), Cancel)).Show);
    }

    [Fact]
    public async Task Presses_from_two_booths_at_once_all_count()
    {
        var (application, _, sitting) = await OpenAsync();
        await using var running = application;
        await using var one = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, "tobias"));
        await using var other = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, "ines"));

        await Task.WhenAll(Enumerable.Range(0, 10).Select(i => (i % 2 == 0 ? one : other).InvokeAsync("Forward", Cancel)));

        Assert.Equal(10, (await one.InvokeAsync<LiveNews>("Now", Cancel)).Step);
    }

    [Theory]
    [InlineData("sefa")]
    [InlineData("odile")]
    public async Task Who_may_not_run_the_booth_has_no_line_to_it(string name)
    {
        var (application, _, sitting) = await OpenAsync();
        await using var running = application;
        await Assert.ThrowsAnyAsync<Exception>(async () =>
        {
            await using var line = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, name));
            await line.InvokeAsync("Forward", Cancel);
        });
        await using var db = application.Open();
        Assert.Equal(0, (await db.LiveStates.AsNoTracking().SingleAsync(Cancel)).Step);
    }

    [Fact]
    public async Task A_page_elsewhere_cannot_use_a_persons_cookie()
    {
        var (application, _, sitting) = await OpenAsync();
        await using var running = application;
        var cookies = await CookiesOfAsync(application, "tobias");
        await Assert.ThrowsAnyAsync<Exception>(async () =>
        {
            await using var line = new HubConnectionBuilder().WithUrl($"http://localhost{LiveHub.Path}?sitting={sitting}", options =>
            {
                options.HttpMessageHandlerFactory = _ => application.Server.CreateHandler();
                options.Transports = HttpTransportType.LongPolling;
                options.Headers["Cookie"] = cookies;
                options.Headers["Origin"] = "http://elsewhere.test";
            }).Build();
            await line.StartAsync(Cancel);
            await line.InvokeAsync("Forward", Cancel);
        });
    }

    [Fact]
    public async Task A_screen_is_let_in_by_its_code_and_then_shows_and_only_listens()
    {
        var (application, tobias, sitting) = await OpenAsync();
        await using var running = application;
        var screen = application.Browser();
        using var waiting = await screen.GetAsync("/screen", Cancel);
        var code = (await waiting.PageAsync()).QuerySelector("#code")!.TextContent;
        var secret = waiting.Headers.GetValues("Set-Cookie").Single(cookie => cookie.StartsWith("ymnos.screen", StringComparison.Ordinal)).Split(';')[0];
        using var early = await screen.GetAsync("/screen?handler=Slides", Cancel);
        Assert.Equal(HttpStatusCode.NotFound, early.StatusCode);

        using var wrong = await tobias.SubmitAsync($"/booth/{sitting}", new() { ["code"] = "XXXXXX" }, $"/booth/{sitting}?handler=Pair");
        Assert.Contains("No screen shows this code", (await wrong.PageAsync()).QuerySelector("#code-problem")!.TextContent, StringComparison.Ordinal);
        using var right = await tobias.SubmitAsync($"/booth/{sitting}", new() { ["code"] = code.ToLowerInvariant() }, $"/booth/{sitting}?handler=Pair");
        Assert.Equal(HttpStatusCode.Redirect, right.StatusCode);

        Assert.Equal("crest", (await screen.PageAsync("/screen")).QuerySelector("#stage")!.GetAttribute("data-curtain"));
        Assert.Contains("Lift the lantern", (await screen.PageAsync("/screen?handler=Slides")).Body!.TextContent, StringComparison.Ordinal);
        await using var line = await LineAsync(application, "", secret);
        Assert.Equal(0, (await line.InvokeAsync<LiveNews>("Now", Cancel)).Step);
        await Assert.ThrowsAnyAsync<Exception>(() => line.InvokeAsync("Forward", Cancel));
    }

    [Fact]
    public async Task A_running_booth_is_told_of_an_edit_and_keeps_its_place()
    {
        var (application, _, sitting) = await OpenAsync();
        await using var running = application;
        await using var booth = await LineAsync(application, $"?sitting={sitting}", await CookiesOfAsync(application, "tobias"));
        await booth.InvokeAsync("GoTo", 3, Cancel);
        var before = await booth.InvokeAsync<LiveNews>("Now", Cancel);
        var heard = new TaskCompletionSource<LiveNews>();
        booth.On<LiveNews>("moved", news => heard.TrySetResult(news));

        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var service = await db.Services.Include(service => service.AllLines).FirstAsync(service => service.Title == "Harvest of the Sea", Cancel);
        using var added = await maren.SubmitAsync("/", new() { ["kind"] = "spoken", ["typed"] = "Notices 2:00", ["after"] = service.Order[0].Id.ToString() }, $"/calendar/{service.Id}?handler=Add");
        Assert.Equal(HttpStatusCode.OK, added.StatusCode);

        var news = await heard.Task.WaitAsync(Cancel);
        Assert.NotEqual(before.Show, news.Show);
        Assert.Equal(4, news.Step);
    }
}
