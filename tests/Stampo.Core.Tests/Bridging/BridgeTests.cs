using CsCheck;
using Stampo.Core.Bridging;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Bridging;

public class BridgeTests
{
    private static readonly DateOnly Start = new(2030, 1, 1);

    private static BridgeRoute Route(
        string id,
        double oneOff,
        double tool,
        double? life,
        double piece,
        double lead = 0,
        double change = 0,
        params int[] eligible
    ) => new(id, oneOff, tool, life, 1, 1, piece, lead, change, eligible.Length == 0 ? null : eligible);

    private static BridgeRow[] Rows(params (int Day, double Quantity)[] rows) =>
        [.. rows.Select(r => new BridgeRow(Start.AddDays(r.Day), r.Quantity))];

    private static BridgeAnswer Plan(BridgeRow[] rows, double change = 0, double money = 0, params BridgeRoute[] routes) =>
        Bridge.Plan(new BridgeRequest(rows, routes, change, money, Start), Start);

    private static readonly BridgeRoute Print = Route("print", 0, 0, null, 140, lead: 2);
    private static readonly BridgeRoute Cast = Route("cast", 650, 900, 25, 46, lead: 8, change: 1);
    private static readonly BridgeRoute Steel = Route("steel", 1_000, 20_000, 300_000, 2, lead: 60, change: 0.4);

    [Fact]
    public void A_few_are_printed_dozens_cast_and_thousands_molded()
    {
        var answer = Plan(Rows((5, 3), (40, 60), (200, 5_000)), 0, 0, Print, Cast, Steel);
        Assert.Equal(["print", "cast", "steel"], answer.Stretches.Select(s => s.RouteId));
        Assert.Equal([0, 1, 2], answer.Stretches.SelectMany(s => s.Rows));
        // 3·140 + (650 + 3·900 + 60·46) + (1000 + 20000 + 5000·2)
        Assert.Equal(420 + 650 + 2700 + 2760 + 31_000, answer.Total, 1e-9);
        Assert.Equal(Start.AddDays(200 - 60), answer.DesignFreeUntil);
        Assert.Equal(Start.AddDays(40 - 8), answer.Stretches[1].OrderBy);
        Assert.Equal(3, answer.Stretches[1].Sets);
        Assert.Null(answer.LongestLivedAtOnce);
        Assert.Equal("print", answer.BestSingle!.RouteId);
    }

    [Fact]
    public void The_cost_of_a_change_holds_the_tool_back()
    {
        var rows = Rows((100, 100), (130, 100), (160, 100));
        var soft = Route("soft", 0, 500, 100, 10, lead: 5, change: 1);
        var hard = Route("hard", 0, 1_500, null, 5, lead: 60, change: 1);
        Assert.Equal(["hard"], Plan(rows, 0, 0, soft, hard).Stretches.Select(s => s.RouteId));
        var held = Plan(rows, 0.9, 0, soft, hard);
        Assert.Equal("soft", held.Stretches[0].RouteId);
        var stretch = held.Stretches[0];
        Assert.Equal((stretch.Until.DayNumber - stretch.OrderBy.DayNumber) / (365.25 / 12) * 0.9 * 500, stretch.Cost.Change, 1e-9);
    }

    [Fact]
    public void A_settled_design_costs_no_change_and_a_slow_route_is_ordered_sooner()
    {
        var request = new BridgeRequest(Rows((100, 70), (400, 70)), [Route("cast", 0, 1_000, null, 1, lead: 30, change: 1)], 0.1, 0, Start);
        var always = Bridge.Plan(request, Start).Stretches[0].Cost.Change;
        var settled = Bridge.Plan(request with { ChangeUntil = Start.AddDays(100) }, Start).Stretches[0].Cost.Change;
        Assert.Equal(always * 30 / 330, settled, 1e-9);
        var slow = request with { Routes = [request.Routes[0] with { PartsPerDay = 7 }] };
        Assert.Equal(Start.AddDays(100 - 30 - 10), Bridge.Plan(slow, Start).Stretches[0].OrderBy);
    }

    [Fact]
    public void Money_bound_in_a_tool_has_its_price()
    {
        var answer = Plan(Rows((365, 10)), 0, 12, Route("a", 100, 900, null, 1, lead: 365.25 / 2));
        // Half a year and a day of lead, rounded up to whole days.
        Assert.Equal(1000 * 0.12 * 183 / 365.25, answer.Stretches[0].Cost.Money, 1e-9);
        Assert.Equal(answer.Stretches[0].Cost.Total, answer.Total, 1e-9);
    }

    [Fact]
    public void Rows_may_come_in_any_order_and_only_routes_that_may_serve_them_do()
    {
        var cheap = Route("cheap", 0, 0, null, 1, eligible: [1]);
        var dear = Route("dear", 0, 0, null, 9);
        var answer = Plan([.. Rows((90, 10), (30, 10), (60, 10))], 0, 0, cheap, dear);
        Assert.Equal([("cheap", "1"), ("dear", "2,0")], answer.Stretches.Select(s => (s.RouteId, string.Join(',', s.Rows))));
        Assert.Equal(10 + 180, answer.Total);
    }

    [Fact]
    public void A_route_left_and_taken_up_again_is_paid_for_again()
    {
        var home = Route("home", 100, 0, null, 1);
        var away = Route("away", 0, 0, null, 2, eligible: [1]);
        var answer = Plan(Rows((10, 10), (20, 10), (30, 10)), 0, 0, home, away);
        Assert.Equal(["home"], answer.Stretches.Select(s => s.RouteId));
        Assert.Equal(130, answer.Total);
    }

