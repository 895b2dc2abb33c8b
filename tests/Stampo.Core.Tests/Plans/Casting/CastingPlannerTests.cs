using CsCheck;
using NodaTime;
using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Tests.Briefs;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Casting;

/// <summary>The whole plan of every poured route: it holds together whatever is chosen.</summary>
public class CastingPlannerTests
{
    private static readonly LocalDateTime Thursday = new(2026, 11, 26, 8, 0, 0);

    private static readonly PartFacts Part = new(
        118,
        82,
        34,
        328.984,
        480,
        new PartDeclaration { NominalWallMm = 2.2, ThinnestWallMm = 1.6 }
    );

    private static readonly Brief Brief = new()
    {
        Demand =
        [
            new DemandRow(new DateOnly(2026, 12, 20), 43, Purpose.Function),
            new DemandRow(new DateOnly(2027, 6, 1), 500, Purpose.Sale),
        ],
        ShowSide = Finish.FineMatt,
        Inserts = 2,
    };

    private static readonly PlannedShape Shape = PlannedShape.Of(
        Surfaces.Of(Solids.Block(118, 82, 34)),
        new Vec3(0, 0, 1),
        null,
        false,
        null
    );

    private static CastPlan Plan(
        string route,
        Func<CastingChoices, CastingChoices>? choose = null,
        Brief? brief = null,
        double quantity = 43,
        PlannedShape? shape = null
    )
    {
        var material = MaterialLibrary.Find(route == "print" ? "print-resin-tough" : "pu-rigid-fast")!;
        var first = new Job(Part, brief ?? Brief, material, RateCard.Shipped);
        var method = RouteCatalogue.Find(route)!.Methods(first, 2).OfType<CastingMethod>().Single();
        var plan = CastingChoices.From(method);
        plan = choose?.Invoke(plan) ?? plan;
        var silicone = Silicone.Of(SupplyLibrary.All.Single(s => s.Id == plan.Silicone.SupplyId))!;
        return new CastPlan(
            CastingWork.Of(
                new CastingInputs(
                    plan,
                    method,
                    first with
                    {
                        Material = plan.Pour.Material(MaterialLibrary.All),
                    },
                    silicone,
                    MaterialLibrary.Find(route == "print" ? plan.FilledPrint.PrintId : plan.Printed.PrintId)!,
                    shape ?? Shape,
                    null,
                    quantity,
                    Thursday
                )
            )
        );
    }

    public static TheoryData<string> Poured { get; } =
    [
        .. RouteCatalogue
            .All.Where(r =>
                r.Methods(new Job(Part, Brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped), 2).OfType<CastingMethod>().Any()
            )
            .Select(r => r.Card.Id),
    ];

    [Theory]
    [MemberData(nameof(Poured))]
    public void Operations_hang_together_and_working_lines_are_told_apart(string route)
    {
        foreach (var school in Enum.GetValues<SplitSchool>())
        {
            var plan = Plan(route, p => p with { Silicone = p.Silicone with { School = school, VesselL = 4 } });
            Assert.Equal(plan.Operations.Count, plan.Operations.Select(o => o.Id).Distinct().Count());
            Assert.All(plan.Operations.SelectMany(o => o.Lags), l => Assert.Contains(plan.Operations, o => o.Id == l.After));
            Assert.All(plan.Operations, o => Assert.True(o.HandsMin >= 0 && o.WaitMin >= 0 && o.Name.Length > 3));
            Assert.Equal(plan.Working.Count, plan.Working.Select(l => l.Id).Distinct().Count());
            Assert.Contains(plan.Cautions, c => c.Id == "cast-urethane");
            // What is weighed for a shot is what the batch says, and the silicone what the mold takes.
            Assert.Equal(
                plan.Batch.WeighedG,
                plan.Operations.Where(o => o.Repeats == Repeats.EachShot)
                    .SelectMany(o => o.Weighings)
                    .Where(w => w.What is "A" or "B")
                    .Sum(w => w.Target!.Value),
                1e-6
            );
            if (plan.Silicone is { } silicone)
                Assert.Equal(
                    silicone.Mold.MassG,
                    plan.Operations.Where(o => o.Repeats == Repeats.EachTool).SelectMany(o => o.Weighings).Sum(w => w.Target!.Value),
                    1e-6
                );
            Assert.Equal(plan.Order.Shots, plan.Schedule!.Slots.Where(s => s.Shot is not null).Select(s => s.Shot).Distinct().Count());
        }
    }

