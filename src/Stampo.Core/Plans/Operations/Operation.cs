namespace Stampo.Core.Plans.Operations;

/// <summary>What an operation is part of: done once, once a mold, once a shot, or when all is cast.</summary>
public enum Stage
{
    Pattern,
    Mold,
    Shot,
    Finish,
}

public enum Need
{
    Hands,
    Scale,
    Vessel,
    Chamber,
    Pot,
    Oven,
    Printer,
    Mill,
}

public sealed record Weighing(string What, double Grams);

public enum RelationKind
{
    /// <summary>Ends within so many minutes of the other's start.</summary>
    EndsWithin,

    /// <summary>Starts not before so many minutes after the other's end.</summary>
    NotBefore,
}

/// <summary>How an operation hangs on another one, in minutes and in words.</summary>
public sealed record Relation(string To, RelationKind Kind, double Minutes, string Says);

/// <summary>
/// One thing to do. Operations that share a <paramref name="Clock"/> follow each other without a pause: something is setting meanwhile.
/// </summary>
public sealed record Operation(string Id, Stage Stage, string Name, double HandsMin, double WaitMin = 0, string? Clock = null)
{
    public string? Detail { get; init; }

    public IReadOnlyList<Need> Needs { get; init; } = [Need.Hands];

    public IReadOnlyList<Weighing> Weigh { get; init; } = [];

    public IReadOnlyList<string> Checks { get; init; } = [];

    /// <summary>Ids of cautions.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    public IReadOnlyList<Relation> Relations { get; init; } = [];
}