    [Fact]
    public void What_can_not_be_served_is_said_with_its_row()
    {
        var late = Assert.Throws<RefusalException>(() => Plan(Rows((30, 5), (10, 7)), 0, 0, Steel));
        Assert.Equal(("bridge.no-route", "rows[1]"), (late.Code, late.Field));
        Assert.Contains("60 days", late.Message, StringComparison.Ordinal);
        var none = Assert.Throws<RefusalException>(() => Plan(Rows((300, 5), (400, 7)), 0, 0, Route("a", 0, 0, null, 1, eligible: [0])));
        Assert.Contains("relax its musts", none.Message, StringComparison.Ordinal);
    }

    public static TheoryData<string, BridgeRequest> Bad =>
        new()
        {
            { "rows", new BridgeRequest([], [Print]) },
            { "routes", new BridgeRequest(Rows((1, 1)), []) },
            { "rows[0].quantity", new BridgeRequest(Rows((1, 0)), [Print]) },
            { "changeProbability", new BridgeRequest(Rows((1, 1)), [Print], 1.5) },
            { "moneyPctPerYear", new BridgeRequest(Rows((1, 1)), [Print], 0, -1) },
            { "routes[0].leadDays", new BridgeRequest(Rows((1, 1)), [Print with { LeadDays = double.NaN }]) },
            { "routes[0].changeShare", new BridgeRequest(Rows((1, 1)), [Print with { ChangeShare = 2 }]) },
            { "routes[0].eligibleRows", new BridgeRequest(Rows((1, 1)), [Print with { EligibleRows = [1] }]) },
            { "routes[0].yield", new BridgeRequest(Rows((1, 1)), [Print with { Yield = 0 }]) },
            { "routes", new BridgeRequest(Rows((1, 1)), [Print, Print]) },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void Numbers_that_can_not_be_are_refused(string field, BridgeRequest request) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(() => Bridge.Plan(request, Start)).Field);

    private static readonly Gen<BridgeRoute> AnyRoute = Gen.Select(
            Gen.Double[0, 2000],
            Gen.Double[0, 5000],
            Gen.Int[1, 400],
            Gen.Double[0.5, 60],
            Gen.Int[0, 200],
            Gen.Double[0, 1],
            Gen.Int[0, 63]
        )
        .Select(
            (oneOff, tool, life, piece, lead, change, rows) =>
                new BridgeRoute(
                    "r",
                    oneOff,
                    tool,
                    life > 380 ? null : life,
                    1,
                    0.9,
                    piece,
                    lead,
                    change,
                    rows < 20 ? null : [.. Enumerable.Range(0, 6).Where(i => (rows >> i & 1) == 1)]
                )
        );

    private static readonly Gen<BridgeRequest> AnyRequest = Gen.Select(
            AnyRoute.Array[1, 4],
            Gen.Select(Gen.Int[0, 600], Gen.Int[1, 500]).Array[6],
            Gen.Double[0, 0.3],
            Gen.Double[0, 15]
        )
        .Select(
            (routes, rows, change, money) =>
                new BridgeRequest(
                    [.. rows.Select(r => new BridgeRow(Start.AddDays(r.Item1), r.Item2))],
                    [.. routes.Select((r, i) => r with { Id = $"r{i}" })],
                    change,
                    money,
                    Start
                )
        );

    [Fact]
    public void It_is_as_cheap_as_the_best_of_all_assignments() =>
        AnyRequest.Sample(
            request =>
            {
                var least = Enumerable.Range(0, (int)Math.Pow(request.Routes.Count, 6)).Min(code => CostOf(request, code));
                try
                {
                    var answer = Bridge.Plan(request, Start);
                    return Math.Abs(answer.Total - least) <= 1e-9 * least
                        && Math.Abs(answer.Stretches.Sum(s => s.Cost.Total) - answer.Total) <= 1e-9 * least
                        && (answer.BestSingle is null || answer.BestSingle.Total >= answer.Total - 1e-9 * least)
                        && answer.Stretches.SelectMany(s => s.Rows).Order().SequenceEqual(Enumerable.Range(0, 6));
                }
                catch (RefusalException none)
                {
                    return none.Code == "bridge.no-route" && double.IsInfinity(least);
                }
            },
            iter: 400
        );

    /// <summary>The cost of one assignment of routes to rows, rows of the same route side by side taken as one stretch.</summary>
    private static double CostOf(BridgeRequest request, int code)
    {
        var rows = request.Rows.Select((row, given) => (row, given)).OrderBy(r => r.row.ByDate).ToArray();
        var chosen = new int[rows.Length];
        for (var i = 0; i < rows.Length; i++, code /= request.Routes.Count)
            chosen[i] = code % request.Routes.Count;
        var total = 0.0;
        for (var i = 0; i < rows.Length; )
        {
            var j = i;
            while (j < rows.Length && chosen[j] == chosen[i])
                j++;
            var route = request.Routes[chosen[i]];
            var order = rows[i].row.ByDate.AddDays(-(int)route.LeadDays);
            if (order < Start || rows[i..j].Any(r => route.EligibleRows is { } eligible && !eligible.Contains(r.given)))
                return double.PositiveInfinity;
            var quantity = rows[i..j].Sum(r => r.row.Quantity);
            var sets = route.LifeShots is { } life ? Math.Max(1, Math.Ceiling(quantity / (life.Likely * 0.9) - 1e-9)) : 1;
            var months = (rows[j - 1].row.ByDate.DayNumber - order.DayNumber) / (365.25 / 12);
            var bound = route.OneOff.Likely + sets * route.Tool.Likely;
            total +=
                bound
                + quantity / 0.9 * route.Piece.Likely
                + months * request.ChangeProbability * route.ChangeShare * route.Tool.Likely
                + bound * request.MoneyPctPerYear / 100 * months / 12;
            i = j;
        }

        return total;
    }
}
