using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;
using Ymnos.Core.Songs.Finding;
using Ymnos.Data.Finding;
using Ymnos.Data.Keeping;
using Ymnos.Tests;

namespace Ymnos.Data.Tests;

public sealed class LibraryTests : IAsyncLifetime
{
    private static readonly DateOnly Today = new(2026, 10, 5);

    private TestDatabase _database = null!;
    private YmnosDb _db = null!;

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static DateTimeOffset Now => SongStoreTests.Now;

    public async ValueTask InitializeAsync()
    {
        _database = await TestDatabase.CreateAsync();
        _db = _database.Open();
    }

    public async ValueTask DisposeAsync()
    {
        await _db.DisposeAsync();
        await _database.DisposeAsync();
    }

    private static Song Make(SongDraft draft, Func<SongContent, SongContent>? more = null, Guid? shelf = null) =>
        draft.Check().Succeeded(out var content) ? Song.Create((more ?? (song => song))(content), shelf ?? Shelf.MainId, Now, "Maren") : throw new InvalidOperationException();

    private async Task<Song> SavedAsync(string title, string text)
    {
        var song = SongStoreTests.Make(title, text);
        _db.Songs.Add(song);
        await _db.SaveChangesAsync(Cancel);
        return song;
    }

    [Theory]
    [InlineData("topic:sea", "Lantern")]
    [InlineData("book:\"quayside hymns\"", "Lantern")]
    [InlineData("language:French", "Matin")]
    [InlineData("lacks:fr", "Lantern|Old Keel|Undertow")]
    [InlineData("key:e♭", "Lantern")]
    [InlineData("tempo:80-90", "Lantern")]
    [InlineData("has:chords", "Undertow")]
    [InlineData("rights:unknown", "Undertow")]
    [InlineData("rights:free", "Old Keel")]
    [InlineData("scripture:luke", "Lantern")]
    [InlineData("scripture:\"Luke 5\"", "Lantern")]
    [InlineData("scripture:\"Luke 6\"", "")]
    [InlineData("notsung:2y", "Matin|Old Keel|Undertow")]
    [InlineData("notsung:1w", "Lantern|Matin|Old Keel|Undertow")]
    [InlineData("shelf:choir", "Matin")]
    [InlineData("shelf:choir topic:sea", "")]
    [InlineData("shelf:choir shelf:main lacks:fr", "Lantern|Old Keel|Undertow")]
    [InlineData("lift topic:sea", "Lantern")]
    [InlineData("lift shelf:choir", "")]
    [InlineData("l shelf:main", "Lantern")]
    [InlineData("tempo:fast", "Lantern|Matin|Old Keel|Undertow")]
    public async Task Filters_say_which_songs(string typed, string titles)
    {
        var choir = new Shelf { Name = "Choir" };
        _db.Shelves.Add(choir);
        var lantern = Make(new SongDraft { Title = "Lantern", Text = "Lift the lantern", Topics = "sea", Songbooks = "Quayside Hymns 214", Scripture = "Luke 5:1–11", CopyrightHolder = "Tidewrack Songs" }, song => song with { SungOrders = [song.SungOrders[0] with { Key = "Eb", Tempo = 84 }] });
        _db.Songs.AddRange(lantern,
            Make(new SongDraft { Title = "Matin", Text = "La marée", Language = "fr", CopyrightHolder = "Outer Isles Press" }, null, choir.Id),
            Make(new SongDraft { Title = "Old Keel", Text = "The keel", WordsBy = "Elias Corran (1848–1911)" }),
            Make(new SongDraft { Title = "Undertow", Text = "[D]Deeper than the drag" }));
        var service = Service.Create(new ServiceDraft { Title = "Past", Date = "2026-08-09", StartTimes = "9:30" }, Now).Succeeded(out var past) ? past : throw new InvalidOperationException();
        service.Add(new SongEntry { SongId = lantern.Id });
        _db.Services.Add(service);
        await _db.SaveChangesAsync(Cancel);

        var query = SongQuery.Read(typed);
        var search = new SongSearch(_db);
        var found = await search.FindAsync(query, Today, Cancel);

        Assert.Equal(titles, string.Join('|', found.Songs.Select(song => song.Title.Text)));
        Assert.Equal(typed == "tempo:fast" ? 1 : 0, found.NotUnderstood.Count);
        Assert.Equal(new DateOnly(2026, 8, 9), (await search.FindAsync(SongQuery.Read("lantern"), Today, Cancel)).Songs[0].LastSung);
        Assert.Equal("Lantern", (await search.ListAsync(SongQuery.Read(""), SongSort.Use, "", 0, Today, Cancel)).Songs[0].Title.Text);
    }

