using System.Text;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core.Songs;
using Ymnos.Formats.ChordPro;
using Ymnos.Formats.OpenLyrics;
using Ymnos.Formats.PlainText;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>One song as a file.</summary>
public sealed class FileModel(SongDesk desk, TimeProvider clock) : PageModel
{
    public async Task<IActionResult> OnGetAsync(Guid id, string format, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song)
            return NotFound();
        return format switch
        {
            "text" => File(Encoding.UTF8.GetBytes(SongSheet.Write(song.Content)), "text/plain; charset=utf-8", Named(song.Content, "txt")),
            "chordpro" => File(Encoding.UTF8.GetBytes(ChordProWriter.Write(song.Content)), "text/plain; charset=utf-8", Named(song.Content, "cho")),
            "openlyrics" => File(OpenLyricsWriter.Write(song.Content, clock.GetUtcNow()), "application/xml", Named(song.Content, "xml")),
            _ => NotFound(),
        };
    }

    /// <summary>A file's name out of a title: letters, digits, spaces and hyphens.</summary>
    internal static string Named(SongContent song, string ending)
    {
        var name = string.Concat(song.Title.Where(c => char.IsLetterOrDigit(c) || c is ' ' or '-')).Trim();
        return $"{(name.Length > 0 ? name : "song")}.{ending}";
    }
}
