using CsCheck;
using Stampo.Core.Planning;
using Stampo.Core.Wording;
using Stampo.Scheduling;

namespace Stampo.Core.Tests.Scheduling;

public class ConstraintScheduleTests
{
    private static readonly TimedResource Hands =
            new(
                "hands",
                1,
                [
                    [480, 1020],
                    [1920, 2460],
                ]
            ),
        Pot = new("pot", 1);

    private static TimedOperation Work(string id, double hands, double wait, TimedHold[]? holds = null, params TimedLag[] after) =>
        new(id, hands, wait, holds ?? [new("hands", During.Hands)], after);

    private static ScheduleAnswer Lay(double horizonMin, TimedResource[] resources, params TimedOperation[] operations) =>
        ConstraintSchedule.Of(new ScheduleRequest(resources, operations, horizonMin));

    [Fact]
    public void Work_is_laid_into_windows_a_cure_goes_on_through_the_night_and_the_pot_holds_one()
    {
        TimedHold[] poured = [new("hands", During.Hands), new("pot", During.Both)];
        var answer = Lay(
            20160,
            [Hands, Pot],
            Work("weigh", 20, 0),
            Work("mix", 10, 0, poured, new TimedLag("weigh", 0, 5)),
            Work("pour", 15, 600, poured, new TimedLag("mix", 0, 0)),
            Work("again", 30, 60, poured),
            Work("open", 30, 0, null, new TimedLag("pour"))
        );
        Assert.Equal(ScheduleStatus.Optimal, answer.Status);
        var at = answer.Slots.ToDictionary(s => s.Id);
        // The second filling goes first: the long cure then lasts through the night, and both are out next morning.
        Assert.Equal((480, 1920, 1950), (at["again"].StartMin, at["open"].StartMin, answer.MakespanMin));
        Assert.InRange(at["mix"].StartMin, at["weigh"].EndMin, at["weigh"].EndMin + 5);
        Assert.Equal(at["mix"].EndMin, at["pour"].StartMin);
        Assert.Equal(at["pour"].HandsEndMin + 600, at["pour"].EndMin);
        Assert.True(at["again"].EndMin <= at["mix"].StartMin || at["again"].StartMin >= at["pour"].EndMin);
    }

    [Fact]
    public void What_collides_is_named_and_nothing_else()
    {
        // The second must begin within a minute of the first, and both want the pot for an hour of waiting.
        TimedHold[] pot = [new("pot", During.Alone)];
        var answer = Lay(
            10_000,
            [Hands, Pot],
            Work("elsewhere", 10, 0),
            Work("a", 10, 60, pot),
            Work("b", 10, 60, pot, new TimedLag("begun", 0, 1)),
            Work("c", 10, 60, pot, new TimedLag("begun", 0, 1)),
            Work("begun", 5, 0)
        );
        Assert.Equal(ScheduleStatus.Infeasible, answer.Status);
        Assert.Null(answer.MakespanMin);
        Assert.Empty(answer.Slots);
        Assert.Equal(["b", "c", "begun", "pot"], answer.Conflict);
        // A circle, work longer than any window, and work longer than there is time for.
        Assert.Equal(["x", "y"], Lay(100, [], Work("x", 1, 0, [], new TimedLag("y")), Work("y", 1, 0, [], new TimedLag("x"))).Conflict);
        Assert.Equal(["long", "hands"], Lay(20_000, [Hands], Work("short", 10, 0), Work("long", 541, 0)).Conflict);
        Assert.Equal(["cure"], Lay(100, [], Work("cure", 1, 100, [])).Conflict);
    }

    [Theory]
    [InlineData(1.5, "operations[0].handsMin", "input.fraction")]
    [InlineData(-1, "operations[0].handsMin", "input.out-of-range")]
    public void Odd_minutes_are_refused_by_name(double hands, string field, string code)
    {
        var refused = Assert.Throws<RefusalException>(() => Lay(100, [Hands], Work("a", hands, 0)));
        Assert.Equal((code, field), (refused.Code, refused.Field));
    }

    [Fact]
    public void What_is_not_there_and_what_stands_twice_is_refused_by_name()
    {
        string? Field(params TimedOperation[] operations) => Assert.Throws<RefusalException>(() => Lay(100, [Hands], operations)).Field;
        Assert.Equal("operations[0].holds[0].resource", Field(Work("a", 1, 0, [new("oven", During.Both)])));
        Assert.Equal("operations[0].after[0].id", Field(Work("a", 1, 0, [], new TimedLag("nothing"))));
        Assert.Equal("operations", Field(Work("a", 1, 0), Work("a", 2, 0)));
        Assert.Equal("operations", Field());
    }

