using Stampo.Core.Bridging;
using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Working;
using Stampo.Server.Projects;

namespace Stampo.Server.Routes;

/// <summary>A line of the memo's table.</summary>
public sealed record MemoRow(string Tag, string Route, Verdict Verdict, string Material, string PriceEach, string FirstTooling, string LastPart, string Likeness, string Why);

/// <summary>The route memo of one page: what is asked, the pick and why, the routes, the bridge, and what was decided.</summary>
public sealed record Memo(
    string Project, string Revision, DateOnly On, string Part, IReadOnlyList<string> Asked, double Quantity, IReadOnlyList<string> Pick,
    IReadOnlyList<MemoRow> Rows, int RuledOut, IReadOnlyList<string> Bridge, string? Decided, IReadOnlyList<string> WhatIfs, string Deference);

/// <summary>Writes a project's route memo.</summary>
public sealed class Memos(ProjectStore projects, Comparisons comparisons, Decisions decisions)
{
    private const int Shown = 8;

    public async Task<Memo> OfAsync(string id, double? quantity, CancellationToken cancel = default)
    {
        var project = await projects.FindAsync(id, cancel);
        var standing = await comparisons.OfAsync(id, cancel);
        var (inputs, part) = (standing.Inputs, standing.Inputs.Part);
        var at = Comparisons.QuantityOr(quantity, inputs);
        var lanes = standing.Comparison.LanesAt(at);
        var open = lanes.Where(l => l.Verdict != Verdict.Out).ToList();
        var shown = (open.Count > 0 ? open : [.. lanes]).Take(Shown);
        var decided = await decisions.LatestAsync(id, cancel);
        return new Memo(project.Name, project.Revision, inputs.Today,
            $"{Text.Sides([part.LengthMm, part.WidthMm, part.HeightMm])}, {Text.Number(part.VolumeCm3, 3)} cm³, {Text.Number(part.AreaCm2, 3)} cm² of surface, wall {Text.Number(part.WallMm, 2)} mm",
            [.. Asked(inputs.Brief)], at, Picking.Of(standing.Comparison, RouteCatalogue.All, new Weights()).Sentences, [.. shown.Select(Row)], lanes.Count - open.Count, BridgeLines(standing.Comparison),
            decided is null ? null : $"{decided.RouteName} for {Text.Number(decided.Quantity, 9)}, by {decided.By}, {decided.DecidedUtc:d MMM yyyy}: {decided.Reason}",
            [.. standing.WhatIf.Inputs.Select(i => $"{inputs.Rates.Find(i.Key)?.Name ?? i.Key} held at {i.At}")], Cautions.Deference);
    }

    private static MemoRow Row(Lane l) => new(l.Route.Tag, l.Route.Name, l.Verdict, l.Material.Name, $"{Text.Number(l.Unit.P50, 3)} ({Text.Number(l.Unit.P10, 2)}–{Text.Number(l.Unit.P90, 2)}) €", $"{Text.Euros(l.FirstTooling.P50)}", $"{l.LastPart:d MMM yyyy}",
        l.Likeness is { } likeness ? $"{100 * likeness.Share:0} %{(likeness.Weakest is { } weakest ? $", {weakest.Name}" : "")}" : "", l.Gates.FirstOrDefault(g => g.Verdict == l.Verdict && g.Verdict != Verdict.Fits)?.Reason ?? l.GivesUp);

    private static IEnumerable<string> Asked(Core.Briefs.Brief brief)
    {
        foreach (var row in brief.ByDate)
            yield return $"{Text.Number(row.Quantity, 9)}{(row.Years > 0 ? $" a year for {Text.Count(row.Years, "year")} from" : " by")} {row.NeededBy:d MMM yyyy}, {Core.Briefs.Binding.Said(row.Purpose)}";
        if (brief.Hardness is { } h)
            yield return $"{h.Hardness} ± {h.TolerancePoints:0.#} ({(h.Must ? "must" : "want")})";
        if (brief.ServiceTemperature is { } t)
            yield return $"{t.Celsius:0} °C in service ({(t.Must ? "must" : "want")})";
        foreach (var target in brief.Properties)
            yield return $"{Core.Briefs.PropertyWords.Named(target.Property)} {Text.Number(target.AtLeast)} {Core.Briefs.PropertyWords.Unit(target.Property)} ({(target.Must ? "must" : "want")})";
        if (brief.ToleranceMm is { } tolerance)
            yield return $"± {Text.Number(tolerance)} mm";
        if (brief.Exposures.Count > 0)
            yield return $"Certificate and qualified person needed: {string.Join(", ", brief.Exposures.Select(e => e.ToString().ToLowerInvariant()))}";
    }

    /// <summary>The bridge in sentences, or why there is none.</summary>
    private static List<string> BridgeLines(RouteComparison comparison)
    {
        try
        {
            var bridge = ProjectBridge.Of(comparison);
            return
            [
                .. bridge.Stretches.Select(s => $"{NameOf(comparison, s.RouteId)}: order by {s.OrderBy:d MMM yyyy}, {Text.Number(s.Quantity, 9)} parts from {s.From:d MMM yyyy}{(s.Until > s.From ? $" to {s.Until:d MMM yyyy}" : "")}, {Text.Euros(s.Cost.Total)}"),
                $"In all {Text.Euros(bridge.Total)}{(bridge.BestSingle is { } single ? $"; {NameOf(comparison, single.RouteId)} alone {Text.Euros(single.Total)}" : "; no single route serves every row")}.",
            ];
        }
        catch (RefusalException refusal)
        {
            return [refusal.Message];
        }
    }

    private static string NameOf(RouteComparison comparison, string id) => comparison.Candidates.Single(c => c.Route.Card.Id == ProjectBridge.RouteIdOf(id)).Route.Card.Name;
}
