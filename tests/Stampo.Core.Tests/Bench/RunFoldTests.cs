using CsCheck;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Wording;
using static Stampo.Core.Tests.Bench.TheShot;

namespace Stampo.Core.Tests.Bench;

public class RunFoldTests
{
    private const string Maud = "Maud Quill",
        Jorun = "Jorun Castellane";

    /// <summary>A whole shot, a minute apart where nothing else is said.</summary>
    private static readonly LoggedAct[] Whole =
    [
        At(1, 0, new Answered("a1", Maud, "weigh", "weigh-a", 100.2, "Bench scale")),
        At(2, 1, new Answered("a2", Maud, "weigh", "weigh-b", 50.1)),
        At(3, 2, new Ticked("a3", Maud, "weigh", "tick-1")),
        At(4, 3, new Finished("a4", Maud, "weigh")),
        At(5, 4, new CautionRead("a5", Maud, "mix", "cast-urethane")),
        At(6, 5, new Began("a6", Maud, "mix")),
        At(7, 7, new Finished("a7", Maud, "mix")),
        At(8, 7, new Began("a8", Maud, "pour")),
        At(9, 13, new Finished("a9", Maud, "pour")),
        At(10, 14, new Began("a10", Maud, "cure")),
        At(11, 15, new Left("a11", Maud, "cure")),
        At(12, 15, new HandedOver("a12", Maud, Jorun)),
        At(13, 76, new Finished("a13", Jorun, "cure")),
        At(14, 80, new Began("a14", Jorun, "demold")),
        At(15, 84, new Counted("a15", Jorun, 1, Fate.Good)),
        At(16, 85, new Counted("a16", Jorun, 2, Fate.Scrap, "bubbles")),
        At(17, 86, new Finished("a17", Jorun, "demold")),
        At(18, 87, new Ended("a18", Jorun)),
    ];

    [Fact]
    public void A_shot_from_weighing_to_counted_parts()
    {
        var state = Of(Whole);
        Assert.Equal((RunPhase.Ended, Jorun, null, 18), (state.Phase, state.AtBench, state.Current, state.Acts));
        Assert.All(state.Operations, o => Assert.Equal(OperationPhase.Done, o.Phase));
        Assert.Equal((1, 0, 1), (state.Of(Fate.Good), state.Of(Fate.Rework), state.Of(Fate.Scrap)));
        Assert.Equal("bubbles", state.Counts[1].Defect);
        Assert.Equal(Zero + Duration.FromMinutes(87), state.Over);
        // 50.1 / 100.2 is the planned half: no error.
        Assert.Equal(0, state.Operation("weigh").Ratios.Single().Pct, 9);
        Assert.All(state.Operation("weigh").Answers.Where(a => a.Value is not null), a => Assert.True(a.Within));
        // The oven was never read: that is said, and is not good.
        Assert.Equal(["oven"], state.Operation("cure").Unanswered);
    }

    [Fact]
    public void Pot_life_counts_from_the_first_contact_and_stops_with_the_pour()
    {
        var running = Assert.Single(Of(Whole[..8]).Clocks);
        Assert.Equal(
            ("pour", ClockKind.Within, "mixing", 10.0, null),
            (running.Operation, running.Kind, running.Event, running.Minutes, running.Stopped)
        );
        Assert.Equal(0.8, running.ShareAt(Zero + Duration.FromMinutes(13)), 9);
        Assert.Equal(Zero + Duration.FromMinutes(13), Of(Whole[..9]).Clocks.Single(c => c.Kind == ClockKind.Within).Stopped);
    }

    [Fact]
    public void While_it_cures_one_clock_says_how_long_and_after_it_the_one_for_what_comes_next()
    {
        var curing = Assert.Single(Of(Whole[..11]).Clocks, c => c.Stopped is null);
        Assert.Equal((ClockKind.Alone, 60.0, Zero + Duration.FromMinutes(15)), (curing.Kind, curing.Minutes, curing.From));
        var cured = Assert.Single(Of(Whole[..13]).Clocks, c => c.Stopped is null);
        Assert.Equal((ClockKind.NotBefore, "the pour", 50.0), (cured.Kind, cured.Event, cured.Minutes));
    }