    [Fact]
    public async Task The_most_sung_stand_first_and_all_others_follow_page_by_page()
    {
        var songs = Enumerable.Range(0, 100).Select(i => SongStoreTests.Make($"Song {i:000}", $"words of {i}")).ToList();
        _db.Songs.AddRange(songs);
        foreach (var (date, sung) in new Dictionary<string, int[]> { ["2026-08-09"] = [70, 5], ["2026-08-16"] = [70], ["2027-01-03"] = [3] })
        {
            var service = Service.Create(new ServiceDraft { Title = date, Date = date, StartTimes = "9:30" }, Now).Succeeded(out var planned) ? planned : throw new InvalidOperationException();
            foreach (var song in sung)
                service.Add(new SongEntry { SongId = songs[song].Id });
            _db.Services.Add(service);
        }
        await _db.SaveChangesAsync(Cancel);
        var search = new SongSearch(_db);
        var listed = new List<string>();
        for (var skip = 0; skip < 120; skip += SongSearch.PageSize)
        {
            var page = await search.ListAsync(SongQuery.Read(""), SongSort.Use, "", skip, Today, Cancel);
            Assert.Equal(skip + SongSearch.PageSize < 100, page.HasMore);
            listed.AddRange(page.Songs.Select(song => song.Title.Text));
        }
        Assert.Equal(["Song 070", "Song 005", "Song 000", "Song 001"], listed.Take(4));
        Assert.Equal(songs.Select(song => song.Title), listed.Order());
    }

    [Fact]
    public async Task Every_state_a_song_has_had_is_kept()
    {
        var song = await SavedAsync("Lantern", "Lift the lantern");
        song.Revise(SongDraft.Of(song) with { Title = "Lamp" }, Now.AddHours(1), "Odile");
        await _db.SaveChangesAsync(Cancel);
        song.Bin(Now.AddHours(2), "Maren");
        await _db.SaveChangesAsync(Cancel);

        var states = await _db.SongStates.AsNoTracking().OrderBy(state => state.Revision).ToListAsync(Cancel);
        Assert.Equal([(1, "Lantern", "Maren", "new"), (2, "Lamp", "Odile", "the whole song")], states.Select(state => (state.Revision, state.Content.Title, state.SavedBy, state.SavedWhat)));
        Assert.Equal(3, (await _db.Songs.AsNoTracking().SingleAsync(Cancel)).Revision);
    }

    [Fact]
    public async Task What_is_done_to_many_songs_is_undone_at_once_except_where_somebody_has_gone_on()
    {
        var (one, two) = (await SavedAsync("One", "Lift the lantern"), await SavedAsync("Two", "Bread upon the shingle"));
        var deeds = new SongDeeds(_db);
        var deed = await deeds.DoAsync("topic sea", "Maren", Now, [one, two], song => song.Save(song.Content with { Topics = ["sea"] }, Now, "Maren", "topic sea"), Cancel);
        two.Save(two.Content with { Topics = ["sea", "bread"] }, Now, "Odile", "topics");
        await _db.SaveChangesAsync(Cancel);

        var undone = await deeds.UndoAsync(deed.Id, "Maren", Now, Cancel);

        Assert.Equal(["One"], undone!.Undone.Select(song => song.Title));
        Assert.Equal(["Two"], undone.MovedOn.Select(song => song.Title));
        await using var again = _database.Open();
        Assert.Empty((await again.Songs.SingleAsync(song => song.Title == "One", Cancel)).Content.Topics);
        Assert.Equal(["sea", "bread"], (await again.Songs.SingleAsync(song => song.Title == "Two", Cancel)).Content.Topics);
        Assert.Null(await new SongDeeds(again).UndoAsync(deed.Id, "Maren", Now, Cancel));
    }

    [Fact]
    public async Task A_song_that_is_here_under_another_spelling_is_found_and_two_told_apart_stay_apart()
    {
        var text = "Lift the lantern over water,\ncall the far boats home;\nevery deckhand, every daughter,\nno one sails alone.";
        var lantern = await SavedAsync("Lantern over Water", text);
        await SavedAsync("Undertow", "Deeper than the drag that takes me,\nunder every wave that breaks me");
        var likenesses = new Likenesses(_db);
        var typed = SongStoreTests.Make("Lanterne", text.Replace("lantern", "lanterne", StringComparison.Ordinal).Replace(",\n", ", ", StringComparison.Ordinal));

        Assert.Equal(["Lantern over Water"], (await likenesses.FindAsync(new Dictionary<Guid, SongContent> { [typed.Id] = typed.Content }, Cancel))[typed.Id].Select(like => like.Title));

        _db.Songs.Add(typed);
        await _db.SaveChangesAsync(Cancel);
        await likenesses.RefreshAsync([typed], Cancel);
        await _db.LikePairs.ExecuteUpdateAsync(set => set.SetProperty(pair => pair.ApartBy, "Maren"), Cancel);
        await likenesses.RefreshAsync([lantern], Cancel);
        Assert.Equal("Maren", (await _db.LikePairs.AsNoTracking().SingleAsync(Cancel)).ApartBy);

        lantern.Bin(Now, "Maren");
        await _db.SaveChangesAsync(Cancel);
        await likenesses.RefreshAsync([lantern], Cancel);
        Assert.Empty(await _db.LikePairs.AsNoTracking().ToListAsync(Cancel));
    }

