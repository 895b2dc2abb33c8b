using System.Text.Json.Serialization;
using Stampo.Core.Working;

namespace Stampo.Core.Briefs;

public enum MaterialFamily
{
    RigidThermoplastic,
    ClearThermoplastic,
    FlexibleElastomer,
    SiliconeRubber,
    Rubber,
    FormedSheet,
    FibreLaminate,
}

/// <summary>What a batch of parts is for; it decides which requirements bind.</summary>
public enum Purpose
{
    Look,
    Fit,
    Function,
    Pilot,
    Sale,
}

public enum Finish
{
    AsTooled,
    FineMatt,
    Gloss,
}

public enum ShoreScale
{
    A,
    D,
}

/// <summary>A Shore hardness. Scales don't convert; <see cref="OnOneScale"/> only orders them.</summary>
public readonly record struct Hardness(ShoreScale Scale, double Value)
{
    /// <summary>Shore D plus 50 as the rough continuation of Shore A: good for telling nearer from farther, nothing else.</summary>
    public double OnOneScale => Scale == ShoreScale.A ? Value : Value + 50;

    public override string ToString() => $"{Text.Number(Value)}{Scale}";
}

public sealed record DemandRow(DateOnly NeededBy, int Quantity, Purpose Purpose);

public sealed record HardnessTarget(ShoreScale Scale, double Value, double TolerancePoints, bool Must)
{
    [JsonIgnore]
    public Hardness Hardness => new(Scale, Value);

    public bool MetBy(Hardness offered) => Math.Abs(offered.OnOneScale - Hardness.OnOneScale) <= TolerancePoints;
}

public sealed record TemperatureTarget(double Celsius, bool Must);

/// <summary>What the part must do and how many are wanted when. Money in the shop's currency.</summary>
public sealed record Brief
{
    public const int MaxQuantity = 100_000_000;

    public IReadOnlyList<DemandRow> Demand { get; init; } = [];

    public MaterialFamily Family { get; init; } = MaterialFamily.RigidThermoplastic;

    public HardnessTarget? Hardness { get; init; }

    public TemperatureTarget? ServiceTemperature { get; init; }

    public Finish ShowSide { get; init; } = Finish.AsTooled;

    public int Inserts { get; init; }

    public double? ToolingBudget { get; init; }

    [JsonIgnore]
    public long TotalQuantity => Demand.Sum(row => (long)row.Quantity);

    /// <summary>Refuses numbers outside what the trade knows, naming the field.</summary>
    public Brief Checked()
    {
        if (Demand.Count > 50)
            throw new RefusalException("input.too-many", $"{Demand.Count} demand rows; at most 50 are kept. Join rows that fall together.", "demand");
        for (var i = 0; i < Demand.Count; i++)
        {
            Check.Between(Demand[i].Quantity, 1, MaxQuantity, $"demand[{i}].quantity", "", "a row asks for at least one part");
            if (Demand[i].NeededBy.Year is < 2000 or > 2100)
                throw new RefusalException("input.out-of-range", $"Row {i + 1} is needed by {Demand[i].NeededBy:yyyy-MM-dd}; give a date between 2000 and 2100.", $"demand[{i}].neededBy");
        }

        if (Hardness is { } hardness)
        {
            Check.Between(hardness.Value, 0, 100, "hardness.value", $"Shore {hardness.Scale}", "a Shore scale ends there");
            Check.Between(hardness.TolerancePoints, 0, 50, "hardness.tolerancePoints", "points", "beyond that any material would do");
        }

        if (ServiceTemperature is { } service)
            Check.Between(service.Celsius, -80, 400, "serviceTemperature.celsius", "°C", "no plastic or elastomer here serves outside it");
        Check.Between(Inserts, 0, 200, "inserts", "", "more than that is a job for a special tool");
        if (ToolingBudget is { } budget)
            Check.Between(budget, 0, 1e9, "toolingBudget", "€", "money for tools can't be negative");
        return this;
    }
}