    /// <summary>When a step ended is what a correction of its end corrects; what was seen keeps its time.</summary>
    [Fact]
    public void A_corrected_end_stands_at_the_time_of_its_correction()
    {
        var late = Of([.. Whole[..4], At(5, 9, new Finished("late", Maud, "weigh") { Corrects = "a4" })]);
        Assert.Equal(Zero + Duration.FromMinutes(9), late.Operation("weigh").Ended);
        var seen = Of([.. Whole[..4], At(5, 9, new Answered("seen", Maud, "weigh", "weigh-a", 100.1) { Corrects = "a1" })]);
        Assert.Equal(Zero + Duration.FromMinutes(3), seen.Operation("weigh").Ended);
        Assert.Equal(100.1, seen.Operation("weigh").Answers.Single(a => a.Ask == "weigh-a").Value);
    }

    /// <summary>The acts lie on both sides of the hour that a spring night leaves out: instants know nothing of it.</summary>
    [Fact]
    public void A_clock_is_the_same_across_a_change_of_the_clocks()
    {
        var berlin = DateTimeZoneProviders.Tzdb["Europe/Berlin"];
        var clock = Of(Whole[..11]).Clocks.Single(c => c.Kind == ClockKind.Alone);
        var up = clock.From + Duration.FromMinutes(clock.Minutes);
        var wall = Period.Between(clock.From.InZone(berlin).LocalDateTime, up.InZone(berlin).LocalDateTime, PeriodUnits.Minutes);
        Assert.Equal(120, wall.Minutes);
        Assert.Equal(1, clock.ShareAt(up), 9);
    }

    [Fact]
    public void Too_much_of_A_moves_the_target_of_B_and_the_ratio_holds()
    {
        var over = At(1, 0, new Answered("a", Maud, "weigh", "weigh-a", 110));
        var target = Of(over).Operation("weigh").Targets.Single(t => t.Id == "weigh-b");
        Assert.True(target.IsMoved);
        Assert.Equal([54.75, 55, 55.25], new[] { target.Least, target.Target, target.Most }, (a, b) => Math.Abs(a - b) < 1e-9);
        var followed = Of(over, At(2, 1, new Answered("b", Maud, "weigh", "weigh-b", 55))).Operation("weigh");
        Assert.Equal(0, followed.Ratios.Single().Pct, 9);
        Assert.Equal([false, true], followed.Answers.Select(a => a.Within));
        var ignored = Of(over, At(2, 1, new Answered("b", Maud, "weigh", "weigh-b", 50))).Operation("weigh");
        Assert.Equal(-100.0 / 11, ignored.Ratios.Single().Pct, 9);
        Assert.False(ignored.Ratios.Single().Within);
    }

    [Fact]
    public void A_correction_stands_in_the_place_of_what_it_corrects_and_the_first_stays_in_the_log()
    {
        var wrong = At(1, 0, new Answered("a", Maud, "weigh", "weigh-a", 10.02));
        var right = At(2, 5, new Answered("b", Jorun, "weigh", "weigh-a", 100.2) { Corrects = "a" });
        var again = At(3, 6, new Answered("c", Jorun, "weigh", "weigh-a", 100.3) { Corrects = "b" });
        var answer = Of(wrong, right, again).Operation("weigh").Answers.Single();
        Assert.Equal((100.3, "a", true, true), (answer.Value, answer.Act, answer.IsCorrected, answer.Within));
        Assert.Equal(wrong.At, answer.At);
        Assert.Empty(Of(wrong, right, At(4, 7, new Withdrawn("d", Maud) { Corrects = "a" })).Operation("weigh").Answers);
    }

    [Fact]
    public void When_something_began_is_what_a_correction_of_that_corrects()
    {
        var late = At(1, 9, new Began("a", Maud, "mix"));
        var told = At(2, 7, new Began("b", Maud, "mix") { Corrects = "a" });
        Assert.Equal(Zero + Duration.FromMinutes(7), Of(late, told).Operation("mix").Began);
    }

    [Fact]
    public void A_run_that_was_ended_by_mistake_is_open_again_when_that_is_withdrawn()
    {
        var state = Of([.. Whole, At(19, 88, new Withdrawn("w", Maud) { Corrects = "a18" })]);
        Assert.Equal((RunPhase.Open, (Instant?)null), (state.Phase, state.Over));
    }

