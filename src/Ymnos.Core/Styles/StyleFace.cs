using System.Collections.Immutable;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Styles;

/// <summary>The purposes of screen that every style has a face for.</summary>
public enum SlideFace
{
    /// <summary>Fills the screen: for the room.</summary>
    Full,

    /// <summary>A band at the foot of somebody else's picture: for a stream.</summary>
    LowerThird,

    /// <summary>For those who sing and play on the platform: now and next, large, on nothing.</summary>
    Platform,
}

/// <summary>How two to four languages share the words frame.</summary>
public enum LanguageOrder
{
    /// <summary>Each line, and under it the same line in the other languages.</summary>
    LineByLine,

    /// <summary>The lines of one language, and under them those of the next.</summary>
    BlockByBlock,

    /// <summary>One column for each language.</summary>
    SideBySide,
}

/// <summary>The slides of a song that carry its credit line.</summary>
public enum CreditSlides
{
    First,
    Last,
    FirstAndLast,
    Every,
}

/// <summary>A frame of its own for the words of a second, third or fourth language.</summary>
public sealed record OwnPlace
{
    /// <summary>In units of a slide of 1920 × 1080.</summary>
    public required Frame Place { get; init; }

    public Across Across { get; init; } = Across.Centre;

    public Down Down { get; init; } = Down.Middle;

    /// <summary>Kept free on all four sides, in units of the slide.</summary>
    public double Padding { get; init; }

    public Plate? Plate { get; init; }
}

/// <summary>A frame of words, and the languages that share it.</summary>
/// <param name="Setting">The frame.</param>
/// <param name="From">Rank of the first of its languages.</param>
/// <param name="To">Behind the rank of the last one.</param>
public readonly record struct SharedFrame(FrameSetting Setting, int From, int To);

/// <summary>How words look on screens of one purpose.</summary>
public sealed record StyleFace
{
    /// <summary>The languages a slide has room for.</summary>
    public const int MostLanguages = 4;

    public required Backdrop Backdrop { get; init; }

    /// <summary>Between background and words, the lowest first.</summary>
    public ImmutableArray<SlideLayer> Layers { get; init; } = [];

    /// <summary>
    /// The words. Its place is divided between the languages by <see cref="Languages"/>, so that one face serves one
    /// language and four.
    /// </summary>
    public required FrameSetting Words { get; init; }

    /// <summary>How the second to fourth languages are set.</summary>
    public required ImmutableArray<TypeSetting> MoreWords { get; init; }

    /// <summary>
    /// Frames of their own for the second to fourth languages. A language without one shares the frame of the language
    /// before it, by the rule of <see cref="Languages"/>. No two frames of words lie over each other.
    /// </summary>
    public ImmutableArray<OwnPlace?> MorePlaces { get; init; } = [null, null, null];

    /// <summary>Where a passage is from.</summary>
    public required FrameSetting Reference { get; init; }

    public required FrameSetting Credit { get; init; }

    /// <summary>The title of a song or of something spoken.</summary>
    public required FrameSetting Heading { get; init; }

    /// <summary>What comes next; for the platform.</summary>
    public required FrameSetting Next { get; init; }

    /// <summary>The clock, and the time that is left; for the platform.</summary>
    public required FrameSetting Clock { get; init; }

    public LanguageOrder Languages { get; init; }

    /// <summary>Rows of the first language that a slide holds, from 1 to 12.</summary>
    public int MostRows { get; init; } = 4;

    /// <summary>Whether chords stand above the words.</summary>
    public bool Chords { get; init; }

    public CreditSlides CreditOn { get; init; } = CreditSlides.FirstAndLast;

    /// <summary>What the credit line says: see <see cref="Typesetting.CreditTemplate"/>.</summary>
    public string CreditTemplate { get; init; } = Typesetting.CreditTemplate.Usual;

    /// <summary>The frames by the name that a page gives them.</summary>
    public IEnumerable<(string Name, FrameSetting Frame)> Frames =>
        [("words", Words), ("reference", Reference), ("credit line", Credit), ("heading", Heading), ("next", Next), ("clock", Clock)];

    /// <summary>
    /// The frames that words in so many languages stand in. Where only one is shown it has the room of all: the smallest
    /// frame round them.
    /// </summary>
    /// <param name="languages">From 1 to <see cref="MostLanguages"/>.</param>
    public ImmutableArray<SharedFrame> FramesFor(int languages)
    {
        if (languages == 1)
            return [new(Words with { Place = MorePlaces.OfType<OwnPlace>().Aggregate(Words.Place, (round, own) => round.Around(own.Place)) }, 0, 1)];
        var frames = ImmutableArray.CreateBuilder<SharedFrame>();
        var (setting, from) = (Words, 0);
        for (var rank = 1; rank < languages; rank++)
        {
            if (MorePlaces[rank - 1] is not { } own)
                continue;
            frames.Add(new(setting, from, rank));
            (setting, from) = (new() { Place = own.Place, Across = own.Across, Down = own.Down, Padding = own.Padding, Plate = own.Plate, Type = MoreWords[rank - 1] }, rank);
        }
        frames.Add(new(setting, from, languages));
        return frames.ToImmutable();
    }

    /// <summary>The setting of the language at a rank, from 0.</summary>
    public TypeSetting TypeOf(int rank) => rank == 0 ? Words.Type : MoreWords[Math.Min(rank, MoreWords.Length) - 1];
}
