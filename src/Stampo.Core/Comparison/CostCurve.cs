using System.Text.Json.Serialization;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Comparison;

/// <summary>A route in bare numbers; any of them may be a range. No life means nothing wears out: one set serves.</summary>
public sealed record BareRoute(
    string Id,
    ThreePoint OneOff,
    ThreePoint Tool,
    ThreePoint? LifeShots,
    int Cavities,
    ThreePoint Yield,
    ThreePoint Piece
)
{
    [JsonIgnore]
    public bool IsPlain => OneOff.IsPoint && Tool.IsPoint && (LifeShots?.IsPoint ?? true) && Yield.IsPoint && Piece.IsPoint;

    [JsonIgnore]
    public CostPoint Likely =>
        new(
            OneOff.Likely,
            Tool.Likely,
            LifeShots?.Likely * Cavities * Yield.Likely ?? double.PositiveInfinity,
            Piece.Likely / Yield.Likely
        );

    public DrawnCost Draw(Draws source, int count)
    {
        var drawn = new DrawnCost(count);
        var yield = new double[count];
        source.Sample(OneOff, $"{Id}/oneOff", drawn.OneOff);
        source.Sample(Tool, $"{Id}/tool", drawn.Tool);
        source.Sample(Yield, $"{Id}/yield", yield);
        source.Sample(Piece, $"{Id}/piece", drawn.PerGoodPart);
        source.Sample(LifeShots ?? double.PositiveInfinity, $"{Id}/life", drawn.Capacity);
        for (var d = 0; d < count; d++)
        {
            drawn.PerGoodPart[d] /= yield[d];
            drawn.Capacity[d] *= Cavities * yield[d];
        }

        return drawn;
    }

    /// <summary>Refuses numbers no route can have, naming them under <paramref name="at"/>.</summary>
    internal void RefuseBad(string at)
    {
        Check.Given(Id, $"{at}.id");
        Money(OneOff, $"{at}.oneOff");
        Money(Tool, $"{at}.tool");
        Money(Piece, $"{at}.piece");
        Check.Between(Cavities, 1, 10_000, $"{at}.cavities", "", "a tool has at least one cavity");
        Check.Between(Yield.Low, 0.001, 1, $"{at}.yield", "", "yield is the share of good parts");
        Check.Between(Yield.High, 0.001, 1, $"{at}.yield", "", "yield is the share of good parts");
        if (LifeShots is not { } life)
            return;
        Check.Between(life.Low, 1, 1e12, $"{at}.lifeShots", "shots", "a tool gives at least one shot; leave it null when nothing wears");
        Check.Between(life.High, 1, 1e12, $"{at}.lifeShots", "shots", "a tool gives at least one shot; leave it null when nothing wears");
    }

    private static void Money(ThreePoint money, string field)
    {
        Check.Between(money.Low, 0, 1e12, field, "", "a cost is not negative");
        Check.Between(money.High, 0, 1e12, field, "", "a cost is not negative");
    }
}

public sealed record CostCurveRequest(
    IReadOnlyList<BareRoute> Routes,
    IReadOnlyList<double> Quantities,
    int? Draws = null,
    long? Seed = null,
    long? CrossoverUpTo = null
);

/// <summary>Totals and prices each at the asked quantities. Bands and chances are there when any number was a range.</summary>
public sealed record CurveAnswer(
    string Id,
    IReadOnlyList<double>? LikelyTotals,
    IReadOnlyList<Band>? TotalBands,
    IReadOnlyList<double>? LikelyUnits,
    IReadOnlyList<Band>? UnitBands,
    IReadOnlyList<long> Sets,
    IReadOnlyList<double>? ChanceCheapest
);

public sealed record CostCurveAnswer(IReadOnlyList<CurveAnswer> Curves, IReadOnlyList<Crossover> Crossovers);

/// <summary>The bare cost model: total(Q) = oneOff + ceil(Q/(life·cavities·yield))·tool + Q/yield·piece.</summary>
public static class CostCurve
{
    public const long DefaultCrossoverUpTo = 1_000_000;

    public static CostCurveAnswer Compute(CostCurveRequest request)
    {
        RefuseBad(request);
        var curves = request.Routes.Select(r => new Curve(r.Id, r.Likely)).ToList();
        var search = new CrossingSearch(curves, request.CrossoverUpTo ?? DefaultCrossoverUpTo);
        var crossovers = search.Between(search.Leaders());
        var odds = request.Routes.All(r => r.IsPlain) ? null : OddsAtEach(request);
        return new CostCurveAnswer([.. request.Routes.Select((route, r) => Answer(route, r, request.Quantities, odds))], crossovers);
    }

    private static CurveAnswer Answer(BareRoute route, int index, IReadOnlyList<double> quantities, Odds[]? odds)
    {
        var point = route.Likely;
        long[] sets = [.. quantities.Select(q => (long)point.Sets(q))];
        if (odds is null)
        {
            double[] totals = [.. quantities.Select(q => point.Total(q))];
            return new CurveAnswer(route.Id, totals, null, [.. totals.Zip(quantities, (t, q) => t / q)], null, sets, null);
        }

        Band[] bands = Array.ConvertAll(odds, o => o.Bands[index]);
        return new CurveAnswer(
            route.Id,
            null,
            bands,
            null,
            [.. bands.Zip(quantities, (b, q) => new Band(b.P10 / q, b.P50 / q, b.P90 / q))],
            sets,
            Array.ConvertAll(odds, o => o.ChanceCheapest[index])
        );
    }

    private static Odds[] OddsAtEach(CostCurveRequest request)
    {
        var count = request.Draws ?? Draws.DefaultCount;
        var source = new Draws((ulong)(request.Seed ?? (long)Draws.DefaultSeed));
        var drawn = request.Routes.Select(r => r.Draw(source, count)).ToList();
        var odds = new Odds[request.Quantities.Count];
        Parallel.For(0, odds.Length, i => odds[i] = Odds.At(request.Quantities[i], drawn, count));
        return odds;
    }

    private static void RefuseBad(CostCurveRequest request)
    {
        var routes = Check.Given(request.Routes, "routes");
        var quantities = Check.Given(request.Quantities, "quantities");
        Check.Between(routes.Count, 1, 50, "routes", "routes", "a comparison takes up to 50");
        Check.Between(quantities.Count, 1, 500, "quantities", "quantities", "a curve takes up to 500 points");
        Check.Between(request.Draws ?? Draws.DefaultCount, 1, Draws.MaxCount, "draws", "", "more draws add time, not truth");
        Check.Between(
            request.CrossoverUpTo ?? DefaultCrossoverUpTo,
            1,
            100_000_000,
            "crossoverUpTo",
            "",
            "crossings are looked for among parts that can be made"
        );
        Check.Between(
            (double)routes.Count * quantities.Count * (request.Draws ?? Draws.DefaultCount),
            1,
            50_000_000,
            "draws",
            "route draws",
            "routes × quantities × draws bounds the time of one request"
        );
        for (var i = 0; i < quantities.Count; i++)
            Check.Between(quantities[i], 1, 1e12, $"quantities[{i}]", "", "a quantity is at least one part");
        for (var i = 0; i < routes.Count; i++)
            Check.Given(routes[i], $"routes[{i}]").RefuseBad($"routes[{i}]");
        if (routes.Select(r => r.Id).Distinct().Count() < routes.Count)
            throw new RefusalException("input.duplicate", "Two routes have the same id; give each its own.", "routes");
    }
}
