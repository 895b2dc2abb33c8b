using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Life;
using Stampo.Core.Plans.Casting.Operations;
using Stampo.Core.Plans.Casting.Orders;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.Zones;
using Stampo.Core.Ranges;
using Stampo.Core.Shops;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting;

/// <summary>What a casting plan is worked out from.</summary>
/// <param name="Plan">What was chosen.</param>
/// <param name="Method">How the route pours.</param>
/// <param name="Job">Part, brief, the plan's resin, rates.</param>
/// <param name="Silicone">The mold silicone.</param>
/// <param name="Print">What molds or parts are printed of.</param>
/// <param name="Shape">What the mesh says; null for a declared part.</param>
/// <param name="SplitMold">The generated mold; null until there is one.</param>
/// <param name="Quantity">Good parts decided on.</param>
/// <param name="Start">When work may begin.</param>
public sealed record CastingInputs(
    CastingChoices Plan,
    CastingMethod Method,
    Job Job,
    Silicone Silicone,
    Material Print,
    PlannedShape? Shape,
    GeneratedMold? SplitMold,
    double Quantity,
    LocalDateTime Start
)
{
    /// <summary>What is poured after the first resin, in that order.</summary>
    public IReadOnlyList<ZoneToPour> Zones { get; init; } = [];

    /// <summary>How the cavity fills; null without a mesh, or before there are halves.</summary>
    public PouredPart? Poured { get; init; }
}

/// <summary>From choices to quantities and operations.</summary>
public sealed class CastingWork
{
    /// <summary>Full properties at room temperature; the data sheet goes first.</summary>
    private const double FullCureH = 168;

    /// <summary>g/cm³ of cured print resin; thin mists that a can of release gives.</summary>
    private const double PrintResin = 1.18,
        ShotsACan = 60;

    private readonly CastingInputs _in;
    private readonly Worksheet _sheet = new();

    private readonly FillingEquipment _equipment;

    private CastingWork(CastingInputs inputs)
    {
        (_in, _equipment) = (inputs, FillingEquipment.Of(inputs.Job.Brief.Equipment));
        Plan = inputs.Plan;
    }

    /// <summary>What was chosen, with the minutes that chamber and syringe ask for.</summary>
    private CastingChoices Plan { get; set; }

    private Job Job => _in.Job;

    private bool InSilicone => _in.Method.Into == PouredInto.SiliconeMold;

    /// <summary>What has to be done, whether or not the equipment in house allows it: for a date before anything is chosen.</summary>
    public static IReadOnlyList<Operation> Operations(CastingInputs inputs)
    {
        var work = new CastingWork(inputs);
        return CastingOperations.Of(work.Figures(), work.Plan, inputs.Job, inputs.Silicone, inputs.Start);
    }

    public static WorkPlan Of(CastingInputs inputs)
    {
        inputs.Plan.Checked();
        var work = new CastingWork(inputs);
        var figures = work.Figures();
        var plan = new WorkPlan(
            Head(figures),
            work.Order(figures),
            [],
            null,
            WorkPlan.DateFor(inputs.Job, figures.Order.Parts),
            null,
            work.Buy(figures),
            [
                .. figures.Silicone?.Cure.Refusals ?? [],
                .. work.BoxRefusals(figures.Silicone),
                .. figures.Batch.Messages.Concat(figures.Zones.SelectMany(z => z.Messages)).Where(m => m.Code == CastingBatch.OverScale),
                .. figures.Filling.Refusals,
            ],
            work.At(figures),
            [],
            [.. work.Facts(figures)],
            work._sheet.Lines,
            figures
        );
        return Expiring(
            plan.Laid(
                () => CastingOperations.Of(figures, work.Plan, inputs.Job, inputs.Silicone, inputs.Start),
                work.Plan.Hours,
                inputs.Start
            ),
            figures.Order
        );
    }

    private OrderedWork Order(CastingFigures figures) =>
        new(figures.Order.Parts, figures.Order.Shots, Molds(figures), Plan.Pour.Cavities, "Shot", "Mold")
        {
            ReadyH = FullCureH,
            PartKind = Job.PartKind,
            LifeShots = figures.Life?.Shots,
            Rates = new LearnedRates(_in.Method.YieldKey, _in.Method.LifeKey, _in.Method.LifeKey is { } key ? Job.Rates[key].Value : null),
        };

