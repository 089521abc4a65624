using System.Collections.Immutable;

namespace Ymnos.Core.Styles;

/// <summary>The kinds of entry that can have a style of their own.</summary>
public enum EntryKind
{
    Song,
    Spoken,
}

/// <summary>The styles that a house, or a service, chooses.</summary>
public sealed record StyleChoice
{
    public static readonly StyleChoice None = new();

    /// <summary>For everything that nothing nearer chooses for.</summary>
    public Guid? All { get; init; }

    public Guid? Songs { get; init; }

    public Guid? Spoken { get; init; }

    public Guid? Of(EntryKind kind) => kind == EntryKind.Song ? Songs : Spoken;

    /// <summary>Every style named in it.</summary>
    public IEnumerable<Guid> Named => ((Guid?[])[All, Songs, Spoken]).OfType<Guid>();
}

/// <summary>The style that an entry is shown in, and where the choice was made.</summary>
/// <param name="Id">The style; nothing for the look that comes with the product.</param>
/// <param name="From">Said to a person: "this entry", "songs in this service", "the house".</param>
public readonly record struct ChosenStyle(Guid? Id, string From)
{
    /// <summary>
    /// The nearest choice wins: the entry's own, then its kind's in the service, the service's, its kind's in the house,
    /// the house's. A style that is not known any more chooses nothing.
    /// </summary>
    public static ChosenStyle Nearest(Guid? entry, EntryKind kind, StyleChoice service, StyleChoice house, Func<Guid, bool> isKnown)
    {
        var plural = kind == EntryKind.Song ? "songs" : "spoken entries";
        ReadOnlySpan<(Guid? Style, string From)> choices =
        [
            (entry, "this entry"),
            (service.Of(kind), $"{plural} in this service"),
            (service.All, "this service"),
            (house.Of(kind), $"{plural} in the house"),
            (house.All, "the house"),
        ];
        foreach (var (style, from) in choices)
            if (style is { } id && isKnown(id))
                return new(id, from);
        return new(null, "Ymnos");
    }
}
