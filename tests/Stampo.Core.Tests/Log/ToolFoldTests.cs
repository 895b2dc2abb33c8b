using CsCheck;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Log;

public class ToolFoldTests
{
    private static readonly Instant Zero = Instant.FromUtc(2030, 1, 2, 9, 0);

    private static RunRecord Run(Repeats repeats, int? shot, RunPhase phase, int day) =>
        new(
            $"r{repeats}{shot}",
            "p",
            "plan/cast",
            "Cast",
            new WorkPiece(repeats, 1, shot),
            shot is null ? "Mold 1" : $"Shot {shot}, mold 1",
            phase,
            Zero + Duration.FromDays(day),
            phase == RunPhase.Open ? null : Zero + Duration.FromDays(day) + Duration.FromHours(3),
            ["Oren"],
            [],
            [new CavityCount(1, Fate.Good, null, "c", "Maud", Zero)],
            [],
            new Dictionary<string, double>(),
            60,
            60
        );

    private static readonly RunRecord[] Runs =
    [
        Run(Repeats.EachTool, null, RunPhase.Ended, 0),
        Run(Repeats.EachShot, 1, RunPhase.Ended, 1),
        Run(Repeats.EachShot, 2, RunPhase.Abandoned, 2),
        Run(Repeats.EachShot, 3, RunPhase.Ended, 3),
        Run(Repeats.EachShot, 4, RunPhase.Open, 4),
    ];

    private static LoggedToolAct At(int ordinal, int day, ToolAct act) => new(ordinal, Zero + Duration.FromDays(day), act);

    private static readonly LoggedToolAct[] Book =
    [
        At(1, 1, new ToolMoved("a-moved-1", "Oren", "shelf 3")),
        At(2, 2, new ToolMarked("a-marked-1", "Maud", 1, "first tear at the gate", null)),
        At(3, 2, new ToolChanged("a-changed1", "Oren", "snap 0.2 mm deeper")),
        At(4, 3, new ToolRecounted("a-recount1", "Oren", 6, "shot before the bench kept runs")),
        At(5, 4, new ToolMoved("a-moved-2", "Oren", "bench")),
        At(6, 5, new ToolRetired("a-retired1", "Maud", RetiredFor.WornOut, "torn")),
        At(7, 5, new ToolActTakenBack("a-back-001", "Maud", "a-retired1")),
    ];

    [Fact]
    public void Runs_and_book_tell_how_it_stands()
    {
        var tool = ToolFold.Of("Mold 1", Runs, Book);
        // Three shots that were not abandoned, and six that an act adds.
        Assert.Equal((9, 3, "B", "bench", null), (tool.Shots, tool.ShotsByRuns, tool.Revision, tool.Place, tool.Retired));
        Assert.Equal("first tear at the gate", Assert.Single(tool.Marks).Text);
        Assert.Equal(("A", "B"), (tool.RevisionAt(Zero + Duration.FromDays(1)), tool.RevisionAt(Zero + Duration.FromDays(3))));
        Assert.Equal(Runs[0].Over, tool.Made);
        Assert.Equal("Oren", tool.MadeBy);
    }

    [Fact]
    public void The_same_in_whatever_order_and_however_often_it_comes() =>
        Gen.Shuffle(Enumerable.Range(0, Book.Length).Concat([0, 3, 5]).ToArray())
            .Sample(order =>
            {
                var tool = ToolFold.Of("Mold 1", Runs.Reverse(), order.Select(i => Book[i]));
                Assert.Equal((9, "B", "bench", null), (tool.Shots, tool.Revision, tool.Place, tool.Retired));
            });

    [Fact]
    public void A_retired_tool_can_t_be_retired_again_nor_have_fewer_than_no_shots()
    {
        var retired = ToolFold.Of("Mold 1", Runs, Book[..6]);
        static string Code(Action what) => Assert.Throws<RefusalException>(what).Code;
        Assert.Equal(RetiredFor.WornOut, retired.Retired!.Why);
        Assert.Equal(
            "tool.retired",
            Code(() => ToolFold.Check(new ToolRetired("a-retired2", "Maud", RetiredFor.Lost, null), retired, Book))
        );
        Assert.Equal("tool.fewer-than-none", Code(() => ToolFold.Check(new ToolRecounted("a-recount2", "Maud", -10, "x"), retired, Book)));
        Assert.Equal("tool.no-act", Code(() => ToolFold.Check(new ToolActTakenBack("a-back-002", "Maud", "never"), retired, Book)));
        Assert.Equal("tool.photo", Code(() => ToolFold.Check(new ToolMarked("a-marked-2", "Maud", 1, "x", "not a hash"), retired, Book)));
        Assert.Equal("input.length", Code(() => ToolFold.Check(new ToolMoved("a-moved-3", "Maud", " "), retired, Book)));
    }

    [Theory]
    [InlineData(0, "A")]
    [InlineData(25, "Z")]
    [InlineData(26, "AA")]
    [InlineData(27, "AB")]
    [InlineData(702, "AAA")]
    public void Revisions_go_on_after_z(int changes, string letter)
    {
        var book = Enumerable.Range(1, changes).Select(i => At(i, i, new ToolChanged($"changed-{i}", "Oren", "deeper")));
        Assert.Equal(letter, ToolFold.Of("Mold 1", Runs, book).Revision);
    }

    [Fact]
    public void The_next_is_begun_so_early_that_it_is_there_when_it_is_wanted()
    {
        var history = new LifeHistory(new Core.Ranges.ThreePoint(12, 25, 50), [], [10]);
        var forecast = history.Forecast;
        var sure = forecast.MoreAt(10, ToolOutlook.Sure);
        var friday = new DateOnly(2030, 1, 4);
        ToolOrder Order(double shots) => new("s1", shots, 1, 3, friday, ShopCalendar.Usual);
        Assert.Null(ToolOutlook.Of(history, 10, Order(sure - 1)).MakeNextBy);
        var outlook = ToolOutlook.Of(history, 10, Order(100));
        // So many working days of shots, less the three it takes: from a Friday on over the week-end.
        Assert.Equal(Core.Calendar.WorkingDays.Add(friday, Math.Floor(sure) - 3), outlook.MakeNextBy);
        Assert.Equal(forecast.Survival(10, 100), outlook.Chance);
        Assert.Equal(1, outlook.Curve[0].Chance);
        Assert.True(outlook.Curve.Zip(outlook.Curve.Skip(1)).All(p => p.Second.Chance <= p.First.Chance));
        Assert.Equal(friday, ToolOutlook.Of(history, 49, Order(1_000)).MakeNextBy);
        Assert.Equal([outlook.SureMore, outlook.EvenMore, outlook.Chance!.Value], new[] { "sure", "even", "chance" }.Select(Shown), Near);

        double Shown(string line) => outlook.Working.Single(l => l.Id == line).Value.Likely;
        static bool Near(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Abs(b);
    }
}
