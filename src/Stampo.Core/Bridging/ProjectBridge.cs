using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Bridging;

/// <summary>The bridge of a brief: its deliveries served by the routes of its comparison. The design counts as settled with the first parts sold.</summary>
public static class ProjectBridge
{
    private const double CalendarPerWorkingDay = 7 / 5.0;

    /// <summary>Rows and routes a bridge takes; more deliveries are joined, and every route keeps its first ways of tooling before any its last.</summary>
    private const int MostRows = 240, MostRoutes = 50;

    private const char WayMark = '/';

    public static BridgeAnswer Of(RouteComparison comparison) => Bridge.Plan(RequestOf(comparison), comparison.Inputs.Today);

    /// <summary>The route behind an id of the request, which also names the way of tooling.</summary>
    public static string RouteIdOf(string id) => id.Split(WayMark)[0];

    public static BridgeRequest RequestOf(RouteComparison comparison)
    {
        var inputs = comparison.Inputs;
        if (inputs.Deliveries.Count == 0)
            throw new RefusalException("bridge.no-demand", "The brief has no demand rows yet; give what is needed by when.", "brief/demand");
        var rows = Joined(inputs.Deliveries);
        var risk = inputs.Brief.ChangeRisk;
        // A route is tooled for one row of the brief, for one delivery, or for all.
        List<double> quantities = [.. inputs.Brief.Demand.Concat(rows).Select(r => (double)r.Quantity).Append(inputs.Brief.TotalQuantity).Select(q => Math.Max(1, q)).Distinct()];
        return new BridgeRequest(
            [.. rows.Select(r => new BridgeRow(r.NeededBy, r.Quantity, [r.Purpose.Said()]))],
            [
                .. comparison.Candidates.Where(c => c.Competes).SelectMany(c => RoutesOf(c, rows, quantities, inputs).Select((way, rank) => (way, rank)))
                    .OrderBy(r => r.rank).Take(MostRoutes).Select(r => r.way),
            ],
            risk?.ChancePerMonth ?? 0, ChangeUntil: rows.Find(r => r.Purpose == Purpose.Sale)?.NeededBy);
    }

    private static IEnumerable<BridgeRoute> RoutesOf(CandidateRoute candidate, List<DemandRow> rows, List<double> quantities, JobInputs inputs)
    {
        List<int> eligible = [.. Enumerable.Range(0, rows.Count).Where(i => candidate.Material.Serves(rows[i].Purpose))];
        if (eligible.Count == 0)
            return [];
        return quantities.Select(candidate.BestWay).Distinct().Select(way => RouteOf(candidate, way, eligible, inputs));
    }

    private static BridgeRoute RouteOf(CandidateRoute candidate, Way way, List<int> eligible, JobInputs inputs)
    {
        // By the middles of the same draws as the lanes; the yield is in the middle price of a good part already.
        var (estimate, drawn) = (way.Estimate, way.Drawn);
        var runs = double.IsFinite(drawn.BatchSize) ? Middle(drawn.Batch) / drawn.BatchSize : 0;
        return new BridgeRoute($"{candidate.Route.Card.Id}{WayMark}{estimate.Cavities}{(way.Assist == Assist.Machine ? "m" : "")}",
            Middle(drawn.OneOff), Middle(drawn.Tool), estimate.LifeShots is null ? null : Math.Max(1, Middle(drawn.Capacity) / estimate.Cavities), estimate.Cavities,
            1, Middle(drawn.PerGoodPart) + runs, Math.Ceiling(estimate.FirstArticleDays.Likely) * CalendarPerWorkingDay,
            ChangeShare(candidate, inputs), eligible, estimate.PartsPerDay / CalendarPerWorkingDay);
    }

    private static double Middle(double[] draws) => Band.MiddleOf([.. draws]);

    /// <summary>A small change costs the likely share of the tool, a large one the whole tool.</summary>
    private static double ChangeShare(CandidateRoute candidate, JobInputs inputs) =>
        candidate.Route.ChangeKey is not { } key ? 0 : inputs.Brief.ChangeRisk?.Size == ChangeSize.Large ? 1 : inputs.Rates[key].Value.Likely;

    /// <summary>Neighbouring deliveries for one purpose put together until there are few enough, each by its earlier date.</summary>
    private static List<DemandRow> Joined(IReadOnlyList<DemandRow> deliveries)
    {
        var rows = deliveries.ToList();
        while (rows.Count > MostRows)
        {
            var half = new List<DemandRow>();
            for (var i = 0; i < rows.Count; i++)
            {
                if (i + 1 < rows.Count && rows[i].Purpose == rows[i + 1].Purpose)
                    half.Add(rows[i] with { Quantity = rows[i].Quantity + rows[++i].Quantity });
                else
                    half.Add(rows[i]);
            }

            if (half.Count == rows.Count)
                return rows[..MostRows];
            rows = half;
        }

        return rows;
    }
}
