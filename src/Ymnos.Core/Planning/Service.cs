using System.Collections.Immutable;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Core.Planning;

/// <summary>One act of worship on a date: its sittings and its order.</summary>
public sealed class Service
{
    /// <summary>More lines than any order of service has.</summary>
    public const int MostLines = 200;

    private readonly List<OrderLine> _lines = [];
    private readonly List<Sitting> _sittings = [];

    private Service()
    {
    }

    public Guid Id { get; private init; }

    public string Title { get; private set; } = "";

    /// <summary>Local to the congregation.</summary>
    public DateOnly Date { get; private set; }

    public string Place { get; private set; } = "";

    /// <summary>Counts the changes, from 1.</summary>
    public int Revision { get; private set; }

    public DateTimeOffset? BinnedAt { get; private set; }

    /// <summary>The styles that the service chooses over the house's.</summary>
    public StyleChoice Styles { get; private set; } = StyleChoice.None;

    /// <summary>By start time; never empty.</summary>
    public IReadOnlyList<Sitting> Sittings => [.. _sittings.OrderBy(sitting => sitting.StartsAt)];

    /// <summary>All lines, removed ones included; in no promised order.</summary>
    public IReadOnlyList<OrderLine> AllLines => _lines;

    /// <summary>The order of service.</summary>
    public IReadOnlyList<OrderLine> Order => [.. _lines.Where(line => line.RemovedAt is null).OrderBy(line => line.Position)];

    public static Outcome<Service> Create(ServiceDraft draft, DateTimeOffset now)
    {
        var check = draft.Check();
        if (!check.Succeeded(out var facts))
            return check.Problems.ToList();
        var service = new Service { Id = Guid.CreateVersion7(now) };
        service.Apply(facts);
        foreach (var start in facts.StartTimes)
            service._sittings.Add(new Sitting { ServiceId = service.Id, StartsAt = start, TargetLength = facts.TargetLength });
        return service;
    }

    /// <summary>Takes over title, date, place and sittings. A sitting whose time stays keeps what hangs on it.</summary>
    public Outcome<Service> Revise(ServiceDraft draft)
    {
        var check = draft.Check();
        if (!check.Succeeded(out var facts))
            return check.Problems.ToList();
        Apply(facts);
        _sittings.RemoveAll(sitting => !facts.StartTimes.Contains(sitting.StartsAt));
        foreach (var sitting in _sittings)
            sitting.TargetLength = facts.TargetLength;
        foreach (var start in facts.StartTimes.Except(_sittings.Select(sitting => sitting.StartsAt)).ToList())
            _sittings.Add(new Sitting { ServiceId = Id, StartsAt = start, TargetLength = facts.TargetLength });
        return this;
    }

    /// <summary>Puts a line into the order.</summary>
    /// <param name="line">A line of no service yet.</param>
    /// <param name="after">The line it follows; at the end when <see langword="null"/> or gone.</param>
    /// <returns><see langword="false"/> when the order is full.</returns>
    public bool Add(OrderLine line, Guid? after = null)
    {
        var order = Order.ToList();
        if (order.Count >= MostLines)
            return false;
        line.ServiceId = Id;
        _lines.Add(line);
        var at = order.FindIndex(other => other.Id == after);
        order.Insert(at < 0 ? order.Count : at + 1, line);
        Renumber(order);
        return true;
    }

    /// <summary>Moves a line to stand before the line now at <paramref name="position"/> (at the end beyond the last).</summary>
    /// <returns><see langword="false"/> when the line is no longer there.</returns>
    public bool Move(Guid id, int position)
    {
        var order = Order.ToList();
        var from = order.FindIndex(line => line.Id == id);
        if (from < 0)
            return false;
        var line = order[from];
        order.RemoveAt(from);
        order.Insert(Math.Clamp(position, 0, order.Count), line);
        Renumber(order);
        return true;
    }

    /// <summary>Takes a line out; <see cref="PutBack"/> returns it.</summary>
    public bool Remove(Guid id, DateTimeOffset now)
    {
        var order = Order.ToList();
        if (order.Find(line => line.Id == id) is not { } line)
            return false;
        line.RemovedAt = now;
        order.Remove(line);
        Renumber(order);
        return true;
    }

    /// <summary>Puts a removed line back where it stood.</summary>
    public bool PutBack(Guid id)
    {
        if (_lines.Find(line => line.Id == id) is not { RemovedAt: not null } line)
            return false;
        var order = Order.ToList();
        line.RemovedAt = null;
        order.Insert(Math.Clamp(line.Position, 0, order.Count), line);
        Renumber(order);
        return true;
    }

    /// <summary>Sings another song wherever one stood, in the other's usual order where it has none of that name.</summary>
    public void Sing(Guid song, Guid instead)
    {
        foreach (var entry in _lines.OfType<SongEntry>().Where(entry => entry.SongId == song))
            entry.SongId = instead;
        Revision++;
    }

    /// <summary>Says which languages a sitting shows, the first one largest.</summary>
    /// <returns><see langword="false"/> when there is no such sitting, or these are no languages.</returns>
    public bool Speak(Guid sitting, IEnumerable<string> languages)
    {
        ImmutableArray<string> spoken = [.. languages.Where(language => language.Length > 0).Distinct()];
        if (_sittings.Find(known => known.Id == sitting) is not { } found || spoken.Length > StyleFace.MostLanguages || !spoken.All(WordingLanguage.IsTag))
            return false;
        found.Languages = spoken;
        Revision++;
        return true;
    }

    /// <summary>Chooses the styles of the service.</summary>
    public void Dress(StyleChoice styles)
    {
        Styles = styles;
        Revision++;
    }

    /// <summary>Chooses the style of one entry; nothing takes the choice back.</summary>
    /// <returns><see langword="false"/> when there is no such entry.</returns>
    public bool Dress(Guid entry, Guid? style)
    {
        if (_lines.Find(line => line.Id == entry) is not Entry { RemovedAt: null } found)
            return false;
        found.StyleId = style;
        Revision++;
        return true;
    }

    public void Bin(DateTimeOffset now)
    {
        BinnedAt = now;
        Revision++;
    }

    public void Restore()
    {
        BinnedAt = null;
        Revision++;
    }

    private void Apply(ServiceFacts facts)
    {
        (Title, Date, Place) = (facts.Title, facts.Date, facts.Place);
        Revision++;
    }

    private void Renumber(List<OrderLine> order)
    {
        for (var i = 0; i < order.Count; i++)
            order[i].Position = i;
        Revision++;
    }
}
