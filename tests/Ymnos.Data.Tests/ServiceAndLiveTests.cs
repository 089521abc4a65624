using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Live;
using Ymnos.Core.People;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;
using Ymnos.Data.Live;
using Ymnos.Tests;

namespace Ymnos.Data.Tests;

public sealed class ServiceAndLiveTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<(Service Service, Guid Song)> PlanAsync(TestDatabase database)
    {
        await using var db = database.Open();
        var song = SongStoreTests.Make("Lantern", "Lift the lantern");
        var service = Service.Create(new ServiceDraft { Title = "Harvest", Date = "2026-10-18", StartTimes = "9:30, 11:15" }, SongStoreTests.Now).Succeeded(out var made) ? made : throw new InvalidOperationException();
        service.Add(new Part { Name = "Gathering" });
        service.Add(TypedLine.Read("Welcome 3:00")!.AsSpoken());
        service.Add(new SongEntry { SongId = song.Id });
        db.Add(new Congregation { Name = "Quayside Church", TimeZone = "Europe/London" });
        db.Add(song);
        db.Add(service);
        await db.SaveChangesAsync(Cancel);
        return (service, song.Id);
    }

    private static LiveState Begun(Guid sitting) => new(sitting, "hash", 0, new Place(Guid.Empty, 0, 0), Curtain.Crest, LiveState.UsualFade, 0);

    [Fact]
    public async Task An_order_of_service_comes_back_in_order_with_every_kind_of_line()
    {
        await using var database = await TestDatabase.CreateAsync();
        var (service, song) = await PlanAsync(database);
        await using (var db = database.Open())
        {
            var planned = (await db.ServiceAsync(service.Id, Cancel))!;
            planned.Move(planned.Order[2].Id, 1);
            planned.Remove(planned.Order[2].Id, SongStoreTests.Now);
            planned.Add(TypedLine.Read("Blessing 1:00")!.AsSpoken());
            await db.SaveChangesAsync(Cancel);
        }

        await using var again = database.Open();
        var read = (await again.ServiceAsync(service.Id, Cancel))!;

        Assert.Collection(read.Order,
            line => Assert.Equal("Gathering", Assert.IsType<Part>(line).Name),
            line => Assert.Equal(song, Assert.IsType<SongEntry>(line).SongId),
            line => Assert.Equal(TimeSpan.FromMinutes(1), Assert.IsType<SpokenEntry>(line).Length));
        Assert.True(read.PutBack(read.AllLines.Single(line => line.RemovedAt is not null).Id));
        Assert.Equal([new TimeOnly(9, 30), new TimeOnly(11, 15)], read.Sittings.Select(sitting => sitting.StartsAt));
    }

    [Fact]
    public async Task Two_who_change_one_order_at_once_do_not_overwrite_each_other()
    {
        await using var database = await TestDatabase.CreateAsync();
        var (service, _) = await PlanAsync(database);
        await using var first = database.Open();
        await using var second = database.Open();
        var mine = (await first.ServiceAsync(service.Id, Cancel))!;
        var theirs = (await second.ServiceAsync(service.Id, Cancel))!;
        mine.Move(mine.Order[0].Id, 2);
        await first.SaveChangesAsync(Cancel);
        theirs.Add(new Part { Name = "Word" });

        await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => second.SaveChangesAsync(Cancel));
    }

    [Fact]
    public async Task Of_two_moves_made_from_the_same_state_one_is_written()
    {
        await using var database = await TestDatabase.CreateAsync();
        var (service, _) = await PlanAsync(database);
        await using var db = database.Open();
        var store = new LiveStore(db);
        var state = Begun(service.Sittings[0].Id);
        await store.BeginAsync(state, Cancel);
        await store.BeginAsync(state with { Step = 9 }, Cancel);

        var moves = await Task.WhenAll(Enumerable.Range(1, 8).Select(async step =>
        {
            await using var other = database.Open();
            return await new LiveStore(other).TryWriteAsync(state, state with { Step = step, Curtain = Curtain.Words, Version = 1 }, Cancel);
        }));

        Assert.Single(moves, written => written);
        var reading = (await store.ReadAsync(state.SittingId, Cancel))!;
        Assert.Equal(1, reading.State!.Version);
        Assert.Equal(Curtain.Words, reading.State.Curtain);
    }

    [Fact]
    public async Task The_stamp_of_a_plan_changes_with_the_plan_and_with_its_songs()
    {
        await using var database = await TestDatabase.CreateAsync();
        var (service, songId) = await PlanAsync(database);
        await using var db = database.Open();
        var store = new LiveStore(db);
        var sitting = service.Sittings[0].Id;
        var before = (await store.ReadAsync(sitting, Cancel))!.Stamp;
        Assert.Equal(before, (await store.SourceAsync(sitting, Cancel))!.Stamp);

        var song = await db.Songs.SingleAsync(song => song.Id == songId, Cancel);
        song.Revise(Core.Songs.SongDraft.Of(song) with { Text = "Lift it up" }, SongStoreTests.Now, "Maren");
        await db.SaveChangesAsync(Cancel);
        var edited = (await store.ReadAsync(sitting, Cancel))!.Stamp;
        Assert.NotEqual(before, edited);

        var plan = (await db.ServiceAsync(service.Id, Cancel))!;
        plan.Add(new Part { Name = "Word" });
        await db.SaveChangesAsync(Cancel);
        Assert.NotEqual(edited, (await store.ReadAsync(sitting, Cancel))!.Stamp);
        Assert.Null(await store.ReadAsync(Guid.NewGuid(), Cancel));
    }

    [Fact]
    public async Task Languages_and_styles_of_a_service_come_back_and_looks_change_its_stamp()
    {
        await using var database = await TestDatabase.CreateAsync();
        var (service, _) = await PlanAsync(database);
        var sitting = service.Sittings[1].Id;
        var style = Style.Create("Dusk", StyleLook.House with { Full = StyleLook.House.Full with { Layers = [new RectangleLayer(new(1, 2, 30, 40), 0.5, new(1, 2, 3), 4)] } }, SongStoreTests.Now, "Maren");
        await using (var db = database.Open())
        {
            var plan = (await db.ServiceAsync(service.Id, Cancel))!;
            Assert.True(plan.Speak(sitting, ["en", "fr"]));
            Assert.False(plan.Speak(sitting, ["no language"]));
            Assert.False(plan.Speak(sitting, ["en", "fr", "uk", "fa", "de"]));
            plan.Dress(new StyleChoice { Songs = style.Id });
            Assert.True(plan.Dress(plan.Order[2].Id, style.Id));
            Assert.False(plan.Dress(plan.Order[0].Id, style.Id));
            db.Add(style);
            db.Add(new Screen { Name = "Stream", Purpose = ScreenPurpose.Stream, Face = SlideFace.LowerThird, Languages = ["fr"], Position = 1 });
            db.Add(new Screen { Name = "Main", Purpose = ScreenPurpose.Main });
            await db.SaveChangesAsync(Cancel);
        }
        await using var again = database.Open();
        var store = new LiveStore(again);
        var source = (await store.SourceAsync(sitting, Cancel))!;
        Assert.Equal(["en", "fr"], source.Sitting.Languages);
        Assert.Equal(style.Id, source.Service.Styles.Songs);
        Assert.Equal(style.Id, ((Entry)source.Service.Order[2]).StyleId);
        Assert.Equal(StyleJson.Write(style.Look), StyleJson.Write(source.Styles[style.Id].Look));
        Assert.Equal(["Main", "Stream"], source.Screens.Select(screen => screen.Name));
        Assert.Equal(["fr"], source.Screens[1].Languages);

        await again.Congregations.ExecuteUpdateAsync(set => set.SetProperty(house => house.LooksRevision, house => house.LooksRevision + 1), Cancel);
        Assert.NotEqual(source.Stamp, (await store.ReadAsync(sitting, Cancel))!.Stamp);
    }
}
