using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Brings the sections of a plan of formed sheet together.</summary>
internal static class FormingWork
{
    public static (WorkPlan Plan, FormingFigures Figures) Of(FormingCase of, IReadOnlyList<SheetWay> ways)
    {
        var need = SheetSection.Need(of);
        var heat = HeatSection.Heat(of);
        var figures = new FormingFigures(
            of.Material,
            of.Shell,
            need,
            SheetSection.Ways(of, ways),
            of.Gauge,
            of.Search,
            SheetSection.Blank(of),
            MoldSection.Options(of, mold => heat is null ? null : HeatSection.CycleS(of, mold, heat.HeatS)),
            MoldSection.Cutting(of),
            heat,
            AirSection.Figures(of),
            TrimSection.Options(of),
            HeatSection.Cycle(of, heat),
            TrimSection.Shrink(of)
        );
        WriteShots(of);
        return (Plan(of, figures), figures);
    }

    private static void WriteShots(FormingCase of) =>
        of.Working.Line(
            "shots",
            "Sheets to form",
            Term.Ceiling(
                Figure.Given("parts", of.Parts, "parts", "plan/order.parts")
                    / (Figure.Given("parts on a sheet", of.Up, "", "plan/sheet.across") * of.Job.Figure("form.yield").Likely)
            ),
            "sheets",
            "a sheet is whole"
        );

    private static WorkPlan Plan(FormingCase of, FormingFigures figures) =>
        new(
            Head(of, figures),
            new OrderedWork(of.Parts, of.Shots, of.Choices.Order.Molds, of.Up, "Sheet", "Mold")
            {
                LifeShots = of.Job.Norm(of.Mold.LifeKey),
                PartKind = of.Job.PartKind,
                Rates = new LearnedRates("form.yield", of.Mold.LifeKey, of.Job.Norm(of.Mold.LifeKey)),
            },
            [],
            null,
            WorkPlan.DateFor(of.Job, of.Parts),
            null,
            Buy(of, figures),
            [.. Refusals(of, figures)],
            new Dictionary<string, IReadOnlyList<Finding>>
            {
                ["sheet"] = [.. SheetSection.Findings(of, figures)],
                ["mold"] = [.. MoldSection.Findings(of, figures)],
                ["heat"] = [.. HeatSection.Findings(of, figures.Heat)],
                ["air"] = [.. AirSection.Findings(of, figures.Air)],
                ["trim"] = [.. TrimSection.Findings(of, figures)],
            },
            [],
            [.. Facts(of, figures)],
            of.Working.Lines,
            figures
        );

    private static List<HeadFigure> Head(FormingCase of, FormingFigures figures)
    {
        List<HeadFigure> head = [new(of.Shots, of.Shots == 1 ? "sheet" : "sheets", $"{Text.Count(of.Parts, "good part")}", "shots")];
        if (of.Sheet is { } sheet)
            head.Add(
                new(
                    sheet.MinMm,
                    "mm",
                    $"left of {Text.Number(of.GaugeMm)} mm at the thinnest place; {Text.Number(of.ThinnestMm, 3)} mm needed"
                        + (sheet.IsFirstLook ? " (first look)" : ""),
                    "minMm"
                )
            );
        if (figures.Cycle.Seconds is { } cycle)
            head.Add(new(cycle, "s", $"from sheet to sheet; {Text.Number(figures.Cycle.PartsADay ?? 0, 3)} good parts a day", "cycleS"));
        return head;
    }

    private static List<Purchase> Buy(FormingCase of, FormingFigures figures)
    {
        var choices = of.Choices;
        List<Purchase> buy =
        [
            new(
                $"{of.Material.Name}, {Text.Number(of.GaugeMm)} mm, {Text.Number(choices.Sheet.StockLengthMm)} × "
                    + $"{Text.Number(choices.Sheet.StockWidthMm)} mm",
                figures.Blank.Stock,
                "sheets",
                [],
                "stockSheets"
            ),
        ];
        foreach (var line in MoldSection.LinesOf(of.Mold, of.Job).Where(l => l.AmountUnit != "h"))
        {
            var times = line.On == Jobs.ChargedOn.Tool ? choices.Order.Molds : 1;
            buy.Add(new Purchase($"{of.Mold.Name}: {line.Name.ToLowerInvariant()}", line.Amount.Likely * times, line.AmountUnit, []));
        }

        return buy;
    }

    private static IEnumerable<Finding> Refusals(FormingCase of, FormingFigures figures)
    {
        if (of.Shell?.Refused is { } refused)
            yield return refused;
        if (of.Job.Brief.Equipment?.Sides(Resource.Frame, "xMm", "yMm") is [var length, var width])
        {
            var size = figures.Blank.SizeMm;
            if (!Nesting.Fits(size[0], size[1], length, width))
                yield return new(
                    Severity.Fault,
                    "frame",
                    $"A sheet of {Text.Sides(size, 3)} with its clamp does not go into the frame of {Text.Number(length)} × "
                        + $"{Text.Number(width)} mm stated in the brief. Less margin, fewer under one sheet, or a larger machine."
                )
                {
                    Field = "sheet.marginMm",
                };
        }

        foreach (var refusal in HeatSection.Refusals(of, figures.Heat).Concat(AirSection.Refusals(of)))
            yield return refusal;
    }

    private static IEnumerable<string> Facts(FormingCase of, FormingFigures figures)
    {
        yield return $"{Text.Number(of.Parts, 9)} good parts from {Text.Count(of.Shots, "sheet")} of "
            + $"{Text.Sides(figures.Blank.SizeMm, 4)}; "
            + $"{of.Material.Name}, {Text.Number(of.GaugeMm)} mm.";
        yield return of.Sheet is { } sheet
            ? $"Thinnest place simulated: {Text.Number(sheet.MinMm, 3)} mm; {Text.Number(of.ThinnestMm, 3)} mm needed."
            : "Not simulated: the thinnest place is not known; measure the first part.";
        if (figures.Heat is { } heat)
            yield return $"Heat {Text.Number(heat.HeatS, 3)} s at {Text.Number(heat.FluxKwPerM2, 3)} kW/m²"
                + (heat.Sides == 2 ? " each side; " : " on one side; ")
                + $"cool {Text.Number(heat.CoolS, 3)} s on {of.Mold.Said} at {Text.Number(heat.MoldC, 3)} °C.";
    }
}
