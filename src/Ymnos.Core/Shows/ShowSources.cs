using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Shows;

/// <summary>Everything a show is compiled from.</summary>
public sealed record ShowSources
{
    /// <summary>The plan.</summary>
    public required Service Service { get; init; }

    /// <summary>The sitting it is shown at.</summary>
    public required Sitting Sitting { get; init; }

    /// <summary>The songs of the plan by id. An entry whose song is missing has one step without words.</summary>
    public required IReadOnlyDictionary<Guid, Song> Songs { get; init; }

    /// <summary>The screens, in the order they are listed; never empty.</summary>
    public required IReadOnlyList<Screen> Screens { get; init; }

    /// <summary>The styles by id.</summary>
    public IReadOnlyDictionary<Guid, Style> Styles { get; init; } = new Dictionary<Guid, Style>();

    /// <summary>What the house chooses.</summary>
    public StyleChoice HouseStyles { get; init; } = StyleChoice.None;

    /// <summary>The congregation's licence numbers.</summary>
    public string Licence { get; init; } = "";

    public required TypeCase TypeCase { get; init; }

    /// <summary>The style of an entry, and where it was chosen.</summary>
    public ChosenStyle StyleOf(Entry entry) => ChosenStyle.Nearest(entry.StyleId, entry.Kind, Service.Styles, HouseStyles, Styles.ContainsKey);

    /// <summary>How a chosen style looks.</summary>
    public StyleLook LookOf(ChosenStyle style) => style.Id is { } id && Styles.TryGetValue(id, out var known) ? known.Look : StyleLook.House;
}
