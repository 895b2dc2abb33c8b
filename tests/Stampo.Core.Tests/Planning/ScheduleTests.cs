using CsCheck;
using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Planning;

public class ScheduleTests
{
    /// <summary>A Thursday.</summary>
    private static readonly LocalDateTime Thursday = new(2026, 11, 26, 8, 0, 0);

    private static readonly WorkingHours Hours = new();

    private static readonly Operation[] Work =
    [
        new("print", Repeats.Once, "Print", 30, 300),
        new("box", Repeats.EachTool, "Box", 120),
        new("mix", Repeats.EachTool, "Mix", 3),
        new Operation("degas", Repeats.EachTool, "Degas", 20).AtOnceAfter("mix"),
        new Operation("fill", Repeats.EachTool, "Pour", 8).AtOnceAfter("degas"),
        new Operation("set", Repeats.EachTool, "Cure", 0, 960) { Holds = [] },
        new("open", Repeats.EachTool, "Open", 45),
        new("close", Repeats.EachShot, "Close", 10),
        new("stir", Repeats.EachShot, "Mix", 2),
        new Operation("pour", Repeats.EachShot, "Pour", 4).AtOnceAfter("stir"),
        new Operation("cure", Repeats.EachShot, "Cure", 3, 90).AtOnceAfter("pour"),
        new("demold", Repeats.EachShot, "Demold", 10),
    ];

    private static readonly Gen<(int Molds, int Shots, double Cure, int StartH)> Any = Gen.Select(
        Gen.Int[1, 6],
        Gen.Int[1, 40],
        Gen.Double[5, 1500],
        Gen.Int[0, 120]
    );

    private static Operation[] With(double cureMin) => [.. Work.Select(o => o.Id == "cure" ? o with { WaitMin = cureMin } : o)];

    [Fact]
    public void The_first_shot_follows_by_hand()
    {
        var schedule = ListScheduler.Shared.Lay(new WorkToLay(Work, 1, 1, 24, Hours, Thursday));
        Assert.Equal(Thursday.PlusMinutes(330), At(schedule, "box").Start); // 13:30
        Assert.Equal(new LocalDateTime(2026, 11, 26, 16, 1, 0), At(schedule, "set").Start); // box to 15:30, 31 minutes of silicone
        // Sixteen hours later is the morning; the mold is opened at eight.
        Assert.Equal(new LocalDateTime(2026, 11, 27, 8, 1, 0), At(schedule, "open").Start);
        Assert.Equal(schedule.FirstPart, schedule.LastPart);
        Assert.Equal(schedule.LastPart.PlusHours(24), schedule.Ready);
    }

    [Fact]
    public void What_is_on_a_clock_waits_for_the_next_day_rather_than_be_torn_apart()
    {
        var schedule = ListScheduler.Shared.Lay(new WorkToLay(Work, 1, 1, 0, Hours, new LocalDateTime(2026, 11, 26, 9, 15, 0)));
        // The box is done at 16:45; half an hour of silicone does not fit before five.
        Assert.Equal(new LocalDateTime(2026, 11, 27, 8, 0, 0), At(schedule, "mix").Start);
        Assert.Equal(At(schedule, "mix").End, At(schedule, "degas").Start);
    }

    [Fact]
    public void One_pair_of_hands_works_in_its_hours_and_on_one_thing_at_a_time() =>
        Any.Sample(x =>
        {
            var schedule = ListScheduler.Shared.Lay(new WorkToLay(With(x.Cure), x.Molds, x.Shots, 0, Hours, Thursday.PlusHours(x.StartH)));
            var hands = schedule.Slots.Where(s => s.HandsEnd > s.Start).OrderBy(s => s.Start).ToList();
            for (var i = 0; i < hands.Count; i++)
            {
                Assert.True(i == 0 || hands[i].Start >= hands[i - 1].HandsEnd);
                Assert.True(hands[i].Start.HourOfDay() >= 8 && hands[i].HandsEnd.HourOfDay() <= 17);
                Assert.True(hands[i].Start.DayOfWeek is not (IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday));
            }
        });

    /// <summary>An oven is shared at one temperature only, and stays taken until the last that was put in is out, not the last put in.</summary>
    [Fact]
    public void An_oven_holds_one_temperature_at_a_time() =>
        Gen.Select(Gen.Int[2, 4], Gen.Int[2, 8], Gen.Int[10, 400], Gen.Int[1, 12])
            .Sample(
                (molds, shots, cure, dry) =>
                {
                    Operation[] work =
                    [
                        new Operation("warm", Repeats.EachShot, "Warm", 5, cure) { Holds = [Hold.Hands, Hold.OvenAt(70)] },
                        new Operation("cure", Repeats.EachShot, "Cure", 1, dry) { Holds = [Hold.Hands, Hold.OvenAt(70)] },
                        new Operation("dry", Repeats.EachShot, "Dry", 5, 30) { Holds = [Hold.Hands, Hold.OvenAt(50)] },
                    ];
                    var hot = work.ToDictionary(o => o.Id, o => o.Holds.Single(h => h.AtC is not null).AtC);
                    var slots = ListScheduler.Shared.Lay(new WorkToLay(work, molds, shots, 0, Hours, Thursday)).Slots;
                    foreach (var one in slots)
                        Assert.DoesNotContain(
                            slots,
                            other => hot[other.OperationId] != hot[one.OperationId] && other.Start < one.End && one.Start < other.End
                        );
                },
                iter: 40
            );