    [Fact]
    public void Two_pours_keep_the_part_in_and_release_the_first_half()
    {
        var ids = Plan("cast-silicone", p => p with { Silicone = p.Silicone with { School = SplitSchool.TwoPour } })
            .Operations.Select(o => o.Id)
            .ToList();
        Assert.True(ids.IndexOf("cure-silicone-1") < ids.IndexOf("turn") && ids.IndexOf("turn") < ids.IndexOf("mix-silicone-2-1"));
        Assert.Contains(Plan("cast-hybrid").Operations, o => o.Id == "back-shell");
        var chamber = Plan("cast-vacuum");
        Assert.Contains(chamber.Operations, o => o.Id == "warm");
        Assert.DoesNotContain(
            chamber.Operations,
            o => o.Id.StartsWith("degas-", StringComparison.Ordinal) && o.Repeats == Repeats.EachShot
        );
        // Resin at 35 °C has less than half of the pot life it has at 23 °C.
        Assert.Equal(
            Math.Pow(2, -1.2),
            chamber.Batch.WorkingTimeMin!.Value
                / Plan("cast-vacuum", p => p with { Pour = p.Pour with { ResinC = 23 } }).Batch.WorkingTimeMin!.Value,
            1e-9
        );
    }

    [Fact]
    public void A_limit_of_the_equipment_stops_the_plan_and_nothing_else_is_lost()
    {
        var plan = Plan(
            "cast-silicone",
            p => p with { Filling = p.Filling with { PressureKpa = 390, School = FillingSchool.DegassedPressure } },
            Brief with
            {
                Equipment = InHouse.With(("pot", "plateKpa", 400), ("pot", "litres", 30)),
            }
        );
        Assert.Equal([("pot-pressure", "filling.pressureKpa")], plan.Refusals.Select(r => (r.Code, r.Field)));
        Assert.Empty(plan.Operations);
        Assert.Null(plan.Schedule);
        Assert.True(plan.Batch.MassG > 0);
    }

    [Fact]
    public void What_is_cast_in_saves_its_resin_and_is_named_when_the_mold_is_loaded()
    {
        var board = new EnclosedThing
        {
            Name = "board",
            VolumeCm3 = 6,
            MassG = 9,
            Guards = 2,
        };
        var (bare, with) = (Plan("cast-silicone"), Plan("cast-silicone", p => p with { Things = [board] }));
        Assert.Equal(2 * 6, bare.Batch.NetCm3 - with.Batch.NetCm3, 1e-9);
        Assert.Contains("board", with.Operations.Single(o => o.Id == "close").Detail, StringComparison.Ordinal);
        Assert.Contains(with.Operations, o => o.Id == "clean-guards");
        Assert.Equal(
            "things",
            Assert.Throws<RefusalException>(() => Plan("cast-silicone", p => p with { Things = [board with { VolumeCm3 = 600 }] })).Field
        );
    }

    [Fact]
    public void Shells_print_with_every_shot_wear_nothing_and_are_broken_or_dissolved()
    {
        var broken = Plan("cast-sacrificial");
        Assert.Null(broken.Life);
        Assert.Equal(Repeats.EachShot, broken.Operations.Single(o => o.Id == "print-mold").Repeats);
        Assert.Contains("Break", broken.Operations.Single(o => o.Id == "demold").Name, StringComparison.Ordinal);
        var dissolved = Plan("cast-sacrificial", p => p with { Printed = p.Printed with { Kind = PrintedMoldKind.Soluble } });
        Assert.True(dissolved.Operations.Single(o => o.Id == "demold").WaitMin > 0);
        // Each shot loses as many as it has cavities, and that much print resin is bought.
        var two = Plan("cast-sacrificial", p => p with { Pour = p.Pour with { Cavities = 2 } });
        var print = MaterialLibrary.Find(new PrintedChoices().PrintId)!;
        Assert.Equal(
            two.Order.Shots * two.Printed!.SolidCm3 * print.DensityGPerCm3 / 1000,
            two.Plan.Buy.Single(b => b.What == print.Name).Amount,
            1e-9
        );
        Assert.Equal(2, two.Printed.SolidCm3 / broken.Printed!.SolidCm3, 1e-9);
    }

