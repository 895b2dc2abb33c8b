using CsCheck;
using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;
using Stampo.Core.Scheduling;
using Stampo.Core.Shops;

namespace Stampo.Core.Tests.Scheduling;

/// <summary>Shops and jobs to lay out, and a check that what was laid out can be done.</summary>
internal static class TheShopFloor
{
    public static LocalDateTime Monday { get; } = new(2026, 3, 2, 8, 0);

    public static Person Maud { get; } = new("maud", "Maud", [Role.Bench], 8, 17);

    public static Person Oren { get; } = new("oren", "Oren", [Role.MoldMaker], 9, 15);

    public static Machine Pot { get; } = new("pot", Resource.Pot, "Pot");

    public static Machine Warm { get; } =
        new("warm", Resource.Oven, "Warm oven") { Figures = new Dictionary<string, double?> { ["highestC"] = 40 } };

    public static Machine Hot { get; } =
        new("hot", Resource.Oven, "Hot oven") { Figures = new Dictionary<string, double?> { ["highestC"] = 80 } };

    public static Shop Of(params Person[] people) => new(people, [Pot, Warm, Hot], ShopCalendar.Usual, []);

    /// <summary>Mix and pour at once within a pot life, cure in the pot or an oven, then out, each shot.</summary>
    public static ShopJob Casting(string id, int tools, int shots, double cureMin = 600, double? ovenC = null, DateOnly? by = null) =>
        new(
            id,
            id,
            [
                new("model", Repeats.Once, "Model", 120),
                new("mold", Repeats.EachTool, "Mold", 60, 960),
                new("weigh", Repeats.EachShot, "Weigh", 10),
                new("mix", Repeats.EachShot, "Mix", 3) { Lags = [Lag.AtOnce("weigh")] },
                new("pour", Repeats.EachShot, "Pour", 7) { Lags = [Lag.AtOnce("mix"), Lag.EndsWithin(12, "mix", "mixing")] },
                new("cure", Repeats.EachShot, "Cure", 3, cureMin)
                {
                    Lags = [Lag.AtOnce("pour")],
                    Holds = [Hold.Hands, ovenC is { } c ? Hold.OvenAt(c) : new Hold(Resource.Pot, During.Both)],
                },
                new("demold", Repeats.EachShot, "Take out", 15)
                {
                    Lags = [new Lag("pour", Edge.End, Edge.Start, cureMin, null, "the pour")],
                },
                new("pack", Repeats.Last, "Pack", 30),
            ],
            tools,
            shots,
            by,
            []
        );

    public static Gen<ShopWork> AnyWork { get; } =
        Gen.Select(
                Gen.Select(Gen.Int[1, 3], Gen.Int[1, 6], Gen.Int[30, 1_500], Gen.OneOfConst<double?>(null, 35, 70), Gen.Int[0, 30]).Array[
                    1,
                    4
                ],
                Gen.Int[1, 3],
                Gen.Int[0, 20]
            )
            .Select(
                (jobs, people, hour) =>
                    new ShopWork(
                        Of([
                            .. new[] { Maud, Oren, Maud with { Id = "jorun", Name = "Jorun", Away = [new DateOnly(2026, 3, 3)] } }.Take(
                                people
                            ),
                        ]),
                        [
                            .. jobs.Select(
                                (j, i) =>
                                    Casting(
                                        $"job-{i}",
                                        j.Item1,
                                        j.Item2,
                                        j.Item3,
                                        j.Item4,
                                        j.Item5 == 0 ? null : new DateOnly(2026, 3, 2).AddDays(j.Item5)
                                    )
                            ),
                        ],
                        [],
                        Monday.PlusHours(hour)
                    )
            );

    /// <summary>Every rule a schedule keeps to, by the schedule alone.</summary>
    public static void CanBeDone(ShopWork work, ShopSchedule schedule)
    {
        var people = work.Shop.People.ToDictionary(p => p.Id);
        var operations = work.Jobs.ToDictionary(j => j.Id, j => j.Operations.ToDictionary(o => o.Id));
        foreach (var slot in schedule.Slots.Where(s => s is { Person: not null, HasBegun: false }))
        {
            var (person, day) = (people[slot.Person!], slot.Start.Date);
            Assert.True(work.Shop.Calendar.IsOpen(day.ToDateOnly()) && !person.Away.Contains(day.ToDateOnly()));
            Assert.True(slot.Start >= day.At(person.FromH) && slot.HandsEnd <= day.At(person.ToH), $"{slot} is out of hours");
        }

        Apart(schedule.Slots.Where(s => s.Person is not null), s => s.Person!, s => (s.Start, s.HandsEnd), (_, _) => false);
        foreach (var kind in new[] { Resource.Pot, Resource.Oven })
        {
            var held = schedule.Slots.Where(s => operations[s.Job][s.Operation].Needs(kind) && s.Machines.Count > 0);
            double? At(ShopSlot s) => operations[s.Job][s.Operation].Holds.First(h => h.Resource == kind).AtC;
            Apart(held, s => s.Machines[0], s => (s.Start, s.End), (a, b) => At(a) is { } c && c == At(b));
        }

        foreach (var piece in schedule.Slots.GroupBy(s => (s.Job, s.Piece)))
        {
            var at = piece.GroupBy(s => s.Operation).ToDictionary(g => g.Key, g => (Start: g.Min(s => s.Start), End: g.Max(s => s.End)));
            foreach (var (id, slot) in at)
            foreach (var lag in operations[piece.Key.Job][id].Lags.Where(l => at.ContainsKey(l.After)))
            {
                var (from, to) = (
                    lag.From == Edge.Start ? at[lag.After].Start : at[lag.After].End,
                    lag.To == Edge.Start ? slot.Start : slot.End
                );
                Assert.InRange(from.MinutesUntil(to), lag.LeastMin, lag.MostMin ?? double.MaxValue);
            }
        }

        // A tool makes one shot at a time.
        Apart(
            schedule
                .Slots.Where(s => s.Piece.Repeats == Repeats.EachShot)
                .GroupBy(s => (s.Job, s.Piece))
                .Select(g => g.First() with { Start = g.Min(s => s.Start), End = g.Max(s => s.End) }),
            s => $"{s.Job} {s.Piece.Tool}",
            s => (s.Start, s.End),
            (_, _) => false
        );
    }

    private static void Apart(
        IEnumerable<ShopSlot> slots,
        Func<ShopSlot, string> by,
        Func<ShopSlot, (LocalDateTime From, LocalDateTime To)> span,
        Func<ShopSlot, ShopSlot, bool> share
    )
    {
        foreach (var group in slots.GroupBy(by))
        {
            var all = group.ToList();
            for (var i = 0; i < all.Count; i++)
            for (var j = i + 1; j < all.Count; j++)
            {
                var ((from, to), (other, until)) = (span(all[i]), span(all[j]));
                Assert.True(to <= other || until <= from || share(all[i], all[j]), $"{all[i]} and {all[j]} at once");
            }
        }
    }
}