    private static List<HeadFigure> Head(CastingFigures figures)
    {
        var (order, life) = (figures.Order, figures.Life);
        var lasts = life is null ? "" : $"; a mold lasts {Text.Number(life.Shots.Low, 2)} to {Text.Number(life.Shots.High, 2)}";
        List<HeadFigure> head =
        [
            new(
                order.Shots,
                order.Shots == 1 ? "shot" : "shots",
                $"{Text.Count(order.Parts, "good part")}{lasts}",
                life is null ? "shots" : "life"
            ),
        ];
        if (figures.Silicone is { } silicone)
            head.Add(new(silicone.Mold.MassG / 1000, "kg", "silicone to mix for a mold", "siliconeMass"));
        var packs = string.Join(" + ", order.Packs.Select(p => $"{p.Count} × {Text.Number(p.PackKg)} kg"));
        head.Add(new(order.ResinKg, "kg", $"resin; buy {packs}", "orderKg"));
        return head;
    }

    /// <summary>As many as the order wears out, or as are used in turn.</summary>
    private int Molds(CastingFigures figures) => Math.Max(Plan.Order.Molds, figures.Order.ToolSets);

    private List<Purchase> Buy(CastingFigures figures)
    {
        var molds = Molds(figures);
        var order = figures.Order;
        List<Purchase> buy = [new(Job.Material.Name, order.ResinKg, "kg", order.Packs, "orderKg") { Expires = order.Expires }];
        if (figures.Silicone is { } silicone)
            buy.Add(new(_in.Silicone.Supply.Name, molds * silicone.Mold.MassG / 1000, "kg", [], "siliconeMass"));
        if (figures.Printed is { } printed)
        {
            // A shell is lost with its part: each shot takes new ones.
            var builds = printed.Kind.IsShell() ? order.Shots : molds;
            buy.Add(new(_in.Print.Name, builds * printed.SolidCm3 * _in.Print.DensityGPerCm3 / 1000, "kg", []));
        }

        if (figures.FilledPrint is { } fill)
            buy.Add(new(_in.Print.Name, order.Parts * fill.PrintG / 1000, "kg", []));
        foreach (var zone in figures.Zones.GroupBy(z => z.Resin.Name))
            buy.Add(new(zone.Key, order.Shots * zone.Sum(z => z.Batch.WeighedG) / 1000, "kg", []));
        if (order.FillerKg > 0)
            buy.Add(new("Pigment or filler", order.FillerKg, "kg", []));
        if (figures.Pattern is not null && Plan.Pattern.Material == PatternMaterial.PrintedResin)
            buy.Add(new("Print resin for the pattern", Plan.Pour.Cavities * Job.Part.VolumeCm3 * PrintResin / 1000, "kg", []));
        if (figures.Pattern is not null)
            buy.Add(new("Primer, filler, paper and barrier coat for the pattern", Plan.Pour.Cavities, "set", []));
        if (InSilicone)
            buy.Add(new("Box board, tape, vents, pins", molds, "set", []));
        if (figures.FilledPrint is null)
            buy.Add(new("Release agent", Math.Ceiling(order.Shots / ShotsACan), "can", []));
        buy.Add(new("Cups and stirrers, three a charge", 3 * order.Shots * figures.Charges.Count(), "", []));
        return buy;
    }

    /// <summary>What wants a look, by station.</summary>
    private Dictionary<string, IReadOnlyList<Finding>> At(CastingFigures figures)
    {
        var at = new Dictionary<string, IReadOnlyList<Finding>>
        {
            ["mold"] =
            [
                .. figures.Silicone?.Mold.Messages ?? [],
                .. figures.Silicone?.Cure.Refusals ?? [],
                .. figures.Silicone?.Cure.Messages ?? [],
                .. figures.Printed?.Messages ?? [],
                .. figures.FilledPrint?.Advice ?? [],
                .. _in.Poured?.Refused is { } refused ? new[] { refused } : [],
                .. figures.Poured?.Messages ?? [],
            ],
            ["shot"] = [.. figures.Batch.Messages, .. figures.Zones.SelectMany(z => z.Messages)],
            ["cure"] = [.. figures.Filling.Refusals, .. figures.Filling.Messages],
            ["within"] = [.. figures.Enclosed.Things.SelectMany(t => t.Messages)],
            ["order"] = figures.Order.Messages,
        };
        if (figures.Pattern is { } pattern)
            at["pattern"] = [pattern.Inhibition.Finding];
        return at;
    }

