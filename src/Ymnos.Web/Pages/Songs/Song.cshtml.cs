using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core;
using Ymnos.Core.Planning;
using Ymnos.Core.Shows;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Curating;
using Ymnos.Core.Songs.Music;
using Ymnos.Core.Songs.Pasting;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Data.Keeping;
using Ymnos.Rendering;
using Ymnos.Web.Hosting;
using Ymnos.Web.Live;
using Ymnos.Web.Looks;
using Ymnos.Web.Songs;

namespace Ymnos.Web.Pages.Songs;

/// <summary>Two texts of one section: what somebody else saved, and what this person typed.</summary>
public sealed record SectionClash(SectionMark Mark, int Wording, string Theirs, string Typed, string By);

public sealed class SongModel(YmnosDb db, House house, Shelves shelves, SongDesk desk, HouseLook looks, PictureShelf pictures, TypeCase typeCase, TimeProvider clock, LiveRuns runs, IAuthorizationService authorization) : PageModel
{
    private static readonly TimeSpan StillHere = TimeSpan.FromSeconds(25);

    /// <summary>More columns leave no room for the words.</summary>
    private const int MostBeside = 2;

    public Song Song { get; private set; } = null!;

    public string Shelf { get; private set; } = "";

    public string SavedAt { get; private set; } = "";

    public bool MayEdit { get; private set; }

    public bool MayPlan { get; private set; }

    public DateOnly Today { get; private set; }

    public ImmutableArray<OwnSectionKind> OwnKinds { get; private set; } = [];

    /// <summary>Indexes of the wordings to stand beside the first, parted by commas; empty for the first two.</summary>
    [BindProperty(SupportsGet = true)]
    public string Beside { get; set; } = "";

    /// <summary>The wordings that are shown: the first, and up to two beside it.</summary>
    public IReadOnlyList<int> Columns { get; private set; } = [];

    /// <summary>The sung order that is looked at.</summary>
    public SungOrder Order { get; private set; } = null!;

    /// <summary>The song shown by itself.</summary>
    public ImmutableArray<Step> Steps { get; private set; }

    public int SizePercent { get; private set; }

    /// <summary>What cannot be set in the house's style as it should be.</summary>
    public IReadOnlyList<string> FitFindings { get; private set; } = [];

    /// <summary>How the pictures behind the slides are called for.</summary>
    public Func<Guid, PictureShape?> Pictures { get; private set; } = _ => null;

    /// <summary>How the words read in the house's hall; nothing while nobody has measured it.</summary>
    public Readability? Reads { get; private set; }

    public Hall? Hall { get; private set; }

    public MusicKey? Key { get; private set; }

    public CapoProposal? EasiestCapo { get; private set; }

    public IReadOnlyList<Service> Planned { get; private set; } = [];

    /// <summary>Services to come that the song can be put into.</summary>
    public IReadOnlyList<Service> Coming { get; private set; } = [];

    public SungDates Sung { get; private set; } = null!;

    /// <summary>A song that is probably the same, and how many more there are.</summary>
    public IReadOnlyList<(Guid Id, string Title, string Why)> Like { get; private set; } = [];

    public SectionClash? Clash { get; private set; }

    /// <summary>What went wrong with the last change, for the person.</summary>
    public string Trouble { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(Guid id, string? order, CancellationToken cancel)
    {
        if (!await ReadAsync(id, order, cancel))
            return await MergedAsync(id, cancel);
        Like = [.. (await db.LikePairs.AsNoTracking().Where(pair => pair.ApartBy == null && (pair.OneId == id || pair.OtherId == id)).OrderByDescending(pair => pair.Score).Take(3)
            .Join(db.Songs, pair => pair.OneId == id ? pair.OtherId : pair.OneId, song => song.Id, (pair, song) => new { song.Id, song.Title, pair.Why }).ToListAsync(cancel))
            .Select(like => (like.Id, like.Title, like.Why))];
        var used = await db.Services.AsNoTracking().Where(service => service.BinnedAt == null
                && db.Set<SongEntry>().Any(entry => entry.ServiceId == service.Id && entry.SongId == id && entry.RemovedAt == null))
            .OrderByDescending(service => service.Date).Take(200).Select(service => new { Service = service, Sittings = service.Sittings.Count }).ToListAsync(cancel);
        Planned = [.. used.Where(use => use.Service.Date >= Today).Select(use => use.Service).Reverse()];
        Sung = SungDates.Of(used.Where(use => use.Service.Date < Today && use.Service.Date > Today.AddYears(-2)).Select(use => new SungOn(use.Service.Date, use.Sittings)));
        MayPlan = (await authorization.AuthorizeAsync(User, May.Plan)).Succeeded;
        if (MayPlan)
            Coming = await db.Services.AsNoTracking().Where(service => service.BinnedAt == null && service.Date >= Today).OrderBy(service => service.Date).Take(12).ToListAsync(cancel);
        return Page();
    }

    /// <summary>The words alone, as they are now.</summary>
    public async Task<IActionResult> OnGetWordsAsync(Guid id, string? order, CancellationToken cancel) =>
        await ReadAsync(id, order, cancel) ? Partial("_Words", this) : NotFound();

    /// <summary>Who else has the song open, and which revision it is at. Says in passing that this person is here.</summary>
    public async Task<IActionResult> OnPostOthersAsync(Guid id, string? writes, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song)
            return NotFound();
        var (me, now) = (User.Id(), clock.GetUtcNow());
        var place = writes is { Length: > 0 and <= 60 } ? writes : "";
        await db.Database.ExecuteSqlAsync($"""
            insert into song_readers (song_id, person_id, name, writes, seen_at) values ({id}, {me}, {User.FirstName()}, {place}, {now})
            on conflict (song_id, person_id) do update set writes = excluded.writes, seen_at = excluded.seen_at
            """, cancel);
        var since = now - StillHere;
        var others = await db.SongReaders.AsNoTracking().Where(reader => reader.SongId == id && reader.PersonId != me && reader.SeenAt > since).OrderBy(reader => reader.Name).ToListAsync(cancel);
        return new JsonResult(new
        {
            revision = song.Revision,
            savedBy = song.SavedBy,
            others = string.Join(", ", others.Select(other => other.Writes.Length > 0 ? $"{other.Name} is writing in {other.Writes}" : $"{other.Name} is here too")),
        });
    }

