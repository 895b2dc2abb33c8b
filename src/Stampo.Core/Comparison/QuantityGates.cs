using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Comparison;

/// <summary>Screens that depend on how many are made: purpose, remakes, money, dates. The same for every route.</summary>
internal static class QuantityGates
{
    private const double ManySets = 15;

    public static IEnumerable<Gate> Of(JobInputs inputs, CandidateRoute candidate, Way way, double quantity, Band unit, Dates dates)
    {
        if (candidate.OutFrom > 1 && candidate.IsOutAt(quantity))
            yield return new Gate(
                Verdict.Out,
                "Purpose",
                $"From part {Text.Number(candidate.OutFrom, 9)} on they have to work or be sold: "
                    + $"{string.Join("; ", candidate.Material.MissedMusts)}.",
                "Serve only the first rows this way."
            );
        var sets = way.Likely.Sets(quantity);
        if (sets > ManySets)
            yield return new Gate(
                Verdict.AtRisk,
                "Remakes",
                $"{Text.Number(sets, 6)} tool sets would wear out over {Text.Number(quantity, 9)} parts.",
                "A longer-lived tool, or more cavities."
            );
        if (inputs.Brief.ToolingBudget is { } budget)
            yield return Money(way, sets, budget);
        if (inputs.Brief.PiecePrice is { } price && unit.P50 > price)
            yield return new Gate(
                Verdict.AtRisk,
                "Piece price",
                $"{Text.Euros(unit.P50)} each, {Text.Number(price)} € is aimed at.",
                "More at once, or a route with more tool and less labour."
            );
        if (inputs.Brief.FixedDate is { } fixedDate && dates.LastPart > fixedDate)
            yield return new Gate(
                Verdict.AtRisk,
                "Fixed date",
                $"The last of {Text.Number(quantity, 9)} comes {dates.LastPart:d MMM yyyy}; {fixedDate:d MMM yyyy} can't move.",
                "A quicker route, more cavities, or a second tool."
            );
        if (FirstLateRow(inputs, way.Estimate, quantity) is { } late)
            yield return late;
        else if (inputs.Deliveries.Count > 0)
            yield return new Gate(
                Verdict.Fits,
                "Dates",
                $"First article {dates.FirstArticle:d MMM yyyy}; the {Text.Number(quantity, 9)} are in time."
            );
    }

    private static Gate Money(Way way, double sets, double budget)
    {
        var needed = way.Likely.OneOff + sets * way.Likely.Tool;
        var said = $"{Text.Euros(needed)} of {Text.Number(budget)} €";
        return needed <= budget
            ? new Gate(Verdict.Fits, "Tooling budget", $"{said}.")
            : new Gate(
                Verdict.AtRisk,
                "Tooling budget",
                $"{said}: over by {Text.Euros(needed - budget)}.",
                $"Raise the tooling budget to {Text.Euros(needed)}, or make fewer this way."
            );
    }

    /// <summary>The first row, in order of dates, that the marked quantity reaches into and that would be late.</summary>
    private static Gate? FirstLateRow(JobInputs inputs, RouteEstimate estimate, double quantity)
    {
        var made = 0.0;
        foreach (var row in inputs.Deliveries)
        {
            if (made >= quantity)
                break;
            var before = made;
            made = Math.Min(quantity, made + row.Quantity);
            var ready = Dates.Of(estimate, made, inputs.Today).LastPart;
            if (ready <= row.NeededBy)
                continue;
            var late = WorkingDays.Between(row.NeededBy, ready);
            return new Gate(
                Verdict.AtRisk,
                "Dates",
                $"{Text.Number(made - before, 9)} for {row.Purpose.Said()} by {row.NeededBy:d MMM yyyy} would be "
                    + $"{Text.Count(late, "working day")} late.",
                "Another route for the first rows, a second tool, or a later date."
            );
        }

        return null;
    }
}