    /// <summary>What only the calendar of the order can tell: whether its last shots use what has expired by then.</summary>
    private static WorkPlan Expiring(WorkPlan plan, OrderPlan order)
    {
        if (plan.Schedule is not { } schedule || order.ExpiresBefore(schedule.LastPart.Day()) is not { } late)
            return plan;
        var figures = (CastingFigures)plan.Figures;
        IReadOnlyList<Finding> messages = [.. order.Messages, late];
        return plan with
        {
            Figures = figures with { Order = order with { Messages = messages } },
            At = new Dictionary<string, IReadOnlyList<Finding>>(plan.At) { ["order"] = messages },
        };
    }

    private IEnumerable<string> Facts(CastingFigures figures)
    {
        var order = figures.Order;
        yield return $"{Text.Number(order.Parts, 9)} good parts, {Text.Count(order.Shots, "shot")} of "
            + $"{Text.Count(Plan.Pour.Cavities, "cavity", "cavities")}; {Job.Material.Name}, {Text.Number(order.ResinKg, 3)} "
            + "kg in all.";
        if (figures.Silicone is { } silicone)
            yield return $"Silicone {_in.Silicone.Supply.Name}: {Text.Number(silicone.Mold.MassG, 4)} g; box inside "
                + $"{Text.Sides(silicone.Mold.BoxMm)}; block {Text.Number(silicone.Mold.BlockKg, 2)} kg.";
    }

    private CastingFigures Figures()
    {
        IReadOnlyList<Material> resins = [Job.Material, .. _in.Zones.Select(z => z.Resin)];
        var peak = resins.Max(resin => Exotherm.PeakC(resin, Job.Part.SectionMm, Plan.Pour.ResinC));
        var slowest = resins.MaxBy(resin => resin.Cast!.DemoldH)!.Cast!;
        var silicone = InSilicone ? PlanSilicone() : null;
        var filling = FillingPlan.Of(
            Plan.Filling,
            _in.Method.Filling,
            _equipment,
            new FilledMold(BlockMm(silicone), slowest, FullCureH, MoldLimitC(), Job.Part.ThinnestWallMm ?? Job.Part.WallMm)
        );
        Plan = Plan with { Pour = Plan.Pour with { Steps = StepsWith(filling) } };
        var shrinks = Shrinks(filling);
        var pattern = InSilicone
            ? PatternPlan.Of(
                Job,
                Plan.Pattern,
                _in.Silicone.IsCondensation ? SiliconeCure.Condensation : SiliconeCure.Addition,
                shrinks,
                Plan.Pour.Cavities
            )
            : null;
        var printed =
            _in.Method.Into == PouredInto.PrintedMold
                ? PrintedMoldCheck.Of(
                    Job,
                    Plan.Printed,
                    _in.Method.Printed,
                    new MoldedShape(_in.Shape?.Overhangs, _in.SplitMold, Plan.Split.WallMm, Plan.Pour.Cavities, Plan.Split.Cavities),
                    _in.Print,
                    Plan.Pour.ResinC
                )
                : null;
        var fill =
            _in.Method.Into == PouredInto.FilledPrint ? CompositeFill.Of(Plan.FilledPrint, Job.Part, Job.Material, _in.Print, peak) : null;
        var enclosed = EnclosedPlan.Of(
            Plan.Things,
            new Surroundings(
                Job.Material,
                Math.Max(peak, filling.CureC),
                filling.UsesPressure ? Plan.Filling.PressureKpa : 0,
                filling.UsesVacuum,
                Job.Rate("guard.clean"),
                Job.Brief.Guards
            )
        );
        var zones = RefusalException.Renamed(() => Zones(PouredCm3(fill, enclosed), filling, silicone), InPour);
        var batch = zones.First;
        var life = _in.Method.LifeKey is null ? null : Life(filling);
        var today = _in.Start.Day();
        var order = OrderPlan.Of(
            Plan.Order,
            (int)Math.Ceiling(_in.Quantity),
            Plan.Pour.Cavities,
            Job.Rate(_in.Method.YieldKey),
            batch,
            life?.Shots.Likely,
            today
        );
        var figures = new CastingFigures(
            _in.Method,
            _in.Shape,
            pattern,
            silicone,
            printed,
            fill,
            ShrinkChain.Of([.. shrinks.Select(s => s.Pct.Likely)]),
            shrinks,
            batch,
            order,
            WithDegas(filling),
            enclosed,
            life,
            peak,
            zones.Zones
        )
        {
            Poured = _in.Poured is { Figures: { } poured } ? PouredCavity.Of(poured, filling, Plan.Filling, _sheet) : null,
        };
        Gather(figures, zones.Working);
        return figures;
    }

