using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Batches;
using Stampo.Core.Plans.Enclosed;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Plans.Life;
using Stampo.Core.Plans.Operations;
using Stampo.Core.Plans.Orders;
using Stampo.Core.Plans.Patterns;
using Stampo.Core.Plans.PrintedMolds;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Working;

namespace Stampo.Core.Plans;

/// <summary>What a casting plan is worked out from.</summary>
/// <param name="Plan">What was chosen.</param>
/// <param name="Method">How the route pours.</param>
/// <param name="Job">Part, brief, the plan's resin, rates.</param>
/// <param name="Silicone">The mold silicone.</param>
/// <param name="Print">What molds or parts are printed of.</param>
/// <param name="Shape">What the mesh says; null for a declared part.</param>
/// <param name="Holes">Blind holes found on it.</param>
/// <param name="SplitMoldCm3">Solid of a generated mold; null until there is one.</param>
/// <param name="Quantity">Good parts decided on.</param>
/// <param name="Start">When work may begin.</param>
public sealed record CastingInputs(
    CastingPlan Plan, CastingMethod Method, Job Job, Silicone Silicone, Material Print, PlannedShape? Shape, IReadOnlyList<BlindHole> Holes, double? SplitMoldCm3, double Quantity, DateTime Start);

/// <summary>From choices to quantities, operations and dates.</summary>
public sealed class CastingPlanner
{
    /// <summary>Full properties at room temperature; the data sheet goes first.</summary>
    private const double FullCureH = 168;

    private readonly CastingInputs _in;
    private readonly Worksheet _sheet = new();

    private CastingPlanner(CastingInputs inputs) => _in = inputs;

    private CastingPlan Plan => _in.Plan;

    private Job Job => _in.Job;

    private bool InSilicone => _in.Method.Into == PouredInto.SiliconeMold;

    public static CastingPlanAnswer Of(CastingInputs inputs)
    {
        inputs.Plan.Checked();
        return new CastingPlanner(inputs).Answer();
    }

    private CastingPlanAnswer Answer()
    {
        var peak = Exotherm.PeakC(Job.Material, Job.Part.SectionMm, Plan.Pour.ResinC);
        var silicone = InSilicone ? PlanSilicone() : null;
        var shrinks = Shrinks(silicone);
        var pattern = InSilicone ? PatternPlan.Of(Job, Plan.Pattern, _in.Silicone.IsCondensation ? SiliconeCure.Condensation : SiliconeCure.Addition, shrinks, _in.Holes) : null;
        var printed = _in.Method.Into == PouredInto.PrintedMold
            ? PrintedMoldCheck.Of(Job, Plan.Printed, _in.Method.Printed, new MoldedShape(_in.Shape?.Overhangs, _in.SplitMoldCm3, Plan.Pour.Count), _in.Print, Plan.Pour.ResinC) : null;
        var fill = _in.Method.Into == PouredInto.FilledPrint ? CompositeFill.Of(Plan.Fill, Job.Part, Job.Material, _in.Print, peak) : null;
        var filling = FillingPlan.Of(Plan.Filling, _in.Method.Filling, Equipment(), new FilledMold(BlockL(silicone), Job.Material.Cast!.DemoldH, FullCureH, MoldLimitC(), Job.Part.ThinnestWallMm ?? Job.Part.WallMm));
        var enclosed = EnclosedPlan.Of(Plan.Things, new Surroundings(Job.Material, Math.Max(peak, filling.CureC), filling.UsesPressure ? Plan.Filling.PressureKpa : 0, filling.UsesVacuum));
        var batch = CastingBatch.Compute(Plan.Pour.ToBatch(PouredCm3(fill, enclosed), Job.Material));
        var life = _in.Method.LifeKey is { } key ? Life(key, filling) : null;
        var today = DateOnly.FromDateTime(_in.Start);
        var order = OrderPlan.Of(Plan.Order, (int)Math.Ceiling(_in.Quantity), Plan.Pour.Count, Job.Norm(_in.Method.YieldKey).Likely, batch, life?.Shots.Likely, today);
        var answer = new CastingPlanAnswer(_in.Method, _in.Shape, pattern, silicone, printed, fill, ShrinkChain.Of(shrinks), batch, order, filling, enclosed, life, peak, [], null, WantedBy(order.Parts), null, [], []);
        Gather(answer);
        return Scheduled(answer with { Working = _sheet.Lines });
    }

    /// <summary>Operations and dates, unless a limit of the equipment is broken: then nothing is planned.</summary>
    private CastingPlanAnswer Scheduled(CastingPlanAnswer answer)
    {
        if (answer.Refusals.Count > 0)
            return answer;
        var operations = CastingOperations.Of(answer, Plan, Job, _in.Silicone);
        var schedule = Schedule.Of(operations, Plan.Order.Molds, answer.Order.Shots, FullCureH, Plan.Hours, _in.Start);
        var enough = answer.WantedBy is { } date ? Schedule.MoldsFor(date, operations, answer.Order.Shots, Plan.Hours, _in.Start) : null;
        return answer with
        {
            Operations = operations,
            Schedule = schedule,
            MoldsForDate = enough,
            Order = answer.Order.Until(DateOnly.FromDateTime(schedule.LastPart)),
            Cautions = Cautions.Of(operations.SelectMany(o => o.Cautions)),
        };
    }