    [Fact]
    public void What_the_library_has_lost_is_put_back_to_what_ships_and_the_rest_stays()
    {
        var method = RouteCatalogue
            .Find("cast-silicone")!
            .Methods(new Job(Part, Brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped), 2)
            .OfType<CastingMethod>()
            .Single();
        var plan = CastingChoices.From(method) with
        {
            Silicone = new SiliconeChoices { SupplyId = "gone", WallMm = 31 },
            FilledPrint = new FilledPrintChoices { PrintId = "gone" },
        };
        plan = plan with { Pour = plan.Pour with { MaterialId = "gone", DensityGPerCm3 = 1.4, Cavities = 5 } };
        var read = plan.In(Library.Shipped, method);
        Assert.Equal(("pu-rigid-fast", null, 5), (read.Pour.MaterialId, read.Pour.DensityGPerCm3, read.Pour.Cavities));
        Assert.Equal((new SiliconeChoices().SupplyId, 31), (read.Silicone.SupplyId, read.Silicone.WallMm));
        Assert.Equal(new FilledPrintChoices().PrintId, read.FilledPrint.PrintId);
        var whole = CastingChoices.From(method);
        Assert.Equal(whole, whole.In(Library.Shipped, method));
    }

    [Fact]
    public void Molds_are_counted_by_the_likely_life()
    {
        var plan = Plan("cast-silicone", quantity: 200);
        var life = plan.Life!.Shots;
        Assert.Equal(Math.Ceiling(plan.Order.Shots / life.Likely), plan.Order.ToolSets);
        Assert.NotEqual(Math.Ceiling(plan.Order.Shots / life.Low), plan.Order.ToolSets);
    }

    [Fact]
    public void A_filled_print_pours_what_is_hollow()
    {
        var plan = Plan("print", quantity: 5);
        Assert.Equal(plan.FilledPrint!.FillCm3, plan.Batch.NetCm3, 1e-9);
        Assert.Null(plan.Life);
    }

    [Theory]
    [InlineData(LifeSchool.Cautious)]
    [InlineData(LifeSchool.Usual)]
    [InlineData(LifeSchool.Generous)]
    public void The_school_of_the_brief_is_obeyed_by_routes_and_plans_alike(LifeSchool school)
    {
        var brief = Brief with { Schools = new Schools { MoldLife = school } };
        var job = new Job(Part, brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped);
        foreach (var route in new[] { "cast-silicone", "cast-vacuum", "cast-hybrid" })
        {
            var life = Plan(route, brief: brief).Life!;
            Assert.Equal(RouteCatalogue.Find(route)!.Estimate(job, 2).LifeShots, life.Shots);
            Assert.Equal("brief/schools.moldLife", life.Figure.Roots().First().ChangeAt);
        }

        Assert.NotEqual(Plan("cast-silicone").Life!.Shots, Plan("cast-silicone", brief: brief).Life!.Shots);
        Assert.True(Plan("cast-hybrid", brief: brief).Life!.Base.Low >= 2 * Plan("cast-silicone", brief: brief).Life!.Base.Low);
        // No workshop has a school for printed molds.
        Assert.Equal(Plan("cast-printed").Life!.Shots, Plan("cast-printed", brief: brief).Life!.Shots);
    }

