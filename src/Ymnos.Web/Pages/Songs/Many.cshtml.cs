using System.IO.Compression;
using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Finding;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Data;
using Ymnos.Data.Finding;
using Ymnos.Data.Keeping;
using Ymnos.Formats.Archive;
using Ymnos.Formats.Catalogue;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;
using Ymnos.Web.Hosting;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>What is done to many songs at once, and its undoing.</summary>
public sealed class ManyModel(YmnosDb db, SongSearch search, SongDeeds deeds, Shelves shelves, SongDesk desk, House house, TimeProvider clock) : PageModel
{
    public IActionResult OnGet() => Redirect("/songs");

    public async Task<IActionResult> OnPostAsync(Guid[] songs, bool all, string? q, string? act, Guid shelf, string? topic, string? book, string? format, CancellationToken cancel)
    {
        if (all)
            songs = [.. await search.AllAsync(SongQuery.Read(q is { Length: <= 200 } ? q : ""), await house.TodayAsync(cancel), SongDeeds.MostSongs + 1, cancel)];
        if (songs.Length is 0 or > SongDeeds.MostSongs)
            return Said(songs.Length == 0 ? "Choose some songs first." : $"That is more than {SongDeeds.MostSongs:N0} songs. Narrow the line first.");
        if (act == "export")
            return await ExportAsync(songs, format ?? "", cancel);
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        if (!entrusted.WithAny)
            return NotFound();
        var (now, by) = (clock.GetUtcNow(), User.FirstName());
        var mine = (await db.Songs.Where(song => songs.Contains(song.Id) && song.BinnedAt == null).ToListAsync(cancel)).Where(song => entrusted.With(song.ShelfId)).ToList();
        if (mine.Count == 0)
            return Said("None of these songs stands on a shelf of yours.");
        var (named, listed) = (CleanText.Line(topic ?? ""), CleanText.Line(book ?? ""));
        var to = (await shelves.AllAsync(cancel)).FirstOrDefault(known => known.Id == shelf && entrusted.With(known.Id));
        var numbered = SongbookEntry.TryRead(listed, out var entry) ? entry : new SongbookEntry(listed, "");
        (string What, Action<Song> Change)? deed = act switch
        {
            "shelf" when to is not null => ($"moved to the {to.Name} shelf", song => { if (song.ShelfId != to.Id) song.MoveTo(to, now, by); }),
            "topic" when named.Length is > 0 and <= SongDraft.LongestTopic => ($"topic {named}", song => { if (!song.Content.Topics.Contains(named, StringComparer.OrdinalIgnoreCase)) song.Save(song.Content with { Topics = song.Content.Topics.Add(named) }, now, by, $"topic {named}"); }),
            "book" when listed.Length is > 0 and <= SongDraft.LongestTitle => ($"songbook {listed}", song => { if (!song.SongbookEntries.Contains(numbered)) song.Save(song.Content with { SongbookEntries = song.SongbookEntries.Add(numbered) }, now, by, $"songbook {listed}"); }),
            "bin" => ("put in the bin", song => song.Bin(now, by)),
            _ => null,
        };
        if (deed is not { } what)
            return Said("Say which shelf, topic or songbook first. Nothing was changed.");
        try
        {
            var done = await deeds.DoAsync(what.What, by, now, mine, what.Change, cancel);
            await desk.SavedAsync(mine, cancel);
            var left = songs.Length - mine.Count;
            TempData["Undo"] = done.Id.ToString();
            return Said($"{done.Songs.Count} song{(done.Songs.Count == 1 ? "" : "s")}: {what.What}.{(left > 0 ? $" {left} stand on shelves that are not yours and stay as they are." : "")}");
        }
        catch (DbUpdateConcurrencyException)
        {
            return Said("Somebody saved one of these songs in the same moment. Nothing was changed; do it again.");
        }
    }

    public async Task<IActionResult> OnPostUndoAsync(Guid deed, CancellationToken cancel)
    {
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        var touched = await db.Set<DeedSong>().Where(song => song.DeedId == deed).Join(db.Songs, done => done.SongId, song => song.Id, (_, song) => song.ShelfId).Distinct().ToListAsync(cancel);
        if (touched.Count == 0 || !touched.TrueForAll(entrusted.With))
            return NotFound();
        if (await deeds.UndoAsync(deed, User.FirstName(), clock.GetUtcNow(), cancel) is not { } undone)
            return Said("That has been undone already.");
        await desk.SavedAsync(undone.Undone, cancel);
        return Said($"Undone for {undone.Undone.Count} song{(undone.Undone.Count == 1 ? "" : "s")}.{(undone.MovedOn.Count > 0 ? $" {undone.MovedOn.Count} have been changed since and stay as they are." : "")}");
    }

    private async Task<IActionResult> ExportAsync(Guid[] ids, string format, CancellationToken cancel)
    {
        var songs = db.Songs.AsNoTracking().Where(song => ids.Contains(song.Id) && song.BinnedAt == null).OrderBy(song => song.Title).Select(song => song.Content);
        var now = clock.GetUtcNow();
        switch (format)
        {
            case "csv":
                return File(Encoding.UTF8.GetBytes(CatalogueCsv.Write(await songs.ToListAsync(cancel))), "text/csv; charset=utf-8", "songs.csv");
            case "archive":
                var archive = new MemoryStream();
                await SongArchive.WriteAsync(archive, songs.AsAsyncEnumerable(), now, cancel);
                archive.Position = 0;
                return File(archive, "application/zip", "songs.zip");
            case "openlyrics" or "chordpro" or "text":
                var file = new MemoryStream();
                await using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
                {
                    var number = 0;
                    await foreach (var song in songs.AsAsyncEnumerable().WithCancellation(cancel))
                    {
                        var (ending, bytes) = format switch
                        {
                            "openlyrics" => ("xml", OpenLyricsWriter.Write(song, now)),
                            "chordpro" => ("cho", Encoding.UTF8.GetBytes(ChordProWriter.Write(song))),
                            _ => ("txt", Encoding.UTF8.GetBytes(SongSheet.Write(song))),
                        };
                        // A number in front, since two songs may have one title.
                        await using var stream = await zip.CreateEntry($"{++number:0000} {FileModel.Named(song, ending)}", CompressionLevel.Fastest).OpenAsync(cancel);
                        await stream.WriteAsync(bytes, cancel);
                    }
                }
                file.Position = 0;
                return File(file, "application/zip", $"songs-{format}.zip");
            default:
                return Said("Choose a format to take them out in.");
        }
    }

    private RedirectResult Said(string text)
    {
        TempData["Said"] = text;
        return Redirect("/songs");
    }
}
