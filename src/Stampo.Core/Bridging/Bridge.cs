using Stampo.Core.Comparison;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;

namespace Stampo.Core.Bridging;

/// <summary>
/// Which route serves which stretch of time, exactly, for demand and routes in bare numbers.
/// A stretch costs its one-offs, tool sets and pieces for the demand in it, and over the months its tool stands, from the
/// order to the last row it serves (or until the design is settled), the expected remake of the tool and the price of the money in it.
/// Its tool is ordered the lead time before its first row, not before the start.
/// </summary>
public static class Bridge
{
    private const int MostRows = 240,
        MostRoutes = 50;
    private const double LongestDays = 36_500;
    private const double DaysPerMonth = 365.25 / 12;

    public static BridgeAnswer Plan(BridgeRequest request, DateOnly today)
    {
        RefuseBad(request);
        var problem = new Problem(request, today);
        var search = new SequenceSearch(problem.Rows.Length, problem.Routes.Count, problem.Cost);
        if (!search.IsFound)
            throw Unserved(problem, search.FirstUnserved);
        List<Stretch> stretches = [.. search.Legs().Select(problem.StretchOf)];
        return new BridgeAnswer(
            stretches,
            search.Total,
            Single(problem, Enumerable.Range(0, problem.Routes.Count)),
            Single(problem, LongestLived(problem)),
            stretches[^1].OrderBy
        );
    }

    /// <summary>Of the routes that need a tool at all, the one whose tool lasts longest.</summary>
    private static IEnumerable<int> LongestLived(Problem problem) =>
        Enumerable
            .Range(0, problem.Routes.Count)
            .Where(r => problem.Routes[r].Tool.Likely > 0)
            .OrderByDescending(r => problem.Routes[r].Bare.Likely.Capacity)
            .Take(1);

    private static SingleRoute? Single(Problem problem, IEnumerable<int> routes)
    {
        var (route, total) = routes
            .Select(r => (Route: r, Total: problem.Cost(r, 0, problem.Rows.Length)))
            .DefaultIfEmpty((Route: 0, Total: double.PositiveInfinity))
            .MinBy(single => single.Total);
        return double.IsInfinity(total) ? null : new SingleRoute(problem.Routes[route].Id, total);
    }

    private static RefusalException Unserved(Problem problem, int row)
    {
        var (given, demand) = problem.Rows[row];
        var soonest = problem
            .Routes.Where(r => r.EligibleRows?.Contains(given) ?? true)
            .Select(r => r.LeadDays)
            .DefaultIfEmpty(double.NaN)
            .Min();
        return new RefusalException(
            "bridge.no-route",
            double.IsNaN(soonest)
                ? $"No route may serve the row of {Text.Number(demand.Quantity, 9)} by {demand.ByDate:d MMM yyyy}; relax its musts."
                : $"No route is ready for the {Text.Number(demand.Quantity, 9)} by {demand.ByDate:d MMM yyyy}: the soonest "
                    + $"takes {Text.Number(soonest, 4)} days. Move the date, or add a quicker route.",
            $"rows[{given}]"
        );
    }

    private static void RefuseBad(BridgeRequest request)
    {
        var rows = Check.Given(request.Rows, "rows");
        var routes = Check.Given(request.Routes, "routes");
        Check.Between(rows.Count, 1, MostRows, "rows", "rows", "twenty years of months");
        Check.Between(routes.Count, 1, MostRoutes, "routes", "routes", "a bridge is chosen among up to 50");
        Check.Between(request.ChangeProbability, 0, 1, "changeProbability", "", "a chance each month");
        Check.Between(request.MoneyPctPerYear, 0, 100, "moneyPctPerYear", "%", "the price of money is a yearly rate");
        for (var i = 0; i < rows.Count; i++)
            Check.Between(
                Check.Given(rows[i], $"rows[{i}]").Quantity,
                1,
                1e12,
                $"rows[{i}].quantity",
                "",
                "a row asks for at least one part"
            );
        for (var i = 0; i < routes.Count; i++)
        {
            var route = Check.Given(routes[i], $"routes[{i}]");
            route.Bare.RefuseBad($"routes[{i}]");
            Check.Between(route.LeadDays, 0, 3650, $"routes[{i}].leadDays", "days", "a tool takes up to ten years");
            Check.Between(route.ChangeShare, 0, 1, $"routes[{i}].changeShare", "", "a share of the tool");
            if (route.PartsPerDay is { } rate)
                Check.Positive(rate, $"routes[{i}].partsPerDay", "parts a day");
            foreach (var row in route.EligibleRows ?? [])
                Check.Between(row, 0, rows.Count - 1, $"routes[{i}].eligibleRows", "", "rows are counted from 0 as given");
        }

        if (routes.Select(r => r.Id).Distinct().Count() < routes.Count)
            throw new RefusalException("input.duplicate", "Two routes have the same id; give each its own.", "routes");
    }