    /// <summary>
    /// A degassing takes at least as long as the pump needs; a groove filled by syringe is degassed open, on the same clock.
    /// </summary>
    private PourSteps StepsWith(FillingPlan filling)
    {
        var steps = Check.Given(Plan.Pour.Steps, "pour.steps");
        if (!filling.DegassesInCup)
            return steps;
        var degas = Math.Max(steps.DegasMin, filling.LeastDegasMin ?? 0);
        return steps with
        {
            DegasMin = degas,
            SecondDegasMin = Plan.Order.SyringeMl is null ? steps.SecondDegasMin : Math.Max(steps.SecondDegasMin, degas),
        };
    }

    /// <summary>Says so when the pump, not the choice, sets the minutes.</summary>
    private FillingPlan WithDegas(FillingPlan filling) =>
        filling.DegassesInCup && filling.LeastDegasMin > _in.Plan.Pour.Steps.DegasMin
            ? filling with
            {
                Messages =
                [
                    .. filling.Messages,
                    new Finding(
                        Severity.Note,
                        "degas-pump",
                        $"This pump needs {Text.Number(filling.PumpDownS!.Value / 60, 2)} min to empty the chamber: "
                            + $"degassing is planned at {Text.Number(filling.LeastDegasMin.Value)} min in place of "
                            + $"{Text.Number(_in.Plan.Pour.Steps.DegasMin)} min."
                    ),
                ],
            }
            : filling;

    private PlannedSilicone PlanSilicone()
    {
        var choices = Plan.Silicone;
        var (school, why) = SplitProposal.Of(choices.School, _in.Method, Job);
        var mold = RefusalException.Renamed(
            () =>
                SiliconeMold.Compute(
                    new SiliconeMoldRequest
                    {
                        PartBboxMm = _in.Shape?.Attitude.BboxMm ?? [Job.Part.LengthMm, Job.Part.WidthMm, Job.Part.HeightMm],
                        PartVolumeCm3 = Job.Part.VolumeCm3,
                        Count = Plan.Pour.Cavities,
                        WallMm = choices.WallMm,
                        SpacingMm = choices.SpacingMm,
                        GatesCm3 = Plan.Pour.ExtraCm3PerPart * Plan.Pour.Cavities,
                        DensityGPerCm3 = _in.Silicone.Supply.DensityGPerCm3,
                        Ratio = _in.Silicone.Ratio,
                        LossPct = choices.LossPct,
                        School = school,
                        Parting = school == SplitSchool.TwoPour ? _in.Shape?.Plane : null,
                        PotLifeMin = _in.Silicone.PotLifeMin,
                        Steps = SiliconeSteps(),
                        Degas = choices.Degas,
                        VesselL = VesselL(choices.VesselL),
                        ScaleCapacityG = Job.Brief.Equipment?.Says(Resource.Scale, "capacityG"),
                    }
                ),
            InSiliconeMold
        );
        return new PlannedSilicone(
            mold,
            school,
            why,
            RefusalException.Renamed(
                () => BlockCure.Of(_in.Silicone, choices.CureC, mold.BoxMm.Min(), Plan.Pattern.Material),
                _ => "silicone.cureC"
            ),
            _in.Shape?.Attitude.GatesCm3(mold.WallMm)
        );
    }

    /// <summary>What is degassed stands in the chamber: no bucket is larger than its room, with space to rise.</summary>
    private double? VesselL(double? chosen) =>
        Plan.Silicone.Degas == SiliconeDegas.MeterMix || _equipment.ChamberL is not { } chamber
            ? chosen
            : Math.Min(chosen ?? double.PositiveInfinity, BucketShare * chamber);

