using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Wording;
using static Stampo.Core.Tests.Bench.TheShot;

namespace Stampo.Core.Tests.Bench;

/// <summary>A run of thousands on a press: its parts are counted by the box.</summary>
public class RunByNumberTests
{
    private static readonly RunSheet Run = Sheet with { Parts = 2500, Cavities = 2, Title = "Run 1, tool 1" };

    private static RunState After(params IEnumerable<LoggedAct> log) => RunFold.Of(Run, "Maud", log);

    private static string? Refused(Act act, params IEnumerable<LoggedAct> log)
    {
        var acts = log.ToList();
        try
        {
            RunRules.Check(Run, RunFold.Of(Run, "Maud", acts), act, id => acts.Find(a => a.Act.Id == id)?.Act);
            return null;
        }
        catch (RefusalException refusal)
        {
            return refusal.Code;
        }
    }

    private static readonly LoggedAct[] Said =
    [
        At(1, 0, new Tallied("a1", "Maud", Fate.Good, 2400)),
        At(2, 1, new Tallied("a2", "Maud", Fate.Scrap, 30, "short")),
        At(3, 2, new Tallied("a3", "Maud", Fate.Scrap, 12, "flash")),
        At(4, 3, new Tallied("a4", "Maud", Fate.Good, 2440)),
    ];

    [Fact]
    public void Of_each_fate_and_defect_the_last_that_was_said_counts()
    {
        var state = After(Said);
        Assert.Equal((2440, 0, 42, 2482), (state.Of(Fate.Good), state.Of(Fate.Rework), state.Of(Fate.Scrap), state.Counted));
        Assert.Equal([(0, 2440), (0, 30), (0, 12)], state.Counts.Select(c => (c.Cavity, c.Parts)));
        // Nought takes what was said back.
        Assert.Equal(2452, After([.. Said, At(5, 4, new Tallied("a5", "Maud", Fate.Scrap, 0, "short"))]).Counted);
    }

    [Fact]
    public void It_takes_as_many_shots_of_its_tool_as_its_parts_came_from()
    {
        var record = RunRecord.Of("r", "p", "plan", "Maud", Zero, Run, After(Said), Said, at => DateOnly.FromDateTime(at.ToDateTimeUtc()));
        Assert.Equal((1241, 2, 2482), (record.Shots, record.Cavities, record.Counted));
        Assert.Equal(1, RunRecord.Of("r", "p", "plan", "Maud", Zero, Sheet, Of(), [], _ => default).Shots);
    }

    [Fact]
    public void What_is_not_counted_so_is_refused()
    {
        Assert.Equal("act.by-number", Refused(new Counted("x", "Maud", 1, Fate.Good)));
        Assert.Equal("input.out-of-range", Refused(new Tallied("x", "Maud", Fate.Good, -1)));
        Assert.Equal("input.out-of-range", Refused(new Tallied("x", "Maud", Fate.Good, 10_000_000)));
        Assert.Equal("act.defect", Refused(new Tallied("x", "Maud", Fate.Scrap, 3)));
        Assert.Equal("run.uncounted", Refused(new Ended("x", "Maud")));
        Assert.Null(Refused(new Ended("x", "Maud"), Said));
        Assert.Null(Refused(new Tallied("x", "Maud", Fate.Good, 2450) { Corrects = "a1" }, Said));
        Assert.Equal("act.corrects", Refused(new Tallied("x", "Maud", Fate.Rework, 3, "flash") { Corrects = "a1" }, Said));
    }

    [Fact]
    public void Few_parts_are_said_one_by_one() => Assert.Equal("act.by-cavity", Few(new Tallied("x", "Maud", Fate.Good, 2)));

    private static string? Few(Act act) => Assert.Throws<RefusalException>(() => RunRules.Check(Sheet, Of(), act, _ => null)).Code;
}
