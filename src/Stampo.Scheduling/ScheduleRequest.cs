using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Scheduling;

/// <summary>Something there are only so many of.</summary>
/// <param name="Id">To name it by.</param>
/// <param name="Capacity">How many may hold it at once.</param>
/// <param name="Windows">From and to, in minutes: whoever holds it does so inside one of them. Always, when left out.</param>
public sealed record TimedResource(string Id, double Capacity, IReadOnlyList<IReadOnlyList<double>>? Windows = null);

/// <summary>Held while hands are on, while it goes on alone, or both.</summary>
public sealed record TimedHold(string Resource, During During);

/// <summary>Begins so long after the end of another: at least, and at most when that is said.</summary>
public sealed record TimedLag(string Id, double MinLagMin = 0, double? MaxLagMin = null);

/// <summary>Hands first, then the wait, without a gap.</summary>
public sealed record TimedOperation(
    string Id,
    double HandsMin,
    double WaitMin,
    IReadOnlyList<TimedHold>? Holds = null,
    IReadOnlyList<TimedLag>? After = null
);

/// <summary>Operations to lay over resources, in whole minutes from nought.</summary>
public sealed record ScheduleRequest(IReadOnlyList<TimedResource> Resources, IReadOnlyList<TimedOperation> Operations, double HorizonMin)
{
    private const int MostOperations = 400,
        MostResources = 100,
        MostOfOne = 400;

    private const double LongestMin = 1_000_000;

    /// <summary>Refused by the name of the field when it can't be what is asked.</summary>
    public ScheduleRequest Checked()
    {
        Minutes(HorizonMin, "horizonMin", 1);
        Check.Between(Check.Whole(Resources, "resources").Count, 0, MostResources, "resources", "resources", "more than a shop has");
        Check.Between(
            Check.Whole(Operations, "operations").Count,
            1,
            MostOperations,
            "operations",
            "operations",
            "longer work is laid out in parts"
        );
        for (var i = 0; i < Resources.Count; i++)
            CheckResource(Resources[i], $"resources[{i}]");
        Different(Resources.Select(r => r.Id), "resources");
        Different(Operations.Select(o => o.Id), "operations");
        var (resources, operations) = (Resources.Select(r => r.Id).ToHashSet(), Operations.Select(o => o.Id).ToHashSet());
        for (var i = 0; i < Operations.Count; i++)
            CheckOperation(Operations[i], $"operations[{i}]", resources, operations);
        return this;
    }

    private static void CheckResource(TimedResource resource, string field)
    {
        Check.Given(resource.Id, $"{field}.id");
        Whole(Check.Between(resource.Capacity, 1, 1_000, $"{field}.capacity", "", "so many may hold it at once"), $"{field}.capacity");
        if (resource.Windows is not { } windows)
            return;
        Check.Between(
            Check.Whole(windows, $"{field}.windows").Count,
            0,
            MostOfOne,
            $"{field}.windows",
            "windows",
            "more than a year of days"
        );
        for (var i = 0; i < windows.Count; i++)
        {
            var at = $"{field}.windows[{i}]";
            if (windows[i] is not [var from, var to])
                throw new RefusalException("input.window", "A window is two numbers of minutes: from, and to.", at);
            Minutes(from, at, 0);
            Minutes(to, at, from);
        }
    }

    private static void CheckOperation(TimedOperation operation, string field, HashSet<string> resources, HashSet<string> operations)
    {
        Check.Given(operation.Id, $"{field}.id");
        Minutes(operation.HandsMin, $"{field}.handsMin", 0);
        Minutes(operation.WaitMin, $"{field}.waitMin", 0);
        var (holds, after) = (operation.Holds ?? [], operation.After ?? []);
        Check.Between(Check.Whole(holds, $"{field}.holds").Count, 0, MostOfOne, $"{field}.holds", "holds", "one operation");
        Check.Between(Check.Whole(after, $"{field}.after").Count, 0, MostOfOne, $"{field}.after", "lags", "one operation");
        for (var i = 0; i < holds.Count; i++)
            Known(holds[i].Resource, resources, "resource", $"{field}.holds[{i}].resource");
        for (var i = 0; i < after.Count; i++)
        {
            Known(after[i].Id, operations, "operation", $"{field}.after[{i}].id");
            Minutes(after[i].MinLagMin, $"{field}.after[{i}].minLagMin", 0);
            if (after[i].MaxLagMin is { } most)
                Minutes(most, $"{field}.after[{i}].maxLagMin", 0);
        }
    }

    private static void Minutes(double value, string field, double least) =>
        Whole(Check.Between(value, least, LongestMin, field, "min", "minutes from nought"), field);

    private static void Whole(double value, string field)
    {
        if (value != Math.Floor(value))
            throw new RefusalException(
                "input.fraction",
                $"{Text.Number(value)} is no whole number; a schedule is laid out in whole minutes.",
                field
            );
    }

    private static void Known(string? id, HashSet<string> ids, string kind, string field)
    {
        if (!ids.Contains(Check.Given(id, field)))
            throw new RefusalException("input.unknown", $"There is no {kind} \"{id}\" in this question.", field);
    }

    private static void Different(IEnumerable<string> ids, string field)
    {
        if (ids.GroupBy(id => id).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw new RefusalException("input.twice", $"\"{twice.Key}\" stands twice; each has a name of its own.", field);
    }
}

/// <summary>When an operation is done.</summary>
public sealed record TimedSlot(string Id, int StartMin, int HandsEndMin, int EndMin);

/// <summary>Whether it is the shortest, a good one for the time there was, or none there can be.</summary>
public enum ScheduleStatus
{
    Optimal,
    Feasible,
    Infeasible,
}

/// <param name="Status">How good it is.</param>
/// <param name="MakespanMin">From nought to the last end; null when there is none.</param>
/// <param name="Slots">In the order of the operations.</param>
/// <param name="Conflict">Operations and resources that collide: without any one of them the rest could be laid out.</param>
public sealed record ScheduleAnswer(
    ScheduleStatus Status,
    int? MakespanMin,
    IReadOnlyList<TimedSlot> Slots,
    IReadOnlyList<string> Conflict
);
