using Stampo.Core.Bench;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Plans.Casting.Zones;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting;

/// <summary>How the part stands in its mold, where it parts, and what lies below: see <see cref="PlannedShape"/>.</summary>
public sealed record StandsInMold(Vec3? Up, bool AlongPull, double? PartingMm) : SurfaceQuestion
{
    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress) =>
        PlannedShape.Of(surface, pull, Up, AlongPull, PartingMm);
}

/// <summary>The split mold that was generated with these figures, once somebody has: <see cref="SplitMoldFigures"/>.</summary>
public sealed record SplitMoldMade(SplitMoldRequest Request) : ShapeQuestion;

/// <summary>Plans of everything that is poured.</summary>
public sealed class CastingPlanner : Planner<CastingMethod, CastingChoices>
{
    /// <summary>Where filled prints and printed molds come from.</summary>
    private const string PrintRoute = "print",
        FillRoute = "cast-printed";

    public static CastingPlanner Instance { get; } = new();

    protected override CastingChoices Propose(CastingMethod method) => CastingChoices.From(method);

    protected override CastingChoices Kept(CastingChoices choices, CastingMethod method, Library library) => choices.In(library, method);

    protected override Offers Offers(Library library, string routeId, CastingMethod method)
    {
        var poured = method.Into == PouredInto.FilledPrint ? FillRoute : routeId;
        IReadOnlyList<Material> prints = [.. library.Materials.Where(m => m.Routes.Contains(PrintRoute))];
        return new(
            new Dictionary<string, IReadOnlyList<Material>>
            {
                ["pour.materialId"] = [.. library.Materials.Where(m => m.Cast is not null && m.Routes.Contains(poured))],
                ["zones.materialId"] = [.. library.Materials.Where(m => m.Cast is not null)],
                ["printed.printId"] = prints,
                ["filledPrint.printId"] = prints,
            },
            new Dictionary<string, IReadOnlyList<Supply>>
            {
                ["silicone.supplyId"] = [.. library.Supplies.Where(s => Silicone.Of(s) is not null)],
            }
        );
    }

    protected override IReadOnlyList<ShapeQuestion> Asks(CastingChoices choices, CastingMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var stands = Stands(choices, method, inputs);
        return
        [
            stands,
            .. method.Into == PouredInto.PrintedMold ? new ShapeQuestion[] { Made(choices, inputs) } : [],
            .. choices.Zones.Select(z => Filled(z, stands)).OfType<FilledTo>(),
            .. Poured(choices, method, inputs) is { } poured ? new ShapeQuestion[] { poured } : [],
        ];
    }

    /// <summary>
    /// A silicone mold and a shell fill by the gate and risers of the plan, halves by those that were made; a print that is filled stands
    /// open. Null also until it is known how the part stands.
    /// </summary>
    private static PourAsked? Poured(CastingChoices choices, CastingMethod method, PlanInputs inputs)
    {
        if (method.Into == PouredInto.FilledPrint)
            return null;
        if (method.Into == PouredInto.PrintedMold && !(choices.Printed.Kind ?? method.Printed).IsShell())
            return inputs.Shape.To<SplitMoldFigures>(Made(choices, inputs)) is { } halves ? PourAsked.Of(halves) : null;
        return StandsAsFed(choices, method, inputs) is { } shape ? PourAsked.Of(shape.Attitude) : null;
    }

    private static PlannedShape? StandsAsFed(CastingChoices choices, CastingMethod method, PlanInputs inputs) =>
        inputs.Shape.To<PlannedShape>(Stands(choices, method, inputs)) is { } shape
            ? shape with
            {
                Attitude = shape.Attitude.With(choices.Feed),
            }
            : null;

    protected override WorkPlan Work(CastingChoices choices, CastingMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var job = inputs.JobWith(Resin(choices, inputs.Library));
        var split = inputs.Shape.To<SplitMoldFigures>(Made(choices, inputs));
        var stands = Stands(choices, method, inputs);
        var asked = Poured(choices, method, inputs);
        return CastingWork.Of(
            new CastingInputs(
                choices,
                method,
                job,
                SiliconeOf(choices, inputs.Library),
                PrintOf(choices, method, inputs.Library),
                StandsAsFed(choices, method, inputs),
                split is null ? null : new GeneratedMold(split.SolidCm3, split.Triangles.Length),
                inputs.Quantity,
                inputs.Start
            )
            {
                Zones = [.. choices.Zones.Select((zone, i) => Poured(zone, i, stands, inputs))],
                Poured = asked is null ? null : inputs.Shape.To<PouredPart>(asked),
            }
        );
    }

    private static ZoneToPour Poured(PourZone zone, int index, StandsInMold stands, PlanInputs inputs) =>
        new(
            zone,
            RefusalException.Renamed(
                () => new PourChoices { MaterialId = zone.MaterialId }.Material(inputs.Library.Materials),
                _ => $"zones[{index}].materialId"
            ),
            Filled(zone, stands) is { } filled ? inputs.Shape.To<FilledCm3>(filled)?.Below : null
        );

    private static FilledTo? Filled(PourZone zone, StandsInMold stands) =>
        zone is { By: ZoneBounds.Height, FromMm: { } from } ? new(stands.Up, stands.AlongPull, from) : null;

    private static StandsInMold Stands(CastingChoices choices, CastingMethod method, PlanInputs inputs)
    {
        var school = SplitProposal.Of(choices.Silicone.School, method, inputs.JobWith(Resin(choices, inputs.Library))).School;
        var up = choices.Silicone.Up is [var x, var y, var z] ? new Vec3(x, y, z).Unit() : (Vec3?)null;
        return new(up, method.Into == PouredInto.SiliconeMold && school == SplitSchool.TwoPour, choices.Silicone.PartingMm);
    }

    private static SplitMoldMade Made(CastingChoices choices, PlanInputs inputs) => new(choices.SplitFor(Resin(choices, inputs.Library)));

    private static Material Resin(CastingChoices choices, Library library) => choices.Pour.Material(library.Materials);

    private static Silicone SiliconeOf(CastingChoices choices, Library library) =>
        library.Supplies.Where(s => s.Id == choices.Silicone.SupplyId).Select(Silicone.Of).FirstOrDefault()
        ?? throw new RefusalException(
            "plan.no-silicone",
            $"\"{choices.Silicone.SupplyId}\" is not a mold silicone with a mix, pot life and cure in the library; choose one.",
            "silicone.supplyId"
        );

    private static Material PrintOf(CastingChoices choices, CastingMethod method, Library library)
    {
        var (id, field) =
            method.Into == PouredInto.FilledPrint
                ? (choices.FilledPrint.PrintId, "filledPrint.printId")
                : (choices.Printed.PrintId, "printed.printId");
        return library.Materials.FirstOrDefault(m => m.Id == id && m.Routes.Contains(PrintRoute))
            ?? throw new RefusalException(
                "plan.no-print",
                $"\"{id}\" is not a material of the printers in the library; choose one.",
                field
            );
    }
}