    /// <summary>The rows in the order of their dates, with what a stretch over some of them costs.</summary>
    private sealed class Problem
    {
        private readonly BridgeRequest _request;
        private readonly DateOnly _start;
        private readonly double[] _quantityBefore;
        private readonly int[,] _unservedBefore;
        private readonly CostPoint[] _costs;

        public Problem(BridgeRequest request, DateOnly today)
        {
            _request = request;
            _start = request.StartDate ?? today;
            Rows = [.. request.Rows.Select((row, given) => (given, row)).OrderBy(r => r.row.ByDate)];
            _quantityBefore = new double[Rows.Length + 1];
            for (var i = 0; i < Rows.Length; i++)
                _quantityBefore[i + 1] = _quantityBefore[i] + Rows[i].Demand.Quantity;
            _costs = [.. Routes.Select(r => r.Bare.Likely)];
            _unservedBefore = new int[Routes.Count, Rows.Length + 1];
            for (var r = 0; r < Routes.Count; r++)
            for (var i = 0; i < Rows.Length; i++)
                _unservedBefore[r, i + 1] = _unservedBefore[r, i] + (Routes[r].EligibleRows?.Contains(Rows[i].Given) ?? true ? 0 : 1);
        }

        public (int Given, BridgeRow Demand)[] Rows { get; }

        public IReadOnlyList<BridgeRoute> Routes => _request.Routes;

        public double Cost(int route, int from, int to) =>
            _unservedBefore[route, to] > _unservedBefore[route, from] || OrderBy(route, from) < _start
                ? double.PositiveInfinity
                : CostOf(route, from, to).Total;

        public Stretch StretchOf(Leg leg)
        {
            var (route, from, to) = leg;
            return new Stretch(
                Routes[route].Id,
                [.. Rows[from..to].Select(r => r.Given)],
                Quantity(from, to),
                OrderBy(route, from),
                Rows[from].Demand.ByDate,
                Rows[to - 1].Demand.ByDate,
                (long)_costs[route].Sets(Quantity(from, to)),
                CostOf(route, from, to)
            );
        }

        private double Quantity(int from, int to) => _quantityBefore[to] - _quantityBefore[from];

        private DateOnly OrderBy(int route, int from)
        {
            var (given, first) = (Routes[route], Rows[from].Demand);
            var made = Math.Min(first.Quantity / (given.PartsPerDay ?? double.PositiveInfinity), LongestDays);
            var day = first.ByDate.DayNumber - (int)Math.Ceiling(given.LeadDays + made);
            return DateOnly.FromDayNumber(Math.Max(0, day));
        }

        private StretchCost CostOf(int route, int from, int to)
        {
            var (cost, quantity) = (_costs[route], Quantity(from, to));
            var months = (Rows[to - 1].Demand.ByDate.DayNumber - OrderBy(route, from).DayNumber) / DaysPerMonth;
            var changing =
                Math.Max(
                    0,
                    Math.Min(Rows[to - 1].Demand.ByDate.DayNumber, (_request.ChangeUntil ?? DateOnly.MaxValue).DayNumber)
                        - OrderBy(route, from).DayNumber
                ) / DaysPerMonth;
            var tools = cost.Sets(quantity) * cost.Tool;
            return new StretchCost(
                cost.OneOff,
                tools,
                quantity * cost.PerGoodPart,
                changing * _request.ChangeProbability * Routes[route].ChangeShare * cost.Tool,
                (cost.OneOff + tools) * _request.MoneyPctPerYear / 100 * months / 12
            );
        }
    }
}
