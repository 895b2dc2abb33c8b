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
        foreach (var on in Enum.GetValues<ChargedOn>())
            WriteGroup(sheet, estimate, on);

        var asked = new WorkInput("quantity", quantity, "parts", "brief/demand");
        var yield = sheet.Write("yield", "Yield", "share of good parts", estimate.Yield, "share", "rate card");
        if (estimate.LifeShots is { } life)
        {
            var lifeLine = sheet.Write(
                "life",
                "Tool life",
                estimate.LifeInputs.Count > 1 ? "base life × factors" : "base life",
                life,
                "shots",
                "rate card",
                [.. estimate.LifeInputs]
            );
            sheet.Write(
                "sets",
                "Tool sets",
                "⌈ quantity ÷ (life × cavities × yield) ⌉",
                way.Likely.Sets(quantity),
                "sets",
                Own,
                asked,
                new WorkInput("life, likely", lifeLine.Likely, "shots"),
                new WorkInput("cavities", estimate.Cavities, ""),
                new WorkInput("yield, likely", yield.Likely, "share")
            );
        }

        if (estimate.Run is { } runs)
            sheet.Write("run", "Parts in a run", RunSize.Formula, runs.Parts, "parts", "economic run (Harris 1913)", runs.Inputs);
        List<WorkInput> inputs =
        [
            new("one-off", estimate.Sum(ChargedOn.OneOff).Likely, "€"),
            new("tool set", estimate.Sum(ChargedOn.Tool).Likely, "€"),
            new("sets", way.Likely.Sets(quantity), ""),
            new("piece", estimate.Sum(ChargedOn.Piece).Likely, "€"),
            new("yield", yield.Likely, "share"),
            asked,
        ];
        var formula = "one-off + sets × tool set + quantity ÷ yield × piece";
        if (estimate.PiecesPerBatch is { } batch)
        {
            formula += " + ⌈ quantity ÷ parts in a run ⌉ × run";
            inputs.AddRange([new("run", estimate.Sum(ChargedOn.Batch).Likely, "€"), new("parts in a run", batch, "parts")]);
        }

        var total = sheet.Write("total", "Total, likely", formula, way.Likely.Total(quantity), "€", Own, inputs);
        sheet.Write(
            "unit",
            "Price each, likely",
            "total ÷ quantity",
            total / quantity,
            "€/part",
            Own,
            new WorkInput("total", total, "€"),
            asked
        );
        WriteDrawn(sheet, estimate, quantity, drawnTotal, draws);
        sheet.Write(
            "lead",
            "First article",
            "sum of the steps",
            estimate.FirstArticleDays,
            "working days",
            "route lead times",
            [.. estimate.Lead.Select(step => new WorkInput(step.Name, step.WorkingDays, "working days"))]
        );
        sheet.Write(
            "chance",
            "Cheapest in so many draws",
            "draws in which its total is the least ÷ draws",
            lane.ChanceCheapest,
            "share",
            lane.Tied ? "it ties: the cheapest is cheaper in fewer than two draws of three" : "of the routes that compete here",
            new WorkInput("draws", draws, ""),
            new WorkInput("draws it wins", Math.Round(lane.ChanceCheapest * draws), "")
        );
        WriteLikeness(sheet, candidate.Material.Likeness);
        return sheet.Lines;
    }

    private static void WriteLikeness(Worksheet sheet, Materials.Likeness? likeness)
    {
        if (likeness is null)
            return;
        sheet.Write(
            "likeness",
            "Like the series material",
            "geometric mean of the ratios, each at most 1",
            likeness.Share,
            "share",
            "properties both materials have; modulus by decades, hardness by points",
            [.. likeness.Ratios.Select(r => new WorkInput($"{r.Name}: {r.Has} for {r.Of}", r.Ratio, ""))]
        );
    }

    /// <summary>The figures the lanes show: the same sum with every range drawn, not only its likely value.</summary>
    private static void WriteDrawn(Worksheet sheet, RouteEstimate estimate, double quantity, Band total, int draws)
    {
        List<WorkInput> ranges =
        [
            new("one-off", estimate.Sum(ChargedOn.OneOff), "€"),
            new("tool set", estimate.Sum(ChargedOn.Tool), "€"),
            new("piece", estimate.Sum(ChargedOn.Piece), "€"),
            new("yield", estimate.Yield, "share"),
            new("draws", draws, ""),
        ];
        if (estimate.LifeShots is { } life)
            ranges.Add(new WorkInput("life", life, "shots"));
        var drawn = sheet.Write(
            "drawn",
            "Total in 10, 50, 90 of 100 draws",
            "the total with every low / likely / high drawn from its triangle, shared rates together",
            new ThreePoint(total.P10, total.P50, total.P90),
            "€",
            "seeded draws, the same each time",
            ranges
        );
        sheet.Write(
            "each",
            "Price each in 10, 50, 90 of 100 draws",
            "total in draws ÷ quantity",
            drawn * (1 / quantity),
            "€/part",
            Own,
            new WorkInput("drawn", drawn, "€"),
            new WorkInput("quantity", quantity, "parts", "brief/demand")
        );
    }

    private static void WriteGroup(Worksheet sheet, RouteEstimate estimate, ChargedOn on)
    {
        var lines = estimate.Costs.Where(c => c.On == on).ToList();
        if (lines.Count == 0)
            return;
        foreach (var line in lines)
        {
            var markups = string.Concat(line.Markups.Select(m => $" × {char.ToLowerInvariant(m.Name[0])}{m.Name[1..]}"));
            sheet.Write(
                $"{on}/{line.Name}",
                line.Name,
                $"({line.Formula}) × rate{markups}",
                line.Cost,
                "€",
                line.Source,
                [
                    .. line.Inputs,
                    new WorkInput("amount", line.Amount, line.AmountUnit),
                    new WorkInput("rate", line.Rate, line.RateUnit, ChangeAt(line.RateKey)),
                    .. line.Markups.Select(m => m.AsInput()),
                ]
            );
        }

        sheet.Write(
            $"{on}",
            GroupName(on),
            "sum of the lines above",
            estimate.Sum(on),
            "€",
            Own,
            [.. lines.Select(l => new WorkInput(l.Name, l.Cost, "€"))]
        );
    }

    /// <summary>A price from the brief is changed there, any other in the library.</summary>
    private static string ChangeAt(string rateKey) =>
        rateKey.StartsWith("brief.", StringComparison.Ordinal) ? rateKey.Replace('.', '/') : $"rates/{rateKey}";

    private static string GroupName(ChargedOn on) =>
        on switch
        {
            ChargedOn.OneOff => "One-off",
            ChargedOn.Tool => "Each tool set",
            ChargedOn.Batch => "Each run",
            _ => "Each piece made",
        };
}