    [Fact]
    public void Every_operation_of_every_shot_is_there_once_in_its_order_and_clocks_do_not_pause() =>
        Any.Sample(x =>
        {
            var operations = With(x.Cure);
            var schedule = ListScheduler.Shared.Lay(new WorkToLay(operations, x.Molds, x.Shots, 0, Hours, Thursday.PlusHours(x.StartH)));
            Assert.Equal(x.Shots, schedule.Slots.Count(s => s.OperationId == "pour"));
            foreach (var shot in schedule.Slots.Where(s => s.Shot is not null).GroupBy(s => s.Shot))
            {
                var slots = shot.OrderBy(s => s.Start).ThenBy(s => s.End).ToList();
                Assert.Equal(["close", "stir", "pour", "cure", "demold"], slots.Select(s => s.OperationId));
                Assert.Equal(slots[1].End, slots[2].Start);
                for (var i = 1; i < slots.Count; i++)
                    Assert.True(slots[i].Start >= slots[i - 1].End);
            }

            // A mold holds one shot at a time.
            foreach (var mold in schedule.Slots.Where(s => s.Shot is not null).GroupBy(s => s.Tool))
            {
                var shots = mold.GroupBy(s => s.Shot)
                    .Select(g => (From: g.Min(s => s.Start), To: g.Max(s => s.End)))
                    .OrderBy(s => s.From)
                    .ToList();
                for (var i = 1; i < shots.Count; i++)
                    Assert.True(shots[i].From >= shots[i - 1].To);
            }
        });

    [Fact]
    public void The_pot_holds_one_mold_and_none_is_filled_before_it_is_free() =>
        Any.Sample(x =>
        {
            var operations = With(x.Cure)
                .Select(o => o.Id is "cure" or "set" ? o with { Holds = [.. o.Holds, new Hold(Resource.Pot, During.Both)] } : o)
                .ToArray();
            var schedule = ListScheduler.Shared.Lay(new WorkToLay(operations, x.Molds, x.Shots, 0, Hours, Thursday.PlusHours(x.StartH)));
            Assert.Equal(x.Shots, schedule.Slots.Count(s => s.OperationId == "cure"));
            var inPot = schedule.Slots.Where(s => s.OperationId is "cure" or "set").OrderBy(s => s.Start).ToList();
            for (var i = 1; i < inPot.Count; i++)
                Assert.True(inPot[i].Start >= inPot[i - 1].End);
            // Filled resin goes straight in, unless the hands go home first.
            foreach (var cure in schedule.Slots.Where(s => s.OperationId == "cure"))
            {
                var filled = schedule.Slots.Single(s => s.OperationId == "pour" && s.Shot == cure.Shot).End;
                Assert.True(cure.Start == filled || cure.Start.Date > filled.Date, $"filled {filled}, cured from {cure.Start}");
            }
        });

    [Fact]
    public void Enough_molds_for_a_date_are_the_fewest_that_make_it() =>
        Gen.Select(Gen.Int[1, 40], Gen.Double[300, 1500], Gen.Int[3, 40])
            .Sample(
                (shots, cure, days) =>
                {
                    var (operations, date) = (With(cure), Thursday.Day().AddDays(days));
                    bool Makes(int molds) =>
                        ListScheduler.Shared.Lay(new WorkToLay(operations, molds, shots, 0, Hours, Thursday)).LastPart.Day() <= date;
                    if (ListScheduler.ToolsFor(date, new WorkToLay(operations, 1, shots, 0, Hours, Thursday)) is { } enough)
                        Assert.True(Makes(enough) && (enough == 1 || !Makes(enough - 1)));
                    else
                        Assert.False(Makes(12));
                },
                iter: 40
            );

    [Fact]
    public void A_long_order_is_carried_on_at_its_pace()
    {
        var (some, many) = (
            ListScheduler.Shared.Lay(new WorkToLay(Work, 1, 300, 0, Hours, Thursday)),
            ListScheduler.Shared.Lay(new WorkToLay(Work, 1, 3000, 0, Hours, Thursday))
        );
        Assert.Equal((300, 3000), (many.ShotsLaidOut, many.Shots));
        var away = some.LastPart.MinutesUntil(many.LastPart) / (24 * 60);
        Assert.Equal(2700 / some.ShotsADay * 7 / 5, away, 4.0);
    }

    [Fact]
    public void Shells_made_with_each_shot_stand_side_by_side()
    {
        Operation[] shells = [new("shell", Repeats.EachShot, "Print", 20, 600), .. Work.Where(o => o.Repeats == Repeats.EachShot)];
        Assert.True(
            ListScheduler.Shared.Lay(new WorkToLay(shells, 3, 6, 0, Hours, Thursday)).LastPart
                < ListScheduler.Shared.Lay(new WorkToLay(shells, 1, 6, 0, Hours, Thursday)).LastPart
        );
    }

    [Fact]
    public void Work_longer_than_a_day_goes_on_the_next_and_odd_hours_are_refused()
    {
        var long16 = ListScheduler
            .Shared.Lay(new WorkToLay([new("carve", Repeats.Once, "Carve", 16 * 60)], 1, 0, 0, Hours, Thursday))
            .Slots[0];
        Assert.Equal(new LocalDateTime(2026, 11, 27, 15, 0, 0), long16.HandsEnd);
        Assert.Equal("hours.toH", Assert.Throws<RefusalException>(() => new WorkingHours(9, 9).Checked()).Field);
    }

    private static Slot At(Schedule schedule, string operation) => schedule.Slots.First(s => s.OperationId == operation);
}