    /// <summary>Of the chamber's room, for a round bucket that stands in it.</summary>
    private const double BucketShare = 0.7;

    /// <summary>The box is degassed again with the silicone in it: it has to go into the chamber.</summary>
    private IEnumerable<Finding> BoxRefusals(PlannedSilicone? silicone)
    {
        if (
            silicone is null
            || Plan.Silicone is { Degas: SiliconeDegas.MeterMix } or { Steps.SecondDegasMin: 0 }
            || _equipment.Chamber is not { } chamber
            || chamber.Takes(silicone.Mold.BoxMm) != false
        )
            yield break;
        yield return new Finding(
            Severity.Fault,
            "box-chamber",
            $"A box of {Text.Sides(silicone.Mold.BoxMm)} does not go into the chamber ({chamber.Said}) to be degassed again. Pour "
                + "in a thin stream without the second degassing (0 min), fill from a meter-mix machine, plan fewer cavities, or use a "
                + "larger chamber."
        );
    }

    private static readonly string[] NotOfPour = ["plan.", "things", "zones"];

    /// <summary>Where a figure of the batch is chosen.</summary>
    private static string InPour(string field) =>
        field switch
        {
            "potLife.minutes" => "pour.potLifeMin",
            "partVolumeCm3" => "things",
            _ when NotOfPour.Any(kept => field.StartsWith(kept, StringComparison.Ordinal)) => field,
            _ => $"pour.{field}",
        };

    /// <summary>Where a figure of the silicone mold is chosen.</summary>
    private static string InSiliconeMold(string field) =>
        field switch
        {
            "count" => "pour.cavities",
            "gatesCm3" => "pour.extraCm3PerPart",
            _ when field.StartsWith("silicone.", StringComparison.Ordinal) => field,
            _ => $"silicone.{field}",
        };

    /// <summary>The chamber has to come down before the silicone can degas.</summary>
    private SiliconeSteps SiliconeSteps()
    {
        var steps = Check.Given(Plan.Silicone.Steps, "silicone.steps");
        if (_equipment is not { ChamberL: { } litres, PumpLPerMin: { } speed })
            return steps;
        var down = PumpDown.Of(new PumpDownRequest(litres, speed, 1013, Plan.Filling.ToMbar)).Seconds / 60;
        return steps with
        {
            FirstDegasMin = Math.Max(steps.FirstDegasMin, Math.Ceiling(down)),
            SecondDegasMin = Math.Max(steps.SecondDegasMin, Math.Ceiling(down)),
        };
    }

    /// <summary>
    /// From the master to the part: the mold's own cure, what heat does to it, the resin. Out of a chamber parts come 0.1 to 0.4 % small on
    /// the whole, whatever a warm mold's growth would say: that is what a master is made larger by until a first article was measured.
    /// </summary>
    private IReadOnlyList<ShrinkStep> Shrinks(FillingPlan filling)
    {
        if (InSilicone && filling.School == FillingSchool.Chamber)
            return [new ShrinkStep("mold and resin together, cast in the chamber", ChamberShrinkPct)];
        var resin = new ShrinkStep("resin", Job.Material.ShrinkPct);
        return InSilicone
            ?
            [
                new ShrinkStep("mold silicone, as it cures", _in.Silicone.Supply.ShrinkPct ?? 0),
                ShrinkChain.OfHeat(Plan.Silicone.CureC, filling.CureC, CureTime.ExpansionPctPerC),
                resin,
            ]
            : [resin];
    }

    private static readonly ThreePoint ChamberShrinkPct = new(0.1, 0.25, 0.4);

    private MoldLife Life(FillingPlan filling)
    {
        var wall = InSilicone
            ? Plan.Silicone.WallMm
                ?? (_in.Method.Split == SplitSchool.Hybrid ? SiliconeMold.HybridFaceMm : BlockLayout.UsualWallMm(Job.Part.LongestMm))
            : Plan.Split.WallMm;
        var wear = new MoldWear(
            Job.Material,
            Job.Part.UndercutIn(wall),
            SoftCores,
            filling.CureC,
            InSilicone && _in.Silicone.IsCondensation
        );
        return SoftMoldLife.Of(Job, _in.Method, wear);
    }

