using Ymnos.Core.Shows;

namespace Ymnos.Core.Live;

/// <summary>What lies over the screens.</summary>
public enum Curtain
{
    /// <summary>Nothing: the words are seen.</summary>
    Words,

    /// <summary>The background without the words.</summary>
    PictureOnly,

    /// <summary>Black.</summary>
    Dark,

    /// <summary>The congregation's own mark.</summary>
    Crest,
}

/// <summary>Where in the plan a step stands, in terms that outlive an edit of the plan.</summary>
/// <param name="EntryId">The entry.</param>
/// <param name="SungSection">Which section of its sung order.</param>
/// <param name="Line">Which line of that section the step begins with.</param>
/// <param name="Part">How far into that line, from 0 to under 1.</param>
public sealed record Place(Guid EntryId, int SungSection, int Line, double Part = 0);

/// <summary>What somebody in a booth asks of a running service.</summary>
public abstract record LiveCommand
{
    private LiveCommand()
    {
    }

    /// <summary>One step on; nothing at the end.</summary>
    public sealed record Forward : LiveCommand;

    /// <summary>One step back; nothing at the beginning.</summary>
    public sealed record Back : LiveCommand;

    /// <summary>To a step by its index; an index outside the show goes to the nearest step.</summary>
    public sealed record GoTo(int Step) : LiveCommand;

    /// <summary>To the section of the song that is up whose mark was typed; nothing if it sings none such.</summary>
    /// <param name="Typed">The keys typed in one go; more than <see cref="LongestTyped"/> are no mark.</param>
    public sealed record Jump(string Typed) : LiveCommand
    {
        public const int LongestTyped = 8;
    }

    /// <summary>Draws a curtain, or opens it.</summary>
    public sealed record Draw(Curtain Curtain) : LiveCommand;

    /// <summary>Sets how long slides take to change into each other.</summary>
    public sealed record SetFade(TimeSpan Fade) : LiveCommand;
}

/// <summary>
/// Where a running service stands. Moves only through <see cref="Apply"/> and <see cref="Carry"/>; every move that
/// changes anything counts <see cref="Version"/> up by one.
/// </summary>
public sealed record LiveState(Guid SittingId, string ShowHash, int Step, Place Place, Curtain Curtain, TimeSpan Fade, long Version)
{
    public static readonly TimeSpan UsualFade = TimeSpan.FromMilliseconds(400);
    public static readonly TimeSpan LongestFade = TimeSpan.FromSeconds(5);

    /// <summary>A service about to begin: at its first step, the crest up.</summary>
    public static LiveState Begin(Show show) => new(show.SittingId, show.Hash, 0, PlaceOf(show, 0), Curtain.Crest, UsualFade, 0);

    /// <summary>The state after a command. A command that changes nothing gives the same state.</summary>
    public LiveState Apply(LiveCommand command, Show show) => command switch
    {
        LiveCommand.Forward => At(Step + 1, show),
        LiveCommand.Back => At(Step - 1, show),
        LiveCommand.GoTo to => At(to.Step, show),
        LiveCommand.Jump { Typed.Length: <= LiveCommand.Jump.LongestTyped } jump => show.JumpFrom(Step, jump.Typed) is { } step ? At(step, show) : this,
        LiveCommand.Draw draw when Enum.IsDefined(draw.Curtain) && draw.Curtain != Curtain => this with { Curtain = draw.Curtain, Version = Version + 1 },
        LiveCommand.SetFade set when Clamp(set.Fade) != Fade => this with { Fade = Clamp(set.Fade), Version = Version + 1 },
        _ => this,
    };

    /// <summary>
    /// Carries the place over into a show compiled anew: to the same line of the same section of the same entry; where
    /// the section has become shorter or is gone, to what is left of the entry; where the entry is gone, to the step nearest by count.
    /// </summary>
    public LiveState Carry(Show show)
    {
        if (show.Hash == ShowHash)
            return this;
        var step = StepAt(Place, show) ?? Math.Clamp(Step, 0, Math.Max(0, show.Steps.Length - 1));
        return this with { ShowHash = show.Hash, Step = step, Place = PlaceOf(show, step), Version = Version + 1 };
    }

    private LiveState At(int step, Show show)
    {
        step = Math.Clamp(step, 0, Math.Max(0, show.Steps.Length - 1));
        return step == Step ? this : this with { Step = step, Place = PlaceOf(show, step), Version = Version + 1 };
    }

    private static Place PlaceOf(Show show, int step) => show.Steps.IsEmpty
        ? new(Guid.Empty, 0, 0)
        : new(show.Entries[show.Steps[step].Entry].Id, show.Steps[step].SungSection, show.Steps[step].From.Line, show.Steps[step].From.Part);

    private static int? StepAt(Place place, Show show)
    {
        var entry = show.Entries.FirstOrDefault(entry => entry.Id == place.EntryId);
        if (entry is null)
            return null;
        var best = entry.FirstStep;
        for (var step = entry.FirstStep; step < entry.FirstStep + entry.Steps; step++)
            if ((show.Steps[step].SungSection, show.Steps[step].From).CompareTo((place.SungSection, new(place.Line, place.Part))) <= 0)
                best = step;
        return best;
    }

    private static TimeSpan Clamp(TimeSpan fade) =>
        fade < TimeSpan.Zero ? TimeSpan.Zero : fade > LongestFade ? LongestFade : fade;
}
