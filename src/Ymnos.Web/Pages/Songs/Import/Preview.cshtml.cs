using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Data;
using Ymnos.Data.Imports;
using Ymnos.Data.Jobs;
using Ymnos.Data.Keeping;
using Ymnos.Formats.Files;
using Ymnos.Web.Hosting;
using Ymnos.Web.Imports;
using Ymnos.Web.Jobs;

namespace Ymnos.Web.Pages.Songs.Import;

/// <summary>What was understood of the files, before anything comes in; afterwards what came in, and its undoing.</summary>
[Authorize(May.EditSongs)]
public sealed class PreviewModel(YmnosDb db, Shelves shelves, JobDesk jobs) : PageModel
{
    private const int PageSize = 50;

    public Data.Imports.Import Import { get; private set; } = null!;

    public string Shelf { get; private set; } = "";

    public IReadOnlyList<ImportSong> Songs { get; private set; } = [];

    public IReadOnlyDictionary<int, ImportFile> Files { get; private set; } = new Dictionary<int, ImportFile>();

    /// <summary>Files from which nothing could be read.</summary>
    public IReadOnlyList<ImportFile> Broken { get; private set; } = [];

    public int FileCount { get; private set; }

    public IReadOnlyDictionary<ImportChoice, int> Choices { get; private set; } = new Dictionary<ImportChoice, int>();

    public int Skip { get; private set; }

    public bool HasMore { get; private set; }

    /// <summary>The deed that can still be undone.</summary>
    public Deed? Deed { get; private set; }

    public Job? Last { get; private set; }

    public async Task<IActionResult> OnGetAsync(Guid id, int skip, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel))
            return NotFound();
        await ReadAsync(skip, cancel);
        return Page();
    }

    public async Task<IActionResult> OnPostChooseAsync(Guid id, Guid song, ImportChoice choice, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel) || Import.Stage != ImportStage.Preview)
            return NotFound();
        await db.ImportSongs.Where(one => one.Id == song && one.ImportId == id && (one.LikeId != null || choice == ImportChoice.Take || choice == ImportChoice.Skip))
            .ExecuteUpdateAsync(set => set.SetProperty(one => one.Choice, choice), cancel);
        return new NoContentResult();
    }

    /// <summary>One choice for every song that looks like one that is here.</summary>
    public async Task<IActionResult> OnPostAllAsync(Guid id, ImportChoice choice, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel) || Import.Stage != ImportStage.Preview)
            return NotFound();
        await db.ImportSongs.Where(song => song.ImportId == id && song.LikeId != null).ExecuteUpdateAsync(set => set.SetProperty(song => song.Choice, choice), cancel);
        return Redirect($"/songs/import/{id}");
    }

    /// <summary>Reads a file again in another encoding.</summary>
    public async Task<IActionResult> OnPostEncodingAsync(Guid id, int file, string? encoding, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel) || Import.Stage != ImportStage.Preview || !TextEncoding.All.Contains(encoding)
            || await db.ImportFiles.FirstOrDefaultAsync(one => one.ImportId == id && one.Position == file, cancel) is not { } sent)
            return NotFound();
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var first = await db.ImportSongs.Where(song => song.ImportId == id && song.FilePosition == file).Select(song => (int?)song.Position).MinAsync(cancel)
            ?? (await db.ImportSongs.Where(song => song.ImportId == id).Select(song => (int?)song.Position).MaxAsync(cancel) ?? -1) + 1;
        await db.ImportSongs.Where(song => song.ImportId == id && song.FilePosition == file).ExecuteDeleteAsync(cancel);
        sent.Encoding = encoding!;
        await ReadImport.ReadAsync(db, id, [sent], first, cancel);
        await transaction.CommitAsync(cancel);
        return Redirect($"/songs/import/{id}?skip={first / PageSize * PageSize}");
    }

    public async Task<IActionResult> OnPostTakeAsync(Guid id, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel) || Import.Stage != ImportStage.Preview)
            return NotFound();
        var count = await db.ImportSongs.CountAsync(song => song.ImportId == id && song.Choice != ImportChoice.Skip, cancel);
        if (count == 0)
        {
            TempData["Said"] = "Every song is marked to stay out, so nothing was taken in.";
            return Redirect($"/songs/import/{id}");
        }
        var job = await jobs.BeginAsync(TakeImport.Name, id.ToString(), $"Taking {count:N0} song{(count == 1 ? "" : "s")} in", User.FirstName(), User.Id(), $"/songs/import/{id}", cancel);
        return Redirect($"/jobs/{job.Id}");
    }

    public async Task<IActionResult> OnPostDropAsync(Guid id, CancellationToken cancel)
    {
        if (!await FindAsync(id, cancel) || Import.Stage == ImportStage.Done)
            return NotFound();
        await db.Imports.Where(import => import.Id == id).ExecuteDeleteAsync(cancel);
        TempData["Said"] = "Those files are forgotten. Nothing of them came in.";
        return Redirect("/songs");
    }

    private async Task<bool> FindAsync(Guid id, CancellationToken cancel)
    {
        var me = User.Id();
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        if (await db.Imports.AsNoTracking().FirstOrDefaultAsync(import => import.Id == id && (import.ById == me || entrusted.All), cancel) is not { } import || !entrusted.With(import.ShelfId))
            return false;
        Import = import;
        Shelf = await shelves.NameOfAsync(import.ShelfId, cancel);
        return true;
    }

    private async Task ReadAsync(int skip, CancellationToken cancel)
    {
        var id = Import.Id;
        Skip = Math.Clamp(skip, 0, 1_000_000);
        var songs = await db.ImportSongs.AsNoTracking().Where(song => song.ImportId == id).OrderBy(song => song.Position).Skip(Skip).Take(PageSize + 1).ToListAsync(cancel);
        (Songs, HasMore) = ([.. songs.Take(PageSize)], songs.Count > PageSize);
        var positions = Songs.Select(song => song.FilePosition).Distinct().ToList();
        Files = await db.ImportFiles.AsNoTracking().Where(file => file.ImportId == id && positions.Contains(file.Position))
            .Select(file => new ImportFile { ImportId = id, Position = file.Position, Name = file.Name, Bytes = Array.Empty<byte>(), Encoding = file.Encoding, Format = file.Format })
            .ToDictionaryAsync(file => file.Position, cancel);
        Broken = await db.ImportFiles.AsNoTracking().Where(file => file.ImportId == id && file.Problem != "").OrderBy(file => file.Position).Take(200)
            .Select(file => new ImportFile { ImportId = id, Position = file.Position, Name = file.Name, Bytes = Array.Empty<byte>(), Encoding = file.Encoding, Problem = file.Problem }).ToListAsync(cancel);
        FileCount = await db.ImportFiles.CountAsync(file => file.ImportId == id, cancel);
        Choices = await db.ImportSongs.Where(song => song.ImportId == id).GroupBy(song => song.Choice).Select(group => new { group.Key, Count = group.Count() }).ToDictionaryAsync(group => group.Key, group => group.Count, cancel);
        Deed = Import.DeedId is { } deed ? await db.Deeds.AsNoTracking().FirstOrDefaultAsync(one => one.Id == deed && one.UndoneAt == null, cancel) : null;
        var subject = id.ToString();
        Last = await db.Jobs.AsNoTracking().Where(job => job.Subject == subject).OrderByDescending(job => job.At).FirstOrDefaultAsync(cancel);
    }
}
