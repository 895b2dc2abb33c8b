using Stampo.Core.Planning;
using Stampo.Core.Ranges;
using Stampo.Core.Safety;

namespace Stampo.Core.Bench;

/// <summary>A piece of a plan, frozen as it stood when its run began.</summary>
/// <param name="Piece">Which.</param>
/// <param name="Title">As it is called: "Shot 3 on mold 1".</param>
/// <param name="Route">Name of the route.</param>
/// <param name="Operations">In their order.</param>
/// <param name="Parts">It makes so many, a cavity each; none when it makes a tool.</param>
/// <param name="Cautions">Those of the operations.</param>
/// <param name="Deference">What comes before all of them.</param>
public sealed record RunSheet(
    WorkPiece Piece,
    string Title,
    string Route,
    IReadOnlyList<Operation> Operations,
    int Parts,
    IReadOnlyList<Caution> Cautions,
    string Deference
)
{
    /// <summary>Cavities of the tool that its parts come from, when it makes more than one shot.</summary>
    public int? Cavities { get; init; }

    /// <summary>More parts than anybody says one by one.</summary>
    public bool CountsByNumber => Parts > MostByCavity;

    private const int MostByCavity = 100;

    /// <summary>What the plan trusts a tool with; null when nothing wears out.</summary>
    public ThreePoint? LifeShots { get; init; }

    /// <summary>What its outcome may correct.</summary>
    public LearnedRates Rates { get; init; } = LearnedRates.None;

    /// <summary>Parts alike, for what is learned of them; null in a sheet of an earlier release.</summary>
    public string? PartKind { get; init; }

    /// <summary>
    /// What is read before an operation begins: its own cautions, and those of all that follows on a clock it starts. While a pot life runs
    /// nobody stops to read.
    /// </summary>
    public IReadOnlyList<string> CautionsBefore(Operation operation)
    {
        var from = Operations.TakeWhile(o => o.Id != operation.Id).Count();
        var (to, onClock) = (from, new HashSet<string> { operation.Id });
        for (var i = from + 1; i < Operations.Count; i++)
        {
            if (!Operations[i].Lags.Any(lag => lag.MostMin is not null && onClock.Contains(lag.After)))
                continue;
            for (; to < i; to++)
                onClock.Add(Operations[to + 1].Id);
        }

        return [.. Operations.Skip(from).Take(to - from + 1).SelectMany(o => o.Cautions).Distinct()];
    }

    public static RunSheet Of(WorkPlan plan, WorkPiece piece, string route)
    {
        var operations = plan
            .Operations.Where(piece.Holds)
            .Select(o => o with { Asks = [.. o.Asks.Where(a => a.IsAskedAt(piece.Shot))] })
            .ToList();
        return new(
            piece,
            TitleOf(plan.Order, piece),
            route,
            operations,
            piece.Repeats == Repeats.EachShot ? plan.Order.Each : 0,
            Safety.Cautions.Of(operations.SelectMany(o => o.Cautions)),
            Safety.Cautions.Deference
        )
        {
            LifeShots = plan.Order.LifeShots,
            Cavities = plan.Order.Cavities,
            Rates = plan.Order.Rates,
            PartKind = plan.Order.PartKind,
        };
    }

    private static string TitleOf(OrderedWork order, WorkPiece piece) =>
        piece.Repeats switch
        {
            Repeats.Once => "Preparation",
            Repeats.EachTool => $"{order.ToolName} {piece.Tool}",
            Repeats.Last => "What is left",
            _ => $"{order.ShotName} {piece.Shot}, {order.ToolName.ToLowerInvariant()} {piece.Tool}",
        };
}
