using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Data;
using Ymnos.Formats.PlainText;

namespace Ymnos.Web.Pages.Songs;

public sealed class SheetModel(YmnosDb db) : PageModel
{
    public async Task<IActionResult> OnGetAsync(Guid id, CancellationToken cancel)
    {
        if (await db.Songs.AsNoTracking().FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel) is not { } song)
            return NotFound();
        var name = string.Concat(song.Title.Where(c => char.IsLetterOrDigit(c) || c is ' ' or '-')).Trim();
        return File(Encoding.UTF8.GetBytes(SongSheet.Write(song.Content)), "text/plain; charset=utf-8", $"{(name.Length > 0 ? name : "song")}.txt");
    }
}
