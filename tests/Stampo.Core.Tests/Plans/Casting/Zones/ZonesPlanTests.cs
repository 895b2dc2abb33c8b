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
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.Zones;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Casting.Zones;

/// <summary>Several resins in one part, and one resin in two pours round hardware.</summary>
public class ZonesPlanTests
{
    private static readonly PartFacts Part = new(80, 60, 40, 60, 300, new PartDeclaration { NominalWallMm = 3, ThinnestWallMm = 2 });

    private static PourZone By(double fromMm, string resin = "pu-elastomer-60a") =>
        new()
        {
            Name = "Soft skin",
            MaterialId = resin,
            FromMm = fromMm,
        };

    private static PourZone Pocket(double cm3, string resin = "pu-elastomer-60a") =>
        new()
        {
            Name = "Pad",
            MaterialId = resin,
            By = ZoneBounds.Pocket,
            Cm3 = cm3,
        };

    private static WorkPlan Plan(
        IReadOnlyList<PourZone> zones,
        string first = "pu-rigid-fast",
        Func<CastingChoices, CastingChoices>? choose = null,
        Func<double, double?>? below = null
    )
    {
        var job = new Job(Part, new Brief(), MaterialLibrary.Find(first)!, RateCard.Shipped);
        var method = RouteCatalogue.Find("cast-silicone")!.Methods(job, 1).OfType<CastingMethod>().Single();
        var choices = CastingChoices.From(method) with { Zones = zones };
        choices = choose?.Invoke(choices) ?? choices;
        return CastingWork.Of(
            new CastingInputs(
                choices,
                method,
                job,
                Silicone.Of(SupplyLibrary.All.Single(s => s.Id == choices.Silicone.SupplyId))!,
                MaterialLibrary.Find(choices.Printed.PrintId)!,
                null,
                null,
                10,
                new LocalDateTime(2026, 11, 26, 8, 0, 0)
            )
            {
                Zones =
                [
                    .. zones.Select(z => new ZoneToPour(
                        z,
                        MaterialLibrary.Find(z.MaterialId)!,
                        z.FromMm is { } mm ? below?.Invoke(mm) : null
                    )),
                ],
            }
        );
    }

    private static CastingFigures Figures(WorkPlan plan) => (CastingFigures)plan.Figures;

    private static double Filled(WorkPlan plan) =>
        plan
            .Working.Where(l => l.Id is ['z', 'o', 'n', 'e', ..] && l.Id.EndsWith("Cm3", StringComparison.Ordinal))
            .Sum(l => l.Value.Likely);

    [Fact]
    public void What_lies_below_a_height_is_read_off_the_mesh()
    {
        // A sphere of radius 20 filled to 10: the cap π·h²·(3r − h)/3.
        var sphere = Surfaces.Of(Solids.Sphere(20, 96));
        var below = (FilledCm3)new FilledTo(new Vec3(0, 0, 1), false, 10).AnswerOf(sphere, new Vec3(0, 0, 1), Progress.None);
        Assert.Equal(Math.PI * 100 * 50 / 3 / 1000, below.Below, 0.02);
    }

    [Fact]
    public void Two_hardnesses_by_height_have_each_their_volume_cups_and_clock()
    {
        // 20 of 60 cm³ lie below 15 mm.
        var plan = Plan([By(15)], below: _ => 20);
        var zone = Figures(plan).Zones.Single();
        Assert.Equal(40, zone.Cm3, 1e-9);
        Assert.Equal(20, Figures(plan).Batch.NetCm3, 1e-9);
        // Gate and risers stand over the highest zone.
        Assert.True(zone.Batch.NetCm3 > 40);
        Assert.Equal(2 * Figures(plan).Batch.WorkingTimeMin!.Value, zone.GelsAfterMin, 1e-9);
        Assert.Equal(90, zone.BondsUntilMin, 1e-9);
        Assert.Equal(BondStrength.Good, zone.Bond.Strength);
        // The softer one takes 16 h: it decides when the part comes out.
        Assert.Equal(16, Figures(plan).Filling.DemoldH, 1e-9);
        Assert.Contains(plan.At["shot"], f => f.Code == "zone-slowest");
        Assert.Contains(plan.Buy, p => p.What == MaterialLibrary.Find("pu-elastomer-60a")!.Name && p.Amount > 0.3);
    }

