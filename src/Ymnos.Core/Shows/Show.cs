using System.Collections.Immutable;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Shows;

/// <summary>A screen as a show knows it.</summary>
/// <param name="Id">The screen in the settings.</param>
/// <param name="Name">Its name.</param>
/// <param name="Purpose">What it is for.</param>
/// <param name="PixelsWide">Its resolution.</param>
/// <param name="PixelsHigh">Its resolution.</param>
public sealed record ShownScreen(Guid Id, string Name, ScreenPurpose Purpose, int PixelsWide, int PixelsHigh);

/// <summary>One press of the key: what the room sees next.</summary>
/// <param name="Entry">Index of the entry it belongs to.</param>
/// <param name="SungSection">Index within the entry's sung order, from 0; 0 where nothing is sung.</param>
/// <param name="Mark">The section that is sung, if any.</param>
/// <param name="From">Where in the section it begins.</param>
/// <param name="LastLine">The last line of which any part is sung in it.</param>
/// <param name="Words">The words sung in it, line by line, in the song's first wording.</param>
/// <param name="Slides">The slide that is up on each screen of the show.</param>
public sealed record Step(int Entry, int SungSection, SectionMark? Mark, WordsPosition From, int LastLine, string Words, ImmutableArray<Slide> Slides);

/// <summary>A section at its place in an entry's sung order.</summary>
/// <param name="Mark">Which section.</param>
/// <param name="FirstStep">Step at which it begins.</param>
/// <param name="Steps">How many steps it takes; none when it has no words.</param>
public sealed record SungSection(SectionMark Mark, int FirstStep, int Steps);

/// <summary>An entry of the order as it will be shown.</summary>
/// <param name="Id">The entry in the plan.</param>
/// <param name="PartName">The part it belongs to, or empty.</param>
/// <param name="Title">As the booth lists it.</param>
/// <param name="StartsAt">By the running order.</param>
/// <param name="Length">By the running order.</param>
/// <param name="FirstStep">Index of its first step; every entry has at least one.</param>
/// <param name="Steps">How many steps it has.</param>
/// <param name="Order">The sung order; empty where nothing is sung.</param>
/// <param name="Sections">The distinct sections of the sung order with their words, as the booth prints them.</param>
public sealed record ShowEntry(
    Guid Id, string PartName, string Title, TimeOnly StartsAt, TimeSpan Length, int FirstStep, int Steps,
    ImmutableArray<SungSection> Order, ImmutableArray<Section> Sections)
{
    /// <summary>What whoever runs the booth should know about the song; empty for most.</summary>
    public string Notes { get; init; } = "";

    /// <summary>The style it is shown in, and where that was chosen.</summary>
    public ChosenStyle Style { get; init; }

    /// <summary>The size of the song's letters in percent of the style's, on the first screen.</summary>
    public int PercentOfStyle { get; init; } = 100;

    /// <summary>What could not be set as it should be, with the screen it is seen on.</summary>
    public ImmutableArray<string> Findings { get; init; } = [];

    /// <summary>What the entry was compiled from; it is compiled again only when this has changed.</summary>
    internal CompiledEntry Compiled { get; init; } = null!;

    public bool IsSong => !Order.IsEmpty;

    /// <summary>Whether the entry opens with a step without words, before anything is sung.</summary>
    public bool OpensBlank => IsSong && Order[0].FirstStep > FirstStep;
}

/// <summary>A service compiled: every step and what each screen shows at it. Never edited; compiled again.</summary>
public sealed record Show(Guid SittingId, string Title, ImmutableArray<ShownScreen> Screens, ImmutableArray<ShowEntry> Entries, ImmutableArray<Step> Steps, string Hash)
{
    /// <summary>Index of the screen that the room reads: the first main screen, else the first of all.</summary>
    public int MainScreen => Math.Max(0, Screens.IndexOf(Screens.FirstOrDefault(screen => screen.Purpose == ScreenPurpose.Main)!));

    /// <summary>The steps at which a screen changes, with the slide that comes up then.</summary>
    public IEnumerable<(int Step, Slide Slide)> SlidesOn(int screen)
    {
        Slide? up = null;
        for (var step = 0; step < Steps.Length; step++)
            if (Steps[step].Slides[screen] is var slide && slide != up)
                yield return (step, up = slide);
    }

    /// <summary>
    /// Where typed keys lead from a step: the longest end of them that is a mark which this entry sings. So "R" and then
    /// "2" go to the second refrain where there is one, and to the second verse where there is none.
    /// </summary>
    public int? JumpFrom(int step, string typed)
    {
        for (var from = 0; from < typed.Length; from++)
            if (SectionMark.TryParse(typed.AsSpan(from), out var mark) && JumpFrom(step, mark) is { } to)
                return to;
        return null;
    }

    /// <summary>
    /// Where a mark leads from a step: to the next time the section is sung in this entry after the section that is
    /// up; past the last time, to the first. Nothing when the entry does not sing it.
    /// </summary>
    public int? JumpFrom(int step, SectionMark mark)
    {
        if (Steps.IsEmpty)
            return null;
        var here = Steps[Math.Clamp(step, 0, Steps.Length - 1)];
        var places = Entries[here.Entry].Order;
        int? first = null;
        for (var i = 0; i < places.Length; i++)
        {
            if (places[i].Mark != mark || places[i].Steps == 0)
                continue;
            if (i > here.SungSection)
                return places[i].FirstStep;
            first ??= places[i].FirstStep;
        }
        return first;
    }
}