    [Fact]
    public async Task A_shipment_is_found_like_songs_saved_one_by_one_and_comes_in_whole_or_not_at_all()
    {
        var songs = Enumerable.Range(0, 50).Select(i => SongStoreTests.Make($"Lantern {i}", $"Lift the lantern number{i}\nand the stars", "Odile Tranter", $"Quayside Hymns {i + 1}")).ToList();
        await using (await _db.Database.BeginTransactionAsync(Cancel))
            await SongShipment.UnloadAsync(_db, songs, Cancel);
        Assert.Equal(0, await _db.Songs.CountAsync(Cancel));

        await using (var transaction = await _db.Database.BeginTransactionAsync(Cancel))
        {
            await SongShipment.UnloadAsync(_db, songs, Cancel);
            await transaction.CommitAsync(Cancel);
        }
        var search = new SongSearch(_db);
        Assert.Equal(["Lantern 7"], (await search.FindAsync("number7", Cancel)).Songs.Select(song => song.Title.Text));
        Assert.Equal(40, (await search.FindAsync("lantren", Cancel)).Songs.Count);
        var read = await _db.Songs.AsNoTracking().SingleAsync(song => song.Title == "Lantern 7", Cancel);
        Assert.Equal(songs[7].Content, read.Content);
        Assert.Equal(1, read.Revision);
    }

    [Fact]
    public async Task Songs_of_the_first_house_come_through_the_migration()
    {
        await using var database = await TestDatabase.CreateEmptyAsync();
        await using var db = database.Open();
        await db.Database.MigrateAsync("20261123123034_FirstHouse", Cancel);
        var id = Guid.CreateVersion7();
        await db.Database.ExecuteSqlAsync($$"""
            insert into songs (id, title, other_titles, credits, songbook_entries, copyright_year, copyright_holder, wordings, sung_orders, revision, saved_at, saved_by)
            values ({{id}}, 'Lantern', '["Lamp"]', '[{"name":"Odile Tranter","part":"words"}]', '[{"number":"214","songbook":"Quayside Hymns"}]', 2014, 'Tidewrack Songs',
                '[{"language":"en","sections":[{"mark":"1","lines":[{"words":"Lift the lantern","chords":[{"at":0,"name":"G"}]}]}]}]', '[{"name":"full","marks":["1"],"length":null}]', 3, now(), 'Maren')
            """, Cancel);

        await db.Database.MigrateAsync(Cancel);
        await FindingAnew.RefillAsync(db, Cancel);

        var song = await db.Songs.AsNoTracking().SingleAsync(Cancel);
        Assert.Equal((id, "Lantern", "Lamp", 2014, Shelf.MainId, 3), (song.Id, song.Title, song.Content.OtherTitles.Single().Text, song.Content.CopyrightYear, song.ShelfId, song.Revision));
        Assert.Equal(new PlacedChord(0, "G"), song.FirstWording.Sections[0].Lines[0].Chords.Single());
        Assert.Equal(["Lantern"], (await new SongSearch(db).FindAsync("lift the", Cancel)).Songs.Select(found => found.Title.Text));
    }

    [Fact]
    public void Everything_in_a_song_comes_back_from_json()
    {
        var song = Make(new SongDraft { Title = "Lantern", Text = "[Eb]Lift", Owners = "A 60 %\nB 40 % words", Topics = "sea", WordsBy = "E. Corran (1848–1911)" }, content => content with
        {
            OpensBlank = true,
            Wordings = [content.FirstWording with { Sections = [content.FirstWording.Sections[0] with { Bars = 8, Breaks = [1] }] }, new Wording("fa-Latn", []) { Kind = WordingKind.Transliteration, Title = "x", Year = 2020 }],
            SungOrders = [content.SungOrders[0] with { Key = "Eb", Tempo = 84, Metre = "6/8", Capo = 1, Leader = "Anouk", Length = TimeSpan.FromSeconds(310) }],
        });
        Assert.Equal(song.Content, CoreJson.Read<SongContent>(CoreJson.Write(song.Content)));
        Assert.DoesNotContain("firstWording", CoreJson.Write(song.Content), StringComparison.Ordinal);
        Assert.Throws<JsonException>(() => CoreJson.Read<SongContent>("{\"title\":\"x\"}"));
    }
}
