using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Plans of parts formed from sheet.</summary>
public sealed class FormingPlanner : Planner<FormingMethod, FormingChoices>
{
    private const string MaterialField = "sheet.materialId";

    public static FormingPlanner Instance { get; } = new();

    protected override FormingChoices Propose(FormingMethod method) =>
        new()
        {
            Sheet = new SheetChoices { MaterialId = method.MaterialId },
            Mold = new FormMoldChoices { MoldId = method.MoldIds[0] },
        };

    protected override FormingChoices Kept(FormingChoices choices, FormingMethod method, Library library)
    {
        if (!library.Materials.Any(m => m.Id == choices.Sheet.MaterialId && m.Sheet is not null))
            choices = choices with { Sheet = choices.Sheet with { MaterialId = method.MaterialId } };
        return method.MoldIds.Contains(choices.Mold.MoldId)
            ? choices
            : choices with
            {
                Mold = choices.Mold with { MoldId = method.MoldIds[0] },
            };
    }

    protected override Offers Offers(Library library, string routeId, FormingMethod method) =>
        new(
            new Dictionary<string, IReadOnlyList<Material>>
            {
                [MaterialField] = [.. library.Materials.Where(m => m.Sheet is not null && m.Routes.Contains(routeId))],
            },
            new Dictionary<string, IReadOnlyList<Supply>>()
        );

    /// <summary>
    /// The planned way first: it is what is looked at. Once it is known the gauge for the need, then the other ways to compare it with.
    /// </summary>
    protected override IReadOnlyList<ShapeQuestion> Asks(FormingChoices choices, FormingMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var job = JobOf(choices, inputs);
        var read = new ShellRead();
        if (inputs.Shape.To<ShellFigures>(read) is not { Refused: null })
            return [read];
        var sheets = Sheets(choices, job);
        return inputs.Shape.To<SheetFigures>(sheets[0]) is { IsFirstLook: false } fine
            ?
            [
                read,
                sheets[0],
                new SheetGauge(sheets[0], FormingCase.ThinnestOf(choices, job), fine.MinMm),
                .. sheets.Skip(1),
                new SheetSearch(sheets[0]),
            ]
            : [read, sheets[0]];
    }

    protected override WorkPlan Work(FormingChoices choices, FormingMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var job = JobOf(choices, inputs);
        var mold =
            FormMold.Find(choices.Mold.MoldId)
            ?? throw new RefusalException("plan.no-mold", $"\"{choices.Mold.MoldId}\" is no mold for sheet; choose one.", "mold.moldId");
        if (!method.MoldIds.Contains(mold.Id))
            throw new RefusalException(
                "plan.other-mold",
                $"{mold.Name} is not a mold of this route; choose the other forming route on the Routes page for it.",
                "mold.moldId"
            );
        var sheets = Sheets(choices, job);
        var found = sheets.Select(s => inputs.Shape.To<SheetFigures>(s)).ToList();
        var of = new FormingCase(
            job,
            choices,
            method,
            mold,
            inputs.Shape.To<ShellFigures>(new ShellRead()),
            found,
            found[0] is { } fine
                ? inputs.Shape.To<GaugeFigures>(new SheetGauge(sheets[0], FormingCase.ThinnestOf(choices, job), fine.MinMm))
                : null,
            inputs.Shape.To<SearchFigures>(new SheetSearch(sheets[0])),
            inputs.Quantity,
            new Worksheet()
        );
        var (plan, figures) = FormingWork.Of(of, [.. sheets.Select(s => s.Way)]);
        return plan.Laid(() => FormingOperations.Of(of, figures), choices.Hours, inputs.Start);
    }

    /// <summary>The planned way and those to compare it with, on the same sheet.</summary>
    public static IReadOnlyList<SheetFormed> Sheets(FormingChoices choices, Job job)
    {
        var gauge = FormingCase.GaugeOf(choices, job);
        var ways = new[] { choices.Way.Way, SheetWay.Female, SheetWay.Male, SheetWay.Plug }
            .Distinct()
            .Where(way => way != SheetWay.Plug || choices.Sheet.Layout.Up == 1);
        return [.. ways.Select(way => Sheet(choices, way, gauge))];
    }

    private static SheetFormed Sheet(FormingChoices choices, SheetWay way, double gaugeMm)
    {
        var (isPlug, isBillow) = (way == SheetWay.Plug, way == SheetWay.Billow);
        return new SheetFormed(
            way,
            gaugeMm,
            choices.Sheet.Layout,
            isPlug ? choices.Way.PlugDepthMm : null,
            isPlug ? choices.Way.PlugRadiusMm : null,
            isPlug ? choices.Way.PlugHold : 0,
            isBillow ? choices.Way.BillowMm : null,
            choices.Sheet.HeatZones
        );
    }

    public static Job JobOf(FormingChoices choices, PlanInputs inputs)
    {
        var material =
            inputs.Library.Materials.FirstOrDefault(m => m.Id == choices.Sheet.MaterialId && m.Sheet is not null)
            ?? throw new RefusalException(
                "plan.no-sheet",
                $"\"{choices.Sheet.MaterialId}\" is not a sheet material in the library; choose one.",
                MaterialField
            );
        return inputs.JobWith(material);
    }
}
