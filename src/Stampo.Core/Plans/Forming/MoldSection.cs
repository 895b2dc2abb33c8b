using Stampo.Core.Jobs;
using Stampo.Core.Machining;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Mold materials side by side for the order, and how the mold is cut and smoothed.</summary>
internal static class MoldSection
{
    private const double BaseMm = 20,
        RoomMm = 30,
        RidgeMm = 0.1,
        FinestMm = 0.01,
        CoarsestMm = 0.6;

    private const int CurvePoints = 25;

    /// <param name="of">The case.</param>
    /// <param name="cycleS">One sheet on a mold; null while the material is not known.</param>
    public static IReadOnlyList<MoldOption> Options(FormingCase of, Func<FormMold, double?> cycleS) =>
        [.. FormMold.All.Select(mold => Option(of, mold, cycleS(mold)))];

    private static MoldOption Option(FormingCase of, FormMold mold, double? cycleS)
    {
        var lines = LinesOf(mold, of.Job);
        var (once, each) = (Sum(lines, ChargedOn.OneOff), Sum(lines, ChargedOn.Tool));
        var life = of.Job.Norm(mold.LifeKey);
        var needed = (int)Math.Max(1, Math.Ceiling(of.Shots / life.Likely - 1e-9));
        var hours = cycleS is { } s ? (ThreePoint)(s / 3600) : of.Job.Norm("form.cycle");
        var forming = hours * (of.Job.Norm("form.machine") + of.Job.Norm("labour.bench")) * of.Shots;
        return new MoldOption(
            mold.Id,
            mold.Name,
            mold.Says,
            once + each,
            each,
            life,
            needed,
            cycleS,
            once + each * needed + forming,
            (of.Data.FormHighC + FaceC(of, mold)) / 2,
            mold.BearsC,
            of.Method.MoldIds.Contains(mold.Id)
        );
    }

    public static double FaceC(FormingCase of, FormMold mold) => mold == of.Mold ? of.Choices.Heat.MoldC ?? mold.FaceC : mold.FaceC;

    public static IReadOnlyList<CostLine> LinesOf(FormMold mold, Job job)
    {
        var book = new CostBook(job.Rates);
        mold.AddTo(book, job);
        return book.Lines;
    }

    public static CuttingFigures Cutting(FormingCase of)
    {
        var (choices, height) = (of.Choices.Mold, of.DepthMm + BaseMm);
        var steps = (int)Math.Ceiling(of.DepthMm / choices.ReachMm - 1e-9);
        var fits = Nesting.Fits(of.LengthMm + 2 * RoomMm, of.WidthMm + 2 * RoomMm, choices.TableLengthMm, choices.TableWidthMm);
        int? layers = of.Mold.NeedsBoard ? (int)Math.Ceiling(height / choices.BoardMm - 1e-9) : null;
        if (layers is not null)
            of.Working.Line(
                "layers",
                of.Mold is BoardMold ? "Layers of board" : "Layers of board of the negative",
                Term.Ceiling(
                    (Figure.Given("depth", of.DepthMm, "mm", "part") + Term.Of(BaseMm, "mm"))
                        / Figure.Given("board", choices.BoardMm, "mm", "plan/mold.boardMm")
                ),
                "",
                "seams are sanded; keep one off the crisp edge"
            );
        var curve = Enumerable
            .Range(0, CurvePoints)
            .Select(i => At(of, FinestMm * Math.Pow(CoarsestMm / FinestMm, i / (CurvePoints - 1.0))))
            .ToList();
        var planned = At(of, choices.ScallopMm);
        WriteFinish(of);
        return new CuttingFigures(
            height,
            layers,
            steps,
            fits,
            Scallop.StepoverMm(choices.BallRadiusMm, choices.ScallopMm),
            planned,
            curve.MinBy(p => p.Euros)!,
            curve,
            Tile(of)
        );
    }

    /// <summary>Machine and hands by the height of the ridges: a finer pass costs machine, a coarser one sandpaper.</summary>
    private static ScallopPoint At(FormingCase of, double scallopMm)
    {
        var stepover = Scallop.StepoverMm(of.Choices.Mold.BallRadiusMm, scallopMm);
        var machine = of.Job.Part.ShowAreaDm2 * 1e4 / (stepover * of.Job.Norm(FeedKey(of)).Likely * 60);
        var hands = of.Job.Part.ShowAreaDm2 * of.Job.Norm("form.sanding").Likely * scallopMm / RidgeMm;
        return new(scallopMm, machine, hands, (machine + hands) * of.Job.Norm("labour.toolmaker").Likely);
    }

    private static string FeedKey(FormingCase of) => of.Mold.NeedsBoard ? "form.feed" : "tool.aluminium.feed";