    /// <summary>Acts that come twice, and in whatever order they are read, give the same.</summary>
    [Fact]
    public void Whatever_the_order_and_however_often_the_state_is_the_same() =>
        Gen.Select(Gen.Int[1, Whole.Length], Gen.Shuffle(Whole), Gen.Int[0, Whole.Length - 1].Array[0, 6])
            .Sample(
                (n, shuffled, repeated) =>
                {
                    var log = Whole[..n];
                    var odd = shuffled.Where(a => a.Ordinal <= n).Concat(repeated.Where(i => i < n).Select(i => Whole[i])).ToList();
                    Assert.Equivalent(Of(log), Of(odd), strict: true);
                },
                iter: 300
            );

    /// <summary>What is recorded later never takes back what was done: only a correction does.</summary>
    [Fact]
    public void Without_corrections_operations_only_go_forward() =>
        Assert.All(
            Enumerable.Range(1, Whole.Length - 1),
            n =>
                Assert.All(
                    Of(Whole[..n]).Operations.Zip(Of(Whole[..(n + 1)]).Operations),
                    pair => Assert.True(pair.Second.Phase >= pair.First.Phase)
                )
        );

    private static string? Refused(Act act, params LoggedAct[] log)
    {
        try
        {
            RunRules.Check(Sheet, Of(log), act, id => log.FirstOrDefault(a => a.Act.Id == id)?.Act);
            return null;
        }
        catch (RefusalException no)
        {
            return no.Code;
        }
    }

    [Fact]
    public void Every_act_of_a_shot_may_be_recorded_in_its_place() =>
        Assert.All(Enumerable.Range(0, Whole.Length), n => Assert.Null(Refused(Whole[n].Act, Whole[..n])));

    public static TheoryData<Act, string> CannotBe =>
        new()
        {
            { new Began("x", Maud, "paint"), "act.operation" },
            { new Began("x", Maud, "mix"), "act.caution" },
            { new Began("x", " ", "weigh"), "input.out-of-range" },
            { new Answered("x", Maud, "weigh", "weigh-c", 1), "act.ask" },
            { new Answered("x", Maud, "weigh", "tick-1", 1), "act.ask" },
            { new Ticked("x", Maud, "weigh", "weigh-a"), "act.ask" },
            { new Answered("x", Maud, "weigh", "weigh-a", double.NaN), "input.out-of-range" },
            { new CautionRead("x", Maud, "mix", "oven"), "act.caution" },
            { new Counted("x", Maud, 3, Fate.Good), "input.out-of-range" },
            { new Counted("x", Maud, 1, Fate.Scrap), "act.defect" },
            { new Counted("x", Maud, 1, Fate.Rework, "ugly"), "act.defect" },
            { new Ended("x", Maud), "run.uncounted" },
            { new Abandoned("x", Maud, ""), "input.out-of-range" },
            { new Withdrawn("x", Maud), "act.corrects" },
            {
                new Withdrawn("x", Maud) { Corrects = "nothing" },
                "act.corrects"
            },
            {
                new Answered("x", Maud, "weigh", "weigh-b", 1) { Corrects = "a1" },
                "act.corrects"
            },
        };

    [Theory]
    [MemberData(nameof(CannotBe))]
    public void What_cannot_be_of_the_run_is_refused(Act act, string code) => Assert.Equal(code, Refused(act, Whole[0]));

    [Fact]
    public void Whoever_takes_over_reads_the_cautions_too_and_nobody_reads_them_twice()
    {
        Assert.Null(Refused(new Finished("x", Maud, "mix"), Whole[..5]));
        Assert.Equal("act.caution", Refused(new Finished("x", Jorun, "mix"), Whole[..5]));
    }

    [Fact]
    public void A_run_that_is_over_takes_notes_and_corrections_only()
    {
        Assert.Equal("run.over", Refused(new Deviated("x", Maud, "mix", Deviation.Late, null), Whole));
        Assert.Null(Refused(new Noted("x", Maud, "mix", "cold morning"), Whole));
        Assert.Null(Refused(new Counted("x", Maud, 2, Fate.Good) { Corrects = "a16" }, Whole));
    }
}
