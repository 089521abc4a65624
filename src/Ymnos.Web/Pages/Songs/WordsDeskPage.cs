using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Core;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Web.Pages.Songs;

/// <summary>What stands on the desk where a song is written.</summary>
/// <param name="Draft">As typed.</param>
/// <param name="Problems">What is wrong with it.</param>
/// <param name="Back">Where to go without saving.</param>
/// <param name="Save">What the button says.</param>
/// <param name="Revision">The revision the edit was made on; 0 for a new song.</param>
public sealed record Desk(SongDraft Draft, IReadOnlyList<Problem> Problems, string Back, string Save, int Revision)
{
    /// <summary>Shelves that a new song can stand on.</summary>
    public IReadOnlyList<Shelf> Shelves { get; init; } = [];

    public Guid Shelf { get; init; }
}

/// <summary>What the reader made of the text, ready to stand beside it.</summary>
/// <param name="Reading">Nothing when the text is too long to read.</param>
/// <param name="Split">How it was read.</param>
/// <param name="Order">The sung order that is typed; empty when the text decides.</param>
/// <param name="Refusal">Why the text is not read.</param>
public sealed record ReadingView(Reading? Reading, PasteSplit Split, string Order, string Refusal);

/// <summary>Pages with the desk on them: they read what is in the box and change a mark in it.</summary>
public abstract class WordsDeskPage : PageModel
{
    public Desk Desk { get; protected set; } = null!;

    public IActionResult OnPostRead(string? text, PasteSplit split, string? order) => Partial("_Reading", View(text ?? "", split, order ?? ""));

    public IActionResult OnPostRelabel(string? text, PasteSplit split, int firstLine, string? mark) =>
        text is not { Length: <= SongDraft.LongestText } || !SectionMark.TryParse(mark, out var read)
            ? BadRequest()
            : Content(PastedWords.Relabel(text, split, firstLine, read), "text/plain; charset=utf-8");

    private static ReadingView View(string text, PasteSplit split, string order) => text.Length > SongDraft.LongestText
        ? new(null, split, order, $"This text has {text.Length:N0} characters; the words of one song may have up to {SongDraft.LongestText:N0}. Paste one song at a time.")
        : new(PastedWords.Read(text, split), split, order, "");
}