    /// <summary>One section's words in one wording. They are saved when the section is as the person saw it; else both texts are shown.</summary>
    public async Task<IActionResult> OnPostWriteAsync(Guid id, string? order, string? mark, int wording, string? text, string? was, CancellationToken cancel)
    {
        if (!SectionMark.TryParse(mark, out var section))
            return BadRequest();
        var typed = text ?? "";
        var change = await desk.ChangeAsync(User, id, $"words of {section}",
            song => wording >= 0 && wording < song.Wordings.Length && WordsEdit.IsSameText(WordsEdit.TextOf(song.Wordings[wording], section), was ?? ""),
            song => WordsEdit.Write(song.Content, wording, section, typed), cancel);
        if (change is { Refusal: Refusal.Overtaken, Song: { } now } && wording >= 0 && wording < now.Wordings.Length)
        {
            if (!WordsEdit.IsSameText(WordsEdit.TextOf(now.Wordings[wording], section), typed))
                Clash = new(section, wording, WordsEdit.TextOf(now.Wordings[wording], section), typed, now.SavedBy);
        }
        return await AnswerAsync(change, id, order, cancel);
    }

    /// <summary>A change to the sections themselves, made on the revision the person saw.</summary>
    public async Task<IActionResult> OnPostArrangeAsync(Guid id, string? order, int revision, string? deed, string? mark, int line, int wording, string? to, CancellationToken cancel)
    {
        if (!SectionMark.TryParse(mark, out var section))
            return BadRequest();
        var change = await desk.ChangeAsync(User, id, revision, $"{deed} {section}", song => deed switch
        {
            "break" => WordsEdit.Break(song, section, line),
            "part" => WordsEdit.Split(song, section, line),
            "join" => WordsEdit.Join(song, section),
            "up" => WordsEdit.Move(song, section, -1),
            "down" => WordsEdit.Move(song, section, 1),
            "remove" => WordsEdit.Remove(song, section),
            "add" when KindNamed(to) is { } kind => WordsEdit.Add(song, kind, section),
            "relabel" when SectionMark.TryParse(to, out var label) => WordsEdit.Relabel(song, section, label),
            "count" => WordsEdit.Count(song, section, int.TryParse(to, NumberStyles.None, CultureInfo.InvariantCulture, out var bars) ? bars : string.IsNullOrWhiteSpace(to) ? null : 0),
            "mend" => WordsEdit.Mend(song, wording, section),
            "blank" => song with { OpensBlank = !song.OpensBlank },
            _ => new List<Problem> { new("Words", "This cannot be done.") },
        }, cancel);
        return await AnswerAsync(change, id, order, cancel);
    }

    /// <summary>Brings the state before the last save back.</summary>
    public async Task<IActionResult> OnPostUndoAsync(Guid id, string? order, int revision, CancellationToken cancel)
    {
        if (await db.SongStates.AsNoTracking().FirstOrDefaultAsync(state => state.SongId == id && state.Revision == revision - 1, cancel) is not { } before)
            return NotFound();
        var change = await desk.ChangeAsync(User, id, revision, "took the last change back", _ => before.Content, cancel);
        return await AnswerAsync(change, id, order, cancel);
    }

    public async Task<IActionResult> OnPostBinAsync(Guid id, CancellationToken cancel)
    {
        if (await db.Songs.FirstOrDefaultAsync(song => song.Id == id && song.BinnedAt == null, cancel) is not { } song || !await desk.MayEditAsync(User, song, cancel))
            return NotFound();
        song.Bin(clock.GetUtcNow(), User.FirstName());
        await db.SaveChangesAsync(cancel);
        await desk.SavedAsync([song], cancel);
        TempData["Said"] = $"{song.Title} lies in the bin. Services that sing it keep its words.";
        TempData["SaidLink"] = "/bin";
        TempData["SaidLinkText"] = "Open the bin";
        return Redirect("/songs");
    }

