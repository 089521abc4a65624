using System.Net;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Data.Jobs;

namespace Ymnos.Web.Tests;

/// <summary>Every change to the library is closed to those who may not make it, and to forms that are not ours.</summary>
public sealed class LibraryDoorTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static readonly string[] OfASong =
    [
        "?handler=Write", "?handler=Arrange", "?handler=Undo", "?handler=Bin", "/edit", "/history", "/chords", "/origin", "/source",
        "/orders?handler=Put", "/orders?handler=Copy", "/orders?handler=Shorten", "/orders?handler=Remove", "/orders?handler=Usual",
        "/wordings/new", "/wordings/0", "/wordings/0?handler=Remove", "/wordings/new?handler=Lay", "/shelf?handler=Move", "/shelf?handler=Copy",
    ];

    private static readonly string[] OfTheLibrary =
    [
        "/songs/new", "/songs/merge", "/songs/merge?handler=Apart", "/songs/many?handler=Undo", "/songs/import", "/songs/outside", "/songs/books",
        "/settings?handler=Shelf", "/settings?handler=RemoveShelf", "/settings?handler=Kind", "/settings?handler=RemoveKind", "/settings?handler=Hall",
    ];

    private static Dictionary<string, string> Fields(Song song) => new()
    {
        ["mark"] = "1",
        ["wording"] = "0",
        ["text"] = "mine",
        ["was"] = WordsEdit.TextOf(song.FirstWording, song.FirstWording.Sections[0].Mark),
        ["deed"] = "remove",
        ["revision"] = "1",
        ["back"] = "1",
        ["key"] = "A",
        ["oldName"] = "full",
        ["Name"] = "mine",
        ["Order"] = "1",
        ["Language"] = "fr",
        ["Text"] = "mine",
        ["Title"] = "Mine",
        ["shelf"] = $"{Shelf.MainId}",
        ["one"] = $"{song.Id}",
        ["other"] = $"{song.Id}",
        ["numbers"] = "S1",
        ["yes"] = "true",
        ["letter"] = "Q",
        ["name"] = "mine",
        ["screenHeight"] = "2",
        ["lastRow"] = "9",
    };

    [Theory]
    [InlineData("tobias")]
    [InlineData("sefa")]
    public async Task Nobody_changes_the_library_who_may_not(string name)
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync(name);
        await using var db = application.Open();
        var song = await db.Songs.AsNoTracking().FirstAsync(song => song.Title == "Undertow", Cancel);
        var before = await StateAsync(application);

        foreach (var path in OfASong.Select(path => $"/songs/{song.Id}{path}").Concat(OfTheLibrary))
        {
            using var answer = await browser.SubmitAsync("/", Fields(song), path);
            Assert.True(answer.StatusCode == HttpStatusCode.NotFound, $"{name} {path}: {answer.StatusCode}");
        }
        using var many = await browser.SubmitAsync("/", new() { ["songs"] = $"{song.Id}", ["act"] = "bin" }, "/songs/many");
        Assert.Equal(HttpStatusCode.NotFound, many.StatusCode);
        Assert.Equal(before, await StateAsync(application));
    }

    [Fact]
    public async Task No_change_is_made_for_a_form_that_is_not_ours()
    {
        await using var application = await RunningApplication.StartAsync();
        var browser = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var song = await db.Songs.AsNoTracking().FirstAsync(song => song.Title == "Undertow", Cancel);
        var before = await StateAsync(application);

        foreach (var path in OfASong.Select(path => $"/songs/{song.Id}{path}").Concat(OfTheLibrary).Concat(["/songs/many", "/songs?handler=Save", "/songs?handler=Forget"]))
        {
            using var content = new FormUrlEncodedContent(Fields(song));
            using var answer = await browser.PostAsync(path, content, Cancel);
            Assert.True(answer.StatusCode == HttpStatusCode.BadRequest, $"{path}: {answer.StatusCode}");
        }
        Assert.Equal(before, await StateAsync(application));
    }

    [Fact]
    public async Task Nobody_sees_or_stops_another_s_job_or_import()
    {
        await using var application = await RunningApplication.StartAsync();
        var (odile, tobias) = (await application.SignedInAsync("odile"), await application.SignedInAsync("tobias"));
        await using var db = application.Open();
        var maren = await db.Users.AsNoTracking().FirstAsync(person => person.UserName == "maren", Cancel);
        var job = new Job { Kind = "read-import", Subject = "x", Title = "Maren’s", By = "Maren", ById = maren.Id, State = JobState.Done, Leads = "/songs", At = DateTimeOffset.UtcNow };
        var import = new Data.Imports.Import { ShelfId = Shelf.MainId, By = "Maren", ById = maren.Id, At = DateTimeOffset.UtcNow };
        db.AddRange(job, import);
        await db.SaveChangesAsync(Cancel);
        foreach (var browser in (HttpClient[])[odile, tobias])
            foreach (var path in (string[])[$"/jobs/{job.Id}", $"/jobs/{job.Id}?handler=Progress", $"/songs/import/{import.Id}"])
            {
                using var answer = await browser.GetAsync(path, Cancel);
                Assert.True(answer.StatusCode == HttpStatusCode.NotFound, $"{path}: {answer.StatusCode}");
            }
        using var cancel = await odile.SubmitAsync("/", [], $"/jobs/{job.Id}?handler=Cancel");
        Assert.Equal(HttpStatusCode.NotFound, cancel.StatusCode);
    }

    [Fact]
    public async Task The_hall_is_measured_in_metres_and_song_pages_reckon_from_it()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        await using var db = application.Open();
        var song = (await db.Songs.AsNoTracking().FirstAsync(song => song.Title == "Undertow", Cancel)).Id;
        Assert.Contains("clear", (await maren.PageAsync($"/songs/{song}")).Body!.TextContent, StringComparison.Ordinal);

        using var wrong = await maren.SubmitAsync("/settings", new() { ["screenHeight"] = "tall", ["lastRow"] = "18" }, "/settings?handler=Hall");
        var page = await wrong.PageAsync();
        Assert.Equal("tall", page.QuerySelector("#screenHeight")!.GetAttribute("value"));
        Assert.Contains("metres", page.QuerySelector("#hall-problem")!.TextContent, StringComparison.Ordinal);
        using var far = await maren.SubmitAsync("/settings", new() { ["screenHeight"] = "1,2 m", ["lastRow"] = "40" }, "/settings?handler=Hall");
        Assert.Contains("too small", (await maren.PageAsync($"/songs/{song}")).Body!.TextContent, StringComparison.Ordinal);
        using var none = await maren.SubmitAsync("/settings", new() { ["screenHeight"] = "", ["lastRow"] = "" }, "/settings?handler=Hall");
        Assert.DoesNotContain("back row", (await maren.PageAsync($"/songs/{song}")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_song_goes_out_in_every_format_and_comes_back_the_same()
    {
        await using var application = await RunningApplication.StartAsync();
        var sefa = await application.SignedInAsync("sefa");
        await using var db = application.Open();
        var song = await db.Songs.AsNoTracking().FirstAsync(song => song.Title == "Lantern over Water", Cancel);
        foreach (var (format, languages) in new Dictionary<string, int> { ["openlyrics"] = 4, ["chordpro"] = 1, ["text"] = 1 })
        {
            var bytes = await sefa.GetByteArrayAsync($"/songs/{song.Id}/file/{format}", Cancel);
            var read = Formats.Files.SongFiles.Read("song", bytes, Formats.Files.TextEncoding.Guess(bytes)).Songs.Single().Content;
            Assert.Equal((song.Title, languages, song.SungOrders[0].Written, "Eb"), (read.Title, read.Wordings.Length, read.SungOrders[0].Written, read.SungOrders[0].Key));
            Assert.Equal(song.FirstWording.Sections.AsEnumerable(), read.FirstWording.Sections);
        }
        using var nothing = await sefa.GetAsync($"/songs/{song.Id}/file/exe", Cancel);
        Assert.Equal(HttpStatusCode.NotFound, nothing.StatusCode);
    }

    /// <summary>Everything that a change would show in.</summary>
    private static async Task<string> StateAsync(RunningApplication application)
    {
        await using var db = application.Open();
        var songs = await db.Songs.AsNoTracking().OrderBy(song => song.Id).Select(song => new { song.Id, song.Revision }).ToListAsync(Cancel);
        var shelves = await db.Shelves.AsNoTracking().OrderBy(shelf => shelf.Id).Select(shelf => shelf.Name).ToListAsync(Cancel);
        return string.Join(' ', songs) + string.Join(' ', shelves) + await db.Jobs.CountAsync(Cancel) + await db.Imports.CountAsync(Cancel) + await db.SavedSearches.CountAsync(Cancel) + await db.Deeds.CountAsync(Cancel);
    }
}
