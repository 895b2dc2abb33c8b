using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Core.Safety;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Bench;

/// <summary>What was not done as planned stands in the record, whether or not anybody said so.</summary>
public class NotAsPlannedTests
{
    private const string Maud = "Maud Quill",
        Gauge = "Pot gauge";

    private static readonly Instant Zero = TheShot.Zero;

    /// <summary>A pour against a pot life, 90 min in a pot whose pressure is watched, a dab of 24 h, a print over when it is over.</summary>
    private static RunSheet Sheet { get; } =
        new(
            new WorkPiece(Repeats.EachShot, 1, 1),
            "Shot 1, mold 1",
            "Cast",
            [
                new("weigh", Repeats.EachShot, "Weigh", 4) { Asks = [Ask.Weigh("A", 100, "Rigid urethane, A")] },
                new("mix", Repeats.EachShot, "Mix", 2) { Cautions = ["cast-urethane"] },
                new("pour", Repeats.EachShot, "Pour", 3)
                {
                    Lags = [Lag.AtOnce("mix"), Lag.EndsWithin(5, "mix", "mixing")],
                    Cautions = ["spray"],
                },
                new("cure", Repeats.EachShot, "Cure under 300 kPa", 3, 90) { Asks = Ask.Pot(300), Cautions = ["pressure"] },
                new("demold", Repeats.EachShot, "Cut open", 5)
                {
                    Lags = [new Lag("pour", Edge.End, Edge.Start, 90, null, "the pour")],
                    Cautions = ["blade"],
                },
                new("dab", Repeats.Once, "Test dab", 10, 24 * 60) { Asks = Ask.TicksAfter("the dab peels clean") },
                new("build", Repeats.EachShot, "Print", 5, 300) { Holds = Hold.Of(Resource.Printer, Resource.Hands) },
            ],
            1,
            Cautions.Of(["cast-urethane", "spray", "pressure", "blade"]),
            Cautions.Deference
        );

    private int _ordinal;
    private readonly List<LoggedAct> _log = [];

    private RunState State => RunFold.Of(Sheet, Maud, _log);

    private IReadOnlyDictionary<string, double> Facts => Core.Log.RunFacts.Of(Sheet, State, at => at.InUtc().Date.ToDateOnly());

    private RunState Do(double minute, Act act)
    {
        RunRules.Check(Sheet, State, act, id => _log.Find(a => a.Act.Id == id)?.Act);
        _log.Add(new LoggedAct(++_ordinal, Zero + Duration.FromMinutes(minute), act));
        return State;
    }

    private string Id => $"a{_ordinal + 1}";

    private RunState Do(double minute, Func<string, Act> act) => Do(minute, act(Id));

    private void ReadAll() =>
        Sheet
            .Operations.SelectMany(o => o.Cautions.Select(c => (o.Id, c)))
            .ToList()
            .ForEach(c => Do(0, id => new CautionRead(id, Maud, c.Id, c.c)));

    private string Refused(Func<string, Act> act) => Assert.Throws<RefusalException>(() => Do(0, act)).Code;

    private Remark TheRemark(Deviation what) => Assert.Single(State.Remarks, r => r.What == what);

    [Fact]
    public void A_day_long_dab_ended_after_seconds_is_a_deviation_with_its_minutes_and_its_reason()
    {
        Do(0, id => new Began(id, Maud, "dab"));
        Do(1, id => new Left(id, Maud, "dab"));
        Do(1.5, id => new WaitEnded(id, Maud, "dab", "the pattern was wanted"));
        Do(2, id => new Finished(id, Maud, "dab"));
        var remark = TheRemark(Deviation.EndedEarly);
        Assert.Equal(24 * 60 - 0.5, remark.MissingMin!.Value, 6);
        Assert.Contains("the pattern was wanted", remark.Text, StringComparison.Ordinal);
        Assert.Equal((Maud, "a3"), (remark.By, remark.Act));
    }

    [Fact]
    public void Without_a_word_it_is_one_all_the_same_and_the_facts_say_so()
    {
        Do(0, id => new Left(id, Maud, "dab"));
        Do(1, id => new Finished(id, Maud, "dab"));
        Assert.Contains("no reason said", TheRemark(Deviation.EndedEarly).Text, StringComparison.Ordinal);
        var facts = Facts;
        Assert.Equal(1 / 1440.0, facts["waited"], 6);
        Assert.Equal(1439, facts["missing"], 6);
        Assert.Equal(1, facts["deviation.endedEarly"]);
    }

