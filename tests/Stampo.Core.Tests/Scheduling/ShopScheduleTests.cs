using CsCheck;
using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;
using Stampo.Core.Scheduling;
using Stampo.Core.Shops;
using Stampo.Scheduling;
using static Stampo.Core.Tests.Scheduling.TheShopFloor;

namespace Stampo.Core.Tests.Scheduling;

public class ShopScheduleTests
{
    private static ShopSchedule Lay(ShopWork work) => ShopListScheduler.Shared.Lay(work);

    private static ShopWork Work(params ShopJob[] jobs) => new(Of(Maud), jobs, [], Monday);

    [Fact]
    public void Whatever_the_shop_and_the_jobs_what_is_laid_out_can_be_done() =>
        AnyWork.Sample(
            work =>
            {
                var schedule = Lay(work);
                CanBeDone(work, schedule);
                Assert.Empty(schedule.Collisions);
                Assert.All(schedule.Jobs, j => Assert.Equal(j.ShotsLeft, j.ShotsLaidOut));
                Assert.Equal(
                    work.Jobs.Sum(j => j.Shots),
                    schedule.Slots.Where(s => s.Operation == "demold").Select(s => (s.Job, s.Piece)).Distinct().Count()
                );
            },
            iter: 150
        );

    /// <summary>In time, then soon, then tidy, as people would weigh it.</summary>
    private static double Cost(ShopWork work, ShopSchedule schedule) =>
        schedule.Jobs.Sum(j =>
        {
            var due = j.WantedBy is { } day ? LocalDate.FromDateOnly(day).PlusDays(1).AtMidnight() : work.Now.PlusDays(400);
            return work.Now.MinutesUntil(j.Done) + 20 * Math.Max(0, due.MinutesUntil(j.Done));
        })
        + 30
            * schedule
                .Slots.Where(s => s.Person is not null && s.Start.Hour >= 16)
                .Count(s => s.Operation is "model" or "mold" or "weigh" or "demold" or "pack");

    [Fact]
    public void Made_better_by_constraints_it_can_still_be_done_and_is_never_worse() =>
        AnyWork.Sample(
            work =>
            {
                var (first, better) = (Lay(work), new ConstraintShopScheduler(0.3).Lay(work));
                CanBeDone(work, better);
                Assert.Equal(first.Slots.Count, better.Slots.Count);
                Assert.True(Cost(work, better) <= Cost(work, first) + 1e-6);
            },
            iter: 12
        );

    /// <summary>The long cure in the only pot begins in the evening: the short one fits before it. The list takes what can begin first.</summary>
    [Fact]
    public void By_constraints_the_short_cure_goes_before_the_night_and_the_long_one_through_it()
    {
        var work = Work(Casting("long", 1, 1, 900), Casting("short", 1, 1, 120)) with { Now = Monday };
        ShopWork Ready(ShopWork w) =>
            w with
            {
                Jobs =
                [
                    .. w.Jobs.Select(j =>
                        j with
                        {
                            UnderWay = [new(new WorkPiece(Repeats.Once), true, []), new(new WorkPiece(Repeats.EachTool, 1), true, [])],
                        }
                    ),
                ],
            };
        var (first, better) = (Lay(Ready(work)), new ConstraintShopScheduler(2).Lay(Ready(work)));
        Assert.True(Cost(work, better) < Cost(work, first));
        ShopSlot CureOf(string job) => better.Slots.Single(s => s.Job == job && s.Operation == "cure");
        Assert.True(CureOf("short").Start < CureOf("long").Start);
    }

    [Fact]
    public void A_cure_goes_on_through_the_night_and_two_molds_share_one_pot_in_turn()
    {
        var schedule = Lay(Work(Casting("a", 2, 2)));
        var cures = schedule.Slots.Where(s => s.Operation == "cure").ToList();
        Assert.Equal(2, cures.Count);
        Assert.True(cures[1].Start >= cures[0].End);
        Assert.All(cures, c => Assert.Equal(["pot"], c.Machines));
    }

    [Fact]
    public void An_oven_is_shared_at_one_temperature_and_the_hot_one_is_not_the_warm_one()
    {
        var schedule = Lay(Work(Casting("a", 2, 2, 3_000, 70)));
        var cures = schedule.Slots.Where(s => s.Operation == "cure").ToList();
        Assert.All(cures, c => Assert.Equal(["hot"], c.Machines));
        Assert.True(cures[1].Start < cures[0].End);
    }

