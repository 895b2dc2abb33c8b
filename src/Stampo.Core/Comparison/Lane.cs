using System.Text.Json.Serialization;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Safety;

namespace Stampo.Core.Comparison;

/// <summary>
/// One route at the marked quantity. The first <paramref name="FixedGates"/> of its gates hold at any quantity.
/// <paramref name="Tied"/>: it is the cheapest, or dearer by no more than the noise.
/// </summary>
public sealed record Lane(
    RouteCard Route,
    Verdict Verdict,
    IReadOnlyList<Gate> Gates,
    int FixedGates,
    Material Material,
    IReadOnlyList<PropertyMatch> Properties,
    Likeness? Likeness,
    Band Total,
    Band Unit,
    double ChanceCheapest,
    bool Tied,
    int Cavities,
    Assist Assist,
    long? ToolSets,
    ThreePoint? LifeShots,
    Band FirstTooling,
    string? ToolClass,
    RunSize? Run,
    DateOnly FirstArticle,
    DateOnly LastPart,
    double ToleranceMm,
    string GivesUp,
    IReadOnlyList<QuoteBeside> Quotes
)
{
    /// <summary>What may hurt someone on this way.</summary>
    public IReadOnlyList<Caution> Cautions { get; init; } = [];

    /// <summary>It leads nothing until a question is answered.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsHeldBack => Gates.Any(g => g.HoldsBack);

    /// <summary>What a moved marker changes of it.</summary>
    [JsonIgnore]
    public MovedLane Moved =>
        new(
            Route.Id,
            Verdict,
            [.. Gates.Skip(FixedGates)],
            Total,
            Unit,
            ChanceCheapest,
            Tied,
            Cavities,
            Assist,
            ToolSets,
            LifeShots,
            FirstTooling,
            Run,
            FirstArticle,
            LastPart,
            Quotes
        );
}

/// <summary>What of a lane depends on the quantity; its gates are those that do.</summary>
public sealed record MovedLane(
    string Id,
    Verdict Verdict,
    IReadOnlyList<Gate> Gates,
    Band Total,
    Band Unit,
    double ChanceCheapest,
    bool Tied,
    int Cavities,
    Assist Assist,
    long? ToolSets,
    ThreePoint? LifeShots,
    Band FirstTooling,
    RunSize? Run,
    DateOnly FirstArticle,
    DateOnly LastPart,
    IReadOnlyList<QuoteBeside> Quotes
);
