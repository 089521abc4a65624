using System.Net;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Data.Jobs;

namespace Ymnos.Web.Tests;

public sealed class OutsideTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_song_is_taken_in_from_the_catalogue_while_planning_and_asked_for_changes_later()
    {
        await using var outside = new OutsideStage();
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var service = await db.Services.AsNoTracking().FirstAsync(service => service.Title == "Third Sunday", Cancel);

        var page = await maren.PageAsync($"/songs/outside?q=oakum&service={service.Id}");
        Assert.Contains("words & music", (await maren.PageAsync("/songs/outside?q=ropes")).QuerySelector(".outside .people")!.TextContent, StringComparison.Ordinal);
        var number = page.QuerySelector("input[name=numbers]")!.GetAttribute("value")!;
        using var taken = await maren.SubmitAsync("/songs/outside", new() { ["numbers"] = number, ["shelf"] = Core.Songs.Shelf.MainId.ToString(), ["service"] = service.Id.ToString() });
        Assert.Equal($"/calendar/{service.Id}", taken.Headers.Location!.OriginalString);
        var song = await db.Songs.AsNoTracking().SingleAsync(song => song.Title == "Tar and Oakum", Cancel);
        Assert.Equal(("catalogue", number, 3), (song.CameFrom!.Source, song.CameFrom.Number, song.FirstWording.Sections.Length));
        Assert.Contains((await db.Services.AsNoTracking().Include(one => one.AllLines).SingleAsync(one => one.Id == service.Id, Cancel)).Order, line => line is SongEntry entry && entry.SongId == song.Id);
        Assert.Contains("in the library already", (await maren.PageAsync("/songs/outside?q=oakum")).Body!.TextContent, StringComparison.Ordinal);

        Assert.Contains("Nothing has changed", (await maren.PageAsync($"/songs/{song.Id}/source")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Changes_at_the_source_are_shown_and_taken_over_field_by_field()
    {
        await using var outside = new OutsideStage();
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var odile = await application.SignedInAsync("odile");
        var number = (await odile.PageAsync("/songs/outside?q=dog watch")).QuerySelector("input[name=numbers]")!.GetAttribute("value")!;
        using var taken = await odile.SubmitAsync("/songs/outside", new() { ["numbers"] = number, ["shelf"] = Core.Songs.Shelf.MainId.ToString() });
        var song = taken.Headers.Location!.OriginalString;

        await outside.MoodAsync("edition=2");
        var page = await odile.PageAsync($"{song}/source");
        Assert.Equal(["tune", "order-full"], page.QuerySelectorAll("input[name=take]").Select(box => box.GetAttribute("value")));
        using var took = await odile.SubmitAsync($"{song}/source", new() { ["take"] = "order-full", ["revision"] = "1" });
        Assert.Equal(HttpStatusCode.Redirect, took.StatusCode);
        await using var db = application.Open();
        var now = await db.Songs.AsNoTracking().SingleAsync(one => one.Title == "The Second Dog Watch", Cancel);
        Assert.Equal((66, ""), (now.SungOrders[0].Tempo, now.Content.TuneName));
    }

    [Fact]
    public async Task Words_that_the_licence_does_not_give_stay_out_and_that_is_said()
    {
        await using var outside = new OutsideStage();
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var odile = await application.SignedInAsync("odile");
        var page = await odile.PageAsync("/songs/outside?q=bearing");
        Assert.Contains("not covered by the licence", page.QuerySelector(".outside li")!.TextContent, StringComparison.Ordinal);
        using var taken = await odile.SubmitAsync("/songs/outside", new() { ["numbers"] = page.QuerySelector("input[name=numbers]")!.GetAttribute("value")!, ["shelf"] = Core.Songs.Shelf.MainId.ToString() });
        var song = await odile.PageAsync(taken.Headers.Location!.OriginalString);
        Assert.Contains("type them in", song.QuerySelector(".said")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("no words", song.QuerySelector(".sheet")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("wait=5000", "too long")]
    [InlineData("fail=503", "trouble of its own")]
    [InlineData("garble=true", "cannot be understood")]
    [InlineData("away", "cannot be reached")]
    public async Task An_outside_on_a_bad_day_gives_a_sentence_and_changes_nothing(string mood, string says)
    {
        await using var outside = new OutsideStage();
        if (mood == "away")
            outside.GoAway();
        else
            await outside.MoodAsync(mood);
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var before = await db.Songs.CountAsync(Cancel);

        Assert.Contains(says, (await maren.PageAsync("/songs/outside?q=rope")).QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        using var taken = await maren.SubmitAsync("/songs/outside", new() { ["numbers"] = "70400", ["shelf"] = Core.Songs.Shelf.MainId.ToString() });
        Assert.Contains(says, (await maren.PageAsync(taken.Headers.Location!.OriginalString)).Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains(says, (await maren.PageAsync("/songs/books")).QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(before, await db.Songs.CountAsync(Cancel));
        using var everything = await maren.GetAsync("/songs?q=lantern", Cancel);
        Assert.Equal(HttpStatusCode.OK, everything.StatusCode);
    }

    [Fact]
    public async Task Songbooks_are_chosen_said_fetched_and_work_without_the_network()
    {
        await using var outside = new OutsideStage();
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var maren = await application.SignedInAsync("maren");
        var page = await maren.PageAsync("/songs/books");
        Assert.Equal(4, page.QuerySelectorAll("input[name=numbers]").Length);
        Assert.Empty(page.QuerySelectorAll("input[name=numbers][checked]"));
        Assert.Single((await maren.PageAsync("/songs/books?q=rs")).QuerySelectorAll("input[name=numbers]"));
        Assert.Single((await maren.PageAsync("/songs/books?language=fr")).QuerySelectorAll("input[name=numbers]"));

        using var said = await maren.SubmitAsync("/songs/books", new() { ["numbers"] = "S1" });
        Assert.Contains("3 songs", (await said.PageAsync()).QuerySelector(".clash")!.TextContent, StringComparison.Ordinal);
        await using var db = application.Open();
        Assert.False(await db.Jobs.AnyAsync(Cancel));
        using var yes = await maren.SubmitAsync("/songs/books", new() { ["numbers"] = "S1", ["yes"] = "true" });
        await application.JobDoneAsync(yes.Headers.Location!.OriginalString, JobState.Done);

        // A changed song stays as it was changed when a newer state is fetched; the others follow.
        var mine = await db.Songs.FirstAsync(song => song.Title == "Ropes and Ladders", Cancel);
        mine.Save(mine.Content with { BoothNotes = "ours" }, DateTimeOffset.UtcNow, "Maren", "notes");
        await db.SaveChangesAsync(Cancel);
        await outside.MoodAsync("edition=2");
        var later = await maren.PageAsync("/songs/books");
        Assert.Contains("new", later.QuerySelectorAll(".outside li").Single(book => book.TextContent.Contains("Evening Watch", StringComparison.Ordinal)).TextContent, StringComparison.Ordinal);
        Assert.Contains("1 new", (await maren.PageAsync("/songs")).QuerySelector("a[href='/songs/books']")!.TextContent, StringComparison.Ordinal);
        using var again = await maren.SubmitAsync("/songs/books", new() { ["numbers"] = "S1", ["yes"] = "true" });
        await application.JobDoneAsync(again.Headers.Location!.OriginalString, JobState.Done);
        Assert.Equal(3, await db.Songs.CountAsync(song => song.CameFrom != null, Cancel));
        Assert.Equal("ours", (await db.Songs.AsNoTracking().FirstAsync(song => song.Title == "Ropes and Ladders", Cancel)).Content.BoothNotes);

        outside.GoAway();
        using var offline = await maren.GetAsync("/songs?q=oakum", Cancel);
        Assert.Contains("Oakum", (await offline.PageAsync()).QuerySelector(".songs")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Many_who_look_at_the_songbooks_for_the_first_time_at_once_all_see_them()
    {
        await using var outside = new OutsideStage();
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        for (var round = 0; round < 5; round++)
        {
            await db.OutsideSongbooks.ExecuteDeleteAsync(Cancel);
            var pages = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => maren.PageAsync("/songs/books")));
            Assert.All(pages, page => Assert.Equal(4, page.QuerySelectorAll("input[name=numbers]").Length));
        }
    }

    [Fact]
    public async Task A_songbook_that_cannot_be_fetched_leaves_everything_as_it_was()
    {
        await using var outside = new OutsideStage();
        await using var application = (await RunningApplication.StartAsync()).With(outside);
        var maren = await application.SignedInAsync("maren");
        await maren.PageAsync("/songs/books");
        await outside.MoodAsync("fail=500");
        using var yes = await maren.SubmitAsync("/songs/books", new() { ["numbers"] = "S1", ["yes"] = "true" });
        var job = await application.JobDoneAsync(yes.Headers.Location!.OriginalString, JobState.Failed);
        Assert.Contains("trouble of its own", job.Says, StringComparison.Ordinal);
        await using var db = application.Open();
        Assert.False(await db.Songs.AnyAsync(song => song.CameFrom != null, Cancel));
    }
}

internal static class JobSteps
{
    /// <summary>Waits until a job has ended as it should.</summary>
    public static async Task<Job> JobDoneAsync(this RunningApplication application, string path, JobState state)
    {
        var id = Guid.Parse(path.Split('/')[^1]);
        var deadline = DateTime.UtcNow.AddSeconds(90);
        while (true)
        {
            await using var db = application.Open();
            var job = await db.Jobs.AsNoTracking().SingleAsync(job => job.Id == id, TestContext.Current.CancellationToken);
            if (job.State is not (JobState.Waiting or JobState.Running) || DateTime.UtcNow > deadline)
            {
                Assert.Equal((state, job.Says), (job.State, job.Says));
                return job;
            }
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }
    }
}
