using CsCheck;
using Ymnos.Core.Live;
using Ymnos.Core.Planning;
using Ymnos.Core.Tests.Shows;

namespace Ymnos.Core.Tests.Live;

public sealed class LiveStateTests
{
    private static readonly Gen<LiveCommand> Command = Gen.OneOf<LiveCommand>(
        Gen.Const<LiveCommand>(new LiveCommand.Forward()),
        Gen.Const<LiveCommand>(new LiveCommand.Back()),
        Gen.Int[-5, 40].Select(step => (LiveCommand)new LiveCommand.GoTo(step)),
        Gen.String[Gen.Char["12RPBIEx"], 0, 10].Select(typed => (LiveCommand)new LiveCommand.Jump(typed)),
        Gen.Enum<Curtain>().Select(curtain => (LiveCommand)new LiveCommand.Draw(curtain)),
        Gen.Int[-100, 9000].Select(ms => (LiveCommand)new LiveCommand.SetFade(TimeSpan.FromMilliseconds(ms))));

    [Fact]
    public void A_service_begins_at_its_first_step_with_the_crest_up()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var state = LiveState.Begin(ShowCompilerTests.Compile(service, songs));
        Assert.Equal((0, Curtain.Crest, 0L), (state.Step, state.Curtain, state.Version));
    }

    [Fact]
    public void Whatever_is_pressed_the_state_stays_inside_the_show_and_counts_every_change()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var show = ShowCompilerTests.Compile(service, songs);
        Command.Array[0, 40].Sample(commands =>
        {
            var state = LiveState.Begin(show);
            foreach (var command in commands)
            {
                var next = state.Apply(command, show);
                Assert.InRange(next.Step, 0, show.Steps.Length - 1);
                Assert.InRange(next.Fade, TimeSpan.Zero, LiveState.LongestFade);
                Assert.Equal(next == state ? state.Version : state.Version + 1, next.Version);
                Assert.Equal(show.Entries[show.Steps[next.Step].Entry].Id, next.Place.EntryId);
                state = next;
            }
        });
    }

    [Fact]
    public void Forward_and_back_come_to_where_they_were_but_for_the_ends()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var show = ShowCompilerTests.Compile(service, songs);
        var state = LiveState.Begin(show);
        Assert.Same(state, state.Apply(new LiveCommand.Back(), show));
        var last = state.Apply(new LiveCommand.GoTo(int.MaxValue), show);
        Assert.Same(last, last.Apply(new LiveCommand.Forward(), show));
        Assert.Equal(last.Step, last.Apply(new LiveCommand.Back(), show).Apply(new LiveCommand.Forward(), show).Step);
    }

    [Fact]
    public void An_edit_of_the_plan_keeps_the_line_that_is_up()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var before = ShowCompilerTests.Compile(service, songs);
        var state = LiveState.Begin(before).Apply(new LiveCommand.GoTo(before.Entries[1].FirstStep), before)
            .Apply(new LiveCommand.Jump("2"), before);

        service.Add(TypedLine.Read("Notices 2:00")!.AsSpoken(), service.Order[0].Id);
        var after = ShowCompilerTests.Compile(service, songs);
        var carried = state.Carry(after);

        Assert.Equal(state.Step + 1, carried.Step);
        Assert.Equal(before.Steps[state.Step].Slides[0], after.Steps[carried.Step].Slides[0]);
        Assert.Equal(after.Hash, carried.ShowHash);
        Assert.Same(carried, carried.Carry(after));
    }

    [Fact]
    public void When_its_entry_is_taken_out_the_service_goes_on_nearby()
    {
        var (service, songs) = ShowCompilerTests.Plan(ShowCompilerTests.Lantern);
        var before = ShowCompilerTests.Compile(service, songs);
        var state = LiveState.Begin(before).Apply(new LiveCommand.GoTo(before.Steps.Length - 1), before);

        service.Remove(service.Order[^1].Id, DateTimeOffset.UnixEpoch);
        var after = ShowCompilerTests.Compile(service, songs);

        Assert.Equal(0, state.Carry(after).Step);
    }

    [Fact]
    public void A_code_is_good_for_a_quarter_of_an_hour_and_pairs_once()
    {
        var now = new DateTimeOffset(2026, 10, 5, 9, 0, 0, TimeSpan.Zero);
        var screen = PairedScreen.Await(now, out var secret);

        Assert.Equal(screen.Code, PairedScreen.ReadCode($" {screen.Code[..3].ToLowerInvariant()}-{screen.Code[3..]} "));
        Assert.True(screen.CodeIsGood(now + TimeSpan.FromMinutes(14)));
        Assert.False(screen.CodeIsGood(now + TimeSpan.FromMinutes(15)));
        Assert.True(screen.Knows(secret));
        Assert.False(screen.Knows(secret + "0"));
        screen.Pair(Guid.NewGuid(), null, now);
        Assert.False(screen.CodeIsGood(now));
        Assert.Empty(screen.Code);
    }
}
