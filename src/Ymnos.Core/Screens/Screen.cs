using System.Collections.Immutable;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Screens;

/// <summary>What a screen is for.</summary>
public enum ScreenPurpose
{
    /// <summary>The room reads it.</summary>
    Main,

    /// <summary>Faces those on the platform.</summary>
    Platform,
    Lobby,

    /// <summary>Goes into the stream, over the cameras' picture.</summary>
    Stream,
}

/// <summary>What a screen carries besides the words that are sung.</summary>
[Flags]
public enum ScreenCarries
{
    Nothing = 0,

    /// <summary>The words of songs.</summary>
    Words = 1,

    /// <summary>Credit lines.</summary>
    Credits = 2,

    /// <summary>Headings of what is spoken, where the style has a frame for them.</summary>
    Headings = 4,

    /// <summary>The style's pictures and films; without them the plain colour.</summary>
    Pictures = 8,

    All = Words | Credits | Headings | Pictures,
}

/// <summary>One output: what it is for, its shape, and what it shows.</summary>
public sealed class Screen
{
    public const int LongestName = 60;

    public Guid Id { get; init; } = Guid.CreateVersion7();

    public required string Name { get; set; }

    public required ScreenPurpose Purpose { get; set; }

    /// <summary>Place in lists, from 0.</summary>
    public int Position { get; set; }

    /// <summary>Resolution across, in pixels.</summary>
    public int PixelsWide { get; set; } = 1920;

    /// <summary>Resolution down, in pixels.</summary>
    public int PixelsHigh { get; set; } = 1080;

    /// <summary>Kept free of words at each edge, in per cent of the screen's width and height, from 0 to 20.</summary>
    public double SafeMargin { get; set; }

    /// <summary>The languages it shows, in order; empty for those of the sitting.</summary>
    public ImmutableArray<string> Languages { get; set; } = [];

    public SlideFace Face { get; set; }

    public ScreenCarries Carries { get; set; } = ScreenCarries.All;

    /// <summary>Its width in units of the slide; every slide is 1080 units high.</summary>
    public double SlideWidth => Math.Round(Frame.SlideHeight * PixelsWide / PixelsHigh, 2);

    /// <summary>The screen of a house that has set up none.</summary>
    public static Screen Usual { get; } = new() { Id = new Guid("5c4ee000-0000-7000-8000-000000000001"), Name = "Main screen", Purpose = ScreenPurpose.Main };

    /// <summary>Takes over what was typed, or says what is wrong with it.</summary>
    public Outcome<Screen> Revise(ScreenDraft draft)
    {
        var problems = new List<Problem>();
        var name = CleanText.Line(draft.Name);
        if (name.Length is 0 or > LongestName)
            problems.Add(new(nameof(draft.Name), name.Length == 0 ? "Give the screen a name." : $"A name has at most {LongestName} characters."));
        if (draft.PixelsWide is < 240 or > 8192 || draft.PixelsHigh is < 135 or > 8192 || draft.PixelsWide > 8 * draft.PixelsHigh || draft.PixelsHigh > 3 * draft.PixelsWide)
            problems.Add(new(nameof(draft.PixelsWide), "A screen has from 240 × 135 to 8192 × 8192 pixels, and is at most eight times as wide or three times as high."));
        if (!(draft.SafeMargin is >= 0 and <= 20))
            problems.Add(new(nameof(draft.SafeMargin), "The margin is from 0 to 20 per cent."));
        var languages = draft.Languages.Where(language => language.Length > 0).Distinct().ToImmutableArray();
        if (languages.Length > StyleFace.MostLanguages || languages.Any(language => !Songs.WordingLanguage.IsTag(language)))
            problems.Add(new(nameof(draft.Languages), "A screen shows up to four languages of the list."));
        if (!Enum.IsDefined(draft.Purpose) || !Enum.IsDefined(draft.Face) || (draft.Carries & ~ScreenCarries.All) != 0)
            problems.Add(new(nameof(draft.Purpose), "Choose from the list."));
        if (problems.Count > 0)
            return problems;
        (Name, Purpose, PixelsWide, PixelsHigh, SafeMargin, Languages, Face, Carries) =
            (name, draft.Purpose, draft.PixelsWide, draft.PixelsHigh, draft.SafeMargin, languages, draft.Face, draft.Carries);
        return this;
    }
}

/// <summary>A screen as somebody types it.</summary>
public sealed record ScreenDraft
{
    public string Name { get; init; } = "";

    public ScreenPurpose Purpose { get; init; }

    public int PixelsWide { get; init; } = 1920;

    public int PixelsHigh { get; init; } = 1080;

    public double SafeMargin { get; init; }

    public ImmutableArray<string> Languages { get; init; } = [];

    public SlideFace Face { get; init; }

    public ScreenCarries Carries { get; init; } = ScreenCarries.All;
}
