using System.Collections.Immutable;

namespace Ymnos.Core.Songs.Pasting;

/// <summary>How a text is parted into sections.</summary>
public enum PasteSplit
{
    /// <summary>A blank line or a heading begins a section.</summary>
    BlankLines,

    /// <summary>Every line is a section; " / " or " | " inside it parts its lines.</summary>
    OneSectionALine,
}

/// <summary>What a block of the text turned out to be.</summary>
public enum BlockRole
{
    /// <summary>A section met for the first time.</summary>
    New,

    /// <summary>The words of a section that has stood before.</summary>
    Repeated,

    /// <summary>A heading alone that calls a section back.</summary>
    Called,
}

/// <summary>One block of the text as it was read.</summary>
/// <param name="Mark">The section it is.</param>
/// <param name="Role">Whether it brings words or only repeats them.</param>
/// <param name="Times">How often it is sung here.</param>
/// <param name="Lines">Its lines; those of the section it calls back when it has none of its own.</param>
/// <param name="FirstLine">Index of its first line in the text, heading included.</param>
/// <param name="IsLabelled">Whether the text itself names it.</param>
public sealed record ReadBlock(SectionMark Mark, BlockRole Role, int Times, ImmutableArray<LyricLine> Lines, int FirstLine, bool IsLabelled);

/// <summary>A pasted text understood: what the reader made of it, and what it was not sure of.</summary>
/// <param name="Blocks">In the order of the text.</param>
/// <param name="Sections">The distinct sections, in the order they first appear.</param>
/// <param name="Order">The sung order that the text spells out.</param>
/// <param name="FullerOrder">The refrain after every verse, where the text writes it out once only; otherwise empty.</param>
/// <param name="OfferedTitle">A title that stands above the words, or empty.</param>
/// <param name="OfferedCredit">A credit that stands below them.</param>
/// <param name="OffersOneSectionALine">Whether the text has several lines and no blank one to part it by.</param>
/// <param name="Notes">Plain sentences about what could not be taken as it stood.</param>
public sealed record Reading(
    ImmutableArray<ReadBlock> Blocks,
    ImmutableArray<Section> Sections,
    ImmutableArray<SectionMark> Order,
    ImmutableArray<SectionMark> FullerOrder,
    string OfferedTitle,
    PastedCredit? OfferedCredit,
    bool OffersOneSectionALine,
    ImmutableArray<string> Notes);