    private PlannedSilicone PlanSilicone()
    {
        var choices = Plan.Silicone;
        var (school, why) = SplitProposal.Of(choices.School, _in.Method, Job);
        var cure = CureTime.Of(new CureTimeRequest(_in.Silicone.CureH, choices.CureC, LimitC: _in.Silicone.Supply.ServiceC));
        var mold = SiliconeMold.Compute(new SiliconeMoldRequest
        {
            PartBboxMm = _in.Shape?.Attitude.BboxMm ?? [Job.Part.LengthMm, Job.Part.WidthMm, Job.Part.HeightMm],
            PartVolumeCm3 = Job.Part.VolumeCm3,
            Count = Plan.Pour.Count,
            WallMm = choices.WallMm,
            SpacingMm = choices.SpacingMm,
            GatesCm3 = Plan.Pour.ExtraCm3PerPart * Plan.Pour.Count,
            DensityGPerCm3 = _in.Silicone.Supply.DensityGPerCm3,
            Ratio = _in.Silicone.Ratio,
            LossPct = choices.LossPct,
            School = school,
            Parting = school == SplitSchool.TwoPour ? _in.Shape?.Plane : null,
            PotLifeMin = _in.Silicone.PotLifeMin,
            Steps = choices.Steps,
            VesselL = choices.VesselL,
        });
        return new PlannedSilicone(mold, school, why, cure, _in.Shape?.Attitude.GatesCm3(mold.WallMm));
    }

    private IReadOnlyList<double> Shrinks(PlannedSilicone? silicone) => silicone is null
        ? [Job.Material.ShrinkPct.Likely]
        : [(_in.Silicone.Supply.ShrinkPct?.Likely ?? 0) + silicone.Cure.HeatShrinkPct, Job.Material.ShrinkPct.Likely];

    private MoldLife Life(string key, FillingPlan filling)
    {
        var wear = new MoldWear(Job.Material, Job.Part.Undercut, SoftCores, filling.CureC, InSilicone && _in.Silicone.IsCondensation);
        return SoftMoldLife.Of(InSilicone ? SoftMoldLife.Base(Job.Norm(key), Plan.School) : Job.Norm(key), Job.Rate(key).AsInput(), wear, _in.Method.LifeCountsHeat);
    }

    /// <summary>Slender cores that bend and tear: none when they are steel pins or drilled.</summary>
    private int SoftCores => InSilicone && !Plan.Pattern.SoftCores ? 0 : Job.Part.Measured?.SlenderHoles ?? 0;

    /// <summary>What liquid resin fills in one part.</summary>
    private double PouredCm3(CompositeFill? fill, EnclosedPlan enclosed)
    {
        if (fill is not null)
            return fill.FillCm3;
        if (enclosed.DisplacedCm3 >= Job.Part.VolumeCm3)
            throw new RefusalException("plan.things-too-large", $"What is cast in takes {Text.Number(enclosed.DisplacedCm3)} cm³, as much as the whole part ({Text.Number(Job.Part.VolumeCm3)} cm³). Check the volumes.", "things");
        return Job.Part.VolumeCm3 - enclosed.DisplacedCm3;
    }

    private double BlockL(PlannedSilicone? silicone) => silicone?.Mold.Layout.BoxCm3 / 1000
        ?? (_in.Method.Into == PouredInto.FilledPrint ? Job.Part.BoxCm3 / 1000 : (Job.Part.LengthMm + 2 * Plan.Split.WallMm) * (Job.Part.WidthMm + 2 * Plan.Split.WallMm) * (Job.Part.HeightMm + 2 * Plan.Split.WallMm) / 1e6);

    private double MoldLimitC() => InSilicone ? _in.Silicone.Supply.ServiceC ?? 150 : _in.Print.ServiceC;

    private FillingEquipment Equipment() => Job.Brief.Equipment is { } has
        ? new(has.ChamberLitres, has.PumpM3PerH * 1000 / 60, has.PotLitres, has.PotRatedKpa, has.OvenLitres)
        : new(null, null, null, null, null);

    /// <summary>The date of the row in which the ordered quantity is reached.</summary>
    private DateOnly? WantedBy(int parts)
    {
        var sum = 0L;
        foreach (var row in Job.Brief.ByDate)
        {
            sum += row.Quantity;
            if (sum >= parts)
                return row.NeededBy;
        }

        return null;
    }

    private void Gather(CastingPlanAnswer a)
    {
        foreach (var lines in new[] { a.Pattern?.Working, a.Silicone?.Mold.Working, a.Silicone?.Cure.Working, a.Printed?.Working, a.Fill?.Working, a.Batch.Working, a.Order.Working, a.Filling.Working, a.Enclosed.Working })
            _sheet.Take(lines ?? []);
        if (a.Life is not null)
            _sheet.Take([a.Life.Working]);
        if (a.Pattern is null)
            _sheet.Take(ShrinkChain.Scale(Shrinks(null)).Working);
        if (a.Printed is null)
            Exotherm.PeakC(Job.Material, Job.Part.SectionMm, Plan.Pour.ResinC, _sheet);
    }
}