    [Fact]
    public void Loss_in_the_pot_is_counted_as_the_brief_says_in_routes_and_plans_alike()
    {
        var brief = Brief with { Schools = new Schools { Loss = LossSchool.OfPoured } };
        var (added, ofPoured) = (Plan("cast-silicone").Batch, Plan("cast-silicone", brief: brief).Batch);
        Assert.Equal(added.NetCm3 * 1.15, added.PouredCm3, 1e-9);
        Assert.Equal(added.NetCm3 / 0.85, ofPoured.PouredCm3, 1e-9);
        Assert.Equal(1.1 * 1.15, Kg(Brief).Likely / Net(), 1e-9);
        Assert.Equal(1.1 / 0.85, Kg(brief).Likely / Net(), 1e-9);

        static double Net() => Part.VolumeCm3 * MaterialLibrary.Find("pu-rigid-fast")!.DensityGPerCm3 / 1000;

        static ThreePoint Kg(Brief brief) =>
            RouteCatalogue
                .Find("cast-silicone")!
                .Estimate(new Job(Part, brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped), 1)
                .Costs.Single(c => c.Name == "Casting resin")
                .Amount;
    }

    [Fact]
    public void The_life_of_route_and_plan_is_one_and_heat_schools_and_condensation_change_it()
    {
        var job = new Job(Part, Brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped);
        foreach (var route in new[] { "cast-silicone", "cast-vacuum", "cast-hybrid", "cast-printed" })
            Assert.Equal(RouteCatalogue.Find(route)!.Estimate(job, 2).LifeShots, Plan(route).Life!.Shots);
        var usual = Plan("cast-silicone").Life!.Shots.Likely;
        Assert.Equal(0.8 * usual, Plan("cast-silicone", p => p with { Filling = p.Filling with { CureC = 70 } }).Life!.Shots.Likely, 1e-9);
        var condensation = Plan(
            "cast-silicone",
            p => p with { Silicone = p.Silicone with { SupplyId = "mold-silicone-condensation-25a" } }
        );
        Assert.Equal(0.7 * usual, condensation.Life!.Shots.Likely, 1e-9);
        Assert.True(condensation.Pattern!.Inhibition.IsSafe);
    }

    [Fact]
    public void The_order_is_wanted_when_the_brief_has_asked_for_so_many()
    {
        Assert.Equal(new DateOnly(2026, 12, 20), Plan("cast-silicone").WantedBy);
        Assert.Equal(new DateOnly(2027, 6, 1), Plan("cast-silicone", quantity: 44).WantedBy);
        Assert.Null(Plan("cast-silicone", quantity: 5000).WantedBy);
    }

    [Fact]
    public void Heat_between_cure_and_cast_goes_into_the_scale_signed_and_as_a_range()
    {
        var warm = Plan("cast-silicone", p => p with { Silicone = p.Silicone with { CureC = 43 } });
        Assert.Equal(1 / ((1 - 0.05 / 100) * (1 - 20 * 0.03 / 100) * (1 - 0.35 / 100)), warm.Scale, 1e-9);
        // Cured cold and cast at 70 °C the mold opens: the pattern is made smaller for it.
        var opened = Plan("cast-silicone", p => p with { Filling = p.Filling with { CureC = 70 } });
        Assert.Equal(-0.6 * 47 * 0.03, opened.Shrinks[1].Pct.Likely, 1e-9);
        Assert.Equal(-47 * 0.03, opened.Shrinks[1].Pct.Low, 1e-9);
        Assert.True(opened.Scale < Plan("cast-silicone").Scale);
        Assert.True(opened.Pattern!.ScaleRange.Low < opened.Scale && opened.Scale < opened.Pattern.ScaleRange.High);
        Assert.Equal(118 * opened.Scale, opened.Pattern.TargetMm[0], 1e-9);
    }

    [Fact]
    public void Out_of_a_chamber_parts_come_small_whatever_a_warm_mold_would_say() =>
        Assert.Equal(1 / (1 - 0.25 / 100), Plan("cast-vacuum").Scale, 1e-9);