    /// <summary>Puts the song at the end of a service to come.</summary>
    public async Task<IActionResult> OnPostPlanAsync(Guid id, Guid service, string? order, CancellationToken cancel)
    {
        if (!(await authorization.AuthorizeAsync(User, May.Plan)).Succeeded || await desk.ReadAsync(id, cancel) is not { } song || await db.ServiceAsync(service, cancel) is not { } planned)
            return NotFound();
        planned.Add(new SongEntry { SongId = id, OrderName = song.OrderNamed(order ?? "").Name });
        await db.SaveChangesAsync(cancel);
        await runs.ServiceChangedAsync(service, cancel);
        return Redirect($"/calendar/{service}");
    }

    /// <summary>The page with a wording beside the first, or without it where it stands there.</summary>
    public string With(int wording)
    {
        var beside = Columns.Skip(1).ToList();
        if (!beside.Remove(wording))
            beside = [.. beside.Skip(beside.Count - MostBeside + 1), wording];
        return $"/songs/{Song.Id}?order={Uri.EscapeDataString(Order.Name)}&beside={string.Join(',', beside.Order())}";
    }

    private async Task<IActionResult> AnswerAsync(SongChange change, Guid id, string? order, CancellationToken cancel)
    {
        if (change.Refusal == Refusal.NotThere)
            return NotFound();
        Trouble = change.Refusal switch
        {
            Refusal.Wrong => change.Problems[0].Message,
            Refusal.Overtaken when Clash is null => $"{change.Song!.SavedBy} changed this song just before. Here it is as it stands now; look, and do yours again.",
            _ => "",
        };
        db.ChangeTracker.Clear();
        return await ReadAsync(id, order, cancel) ? Partial("_Words", this) : NotFound();
    }

    private async Task<bool> ReadAsync(Guid id, string? order, CancellationToken cancel)
    {
        if (await desk.ReadAsync(id, cancel) is not { } song)
            return false;
        Song = song;
        var beside = Beside.Split(',').Select(at => int.TryParse(at, NumberStyles.None, CultureInfo.InvariantCulture, out var wording) ? wording : 0).Where(at => at > 0 && at < song.Wordings.Length).Distinct().Take(MostBeside).ToList();
        Columns = [0, .. beside.Count > 0 ? beside : Enumerable.Range(1, Math.Min(MostBeside, song.Wordings.Length - 1))];
        MayEdit = await desk.MayEditAsync(User, song, cancel);
        Shelf = await shelves.NameOfAsync(song.ShelfId, cancel);
        var congregation = await house.CongregationAsync(cancel);
        OwnKinds = congregation.SectionKinds;
        Today = congregation.Today(clock);
        var saved = congregation.Local(song.SavedAt);
        SavedAt = DateOnly.FromDateTime(saved.DateTime) == Today ? saved.ToString("H:mm", CultureInfo.InvariantCulture) : DateOnly.FromDateTime(saved.DateTime).Short();
        Order = song.OrderNamed(order ?? "");
        var (look, screen) = await looks.ForSongsAsync(cancel);
        var shown = ShowCompiler.CompileSong(song, Order, [], screen, look, typeCase, congregation.LicenceNumbers);
        (Steps, SizePercent, FitFindings) = (shown.Steps, shown.PercentOfStyle, shown.Findings);
        Pictures = await pictures.ShapesAsync(Steps.SelectMany(step => step.Slides), cancel);
        Hall = congregation.Hall;
        if (Steps.Select(step => step.Slides[0]).FirstOrDefault(slide => slide.Words.Any()) is { } sung)
        {
            using var files = await pictures.FilesAsync(PictureShelf.PicturesOf(sung.Ground), cancel);
            Reads = Readability.Of(sung, SlidePainter.Ground(sung, files), Hall, typeCase);
        }
        Key = MusicKey.TryParse(Order.Key, out var key) ? key : ChordSheet.KeyOf(song.Content);
        if (song.FirstWording.HasChords && ChordSheet.Of(song.Content, song.FirstWording, Key, 0, ChordNotation.Letters).Capos is [var easiest, ..])
            EasiestCapo = easiest;
        return true;
    }

    /// <summary>A song that was merged into another leads there.</summary>
    private async Task<IActionResult> MergedAsync(Guid id, CancellationToken cancel) =>
        await db.Songs.AsNoTracking().Where(song => song.Id == id).Select(song => song.MergedInto).FirstOrDefaultAsync(cancel) is { } into
            ? Redirect($"/songs/{into}")
            : NotFound();

    private static SectionKind? KindNamed(string? letter) => SectionMark.TryParse(letter == "1" ? "1" : letter, out var mark) ? mark.Kind : null;
}