    /// <summary>Slender cores that bend and tear: none when they are steel pins or drilled.</summary>
    private int SoftCores => InSilicone && !Plan.Pattern.SoftCores ? 0 : Job.Part.SlenderHoles ?? 0;

    /// <summary>The first resin and every one after it; between pours a mold stands in the room, or warm in its chamber.</summary>
    private ZonesPlan Zones(double partCm3, FillingPlan filling, PlannedSilicone? silicone)
    {
        var height = _in.Shape?.Attitude.BboxMm[2] ?? Job.Part.HeightMm;
        var moldC = filling.School == FillingSchool.Chamber ? filling.CureC : RoomC;
        CastingBatchAnswer BatchOf(Material resin, double cm3, bool rises) =>
            CastingBatch.Compute(Batch(resin == Job.Material ? Plan.Pour : Plan.Pour.Plain(), resin, cm3, rises ? silicone : null, rises));
        return ZonesPlan.Of(_in.Zones, new ZonedPart(Job.Material, partCm3, Job.Part.VolumeCm3, height, moldC, BatchOf));
    }

    private const double RoomC = 23;

    /// <summary>
    /// A pour fills gates and risers as the plan itself draws them, never less, with the reservoir and funnel above them; a film stays in
    /// each cup.
    /// </summary>
    private CastingBatchRequest Batch(PourChoices pour, Material resin, double partCm3, PlannedSilicone? silicone, bool rises)
    {
        var batch = pour.ToBatch(partCm3, Job with { Material = resin });
        var drawn = silicone?.DrawnGatesCm3 is { } gates ? gates + FunnelCm3 + ReservoirCm2 * Plan.Filling.OverfillMm / 10 : 0;
        return batch with
        {
            ExtraCm3PerPart = rises ? Math.Max(batch.ExtraCm3PerPart, drawn) : 0,
            CupG = StaysInCupG,
            ScaleCapacityG = Job.Brief.Equipment?.Says(Resource.Scale, "capacityG"),
        };
    }

    private const double StaysInCupG = 2.5,
        FunnelCm3 = 0.5,
        ReservoirCm2 = 2;

    /// <summary>What liquid resin fills in one part.</summary>
    private double PouredCm3(CompositeFill? fill, EnclosedPlan enclosed)
    {
        if (fill is not null)
            return fill.FillCm3;
        if (enclosed.DisplacedCm3 >= Job.Part.VolumeCm3)
            throw new RefusalException(
                "plan.things-too-large",
                $"What is cast in takes {Text.Number(enclosed.DisplacedCm3)} cm³, as much as the whole part "
                    + $"({Text.Number(Job.Part.VolumeCm3)} cm³). Check the volumes.",
                "things"
            );
        return Job.Part.VolumeCm3 - enclosed.DisplacedCm3;
    }

    /// <summary>Sides of what stands in pot, chamber or oven.</summary>
    private double[] BlockMm(PlannedSilicone? silicone)
    {
        var wall = _in.Method.Into == PouredInto.FilledPrint ? 0 : 2 * Plan.Split.WallMm;
        return silicone?.Mold.BoxMm
            ?? BlockLayout.Of([Job.Part.LengthMm, Job.Part.WidthMm, Job.Part.HeightMm], Plan.Pour.Cavities, wall / 2, wall / 2).BoxMm;
    }

    private double MoldLimitC() => InSilicone ? _in.Silicone.Supply.ServiceC ?? 150 : _in.Print.SoftensC;

    private void Gather(CastingFigures a, IReadOnlyList<WorkLine> zones)
    {
        foreach (
            var lines in new[]
            {
                a.Pattern?.Working,
                a.Silicone?.Mold.Working,
                a.Silicone?.Cure.Working,
                a.Printed?.Working,
                a.FilledPrint?.Working,
                a.Batch.Working,
                zones,
                a.Order.Working,
                a.Filling.Working,
                a.Enclosed.Working,
            }
        )
            _sheet.Take(lines ?? []);
        if (a.Life is not null)
            _sheet.Show(a.Life.Figure);
        if (a.Pattern is null)
            ShrinkChain.Scale(a.Shrinks, _sheet);
        if (a.Printed is null)
            Exotherm.PeakC(Job.Material, Job.Part.SectionMm, Plan.Pour.ResinC, _sheet);
    }
}
