using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Songs;
using Ymnos.Data;
using Ymnos.Data.Imports;
using Ymnos.Formats.Files;
using Ymnos.Web.Hosting;
using Ymnos.Web.Imports;
using Ymnos.Web.Jobs;

namespace Ymnos.Web.Pages.Songs.Import;

/// <summary>Where files are sent from.</summary>
[Authorize(May.EditSongs)]
[LargestRequest(LargestFiles)]
[RequestFormLimits(MultipartBodyLengthLimit = LargestFiles, ValueCountLimit = 200_000)]
public sealed class IndexModel(YmnosDb db, Shelves shelves, JobDesk jobs, TimeProvider clock) : PageModel
{
    public const long LargestFiles = 250_000_000;

    public IReadOnlyList<Shelf> Mine { get; private set; } = [];

    public string Problem { get; private set; } = "";

    /// <summary>The latest imports of this person.</summary>
    public IReadOnlyList<Data.Imports.Import> Earlier { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(CancellationToken cancel)
    {
        await ReadAsync(cancel);
        return Mine.Count == 0 ? NotFound() : Page();
    }

    public async Task<IActionResult> OnPostAsync(List<IFormFile> files, Guid shelf, CancellationToken cancel)
    {
        await ReadAsync(cancel);
        if (Mine.FirstOrDefault(mine => mine.Id == shelf) is not { } on)
            return NotFound();
        if (files.Count == 0)
            return Refuse("Choose one or more files, or a zip of them.");
        var sent = new List<(string Name, byte[] Bytes)>();
        foreach (var file in files)
        {
            var name = Path.GetFileName(file.FileName) is { Length: > 0 and <= 250 } given ? given : "file";
            if (file.Length > SongFiles.LargestFile && !name.EndsWith(".zip", StringComparison.OrdinalIgnoreCase))
                return Refuse($"“{name}” is larger than {SongFiles.LargestFile / 1_000_000} MB. No song is that long.");
            using var content = new MemoryStream();
            await file.CopyToAsync(content, cancel);
            var bytes = content.ToArray();
            if (!SongFiles.IsZip(bytes))
                sent.Add((name, bytes));
            else if (SongFiles.Unpack(name, bytes) is var unpacked && unpacked.Succeeded(out var inside))
                sent.AddRange(inside);
            else
                return Refuse(unpacked.Problems[0].Message);
            if (sent.Count > SongFiles.MostFiles)
                return Refuse($"That is more than {SongFiles.MostFiles:N0} files. Send them in parts.");
        }
        var import = new Data.Imports.Import { ShelfId = on.Id, By = User.FirstName(), ById = User.Id(), At = clock.GetUtcNow() };
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        db.Imports.Add(import);
        await db.SaveChangesAsync(cancel);
        foreach (var part in sent.Select((file, i) => new ImportFile { ImportId = import.Id, Position = i, Name = file.Name.Length > 250 ? file.Name[^250..] : file.Name, Bytes = file.Bytes }).Chunk(500))
        {
            db.ImportFiles.AddRange(part);
            await db.SaveChangesAsync(cancel);
            db.ChangeTracker.Clear();
        }
        await transaction.CommitAsync(cancel);
        var job = await jobs.BeginAsync(ReadImport.Name, import.Id.ToString(), $"Reading {sent.Count:N0} file{(sent.Count == 1 ? "" : "s")}", User.FirstName(), User.Id(), $"/songs/import/{import.Id}", cancel);
        return Redirect($"/jobs/{job.Id}");
    }

    private async Task ReadAsync(CancellationToken cancel)
    {
        var entrusted = await shelves.EntrustedAsync(User, cancel);
        Mine = [.. (await shelves.AllAsync(cancel)).Where(shelf => entrusted.With(shelf.Id))];
        var me = User.Id();
        Earlier = await db.Imports.AsNoTracking().Where(import => import.ById == me).OrderByDescending(import => import.At).Take(8).ToListAsync(cancel);
    }

    private Microsoft.AspNetCore.Mvc.RazorPages.PageResult Refuse(string problem)
    {
        Problem = problem;
        return Page();
    }
}