    [Fact]
    public void The_second_resin_is_mixed_after_the_first_has_gelled_and_while_it_takes_hold()
    {
        var plan = Plan([By(15)], below: _ => 20);
        var zone = Figures(plan).Zones.Single();
        var mix = plan.Operations.Single(o => o.Id == "mix-z1-1");
        var gel = plan.Operations.Single(o => o.Id == "gel-z1-");
        Assert.True(gel.FollowsAtOnce);
        Assert.True(gel.WaitMin >= zone.GelsAfterMin);
        var weigh = plan.Operations.Single(o => o.Id == "weigh-z1-1");
        Assert.InRange(weigh.Lags.Single(l => l.After == "gel-z1-").MostMin!.Value, 1, zone.BondsUntilMin - gel.WaitMin);
        Assert.Contains("Soft skin", mix.Name, StringComparison.Ordinal);
        Assert.Contains(plan.Operations, o => o.Id == "cure" && o.Lags.Any(l => l is { After: "pour-z1-1", IsAtOnce: true }));
        var slots = plan.Schedule!.Slots.Where(s => s.Shot == 1).ToDictionary(s => s.OperationId);
        Assert.InRange(slots["pour-1"].End.MinutesUntil(slots["mix-z1-1"].Start), zone.GelsAfterMin - 1, zone.BondsUntilMin + 1);
    }

    [Fact]
    public void Silicone_in_two_pours_takes_its_hardware_between_them()
    {
        var plan = Plan(
            [By(20, "casting-silicone-20a") with { Name = "Upper half", HardwareFirst = true }],
            "casting-silicone-20a",
            c => c with { Things = [new EnclosedThing { Name = "Buckle", VolumeCm3 = 4 }] }
        );
        var ids = plan.Operations.Select(o => o.Id).ToList();
        Assert.True(ids.IndexOf("pour-1") < ids.IndexOf("set-z1-"));
        Assert.True(ids.IndexOf("set-z1-") < ids.IndexOf("mix-z1-1"));
        var set = plan.Operations.Single(o => o.Id == "set-z1-");
        Assert.Contains("Buckle", set.Detail, StringComparison.Ordinal);
        Assert.DoesNotContain("Buckle", plan.Operations.Single(o => o.Id == "close").Detail, StringComparison.Ordinal);
        // 56 cm³ of silicone, half of it on each side of the hardware; a declared part says that it is counted by height.
        Assert.Equal(56, Filled(plan), 1e-9);
        Assert.Equal(28, Figures(plan).Zones.Single().Cm3, 1e-9);
        Assert.Contains(plan.At["shot"], f => f.Code == "zone-declared");
        // 25 min of pot life at 200 g: about 50 min to gel, 4 h to handle.
        Assert.InRange(Figures(plan).Zones.Single().GelsAfterMin, 50 - 1e-9, 60);
        Assert.Equal(240, Figures(plan).Zones.Single().BondsUntilMin, 1e-9);
    }

    [Fact]
    public void A_pour_too_soon_is_a_fault_and_one_too_late_is_primed()
    {
        var soon = Plan([Pocket(5) with { WaitMin = 5 }]);
        Assert.Contains(soon.At["shot"], f => f is { Code: "zone-runs-together", Severity: Severity.Fault });
        var late = Plan([Pocket(5) with { WaitMin = 600 }]);
        Assert.Contains(late.At["shot"], f => f.Code == "zone-late");
        Assert.Contains(late.Operations, o => o.Id == "prime-z1-");
        Assert.DoesNotContain(soon.Operations, o => o.Id == "prime-z1-");
        var poor = Plan([Pocket(5, "casting-silicone-20a")]);
        Assert.Contains(poor.At["shot"], f => f.Code == "zone-bond");
    }

    [Fact]
    public void What_cannot_be_poured_is_refused_where_it_was_typed()
    {
        RefusalException Refused(params PourZone[] zones) => Assert.Throws<RefusalException>(() => Plan(zones));
        Assert.Equal("zones[1].fromMm", Refused(By(20), By(10)).Field);
        Assert.Equal("zones[0].fromMm", Refused(By(40)).Field);
        Assert.Equal("zones[0].fromMm", Refused(By(15) with { FromMm = null }).Field);
        Assert.Equal("zones[0].cm3", Refused(Pocket(5) with { Cm3 = null }).Field);
        Assert.Equal("zones", Refused(Pocket(40), Pocket(40)).Field);
        Assert.Equal("zones[0].name", Refused(Pocket(5) with { Name = "" }).Field);
    }

    [Fact]
    public void All_zones_together_fill_the_part_once() =>
        Gen.Select(Gen.Double[1, 39].Array[0, 4], Gen.Double[0.1, 5].Array[1, 3])
            .Sample(
                (heights, pockets) =>
                {
                    PourZone[] zones = [.. heights.Distinct().Order().Select(mm => By(mm)), .. pockets.Select(cm3 => Pocket(cm3))];
                    Assert.Equal(60, Filled(Plan(zones)), 1e-6);
                },
                iter: 12
            );
}
