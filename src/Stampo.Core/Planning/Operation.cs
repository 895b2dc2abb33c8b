using System.Text.Json.Serialization;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>How often an operation is done.</summary>
public enum Repeats
{
    Once,

    /// <summary>For each mold or tool.</summary>
    EachTool,

    /// <summary>For each shot, build or load.</summary>
    EachShot,

    EachPart,

    /// <summary>When all is made.</summary>
    Last,
}

/// <summary>
/// One thing to do: <paramref name="HandsMin"/> of hands, then <paramref name="WaitMin"/> that goes on alone. Everything a schedule, a
/// sheet or a bench needs is data; sentences are made from it.
/// </summary>
/// <param name="Id">Its name in lags, slots and acts.</param>
/// <param name="Repeats">How often.</param>
/// <param name="Name">What is done.</param>
/// <param name="HandsMin">Minutes of hands.</param>
/// <param name="WaitMin">Minutes after them without hands.</param>
[Whole]
public sealed record Operation(string Id, Repeats Repeats, string Name, double HandsMin, double WaitMin = 0)
{
    public string? Detail { get; init; }

    public IReadOnlyList<Hold> Holds { get; init; } = [Hold.Hands];

    public IReadOnlyList<Ask> Asks { get; init; } = [];

    /// <summary>Ids of cautions.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    public IReadOnlyList<Lag> Lags { get; init; } = [];

    /// <summary>With its end the tool is free for the next shot, whatever is still to be done to this one.</summary>
    public bool FreesTool { get; init; }

    /// <summary>Begins when the one before it ends, without a pause: something is setting meanwhile.</summary>
    public bool FollowsAtOnce => Lags.Any(lag => lag.IsAtOnce);

    /// <summary>Begins in the same stretch of work as what it hangs on: something would go off meanwhile.</summary>
    [JsonIgnore]
    public bool FollowsSoon => Lags.Any(lag => lag.IsSoon);

    /// <summary>The minutes alone are somebody else's, as a supplier's: what came sooner came in time.</summary>
    public bool IsElsewhere { get; init; }

    /// <summary>A machine or a supplier says when it is over: the minutes alone are an estimate, not a time it must have.</summary>
    public bool EndsWhenDone =>
        IsElsewhere || Holds.Any(hold => hold.During != During.Hands && EquipmentKinds.Find(hold.Resource)?.SaysWhenDone == true);

    [JsonIgnore]
    public IEnumerable<Ask> Weighings => Asks.Where(a => a.Kind == AskKind.Weigh);

    [JsonIgnore]
    public IEnumerable<Ask> Ticks => Asks.Where(a => a.Kind == AskKind.Tick);

    public bool Needs(string resource) => Holds.Any(h => h.Resource == resource);
}

/// <summary>Operations put together.</summary>
public static class OperationChains
{
    /// <summary>From the operation named on, each follows the one before it at once.</summary>
    public static IEnumerable<Operation> OnOneClock(this IEnumerable<Operation> operations, string from)
    {
        string? before = null;
        foreach (var operation in operations)
        {
            yield return before is null ? operation : operation.AtOnceAfter(before);
            before = before is null && operation.Id != from ? null : operation.Id;
        }
    }

    public static Operation AtOnceAfter(this Operation operation, string before) =>
        operation with
        {
            Lags = [Lag.AtOnce(before), .. operation.Lags],
        };
}