    private static readonly Gen<(int Hands, int Wait, int Hold, int After, int Most)> Some = Gen.Select(
        Gen.Int[0, 3],
        Gen.Int[0, 3],
        Gen.Int[0, 5],
        Gen.Int[-1, 3],
        Gen.Int[-1, 4]
    );

    /// <summary>Against trying every start of up to four operations.</summary>
    [Fact]
    public void It_is_as_short_as_the_shortest_of_all_and_nothing_could_begin_earlier_alone() =>
        Gen.Select(Some.Array[2, 4], Gen.Int[1, 2])
            .Sample(
                (drawn, capacity) =>
                {
                    const int horizon = 11;
                    TimedResource[] resources =
                    [
                        new("a", capacity),
                        new(
                            "b",
                            1,
                            [
                                [1, 5],
                                [6, 11],
                            ]
                        ),
                    ];
                    var operations = drawn
                        .Select(
                            (d, i) =>
                                new TimedOperation(
                                    $"o{i}",
                                    d.Hands,
                                    d.Wait,
                                    [new(d.Hold < 3 ? "a" : "b", (During)(d.Hold % 3))],
                                    d.After >= 0 && d.After < i ? [new($"o{d.After}", 0, d.Most < 0 ? null : d.Most)] : null
                                )
                        )
                        .ToArray();
                    var answer = ConstraintSchedule.Of(new ScheduleRequest(resources, operations, horizon));
                    var best = Shortest(resources, operations, horizon);
                    if (best is null)
                    {
                        Assert.Equal(ScheduleStatus.Infeasible, answer.Status);
                        Assert.NotEmpty(answer.Conflict);
                        return;
                    }

                    Assert.Equal((ScheduleStatus.Optimal, best), (answer.Status, answer.MakespanMin));
                    var starts = answer.Slots.Select(s => s.StartMin).ToArray();
                    Assert.True(Stands(resources, operations, starts, horizon));
                    for (var i = 0; i < starts.Length; i++)
                    for (var earlier = 0; earlier < starts[i]; earlier++)
                        Assert.False(Stands(resources, operations, [.. starts.Select((s, j) => i == j ? earlier : s)], horizon));
                },
                iter: 60
            );

    private static int? Shortest(TimedResource[] resources, TimedOperation[] operations, int horizon)
    {
        int? best = null;
        var starts = new int[operations.Length];
        void Try(int at)
        {
            if (at == operations.Length)
            {
                if (Stands(resources, operations, starts, horizon))
                    best = Math.Min(best ?? int.MaxValue, operations.Select((o, i) => starts[i] + (int)(o.HandsMin + o.WaitMin)).Max());
                return;
            }

            for (starts[at] = 0; starts[at] <= horizon; starts[at]++)
                Try(at + 1);
        }

        Try(0);
        return best;
    }

    private static bool Stands(TimedResource[] resources, TimedOperation[] operations, int[] starts, int horizon)
    {
        int EndOf(int i) => starts[i] + (int)(operations[i].HandsMin + operations[i].WaitMin);
        bool Lags(int i) =>
            (operations[i].After ?? []).All(lag =>
            {
                var gap = starts[i] - EndOf(Array.FindIndex(operations, o => o.Id == lag.Id));
                return gap >= lag.MinLagMin && gap <= (lag.MaxLagMin ?? double.MaxValue);
            });
        bool Holds(TimedResource resource)
        {
            var held = operations
                .SelectMany(
                    (o, i) =>
                        (o.Holds ?? [])
                            .Where(h => h.Resource == resource.Id)
                            .Select(h =>
                                (
                                    From: starts[i] + (h.During == During.Alone ? (int)o.HandsMin : 0),
                                    To: h.During == During.Hands ? starts[i] + (int)o.HandsMin : EndOf(i)
                                )
                            )
                )
                .Where(h => h.To > h.From)
                .ToList();
            return Enumerable.Range(0, horizon).All(t => held.Count(h => h.From <= t && t < h.To) <= resource.Capacity)
                && held.All(h => resource.Windows is null || resource.Windows.Any(w => h.From >= w[0] && h.To <= w[1]));
        }

        return Enumerable.Range(0, operations.Length).All(i => EndOf(i) <= horizon && Lags(i)) && resources.All(Holds);
    }
}
