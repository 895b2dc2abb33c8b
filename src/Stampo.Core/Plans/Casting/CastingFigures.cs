using System.Text.Json.Serialization;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Life;
using Stampo.Core.Plans.Casting.Orders;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.Zones;

namespace Stampo.Core.Plans.Casting;

/// <summary>A planned silicone mold.</summary>
/// <param name="Mold">Box, silicone, clock.</param>
/// <param name="School">How it is split.</param>
/// <param name="Why">Why that school, when it was proposed.</param>
/// <param name="Cure">Hours, its limit, and what heat costs.</param>
/// <param name="DrawnGatesCm3">Gate and risers of one part as the places found ask; null without a mesh.</param>
public sealed record PlannedSilicone(
    SiliconeMoldAnswer Mold,
    SplitSchool School,
    string Why,
    BlockCure Cure,
    [property: JsonPropertyName("drawnGatesCm3")] double? DrawnGatesCm3
);

/// <param name="Method">How the route pours.</param>
/// <param name="Shape">What the mesh says; null for a declared part.</param>
/// <param name="Pattern">For molds taken from a pattern.</param>
/// <param name="Silicone">For silicone molds.</param>
/// <param name="Printed">For printed molds.</param>
/// <param name="FilledPrint">For filled prints.</param>
/// <param name="Scale">What pattern or mold is made larger by, likely.</param>
/// <param name="Shrinks">What it undoes.</param>
/// <param name="Batch">One shot in grams.</param>
/// <param name="Order">All shots.</param>
/// <param name="Filling">How it is filled and cured.</param>
/// <param name="Enclosed">What is cast in.</param>
/// <param name="Life">Shots of one mold; null for molds used once.</param>
/// <param name="PeakC">The hottest the resin gets, about.</param>
/// <param name="Zones">What is poured after the first resin, in that order.</param>
public sealed record CastingFigures(
    CastingMethod Method,
    PlannedShape? Shape,
    PatternPlan? Pattern,
    PlannedSilicone? Silicone,
    PrintedMold? Printed,
    CompositeFill? FilledPrint,
    double Scale,
    IReadOnlyList<ShrinkStep> Shrinks,
    CastingBatchAnswer Batch,
    OrderPlan Order,
    FillingPlan Filling,
    EnclosedPlan Enclosed,
    MoldLife? Life,
    double PeakC,
    IReadOnlyList<PlannedZone> Zones
) : PlanFigures
{
    /// <summary>How the cavity fills; null where that is not known.</summary>
    public PouredCavity? Poured { get; init; }

    /// <summary>Every cup of a shot.</summary>
    [JsonIgnore]
    public IEnumerable<Charge> Charges => Batch.Charges.Concat(Zones.SelectMany(z => z.Batch.Charges));
}