    [Fact]
    public void A_wait_that_had_its_time_and_a_print_that_was_done_sooner_are_none()
    {
        Do(0, id => new Left(id, Maud, "dab"));
        Do(24 * 60, id => new Finished(id, Maud, "dab"));
        Do(0, id => new Left(id, Maud, "build"));
        Do(100, id => new Finished(id, Maud, "build"));
        Assert.Empty(State.Remarks);
    }

    [Fact]
    public void Taken_out_too_early_poured_too_late_weighed_short_are_seen()
    {
        ReadAll();
        Do(0, id => new Answered(id, Maud, "weigh", "weigh-a", 90));
        Do(4, id => new Finished(id, Maud, "weigh"));
        Do(5, id => new Began(id, Maud, "mix"));
        Do(7, id => new Finished(id, Maud, "mix"));
        Do(7, id => new Began(id, Maud, "pour"));
        Do(11, id => new Finished(id, Maud, "pour"));
        Do(31, id => new Began(id, Maud, "demold"));
        Assert.Contains("90", TheRemark(Deviation.OutOfBand).Text, StringComparison.Ordinal);
        Assert.Equal("1 min over the 5 min since mixing", TheRemark(Deviation.Overrun).Text);
        Assert.Equal(70, TheRemark(Deviation.BegunEarly).MissingMin!.Value, 6);
        Assert.Equal(10, Facts["weighed.short"], 6);
    }

    [Fact]
    public void What_is_seen_after_a_wait_is_not_said_before_it()
    {
        Assert.Equal("act.too-soon", Refused(id => new Ticked(id, Maud, "dab", "after-1")));
        Do(0, id => new Left(id, Maud, "dab"));
        Do(24 * 60, id => new Ticked(id, Maud, "dab", "after-1"));
        Assert.Empty(State.Operations.Single(o => o.Id == "dab").Unanswered);
    }

    [Fact]
    public void A_pot_is_not_opened_before_its_gauge_stands_at_nought()
    {
        ReadAll();
        Do(0, id => new Answered(id, Maud, "cure", "pot", 300, Gauge));
        Do(1, id => new Left(id, Maud, "cure"));
        Assert.Equal("act.must", Refused(id => new Finished(id, Maud, "cure")));
        Do(92, id => new Answered(id, Maud, "cure", "pot-empty", 291, Gauge));
        Assert.Equal("act.must", Refused(id => new Finished(id, Maud, "cure")));
        Do(93, id => new Answered(id, Maud, "cure", "pot-empty", 0));
        Do(94, id => new Finished(id, Maud, "cure"));
        Assert.Equal(OperationPhase.Done, State.Operations.Single(o => o.Id == "cure").Phase);
    }

    [Fact]
    public void Cautions_of_all_that_follows_on_a_clock_are_read_before_it_starts()
    {
        Assert.Equal(["cast-urethane", "spray"], Sheet.CautionsBefore(Sheet.Operations[1]));
        Assert.Equal(["pressure"], Sheet.CautionsBefore(Sheet.Operations[3]));
        Do(0, id => new CautionRead(id, Maud, "mix", "cast-urethane"));
        Assert.Equal("act.caution", Refused(id => new Began(id, Maud, "mix")));
        Do(0, id => new CautionRead(id, Maud, "mix", "spray"));
        Do(1, id => new Began(id, Maud, "mix"));
        Do(2, id => new Finished(id, Maud, "mix"));
        Do(2, id => new Began(id, Maud, "pour"));
    }

    [Fact]
    public void A_lot_is_asked_for_with_what_is_weighed_until_one_is_said()
    {
        Assert.Equal(["Rigid urethane, A"], State.Operations[0].LotsUnsaid);
        Do(0, id => new LotUsed(id, Maud, "weigh", "Rigid urethane, A", "UA-2207", null));
        Assert.Empty(State.Operations[0].LotsUnsaid);
    }

    [Theory]
    [InlineData("ua2207", true)]
    [InlineData(" UA 2207 ", true)]
    [InlineData("UA-2208", false)]
    public void A_lot_is_the_same_however_it_is_typed(string typed, bool same) => Assert.Equal(same, LotCode.IsSame(typed, "UA-2207"));

