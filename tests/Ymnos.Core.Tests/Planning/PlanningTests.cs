using CsCheck;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;

namespace Ymnos.Core.Tests.Planning;

public sealed class PlanningTests
{
    private static readonly DateTimeOffset Now = new(2026, 10, 5, 9, 0, 0, TimeSpan.Zero);

    private static readonly ServiceDraft Harvest = new()
    {
        Title = "Harvest of the Sea",
        Date = "2026-10-18",
        StartTimes = "11:15, 9:30",
        TargetLength = "60 min",
        Place = "Quayside hall",
    };

    internal static Service Good(ServiceDraft draft) =>
        Service.Create(draft, Now).Succeeded(out var service) ? service : throw new InvalidOperationException();

    [Theory]
    [InlineData("5:10", 310)]
    [InlineData("1:02:03", 3723)]
    [InlineData("3'", 180)]
    [InlineData("3 min", 180)]
    [InlineData("90 s", 90)]
    [InlineData("2h", 7200)]
    [InlineData("12", null)]
    [InlineData("5:70", null)]
    [InlineData("7:00:00", null)]
    [InlineData("", null)]
    public void Lengths_are_read_as_people_write_them(string typed, int? seconds)
    {
        Assert.Equal(seconds is not null, LengthText.TryRead(typed, out var length));
        Assert.Equal(seconds ?? 0, length.TotalSeconds);
    }

    [Fact]
    public void A_length_is_read_back_as_it_was_written() =>
        Gen.Int[0, (int)LengthText.Longest.TotalSeconds].Sample(seconds =>
            Assert.True(LengthText.TryRead(LengthText.Write(TimeSpan.FromSeconds(seconds)), out var length) && length.TotalSeconds == seconds));

    [Theory]
    [InlineData("Welcome 3:00", "Welcome", 180)]
    [InlineData("Prayers 5 min", "Prayers", 300)]
    [InlineData("Psalm 121", "Psalm 121", null)]
    [InlineData("Talk: Nets let down again, 30:00", "Talk: Nets let down again", 1800)]
    [InlineData("3:00", "3:00", null)]
    public void A_typed_line_may_end_in_a_length(string typed, string name, int? seconds)
    {
        var line = TypedLine.Read(typed)!;
        Assert.Equal((name, seconds), (line.Name, (int?)line.Length?.TotalSeconds));
    }

    [Fact]
    public void The_clock_runs_from_the_start_and_parts_add_up()
    {
        var song = Core.Tests.Songs.SongTests.Good(new SongDraft { Title = "Lantern", Text = "Lift the lantern", Length = "5:10" });
        var service = Good(Harvest);
        service.Add(new Part { Name = "Gathering" });
        service.Add(TypedLine.Read("Welcome 3:00")!.AsSpoken());
        service.Add(new SongEntry { SongId = song.Id });
        service.Add(new Part { Name = "Word" });
        service.Add(TypedLine.Read("Talk 55:00")!.AsSpoken());

        var running = RunningOrder.Of(service, service.Sittings[0], new Dictionary<Guid, Song> { [song.Id] = song });

        Assert.Equal(["9:30", "9:30", "9:33", "9:38", "9:38"], running.Lines.Select(line => line.StartsAt.ToString("H:mm", null)));
        Assert.Equal([("Gathering", TimeSpan.FromSeconds(490)), ("Word", TimeSpan.FromMinutes(55))], running.PartLengths());
        Assert.Equal(new TimeOnly(10, 33, 10), running.EndsAt);
        Assert.Equal(new TimeSpan(0, 3, 10), running.Over);
    }

    [Fact]
    public void Sittings_stand_by_their_times_and_bad_ones_are_refused()
    {
        Assert.Equal([new TimeOnly(9, 30), new TimeOnly(11, 15)], Good(Harvest).Sittings.Select(sitting => sitting.StartsAt));
        Assert.Equal(["Title", "Date", "StartTimes", "TargetLength"],
            new ServiceDraft { Title = " ", Date = "soon", StartTimes = "half past", TargetLength = "0:30" }.Check().Problems.Select(problem => problem.Field));
    }

    [Fact]
    public void A_sitting_whose_time_stays_is_the_same_sitting()
    {
        var service = Good(Harvest);
        var early = service.Sittings[0].Id;
        Assert.True(service.Revise(Harvest with { StartTimes = "9:30, 18:00", TargetLength = "75 min" }).Succeeded(out _));
        Assert.Equal(early, service.Sittings[0].Id);
        Assert.Equal([new TimeOnly(9, 30), new TimeOnly(18, 0)], service.Sittings.Select(sitting => sitting.StartsAt));
        Assert.All(service.Sittings, sitting => Assert.Equal(TimeSpan.FromMinutes(75), sitting.TargetLength));
    }

    [Fact]
    public void A_line_taken_out_comes_back_where_it_stood()
    {
        var service = Good(Harvest);
        foreach (var name in "abcd")
            service.Add(new Part { Name = name.ToString() });
        var third = service.Order[2].Id;

        service.Remove(third, Now);
        Assert.Equal("abd", Names(service));
        service.PutBack(third);
        Assert.Equal("abcd", Names(service));
        Assert.False(service.PutBack(third));
    }

    [Fact]
    public void Whatever_is_done_the_order_has_no_gaps_and_loses_no_line() =>
        Gen.Select(Gen.Int[0, 4], Gen.Int[0, 30], Gen.Int[-2, 30]).Array[0, 60].Sample(changes =>
        {
            var service = Good(Harvest);
            var model = new List<Guid>();
            foreach (var (kind, which, to) in changes)
            {
                var known = service.AllLines.Count == 0 ? Guid.NewGuid() : service.AllLines[which % service.AllLines.Count].Id;
                switch (kind)
                {
                    case 0 or 1:
                        var part = new Part { Name = "x" };
                        service.Add(part, kind == 0 ? known : null);
                        var after = kind == 0 ? model.IndexOf(known) : -1;
                        model.Insert(after < 0 ? model.Count : after + 1, part.Id);
                        break;
                    case 2 when service.Move(known, to):
                        model.Remove(known);
                        model.Insert(Math.Clamp(to, 0, model.Count), known);
                        break;
                    case 3 when service.Remove(known, Now):
                        model.Remove(known);
                        break;
                    case 4 when service.PutBack(known):
                        model.Insert(Math.Min(service.AllLines.Single(line => line.Id == known).Position, model.Count), known);
                        break;
                }
                Assert.Equal(model, service.Order.Select(line => line.Id));
                Assert.Equal(Enumerable.Range(0, model.Count), service.Order.Select(line => line.Position));
            }
        }, iter: 2_000);

    [Fact]
    public void A_month_shows_its_sundays_and_the_days_with_services()
    {
        var month = MonthOfServices.Of(new DateOnly(2026, 10, 1), [Good(Harvest), Good(Harvest with { Date = "2026-10-21", Title = "Midweek" })]);

        Assert.Equal([4, 11, 18, 21, 25], month.Select(day => day.Date.Day));
        Assert.Equal("Harvest of the Sea", Assert.Single(month[2].Services).Title);
    }

    private static string Names(Service service) => string.Concat(service.Order.Cast<Part>().Select(part => part.Name));
}
