using System.Text.Json.Serialization;
using Stampo.Core.Comparison;

namespace Stampo.Server.Routes;

/// <summary>A curve on the wire: totals and units are numbers, or {p10, p50, p90} when any input was a range.</summary>
public sealed record CurveResponse(
    string Id,
    IReadOnlyList<object> Totals,
    IReadOnlyList<object> Units,
    IReadOnlyList<long> Sets,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<double>? ChanceCheapest
);

public sealed record CostCurveResponse(IReadOnlyList<CurveResponse> Curves, IReadOnlyList<Crossover> Crossovers)
{
    public static CostCurveResponse Of(CostCurveAnswer answer) =>
        new(
            [
                .. answer.Curves.Select(c => new CurveResponse(
                    c.Id,
                    Either(c.LikelyTotals, c.TotalBands),
                    Either(c.LikelyUnits, c.UnitBands),
                    c.Sets,
                    c.ChanceCheapest
                )),
            ],
            answer.Crossovers
        );

    private static List<object> Either<T>(IReadOnlyList<double>? plain, IReadOnlyList<T>? ranged)
        where T : struct => plain is not null ? [.. plain.Select(v => (object)v)] : [.. ranged!.Select(v => (object)v)];
}