    private static void WriteFinish(FormingCase of)
    {
        var choices = of.Choices.Mold;
        var surface = Figure.Given("surface", of.Job.Part.ShowAreaDm2, "dm²", "part");
        var ridges = Figure.Given("ridges", choices.ScallopMm, "mm", "plan/mold.scallopMm");
        var stepover = Scallop.Stepover(Figure.Given("ball radius", choices.BallRadiusMm, "mm", "plan/mold.ballRadiusMm"), ridges);
        var machine = of.Working.Line(
            "finishH",
            "Finishing passes",
            surface / (stepover * of.Job.Figure(FeedKey(of)).Likely),
            "h",
            "ball cutter on a flat face, plane geometry"
        );
        var hands = of.Working.Line(
            "sandH",
            "Sanding the ridges",
            surface * of.Job.Figure("form.sanding").Likely * (ridges / Term.Of(RidgeMm, "mm")),
            "h",
            "grows with the height of the ridges"
        );
        of.Working.Line(
            "finishCost",
            "Finish of the face",
            (machine + hands) * of.Job.Figure("labour.toolmaker").Likely,
            "€",
            "weighs how fine to cut; the price of the mold stands on norms"
        );
    }

    private static ThreePoint Tile(FormingCase of) =>
        of
            .Working.Line(
                "tileCost",
                "Trial tile of both sides",
                of.Job.Figure("form.tileHours") * of.Job.Figure("labour.toolmaker"),
                "€",
                "the critical corner, male and female, in one small board"
            )
            .Value;

    public static IEnumerable<Finding> Findings(FormingCase of, FormingFigures figures)
    {
        var option = figures.Molds.First(m => m.MoldId == of.Mold.Id);
        if (!option.Bears)
            yield return new(
                Severity.Warning,
                "mold-hot",
                $"Touched by a sheet of {Text.Number(of.Data.FormHighC)} °C its face comes to about {Text.Number(option.FaceC, 3)} °C; "
                    + $"{of.Mold.Said} bears {Text.Number(option.BearsC)} °C sheet after sheet. It moves, or "
                    + "wears sooner."
            )
            {
                Field = "mold.moldId",
            };
        if (option.Needed > of.Choices.Order.Molds)
            yield return new(
                Severity.Warning,
                "molds-wear",
                $"By its likely life {Text.Count(of.Shots, "sheet")} take {Text.Count(option.Needed, "mold")}; "
                    + $"{of.Choices.Order.Molds} planned."
            )
            {
                Field = "order.molds",
            };
        var cheaper = figures.Molds.Where(m => m.Bears).MinBy(m => m.ForOrder.Likely);
        if (cheaper is not null && cheaper.MoldId != option.MoldId && cheaper.ForOrder.Likely < 0.95 * option.ForOrder.Likely)
            yield return new(
                Severity.Note,
                "mold-cheaper",
                $"For {Text.Count(of.Parts, "part")} {FormMold.Find(cheaper.MoldId)!.Said} comes to {Text.Euros(cheaper.ForOrder.Likely)} "
                    + $"with forming, this one to {Text.Euros(option.ForOrder.Likely)}."
                    + (cheaper.OfRoute ? "" : " It is another route of the comparison.")
            );
        if (figures.Cutting.CutInSteps > 1)
            yield return new(
                Severity.Note,
                "reach",
                $"The cutter reaches {Text.Number(of.Choices.Mold.ReachMm)} mm into {Text.Number(of.DepthMm, 3)} mm: cut in "
                    + $"{figures.Cutting.CutInSteps} stages, the next layers glued on between."
            );
        if (!figures.Cutting.FitsTable)
            yield return new(
                Severity.Warning,
                "table",
                $"With {Text.Number(RoomMm)} mm of room it is larger than the table of {Text.Number(of.Choices.Mold.TableLengthMm)} × "
                    + $"{Text.Number(of.Choices.Mold.TableWidthMm)} mm: cut it in pieces, and pin them."
            )
            {
                Field = "mold.tableLengthMm",
            };
        if (figures.Cutting.Planned.Euros > 1.25 * figures.Cutting.Cheapest.Euros)
            yield return new(
                Severity.Note,
                "scallop",
                $"Ridges of {Text.Number(figures.Cutting.Cheapest.ScallopMm, 2)} mm would finish it for "
                    + $"{Text.Euros(figures.Cutting.Cheapest.Euros)} in place of {Text.Euros(figures.Cutting.Planned.Euros)}."
            );
    }

    private static ThreePoint Sum(IReadOnlyList<CostLine> lines, ChargedOn on) =>
        lines.Where(l => l.On == on).Aggregate((ThreePoint)0, (sum, line) => sum + line.Cost);
}
