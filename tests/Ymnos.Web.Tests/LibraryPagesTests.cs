using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Data.Imports;
using Ymnos.Data.Jobs;

namespace Ymnos.Web.Tests;

public sealed class LibraryPagesTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<Song> SongAsync(RunningApplication application, string title)
    {
        await using var db = application.Open();
        return await db.Songs.AsNoTracking().SingleAsync(song => song.Title == title && song.BinnedAt == null, Cancel);
    }

    private static Task<HttpResponseMessage> WriteAsync(HttpClient browser, Song song, string mark, string was, string text, int wording = 0) =>
        browser.SubmitAsync("/songs", new() { ["mark"] = mark, ["wording"] = $"{wording}", ["was"] = was, ["text"] = text }, $"/songs/{song.Id}?handler=Write");

    [Fact]
    public async Task Two_people_write_in_two_sections_at_once_and_neither_loses_a_word()
    {
        await using var application = await RunningApplication.StartAsync();
        var (maren, odile) = (await application.SignedInAsync("maren"), await application.SignedInAsync("odile"));
        var song = await SongAsync(application, "Undertow");
        var (one, bridge) = (WordsEdit.TextOf(song.FirstWording, Mark("2")), WordsEdit.TextOf(song.FirstWording, Mark("B")));

        using var first = await WriteAsync(maren, song, "2", one, "Maren’s verse");
        using var second = await WriteAsync(odile, song, "B", bridge, "Odile’s bridge");

        Assert.Empty((await second.PageAsync()).QuerySelectorAll(".clash, .problem"));
        var now = await SongAsync(application, "Undertow");
        Assert.Equal(("Maren’s verse", "Odile’s bridge", 3), (now.FirstWording.Find(Mark("2"))!.Lines[0].Words, now.FirstWording.Find(Mark("B"))!.Lines[0].Words, now.Revision));
    }

    [Fact]
    public async Task Two_people_who_write_in_the_same_section_see_both_texts()
    {
        await using var application = await RunningApplication.StartAsync();
        var (maren, odile) = (await application.SignedInAsync("maren"), await application.SignedInAsync("odile"));
        var song = await SongAsync(application, "Undertow");
        var was = WordsEdit.TextOf(song.FirstWording, Mark("B"));
        using var first = await WriteAsync(maren, song, "B", was, "Let go, let go, the sea is kind");

        using var second = await WriteAsync(odile, song, "B", was, "Let go, let go, the deep is good");
        var page = await second.PageAsync();
        Assert.Contains("Maren changed B", page.QuerySelector(".clash")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("Let go, let go, the deep is good", page.QuerySelector("[data-mine]")!.TextContent.Trim('\n'));
        Assert.Equal("Let go, let go, the sea is kind", (await SongAsync(application, "Undertow")).FirstWording.Find(Mark("B"))!.Lines[0].Words);

        using var over = await WriteAsync(odile, song, "B", page.QuerySelector("[data-theirs]")!.TextContent.Trim('\n'), "Let go, let go, the deep is good");
        Assert.Equal("Let go, let go, the deep is good", (await SongAsync(application, "Undertow")).FirstWording.Find(Mark("B"))!.Lines[0].Words);
        using var others = await maren.SubmitAsync("/songs", new() { ["writes"] = "B in English" }, $"/songs/{song.Id}?handler=Others");
        using var seen = await odile.SubmitAsync("/songs", [], $"/songs/{song.Id}?handler=Others");
        Assert.Contains("Maren is writing in B in English", await seen.Content.ReadAsStringAsync(Cancel), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Sections_are_arranged_on_the_state_one_has_seen_and_the_last_change_can_be_taken_back()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var song = await SongAsync(application, "Fog on the Sound");
        Task<HttpResponseMessage> Arrange(int revision, string deed, string mark, string to = "", int line = 0) =>
            maren.SubmitAsync("/songs", new() { ["revision"] = $"{revision}", ["deed"] = deed, ["mark"] = mark, ["to"] = to, ["line"] = $"{line}" }, $"/songs/{song.Id}?handler=Arrange");

        using var broken = await Arrange(1, "break", "1", line: 2);
        Assert.Single((await broken.PageAsync()).QuerySelectorAll("tr.slide-break"));
        using var stale = await Arrange(1, "remove", "R");
        Assert.Contains("just before", (await stale.PageAsync()).QuerySelector(".problem")!.TextContent, StringComparison.Ordinal);
        using var relabelled = await Arrange(2, "relabel", "R", "D");
        Assert.Contains("descant", (await relabelled.PageAsync()).QuerySelector("tbody[data-section=D]")!.TextContent, StringComparison.Ordinal);
        using var undone = await maren.SubmitAsync("/songs", new() { ["revision"] = "3" }, $"/songs/{song.Id}?handler=Undo");
        Assert.NotNull((await undone.PageAsync()).QuerySelector("tbody[data-section=R]"));

        var history = await maren.PageAsync($"/songs/{song.Id}/history?revision=3");
        Assert.Equal(4, history.QuerySelectorAll(".saves li").Length);
        using var back = await maren.SubmitAsync($"/songs/{song.Id}/history", new() { ["revision"] = "4", ["back"] = "1" });
        Assert.Equal(song.Content, (await SongAsync(application, "Fog on the Sound")).Content);
    }

    [Fact]
    public async Task A_keeper_edits_the_shelves_entrusted_to_them_and_no_others()
    {
        await using var application = await RunningApplication.StartAsync();
        var odile = await application.SignedInAsync("odile");
        var (choir, young) = (await SongAsync(application, "Advent Watch"), await SongAsync(application, "Jump In"));

        Assert.NotEmpty((await odile.PageAsync($"/songs/{choir.Id}")).QuerySelectorAll("[data-write]"));
        var page = await odile.PageAsync($"/songs/{young.Id}");
        Assert.Empty(page.QuerySelectorAll("[data-write], [data-deed]"));
        foreach (var path in (string[])["edit", "orders", "wordings/new"])
        {
            using var answer = await odile.GetAsync($"/songs/{young.Id}/{path}", Cancel);
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        }
        using var written = await WriteAsync(odile, young, "1", WordsEdit.TextOf(young.FirstWording, Mark("1")), "mine");
        Assert.Equal(HttpStatusCode.NotFound, written.StatusCode);

        // A copy onto a shelf of one's own is allowed, and knows where it came from.
        using var copied = await odile.SubmitAsync($"/songs/{young.Id}/shelf", new() { ["shelf"] = $"{choir.ShelfId}" }, $"/songs/{young.Id}/shelf?handler=Copy");
        var copy = copied.Headers.Location!.OriginalString;
        await using (var db = application.Open())
        {
            var original = await db.Songs.SingleAsync(song => song.Id == young.Id, Cancel);
            original.Save(original.Content with { TuneName = "Splash" }, DateTimeOffset.UtcNow, "Maren", "tune");
            await db.SaveChangesAsync(Cancel);
        }
        Assert.Equal(["tune"], (await odile.PageAsync($"{copy}/origin")).QuerySelectorAll("input[name=take]").Select(box => box.GetAttribute("value")));
        using var took = await odile.SubmitAsync($"{copy}/origin", new() { ["take"] = "tune", ["revision"] = "1" });
        await using var after = application.Open();
        Assert.Equal("Splash", (await after.Songs.AsNoTracking().SingleAsync(song => song.CopiedFrom != null, Cancel)).Content.TuneName);
    }

    [Fact]
    public async Task Two_songs_that_are_one_are_merged_and_services_follow()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var (kept, gone) = (await SongAsync(application, "Lantern Over The Water"), await SongAsync(application, "Lantern over Water"));
        Assert.Contains("Lantern Over The Water", (await maren.PageAsync("/songs/tidy")).QuerySelector("#doubles")!.ParentElement!.TextContent, StringComparison.Ordinal);
        var page = await maren.PageAsync($"/songs/merge?one={kept.Id}&other={gone.Id}");
        var fields = page.QuerySelectorAll("input[type=radio][checked]").ToDictionary(box => box.GetAttribute("name")!, box => box.GetAttribute("value")!);
        fields["field-title"] = "Other";
        fields["field-words-en"] = "Other";
        foreach (var (name, value) in new Dictionary<string, string> { ["one"] = $"{kept.Id}", ["other"] = $"{gone.Id}", ["revision"] = "1", ["otherRevision"] = "1" })
            fields[name] = value;
        using var merged = await maren.SubmitAsync("/songs/merge?one=" + kept.Id + "&other=" + gone.Id, fields, "/songs/merge");
        Assert.Equal($"/songs/{kept.Id}", merged.Headers.Location?.OriginalString);

        await using var db = application.Open();
        var song = await db.Songs.AsNoTracking().SingleAsync(song => song.Id == kept.Id, Cancel);
        Assert.Equal(("Lantern over Water", 4, "Tidewrack Songs"), (song.Title, song.Wordings.Length, song.Content.CopyrightHolder));
        Assert.False(await db.Set<SongEntry>().AnyAsync(entry => entry.SongId == gone.Id, Cancel));
        Assert.Equal(4, await db.Set<SongEntry>().CountAsync(entry => entry.SongId == kept.Id, Cancel));
        using var old = await maren.GetAsync($"/songs/{gone.Id}", Cancel);
        Assert.Equal($"/songs/{kept.Id}", old.Headers.Location!.OriginalString);
        Assert.DoesNotContain("Lantern", (await maren.PageAsync("/songs/tidy")).QuerySelector("#doubles")?.ParentElement!.TextContent ?? "", StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_song_that_looks_like_one_that_is_here_is_saved_only_when_asked_again()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var draft = new Dictionary<string, string> { ["Title"] = "Deeper", ["Text"] = "Deeper then the drag that takes me\nunder every wave that brakes me\nlower than the fear that shakes me\nthere you hold me still", ["Language"] = "en", ["shelf"] = $"{Shelf.MainId}" };
        using var asked = await maren.SubmitAsync("/songs/new", draft);
        Assert.Contains("Undertow", (await asked.PageAsync()).QuerySelector("#like")!.ParentElement!.TextContent, StringComparison.Ordinal);
        draft["anyway"] = "true";
        using var saved = await maren.SubmitAsync("/songs/new", draft);
        Assert.Equal(HttpStatusCode.Redirect, saved.StatusCode);
    }

    [Fact]
    public async Task Many_songs_are_changed_at_once_taken_out_and_changed_back()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var songs = new[] { await SongAsync(application, "Undertow"), await SongAsync(application, "Jump In") };
        async Task<HttpResponseMessage> Act(string act, string field = "", string value = "")
        {
            var page = await maren.PageAsync("/songs");
            List<KeyValuePair<string, string>> fields = [new("__RequestVerificationToken", page.QuerySelector("meta[name=ymnos-token]")!.GetAttribute("content")!), new("act", act), .. songs.Select(song => new KeyValuePair<string, string>("songs", $"{song.Id}"))];
            if (field.Length > 0)
                fields.Add(new(field, value));
            using var content = new FormUrlEncodedContent(fields);
            return await maren.PostAsync("/songs/many", content, Cancel);
        }

        using var topic = await Act("topic", "topic", "holidays");
        var said = await maren.PageAsync("/songs");
        Assert.Contains("2 songs: topic holidays", said.QuerySelector(".said")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(2, (await maren.PageAsync("/songs?q=topic:holidays")).QuerySelectorAll(".songs li").Length);
        using var undone = await maren.SubmitAsync("/songs", new() { ["deed"] = said.QuerySelector("input[name=deed]")!.GetAttribute("value")! }, "/songs/many?handler=Undo");
        Assert.Empty((await maren.PageAsync("/songs?q=topic:holidays")).QuerySelectorAll(".songs li"));

        foreach (var (format, type) in new Dictionary<string, string> { ["archive"] = "application/zip", ["openlyrics"] = "application/zip", ["chordpro"] = "application/zip", ["csv"] = "text/csv" })
        {
            using var file = await Act("export", "format", format);
            Assert.Equal(type, file.Content.Headers.ContentType!.MediaType);
        }
        using var everyChoir = await maren.SubmitAsync("/songs", new() { ["act"] = "topic", ["topic"] = "robes", ["all"] = "true", ["q"] = "shelf:choir" }, "/songs/many");
        Assert.Equal(6, (await maren.PageAsync("/songs?q=topic:robes")).QuerySelectorAll(".songs li").Length);
        using var bin = await Act("bin");
        Assert.Equal(2, (await maren.PageAsync("/bin")).QuerySelectorAll(".songs li").Length);
    }

    [Fact]
    public async Task Files_are_looked_at_taken_in_and_taken_out_again_as_one()
    {
        await using var application = await RunningApplication.StartAsync();
        var odile = await application.SignedInAsync("odile");
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        using var sent = await SendAsync(odile, ("one.cho", "{title: Ropewalk}\n{sov}\n[G]Round and round the rope is made\n{eov}"u8.ToArray()),
            ("deux.txt", Encoding.GetEncoding(1252).GetBytes("Title: Été\nLanguage: fr\n\nL’été s’élève à côté de la forêt")),
            ("double.txt", "Title: Undertow again\n\nDeeper than the drag that takes me,\nunder every wave that breaks me,\nlower than the fear that shakes me,\nthere you hold me still."u8.ToArray()),
            ("bad.xml", "<song><properties>"u8.ToArray()));
        var job = await application.JobDoneAsync(sent.Headers.Location!.OriginalString, JobState.Done);
        var page = await odile.PageAsync(job.Leads);

        Assert.Equal(3, page.QuerySelectorAll(".import .title").Length);
        Assert.Contains("broken in line", page.QuerySelector(".broken")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Undertow", page.QuerySelectorAll(".import li")[3].TextContent, StringComparison.Ordinal);
        Assert.Equal("Skip", page.QuerySelectorAll("select[data-song]")[2].QuerySelector("option[selected]")!.GetAttribute("value"));
        await using var db = application.Open();
        Assert.False(await db.Songs.AnyAsync(song => song.Title == "Ropewalk", Cancel));

        // The wrong encoding shows at once, and the right one mends it.
        using var wrong = await odile.SubmitAsync(job.Leads, new() { ["file"] = "1", ["encoding"] = "Windows-1251" }, $"{job.Leads}?handler=Encoding");
        Assert.DoesNotContain("Été", (await odile.PageAsync(job.Leads)).QuerySelector(".import")!.TextContent, StringComparison.Ordinal);
        using var right = await odile.SubmitAsync(job.Leads, new() { ["file"] = "1", ["encoding"] = "Windows-1252" }, $"{job.Leads}?handler=Encoding");
        using var merge = await odile.SubmitAsync(job.Leads, new() { ["song"] = page.QuerySelectorAll("select[data-song]")[2].GetAttribute("data-song")!, ["choice"] = "Merge" }, $"{job.Leads}?handler=Choose");

        using var take = await odile.SubmitAsync(job.Leads, [], $"{job.Leads}?handler=Take");
        var taken = await application.JobDoneAsync(take.Headers.Location!.OriginalString, JobState.Done);
        Assert.Equal("2 songs came in, 1 changed", taken.Says);
        Assert.Equal("L’été s’élève à côté de la forêt", (await SongAsync(application, "Été")).FirstLine);
        Assert.Contains("Undertow again", (await SongAsync(application, "Undertow")).Content.OtherTitles.Select(title => title.Text));

        var after = await odile.PageAsync(job.Leads);
        using var undo = await odile.SubmitAsync(job.Leads, new() { ["deed"] = after.QuerySelector("input[name=deed]")!.GetAttribute("value")! }, "/songs/many?handler=Undo");
        Assert.Equal(2, await db.Songs.CountAsync(song => song.BinnedAt != null, Cancel));
        Assert.Empty((await SongAsync(application, "Undertow")).Content.OtherTitles);
    }

    [Fact]
    public async Task An_import_that_is_cancelled_leaves_nothing_behind_and_can_be_done_again()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        using var zip = new MemoryStream();
        await using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
            for (var i = 0; i < 1_500; i++)
            {
                await using var entry = await archive.CreateEntry($"{i}.txt").OpenAsync(Cancel);
                await entry.WriteAsync(Encoding.UTF8.GetBytes($"Title: Wave {i}\n\nwave number {i} comes in, {i * 7919 % 10007}\nand goes out again like {i * 104_729 % 10009}"), Cancel);
            }
        using var sent = await SendAsync(maren, ("waves.zip", zip.ToArray()));
        var read = await application.JobDoneAsync(sent.Headers.Location!.OriginalString, JobState.Done);
        Assert.Equal("1500 songs read from 1500 files", read.Says);
        using var take = await maren.SubmitAsync(read.Leads, [], $"{read.Leads}?handler=Take");
        var path = take.Headers.Location!.OriginalString;
        using var cancel = await maren.SubmitAsync("/songs", [], $"{path}?handler=Cancel");
        await application.JobDoneAsync(path, JobState.Cancelled);
        await using var db = application.Open();
        Assert.False(await db.Songs.AnyAsync(song => song.Title.StartsWith("Wave "), Cancel));

        using var again = await maren.SubmitAsync(read.Leads, [], $"{read.Leads}?handler=Take");
        await application.JobDoneAsync(again.Headers.Location!.OriginalString, JobState.Done);
        Assert.Equal(1_500, await db.Songs.CountAsync(song => song.Title.StartsWith("Wave "), Cancel));
        Assert.Equal(ImportStage.Done, (await db.Imports.AsNoTracking().SingleAsync(Cancel)).Stage);
        Assert.Contains("Wave 1499", (await maren.PageAsync("/songs?q=wave 1499")).QuerySelector(".songs")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_job_whose_runner_died_is_begun_again()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        using var sent = await SendAsync(maren, ("one.txt", "Title: Survivor\n\nstill here"u8.ToArray()));
        var read = await application.JobDoneAsync(sent.Headers.Location!.OriginalString, JobState.Done);
        await using var db = application.Open();
        var job = new Job { Kind = "take-import", Subject = read.Subject, Title = "again", By = "Maren", At = DateTimeOffset.UtcNow, State = JobState.Running, SeenAt = DateTimeOffset.UtcNow.AddMinutes(-1) };
        db.Jobs.Add(job);
        await db.SaveChangesAsync(Cancel);
        await application.JobDoneAsync($"/jobs/{job.Id}", JobState.Done);
        Assert.Equal("still here", (await SongAsync(application, "Survivor")).FirstLine);
    }

    [Fact]
    public async Task A_kept_search_is_one_s_own_and_a_shelf_gets_its_keeper()
    {
        await using var application = await RunningApplication.StartAsync();
        var (maren, odile) = (await application.SignedInAsync("maren"), await application.SignedInAsync("odile"));
        using var kept = await maren.SubmitAsync("/songs", new() { ["name"] = "Choir, no French", ["q"] = "shelf:choir lacks:fr" }, "/songs?handler=Save");
        Assert.Contains("Choir, no French", (await maren.PageAsync("/songs")).QuerySelector(".filters")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("Choir, no French", (await odile.PageAsync("/songs")).QuerySelector(".filters")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(5, (await maren.PageAsync("/songs?q=shelf:choir lacks:fr")).QuerySelectorAll(".songs li").Length);

        var settings = await maren.PageAsync("/settings");
        var keeper = settings.QuerySelector("input[name=keepers]")!.GetAttribute("value")!;
        var young = (await SongAsync(application, "Jump In")).ShelfId;
        using var saved = await maren.SubmitAsync("/settings", new() { ["id"] = $"{young}", ["name"] = "Young people", ["keepers"] = keeper }, "/settings?handler=Shelf");
        var song = await SongAsync(application, "Jump In");
        using var edit = await odile.GetAsync($"/songs/{song.Id}/edit", Cancel);
        Assert.Equal(HttpStatusCode.OK, edit.StatusCode);
        using var kind = await maren.SubmitAsync("/settings", new() { ["letter"] = "R", ["name"] = "round" }, "/settings?handler=Kind");
        Assert.Contains("no other kind has", (await kind.PageAsync()).QuerySelector(".problem")!.TextContent, StringComparison.Ordinal);
        using var full = await maren.SubmitAsync("/settings", new() { ["id"] = $"{young}" }, "/settings?handler=RemoveShelf");
        Assert.Contains("Move them first", (await full.PageAsync()).QuerySelector(".problem")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Wordings_and_orders_are_added_refused_with_reasons_and_printed_in_any_key()
    {
        await using var application = await RunningApplication.StartAsync();
        var maren = await application.SignedInAsync("maren");
        var song = await SongAsync(application, "Undertow");
        using var bad = await maren.SubmitAsync($"/songs/{song.Id}/wordings/new", new() { ["Language"] = "", ["Year"] = "soon", ["Text"] = "Plus profond", ["revision"] = "1" });
        var page = await bad.PageAsync();
        Assert.Equal(["Language", "Year"], page.QuerySelectorAll("[aria-invalid=true]").Select(field => field.Id));
        Assert.Equal("Plus profond", page.QuerySelector("#Text")!.TextContent.Trim('\n'));
        using var added = await maren.SubmitAsync($"/songs/{song.Id}/wordings/new", new() { ["Language"] = "fr", ["Kind"] = "Singable", ["Translator"] = "Remi Gauvain", ["Text"] = "Refrain\nTu es le courant sous tout", ["revision"] = "1" });
        Assert.Equal(HttpStatusCode.Redirect, added.StatusCode);
        Assert.Contains("4 sections missing", (await maren.PageAsync($"/songs/{song.Id}")).QuerySelector(".sheet thead")!.TextContent, StringComparison.Ordinal);

        using var order = await maren.SubmitAsync($"/songs/{song.Id}/orders", new() { ["revision"] = "2", ["oldName"] = "", ["Name"] = "short", ["Order"] = "1 R R", ["Key"] = "x" }, $"/songs/{song.Id}/orders?handler=Put");
        Assert.Equal("x", (await order.PageAsync()).QuerySelector("#Key-new")!.GetAttribute("value"));
        using var good = await maren.SubmitAsync($"/songs/{song.Id}/orders", new() { ["revision"] = "2", ["oldName"] = "", ["Name"] = "short", ["Order"] = "1 R R", ["Key"] = "e" }, $"/songs/{song.Id}/orders?handler=Put");
        Assert.Equal(("short", "E"), ((await SongAsync(application, "Undertow")).SungOrders[1].Name, (await SongAsync(application, "Undertow")).SungOrders[1].Key));

        var sheet = await maren.PageAsync($"/songs/{song.Id}/chords?key=F&capo=3");
        Assert.Contains("plays in D, capo 3, sounds in F", sheet.QuerySelector(".under")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(["D", "G"], sheet.QuerySelectorAll(".chord-sheet b").Select(chord => chord.TextContent).Where(chord => chord.Length > 0).Take(2));
        // Chords are for musicians: no slide has any.
        Assert.DoesNotContain("Bm", string.Concat((await maren.PageAsync($"/songs/{song.Id}")).QuerySelectorAll(".strip text").Select(text => text.TextContent)), StringComparison.Ordinal);
    }

    private static SectionMark Mark(string text) => SectionMark.TryParse(text, out var mark) ? mark : throw new InvalidOperationException(text);

    internal static async Task<HttpResponseMessage> SendAsync(HttpClient browser, params (string Name, byte[] Bytes)[] files)
    {
        var page = await browser.PageAsync("/songs/import");
        using var form = new MultipartFormDataContent
        {
            { new StringContent(page.QuerySelector("meta[name=ymnos-token]")!.GetAttribute("content")!), "__RequestVerificationToken" },
            { new StringContent($"{Shelf.MainId}"), "shelf" },
        };
        foreach (var (name, bytes) in files)
        {
            var part = new ByteArrayContent(bytes);
            part.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
            form.Add(part, "files", name);
        }
        return await browser.PostAsync("/songs/import", form, Cancel);
    }
}
