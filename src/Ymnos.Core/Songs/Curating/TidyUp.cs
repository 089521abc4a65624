using System.Globalization;

namespace Ymnos.Core.Songs.Curating;

/// <summary>What is left undone about a song.</summary>
public enum TidyKind
{
    NoHolder,
    SharesNotWhole,
    NeverSung,
    TranslationIncomplete,
    LineTooLong,
}

/// <summary>One thing to tidy up, and where.</summary>
/// <param name="Kind">What is undone.</param>
/// <param name="Says">One plain sentence.</param>
/// <param name="Mark">The section it is in, if it is in one.</param>
public sealed record TidyFinding(TidyKind Kind, string Says, SectionMark? Mark = null);

/// <summary>What a look through one song finds.</summary>
public static class TidyUp
{
    /// <param name="song">The song.</param>
    /// <param name="today">The day it is looked at; rights end on one.</param>
    /// <param name="isTooLong">Whether a line is so long that it would make the song's letters smaller than the house's style wants them.</param>
    public static IEnumerable<TidyFinding> Of(SongContent song, DateOnly today, Func<string, bool> isTooLong)
    {
        if (song.HasUnknownRights(today))
            yield return new(TidyKind.NoHolder, "No copyright holder is known, and it is not known to be free.");
        foreach (var (kind, total) in Owner.NotWhole(song.Owners))
            yield return new(TidyKind.SharesNotWhole, string.Create(CultureInfo.InvariantCulture,
                $"The owners’ shares{(kind == RightKind.Work ? "" : $" of the {kind.ToString().ToLowerInvariant()}")} make {total:0.##} %, not 100."));
        foreach (var section in song.FirstWording.Sections)
            if (!song.SungOrders.Any(order => order.Marks.Contains(section.Mark)))
                yield return new(TidyKind.NeverSung, $"{section.Mark} is in no sung order.", section.Mark);
        foreach (var wording in song.Wordings.Skip(1))
            foreach (var section in song.FirstWording.Sections)
                if (SectionPairing.Of(section, wording.Find(section.Mark)) is { State: not PairingState.Paired } pairing)
                    yield return new(TidyKind.TranslationIncomplete, pairing.State == PairingState.Missing
                        ? $"{WordingLanguage.NameOf(wording.Language)} has no {section.Mark}."
                        : $"{WordingLanguage.NameOf(wording.Language)} has {wording.Find(section.Mark)!.Lines.Length} lines in {section.Mark} for {section.Lines.Length}.", section.Mark);
        var longest = song.FirstWording.Sections.SelectMany(section => section.SungLines.Select(line => (section.Mark, line.Words)))
            .OrderByDescending(line => line.Words.Length).FirstOrDefault();
        if (longest.Words is { } words && isTooLong(words))
            yield return new(TidyKind.LineTooLong, $"“{words}” would make the whole song small.", longest.Mark);
    }
}
