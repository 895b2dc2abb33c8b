using Stampo.Core.Geometry;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting;

/// <summary>How the part stands in its mold, where it parts, and what lies below: see <see cref="PlannedShape"/>.</summary>
public sealed record StandsInMold(Vec3? Up, bool AlongPull, double? PartingMm) : SurfaceQuestion
{
    public override object AnswerOf(SolidSurface surface, Vec3 pull) => PlannedShape.Of(surface, pull, Up, AlongPull, PartingMm);
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
        return method.Into == PouredInto.PrintedMold
            ? [Stands(choices, method, inputs), Made(choices, inputs)]
            : [Stands(choices, method, inputs)];
    }

    protected override WorkPlan Work(CastingChoices choices, CastingMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var job = inputs.JobWith(Resin(choices, inputs.Library));
        var split = inputs.Shape.To<SplitMoldFigures>(Made(choices, inputs));
        return CastingWork.Of(
            new CastingInputs(
                choices,
                method,
                job,
                SiliconeOf(choices, inputs.Library),
                PrintOf(choices, method, inputs.Library),
                inputs.Shape.To<PlannedShape>(Stands(choices, method, inputs)),
                split is null ? null : new GeneratedMold(split.SolidCm3, split.Triangles.Length),
                inputs.Quantity,
                inputs.Start
            )
        );
    }

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