    /// <summary>The first of two molds is worn out, in the middle of the work or before it: what is left goes into the other.</summary>
    [Fact]
    public void A_retired_mold_is_not_poured_into_again()
    {
        PieceUnderWay[] made =
        [
            new(new WorkPiece(Repeats.Once), true, []),
            new(new WorkPiece(Repeats.EachTool, 1), true, []),
            new(new WorkPiece(Repeats.EachTool, 2), true, []),
            new(new WorkPiece(Repeats.EachShot, 1, 1), true, []),
        ];
        foreach (var retired in new[] { 1, 2 })
        {
            var job = Casting("a", 1, 5) with { UnderWay = made, Retired = [retired] };
            var shots = Lay(Work(job)).Slots.Where(s => s.Piece.Repeats == Repeats.EachShot).Select(s => s.Piece).Distinct().ToList();
            Assert.Equal(4, shots.Count);
            Assert.All(shots, piece => Assert.Equal(3 - retired, piece.Tool));
            // One that cures in it is taken out, and was its last.
            var inIt = new PieceUnderWay(new WorkPiece(Repeats.EachShot, retired, 2), false, []);
            var after = Lay(Work(job with { UnderWay = [.. made, inIt] })).Slots.Where(s => s.Piece.Shot > 2).ToList();
            Assert.NotEmpty(after);
            Assert.All(after, s => Assert.Equal(3 - retired, s.Piece.Tool));
        }
    }

    [Fact]
    public void What_is_done_is_not_laid_out_again_and_what_has_begun_stays()
    {
        var began = Monday.PlusHours(-2);
        var job = Casting("a", 1, 3) with
        {
            UnderWay =
            [
                new(new WorkPiece(Repeats.Once), true, []),
                new(new WorkPiece(Repeats.EachTool, 1), true, []),
                new(new WorkPiece(Repeats.EachShot, 1, 1), true, []),
                new(
                    new WorkPiece(Repeats.EachShot, 1, 2),
                    false,
                    [
                        new("weigh", true, began, began),
                        new("mix", true, began, began),
                        new("pour", true, began, began),
                        new("cure", false, began, began.PlusMinutes(3)),
                    ]
                ),
            ],
        };
        var schedule = Lay(Work(job));
        var cure = Assert.Single(schedule.Slots, s => s.HasBegun);
        Assert.Equal((began, began.PlusMinutes(603)), (cure.Start, cure.End));
        Assert.DoesNotContain(schedule.Slots, s => s.Operation is "model" or "mold" || s.Piece.Shot == 1);
        Assert.True(schedule.Slots.Single(s => s is { Operation: "demold", Piece.Shot: 2 }).Start >= cure.End);
        // The pot is in use until then, and so is the mold.
        Assert.True(schedule.Slots.Single(s => s is { Operation: "cure", Piece.Shot: 3 }).Start >= cure.End);
        Assert.Equal(1, schedule.Jobs.Single().ShotsLeft);
    }

    /// <summary>All was done and nobody has ended the run yet: the next shot is the next one, and none is lost.</summary>
    [Fact]
    public void A_shot_that_waits_only_to_be_ended_is_not_begun_again()
    {
        var began = Monday.PlusHours(-2);
        var job = Casting("a", 1, 4) with
        {
            UnderWay =
            [
                new(new WorkPiece(Repeats.Once), true, []),
                new(new WorkPiece(Repeats.EachTool, 1), true, []),
                new(
                    new WorkPiece(Repeats.EachShot, 1, 1),
                    false,
                    [.. new[] { "weigh", "mix", "pour", "cure", "demold" }.Select(o => new OperationUnderWay(o, true, began, began))]
                ),
            ],
        };
        var schedule = Lay(Work(job));
        Assert.Equal([2, 3, 4], schedule.Slots.Where(s => s.Operation == "demold").Select(s => s.Piece.Shot!.Value));
        Assert.Equal(3, schedule.Jobs.Single().ShotsLeft);
    }