    [Fact]
    public void A_full_run_can_be_counted_and_ended_and_takes_nothing_else()
    {
        _log.AddRange(Enumerable.Range(1, RunRules.MostActs).Select(i => new LoggedAct(i, Zero, new Noted($"n{i}", Maud, "weigh", "…"))));
        _ordinal = RunRules.MostActs;
        Assert.Equal("run.full", Refused(id => new Noted(id, Maud, "weigh", "more")));
        Do(1, id => new Counted(id, Maud, 1, Fate.Good));
        Assert.Equal(RunPhase.Ended, Do(2, id => new Ended(id, Maud)).Phase);
    }

    /// <summary>A row of five thousand corrections is folded in about the time of five thousand acts.</summary>
    [Fact]
    public void The_last_of_a_long_row_of_corrections_stands()
    {
        var log = Enumerable
            .Range(0, 5_000)
            .Select(i => new LoggedAct(
                i + 1,
                Zero,
                new Answered($"c{i}", Maud, "weigh", "weigh-a", i) { Corrects = i == 0 ? null : $"c{i - 1}" }
            ));
        var answer = Assert.Single(RunFold.Of(Sheet, Maud, log).Operations[0].Answers);
        Assert.Equal((4_999.0, "c0"), (answer.Value!.Value, answer.Act));
    }

    /// <summary>The pot of a real afternoon: it falls from 291 to 22 kPa with more than an hour to go.</summary>
    [Fact]
    public void A_pot_that_loses_its_pressure_is_called_lost_until_it_holds_again_and_its_curve_stays()
    {
        ReadAll();
        Do(0, id => new Answered(id, Maud, "cure", "pot", 291, Gauge));
        Do(1, id => new Left(id, Maud, "cure"));
        var of = Assert.Single(WatchedReading.Of(Sheet, State, Zero + Duration.FromMinutes(2)));
        Assert.Equal((Gauge, "pot"), (of.Device, of.Ask.Id));
        var n = 0;
        var watch = new ReadingWatch(of, Zero + Duration.FromMinutes(1), false, () => $"w{++n}");
        for (var second = 0; second < 40 * 60; second++)
        {
            var now = Zero + Duration.FromSeconds(60 + second);
            var kpa = second is > 600 and < 1200 ? 22 : 291;
            foreach (var act in watch.Hear(now, kpa).Concat(watch.Look(now)).ToList())
                Do(1 + second / 60.0, act);
        }

        foreach (var act in watch.Close(Zero + Duration.FromMinutes(41)))
            Do(41, act);
        var watched = State.Operations.Single(o => o.Id == "cure").Watched.Single();
        var loss = Assert.Single(watched.Losses);
        Assert.Equal(22, loss.Value);
        Assert.Equal(600, (loss.Until!.Value - loss.At).TotalSeconds, 1.0);
        Assert.False(watched.IsLost);
        Assert.InRange(watched.Curve.Count, 200, 2_000);
        Assert.Equal(22, watched.Curve.Min(p => p.Value));
        Assert.Contains(State.Remarks, r => r.What == Deviation.Lost && r.By == Gauge);
        Assert.Equal(22, Facts["read.pot"]);
        // Beyond its minutes nothing is watched: then the pot is let down.
        Assert.Empty(WatchedReading.Of(Sheet, State, Zero + Duration.FromMinutes(92)));
    }

    [Fact]
    public void A_moment_out_of_the_band_is_no_loss_and_half_a_minute_of_silence_is()
    {
        var of = new WatchedReading("cure", Ask.Pot(300)[0], Gauge);
        var watch = new ReadingWatch(of, Zero, false, () => "w");
        Assert.Empty(watch.Hear(Zero + Duration.FromSeconds(1), 200));
        Assert.Empty(watch.Hear(Zero + Duration.FromSeconds(2), 300));
        Assert.Empty(watch.Hear(Zero + Duration.FromSeconds(10), 200));
        Assert.Empty(watch.Look(Zero + Duration.FromSeconds(39)).OfType<Lost>());
        var lost = Assert.Single(watch.Look(Zero + Duration.FromSeconds(41)).OfType<Lost>());
        Assert.Null(lost.Value);
    }
}