    [Fact]
    public void A_block_in_the_oven_warms_through_first_and_stays_under_its_weakest_limit()
    {
        var cold = Plan("cast-silicone").Silicone!.Cure;
        Assert.Equal((16.0, 0.0), (cold.Hours, cold.WarmUpH));
        // 84 mm of block take about 4.6 h to nine tenths.
        Assert.Equal(4.6, BlockCure.WarmUpHours(84), 0.05);
        var warm = Plan("cast-silicone", p => p with { Silicone = p.Silicone with { CureC = 43 } }).Silicone!;
        Assert.Equal(16 / 4.0 + BlockCure.WarmUpHours(warm.Mold.BoxMm.Min()), warm.Cure.Hours, 1e-9);
        Assert.Equal(45, warm.Cure.LimitC);
        var hot = Plan("cast-silicone", p => p with { Silicone = p.Silicone with { CureC = 60 } });
        Assert.Equal("silicone-heat", hot.Refusals.Single().Code);
        Assert.Empty(
            Plan(
                "cast-silicone",
                p =>
                    p with
                    {
                        Silicone = p.Silicone with { CureC = 60 },
                        Pattern = p.Pattern with { Material = Core.Plans.Casting.Patterns.PatternMaterial.Metal },
                    }
            ).Refusals
        );
        Assert.Equal(
            "silicone-heat",
            Plan(
                "cast-silicone",
                p =>
                    p with
                    {
                        Silicone = p.Silicone with { CureC = 50, SupplyId = "mold-silicone-condensation-25a" },
                        Pattern = p.Pattern with { Material = Core.Plans.Casting.Patterns.PatternMaterial.Metal },
                    }
            )
                .Refusals.Single()
                .Code
        );
    }

    [Theory]
    [InlineData("cast-silicone", 1)]
    [InlineData("cast-silicone", 4)]
    [InlineData("cast-hybrid", 2)]
    [InlineData("cast-vacuum", 2)]
    [InlineData("cast-printed", 2)]
    [InlineData("cast-sacrificial", 1)]
    public void Routes_and_plan_say_the_same_first_article(string route, int cavities)
    {
        foreach (var softMolds in new[] { Source.InHouse, Source.BoughtIn })
        {
            var job = new Job(
                Part,
                Brief with
                {
                    Sources = new Sources { SoftMolds = softMolds },
                },
                MaterialLibrary.Find("pu-rigid-fast")!,
                RateCard.Shipped
            )
            {
                Today = new DateOnly(2026, 11, 26),
            };
            var estimate = RouteCatalogue.Find(route)!.Costed(job, cavities);
            var method = RouteCatalogue.Find(route)!.Methods(job, cavities).OfType<CastingMethod>().Single();
            var plan = CastingChoices.From(method);
            var silicone = Silicone.Of(SupplyLibrary.All.Single(s => s.Id == plan.Silicone.SupplyId))!;
            var answer = CastingWork.Of(
                new CastingInputs(
                    plan,
                    method,
                    job,
                    silicone,
                    MaterialLibrary.Find(plan.Printed.PrintId)!,
                    Shape,
                    null,
                    cavities,
                    plan.Hours.NextMorning(job.Today)
                )
            );
            Assert.Equal(answer.Schedule!.FirstPart.Day(), Core.Comparison.Dates.Of(estimate, 1, job.Today).FirstArticle);
        }
    }

    [Fact]
    public void Every_pattern_of_a_block_is_printed_finished_and_counted()
    {
        CastPlan one = Plan("cast-silicone", p => p with { Pour = p.Pour with { Cavities = 1 } }),
            four = Plan("cast-silicone", p => p with { Pour = p.Pour with { Cavities = 4 } });
        double Hands(CastPlan plan, string id) => plan.Operations.Single(o => o.Id == id).HandsMin;
        Assert.Equal(4 * Hands(one, "coat-1"), Hands(four, "coat-1"), 1e-9);
        Assert.Equal(4 * Hands(one, "back"), Hands(four, "back"), 1e-9);
        Assert.True(Hands(four, "inspect-pattern") > Hands(one, "inspect-pattern"));
        Assert.Contains("4 patterns", four.Operations.Single(o => o.Id == "make-pattern").Name, StringComparison.Ordinal);
        // The printer is as long at it in Routes as in Plan.
        var job = new Job(Part, Brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped);
        Assert.Equal(
            RouteCatalogue.Find("cast-silicone")!.Estimate(job, 4).Costs.Single(c => c.Name == "Pattern: printer time").Amount.Likely,
            four.Pattern!.PrintH!.Value,
            1e-9
        );
    }