    [Fact]
    public void A_tool_beyond_the_plan_is_used_when_it_was_made()
    {
        var job = Casting("a", 1, 2) with
        {
            UnderWay =
            [
                new(new WorkPiece(Repeats.Once), true, []),
                new(new WorkPiece(Repeats.EachTool, 1), true, []),
                new(new WorkPiece(Repeats.EachTool, 2), true, []),
            ],
        };
        var tools = Lay(Work(job)).Slots.Where(s => s.Piece.Repeats == Repeats.EachShot).Select(s => s.Piece.Tool).Distinct();
        Assert.Equal([1, 2], tools.Order());
    }

    [Fact]
    public void What_is_pinned_is_put_where_it_was_pinned_and_the_rest_goes_round_it()
    {
        var at = Monday.PlusDays(3).PlusHours(2);
        var work = Work(Casting("a", 1, 2)) with { Pins = [new Pin("a", new WorkPiece(Repeats.EachShot, 1, 1), "pour", at)] };
        var pour = Lay(work).Slots.Single(s => s is { Operation: "pour", Piece.Shot: 1 });
        Assert.Equal((at, true), (pour.Start, pour.IsPinned));
        CanBeDone(work, Lay(work));
    }

    [Fact]
    public void Holidays_and_days_away_are_left_free()
    {
        var shop = Of(Maud with { Away = [new DateOnly(2026, 3, 2)] });
        var work = Work(Casting("a", 1, 1)) with
        {
            Shop = shop with { Calendar = ShopCalendar.Usual with { Holidays = [new Holiday(new DateOnly(2026, 3, 3), "Founding day")] } },
        };
        Assert.Equal(new LocalDate(2026, 3, 4), Lay(work).Slots[0].Start.Date);
    }

    [Fact]
    public void A_job_that_is_wanted_sooner_goes_first_and_what_it_pushes_is_told()
    {
        var work = Work(Casting("patient", 1, 3, by: new DateOnly(2026, 4, 30)), Casting("urgent", 1, 3, by: new DateOnly(2026, 3, 6)));
        var schedule = Lay(work);
        Assert.Equal("urgent", schedule.Slots[0].Job);
        var push = Assert.Single(ShopListScheduler.Pushes(work, schedule, "urgent"));
        Assert.Equal("patient", push.Job);
        Assert.True(push.With > push.Without);
    }

    [Fact]
    public void A_late_job_says_what_would_bring_it_home_each_tried()
    {
        var work = Work(Casting("a", 1, 6, 1_000, 35, new DateOnly(2026, 3, 9)));
        var schedule = Lay(work);
        Assert.NotNull(schedule.Jobs[0].DaysLate);
        var late = Assert.Single(ShopListScheduler.Late(work, schedule));
        Assert.Contains(late.Frees, f => f.StartsWith("One more tool: done ", StringComparison.Ordinal));
        Assert.Contains(late.Frees, f => f.StartsWith("A later date: ", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(90.0, "schedule.too-hot")]
    [InlineData(null, "schedule.longer-than-a-day")]
    public void What_cannot_be_laid_out_says_which_demands_collide(double? ovenC, string code)
    {
        var job = Casting("a", 1, 1, 60, ovenC);
        var work = Work(ovenC is null ? job with { Operations = [.. job.Operations.Select(Slow)] } : job);
        var collision = Assert.Single(Lay(work).Collisions);
        Assert.Equal(code, collision.Code);
        Assert.NotEmpty(collision.Frees);

        static Operation Slow(Operation o) => o.Id == "pour" ? o with { HandsMin = 700 } : o;
    }

    [Fact]
    public void A_shop_without_people_says_so_and_one_without_a_pot_takes_it_for_free()
    {
        Assert.Equal("schedule.nobody", Assert.Single(Lay(Work(Casting("a", 1, 1)) with { Shop = Of() }).Collisions).Code);
        var bare = Work(Casting("a", 1, 1)) with { Shop = Of(Maud) with { Machines = [] } };
        Assert.Equal([Resource.Pot], Lay(bare).Missing);
    }

    [Fact]
    public void A_long_order_is_laid_out_near_and_carried_on_far()
    {
        var schedule = Lay(Work(Casting("a", 2, 500)));
        var done = schedule.Jobs.Single();
        Assert.Equal((500, 40), (done.ShotsLeft, done.ShotsLaidOut));
        Assert.True(done.Done > schedule.Slots[^1].End.PlusMonths(3));
    }
}
