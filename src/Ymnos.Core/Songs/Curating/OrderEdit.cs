using System.Globalization;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs.Music;
using Ymnos.Core.Songs.Pasting;

namespace Ymnos.Core.Songs.Curating;

/// <summary>A sung order as somebody types it.</summary>
public sealed record OrderDraft
{
    public const int LongestName = 40;

    public string Name { get; init; } = "";
    public string Order { get; init; } = "";
    public string Key { get; init; } = "";
    public string Tempo { get; init; } = "";
    public string Metre { get; init; } = "";
    public string Capo { get; init; } = "";
    public string Leader { get; init; } = "";
    public string Length { get; init; } = "";

    public static OrderDraft Of(SungOrder order) => new()
    {
        Name = order.Name,
        Order = order.Written,
        Key = order.Key,
        Tempo = order.Tempo?.ToString(CultureInfo.InvariantCulture) ?? "",
        Metre = order.Metre,
        Capo = order.Capo?.ToString(CultureInfo.InvariantCulture) ?? "",
        Leader = order.Leader,
        Length = order.Length is { } length ? LengthText.Write(length) : "",
    };

    /// <summary>All that is wrong with it at once, or the order.</summary>
    public Outcome<SungOrder> Check(SongContent song)
    {
        var problems = new List<Problem>();
        var name = CleanText.Line(Name);
        if (name.Length is 0 or > LongestName)
            problems.Add(new(nameof(Name), $"Give the order a name of up to {LongestName} characters, like “short”."));
        var read = SungOrder.Read(Order, [.. song.FirstWording.Sections.Select(section => section.Mark)]);
        if (!read.Succeeded(out var order))
            problems.AddRange(read.Problems);
        else if (order.Marks.IsEmpty)
            problems.Add(new(nameof(Order), "Write what is sung, like 1 R 2 R."));
        var key = CleanText.Line(Key);
        if (key.Length > 0 && !MusicKey.TryParse(key, out _))
            problems.Add(new(nameof(Key), "A key is a note, with “m” for minor: Eb, F#m, G."));
        var metre = CleanText.Line(Metre).Replace(" ", "", StringComparison.Ordinal);
        if (metre.Length > 0 && !SungOrder.TryReadMetre(metre, out _, out _))
            problems.Add(new(nameof(Metre), "A metre is two figures with a stroke, like 4/4 or 6/8."));
        var tempo = Number(nameof(Tempo), Tempo, 20, 300, "A tempo is from 20 to 300 beats a minute.");
        var capo = Number(nameof(Capo), Capo, 1, 11, "A capo is on fret 1 to 11.");
        TimeSpan? length = null;
        if (CleanText.Line(Length) is { Length: > 0 } typed)
        {
            if (LengthText.TryRead(typed, out var timed))
                length = timed;
            else
                problems.Add(new(nameof(Length), "A length is minutes and seconds, like 5:10."));
        }
        if (Leader.Length > SongDraft.LongestTitle)
            problems.Add(new(nameof(Leader), "That is no name."));
        return problems.Count > 0
            ? problems
            : order! with { Name = name, Key = key.Length > 0 && MusicKey.TryParse(key, out var known) ? known.ToString() : "", Tempo = tempo, Metre = metre, Capo = capo, Leader = CleanText.Line(Leader), Length = length };

        int? Number(string field, string value, int least, int most, string message)
        {
            if (CleanText.Line(value) is not { Length: > 0 } typed)
                return null;
            if (int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= least && number <= most)
                return number;
            problems.Add(new(field, message));
            return null;
        }
    }
}

/// <summary>Changes to a song's sung orders.</summary>
public static class OrderEdit
{
    public const int MostOrders = 20;

    /// <summary>Puts an order in the place of the one with the old name; with none of that name it is added.</summary>
    public static Outcome<SongContent> Put(SongContent song, string oldName, OrderDraft draft)
    {
        var check = draft.Check(song);
        if (!check.Succeeded(out var order))
            return check.Problems.ToList();
        var at = song.SungOrders.ToList().FindIndex(known => known.Name == oldName);
        if (song.SungOrders.Where((_, i) => i != at).Any(known => known.Name == order.Name))
            return Refuse(nameof(draft.Name), $"The song has an order “{order.Name}” already.");
        if (at < 0 && song.SungOrders.Length >= MostOrders)
            return Refuse(nameof(draft.Name), $"A song has at most {MostOrders} orders.");
        return song with { SungOrders = at < 0 ? song.SungOrders.Add(order) : song.SungOrders.SetItem(at, order) };
    }

    /// <summary>A copy under a name of its own, to be changed.</summary>
    public static Outcome<SongContent> Copy(SongContent song, string name)
    {
        if (song.SungOrders.FirstOrDefault(order => order.Name == name) is not { } known)
            return Refuse(nameof(OrderDraft.Name), "This order is no longer there.");
        return Added(song, known with { Name = FreeName(song, $"{name} 2") });
    }

    /// <summary>
    /// A shorter order: every repeat of a section that follows itself goes, then of the verses all but the first and the
    /// last; refrains that then stand side by side become one.
    /// </summary>
    public static Outcome<SongContent> Shorten(SongContent song, string name)
    {
        if (song.SungOrders.FirstOrDefault(order => order.Name == name) is not { } known)
            return Refuse(nameof(OrderDraft.Name), "This order is no longer there.");
        var verses = known.Marks.Where(mark => mark.Kind == SectionKind.Verse).Distinct().ToList();
        var kept = known.Marks.Where(mark => mark.Kind != SectionKind.Verse || mark == verses[0] || mark == verses[^1]).ToList();
        var marks = kept.Where((mark, i) => i == 0 || kept[i - 1] != mark).ToList();
        if (marks.Count == known.Marks.Length)
            return Refuse(nameof(OrderDraft.Name), "There is nothing to leave out: no repeat, and no verse between the first and the last.");
        return Added(song, known with { Name = FreeName(song, "short"), Marks = [.. marks], Length = null });
    }

    /// <summary>Takes an order away; the last one stays.</summary>
    public static Outcome<SongContent> Remove(SongContent song, string name) => song.SungOrders.Length < 2
        ? Refuse(nameof(OrderDraft.Name), "A song keeps at least one order.")
        : song with { SungOrders = song.SungOrders.RemoveAll(order => order.Name == name) };

    /// <summary>Makes an order the usual one.</summary>
    public static Outcome<SongContent> MakeUsual(SongContent song, string name) =>
        song with { SungOrders = [.. song.SungOrders.OrderBy(order => order.Name == name ? 0 : 1)] };

    private static Outcome<SongContent> Added(SongContent song, SungOrder order) => song.SungOrders.Length >= MostOrders
        ? Refuse(nameof(OrderDraft.Name), $"A song has at most {MostOrders} orders.")
        : song with { SungOrders = song.SungOrders.Add(order) };

    private static string FreeName(SongContent song, string wanted)
    {
        var name = wanted;
        for (var i = 2; song.SungOrders.Any(order => order.Name == name); i++)
            name = $"{wanted} {i}";
        return name;
    }

    private static List<Problem> Refuse(string field, string message) => [new(field, message)];
}
