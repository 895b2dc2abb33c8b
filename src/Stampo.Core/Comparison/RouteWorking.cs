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
        var sums = Enum.GetValues<ChargedOn>().ToDictionary(on => on, on => Group(sheet, estimate, on));
        var asked = Figure.Given("quantity", quantity, "parts", "brief/demand");
        var good = sheet.Line("yield", "Yield", estimate.Good, "share", "rate card");
        var life = estimate.Life is { } lasts ? sheet.Line("life", "Tool life", lasts.Made ?? lasts, "shots", "rate card") : null;
        var sets = life is null
            ? null
            : sheet.Line(
                "sets",
                "Tool sets",
                Term.Max(1, Term.Ceiling(asked / (life.Likely * JobFigures.Cavities(estimate.Cavities) * good.Likely))),
                "sets",
                Own
            );
        var total = sheet.Line("total", "Total, likely", TotalOf(sheet, estimate, sums, (asked, good, sets)), "€", Own);
        sheet.Line("unit", "Price each, likely", total / asked, "€/part", Own);
        Figure?[] ranges = [.. sums.Values, good, life, JobFigures.Count("draws", draws)];
        WriteDrawn(sheet, ranges.OfType<Figure>(), asked, drawnTotal);
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

    /// <summary>What is paid once, each tool set, each piece made, and each run or one set-up.</summary>
    private static Term TotalOf(
        Worksheet sheet,
        RouteEstimate estimate,
        Dictionary<ChargedOn, Figure?> sums,
        (Figure Asked, Figure Good, Figure? Sets) made
    )
    {
        List<Term> terms = [];
        if (sums[ChargedOn.OneOff] is { } once)
            terms.Add(once.Likely);
        if (sums[ChargedOn.Tool] is { } tool)
            terms.Add(made.Sets is null ? tool.Likely : made.Sets * tool.Likely);
        if (sums[ChargedOn.Piece] is { } piece)
            terms.Add(made.Asked / made.Good.Likely * piece.Likely);
        if (sums[ChargedOn.Batch] is { } run)
            terms.Add(
                estimate.PiecesPerBatch is { } batch ? Term.Ceiling(made.Asked / RunOf(sheet, estimate, batch)) * run.Likely : run.Likely
            );
        return Term.Sum(terms);
    }

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
