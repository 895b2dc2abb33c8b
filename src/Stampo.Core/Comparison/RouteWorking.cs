using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>How a route's price at a quantity came about, line by line.</summary>
public static class RouteWorking
{
    private const string Own = "cost build-up of this route";

    public static IReadOnlyList<WorkLine> Of(RouteComparison comparison, CandidateRoute candidate, double quantity)
    {
        var lane = comparison.LanesAt(quantity).Single(l => l.Route.Id == candidate.Route.Card.Id);
        var (drawnTotal, draws) = (lane.Total, comparison.Draws);
        var way = candidate.BestWay(quantity);
        var estimate = way.Estimate;
        var sheet = new Worksheet();
        var asked = Figure.Given("quantity", quantity, "parts", "brief/demand");
        var (total, from) = TotalOf(sheet, estimate, asked);
        sheet.Line("unit", "Price each, likely", total / asked, "€/part", Own);
        WriteDrawn(sheet, [.. from, JobFigures.Count("draws", draws)], asked, drawnTotal);
        sheet.Line(
            "lead",
            "First article",
            Term.Sum(estimate.Lead.Select(step => (Term)Figure.Given(step.Name, step.WorkingDays, "working days"))),
            "working days",
            "route lead times"
        );
        sheet.Found(
            "draws",
            "chance",
            "Cheapest in so many draws",
            "draws in which its total is the least ÷ draws",
            lane.ChanceCheapest,
            "share",
            lane.Tied ? "it ties: the cheapest is cheaper in fewer than two draws of three" : "of the routes that compete here",
            JobFigures.Count("draws", draws),
            JobFigures.Count("draws it wins", Math.Round(lane.ChanceCheapest * draws))
        );
        WriteLikeness(sheet, candidate.Material.Likeness);
        return sheet.Lines;
    }

    /// <summary>
    /// The total of a quantity with every range at its likely value: what is paid once, each tool set, each piece made, and each run or one
    /// set-up. With it what it goes on from.
    /// </summary>
    internal static (Figure Total, IReadOnlyList<Figure> From) TotalOf(Worksheet sheet, RouteEstimate estimate, Figure asked)
    {
        var sums = Enum.GetValues<ChargedOn>().ToDictionary(on => on, on => Group(sheet, estimate, on));
        var good = sheet.Line("yield", "Yield", estimate.Good, "share", "rate card");
        var life = estimate.Life is { } lasts ? sheet.Line("life", "Tool life", lasts.Made ?? lasts, "shots", "rate card") : null;
        List<Term> terms = [];
        if (sums[ChargedOn.OneOff] is { } once)
            terms.Add(once.Likely);
        if (sums[ChargedOn.Tool] is { } tool)
            terms.Add(life is null ? tool.Likely : SetsOf(sheet, asked, life, good, estimate.Cavities) * tool.Likely);
        if (sums[ChargedOn.Piece] is { } piece)
            terms.Add(asked / good.Likely * piece.Likely);
        if (sums[ChargedOn.Batch] is { } run)
            terms.Add(estimate.PiecesPerBatch is { } batch ? Term.Ceiling(asked / RunOf(sheet, estimate, batch)) * run.Likely : run.Likely);
        var total = sheet.Line("total", "Total, likely", Term.Sum(terms), "€", Own);
        Figure?[] from = [.. sums.Values, good, life];
        return (total, [.. from.OfType<Figure>()]);
    }

    private static Figure SetsOf(Worksheet sheet, Figure asked, Figure life, Figure good, int cavities) =>
        sheet.Line(
            "sets",
            "Tool sets",
            Term.Max(1, Term.Ceiling(asked / (life.Likely * JobFigures.Cavities(cavities) * good.Likely))),
            "sets",
            Own
        );

    /// <summary>How many are made in a run, by the economic run where a yearly demand asks for it.</summary>
    private static Figure RunOf(Worksheet sheet, RouteEstimate estimate, int batch) =>
        estimate.Run is { } runs
            ? sheet.Found("rule", "run", "Parts in a run", RunSize.Formula, runs.Parts, "parts", "economic run (Harris 1913)", runs.From)
            : Figure.Given("parts in a run", batch, "parts");

    private static void WriteLikeness(Worksheet sheet, Materials.Likeness? likeness)
    {
        if (likeness is null)
            return;
        sheet.Found(
            "rule",
            "likeness",
            "Like the series material",
            "geometric mean of the ratios, each at most 1",
            likeness.Share,
            "share",
            "properties both materials have; modulus by decades, hardness by points",
            [.. likeness.Ratios.Select(r => JobFigures.Count($"{r.Name}: {r.Has} for {r.Of}", r.Ratio))]
        );
    }

    /// <summary>The figures the lanes show: the same sum with every range drawn, not only its likely value.</summary>
    private static void WriteDrawn(Worksheet sheet, IEnumerable<Figure> ranges, Figure asked, Band total)
    {
        var drawn = sheet.Found(
            "draws",
            "drawn",
            "Total in 10, 50, 90 of 100 draws",
            "the total with every low / likely / high drawn from its triangle, shared rates together",
            new ThreePoint(total.P10, total.P50, total.P90),
            "€",
            "seeded draws, the same each time",
            [.. ranges]
        );
        sheet.Line("each", "Price each in 10, 50, 90 of 100 draws", drawn / asked, "€/part", Own);
    }

    /// <summary>What one thing is charged, line by line; null when nothing is.</summary>
    private static Figure? Group(Worksheet sheet, RouteEstimate estimate, ChargedOn on)
    {
        var lines = estimate.Costs.Where(c => c.On == on).ToList();
        return lines.Count == 0
            ? null
            : sheet.Line(
                $"{on}",
                GroupName(on),
                Term.Sum(lines.Select(line => (Term)sheet.Line($"{on}/{line.Name}", line.Name, line.Reckoned, "€", line.Source))),
                "€",
                Own
            );
    }

    private static string GroupName(ChargedOn on) =>
        on switch
        {
            ChargedOn.OneOff => "One-off",
            ChargedOn.Tool => "Each tool set",
            ChargedOn.Batch => "Each run",
            _ => "Each piece made",
        };
}