    [Fact]
    public void A_printed_mold_is_the_same_solid_in_routes_and_in_plan()
    {
        var estimate = RouteCatalogue
            .Find("cast-printed")!
            .Estimate(new Job(Part, Brief, MaterialLibrary.Find("pu-rigid-fast")!, RateCard.Shipped), 2);
        var plan = Plan("cast-printed").Printed!;
        Assert.Equal((142 * 106 * 58 / 1000.0 - Part.VolumeCm3) * 2, plan.SolidCm3, 1e-9);
        Assert.Equal(estimate.Costs.Single(c => c.Name == "Mold: printer time").Amount.Likely, plan.PrintH, 1e-9);
    }

    [Fact]
    public void Without_a_plate_pressure_is_not_planned_and_asked_for_it_is_refused()
    {
        var usual = Plan("cast-silicone");
        Assert.Equal(FillingSchool.Degassed, usual.Filling.School);
        Assert.Contains(usual.Filling.Messages, m => m.Code == "pressure-not-planned");
        Assert.Equal(
            "pot-plate",
            Plan("cast-silicone", p => p with { Filling = p.Filling with { School = FillingSchool.Pressure } }).Refusals.Single().Code
        );
        Assert.Equal(
            FillingSchool.DegassedPressure,
            Plan("cast-silicone", brief: Brief with { Equipment = InHouse.With(("pot", "plateKpa", 400)) }).Filling.School
        );
    }

    [Fact]
    public void A_degassing_lasts_at_least_as_long_as_the_pump_needs()
    {
        var slow = Plan(
            "cast-silicone",
            brief: Brief with
            {
                Equipment = InHouse.With(("chamber", "diameterMm", 500), ("chamber", "zMm", 500), ("chamber", "pumpM3PerH", 4)),
            }
        );
        var pump = PumpDown.Of(new PumpDownRequest(Math.PI * 500 * 500 / 4 * 500 / 1e6, 4 * 1000 / 60.0, 1013, 10)).Seconds / 60;
        Assert.True(slow.Operations.Single(o => o.Id == "degas-1").HandsMin >= pump);
        Assert.Contains(slow.Filling.Messages, m => m.Code == "degas-pump");
    }

    [Theory]
    [InlineData(100, 60, 40, 0, SplitSchool.CutOpen)]
    [InlineData(140, 90, 10, 0, SplitSchool.TwoPour)]
    [InlineData(100, 60, 40, 1, SplitSchool.TwoPour)]
    [InlineData(200, 120, 90, 0, SplitSchool.TwoPour)]
    public void The_school_follows_size_shape_and_guards(double l, double w, double h, int guards, SplitSchool school)
    {
        var job = new Job(
            Part with
            {
                LengthMm = l,
                WidthMm = w,
                HeightMm = h,
            },
            Brief with
            {
                Guards = guards,
            },
            MaterialLibrary.Find("pu-rigid-fast")!,
            RateCard.Shipped
        );
        Assert.Equal(
            school,
            SplitProposal.Of(null, RouteCatalogue.Find("cast-silicone")!.Methods(job, 1).OfType<CastingMethod>().Single(), job).School
        );
        Assert.Equal(
            SplitSchool.CutOpen,
            SplitProposal
                .Of(SplitSchool.CutOpen, RouteCatalogue.Find("cast-hybrid")!.Methods(job, 1).OfType<CastingMethod>().Single(), job)
                .School
        );
    }

    [Fact]
    public void Filling_school_follows_the_route_until_another_is_chosen() =>
        Gen.Enum<FillingSchool>()
            .Sample(
                school =>
                {
                    Assert.Equal(FillingSchool.Chamber, Plan("cast-vacuum").Filling.School);
                    Assert.Equal(
                        school,
                        Plan("cast-silicone", p => p with { Filling = p.Filling with { School = school } }).Filling.School
                    );
                },
                iter: 12
            );
}
