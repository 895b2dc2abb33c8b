using System.Text.Json.Serialization;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Batches;
using Stampo.Core.Plans.Enclosed;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Plans.Life;
using Stampo.Core.Plans.Operations;
using Stampo.Core.Plans.Orders;
using Stampo.Core.Plans.Patterns;
using Stampo.Core.Plans.PrintedMolds;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Safety;
using Stampo.Core.Working;

namespace Stampo.Core.Plans;

/// <summary>A planned silicone mold.</summary>
/// <param name="Mold">Box, silicone, clock.</param>
/// <param name="School">How it is split.</param>
/// <param name="Why">Why that school, when it was proposed.</param>
/// <param name="Cure">Hours, its limit, and what heat costs.</param>
/// <param name="DrawnGatesCm3">Gate and risers of one part as the places found ask; null without a mesh.</param>
public sealed record PlannedSilicone(SiliconeMoldAnswer Mold, SplitSchool School, string Why, BlockCure Cure, [property: JsonPropertyName("drawnGatesCm3")] double? DrawnGatesCm3);

/// <param name="Method">How the route pours.</param>
/// <param name="Shape">What the mesh says; null for a declared part.</param>
/// <param name="Pattern">For molds taken from a pattern.</param>
/// <param name="Silicone">For silicone molds.</param>
/// <param name="Printed">For printed molds.</param>
/// <param name="Fill">For filled prints.</param>
/// <param name="Scale">What pattern or mold is made larger by, likely.</param>
/// <param name="Shrinks">What it undoes.</param>
/// <param name="Batch">One shot in grams.</param>
/// <param name="Order">All shots.</param>
/// <param name="Filling">How it is filled and cured.</param>
/// <param name="Enclosed">What is cast in.</param>
/// <param name="Life">Shots of one mold; null for molds used once.</param>
/// <param name="PeakC">The hottest the resin gets, about.</param>
/// <param name="Operations">In their order; none while a limit of the equipment is broken.</param>
/// <param name="Schedule">When; null while nothing is planned.</param>
/// <param name="WantedBy">When the brief wants the order; null when it does not say.</param>
/// <param name="MoldsForDate">Molds that bring it home by then; null when a dozen do not.</param>
/// <param name="Cautions">Those of the operations.</param>
/// <param name="Working">All lines.</param>
public sealed record CastingPlanAnswer(
    CastingMethod Method,
    PlannedShape? Shape,
    PatternPlan? Pattern,
    PlannedSilicone? Silicone,
    PrintedMold? Printed,
    CompositeFill? Fill,
    double Scale,
    IReadOnlyList<ShrinkStep> Shrinks,
    CastingBatchAnswer Batch,
    OrderPlan Order,
    FillingPlan Filling,
    EnclosedPlan Enclosed,
    MoldLife? Life,
    double PeakC,
    IReadOnlyList<Operation> Operations,
    Schedule? Schedule,
    DateOnly? WantedBy,
    int? MoldsForDate,
    IReadOnlyList<Caution> Cautions,
    IReadOnlyList<WorkLine> Working)
{
    /// <summary>Why nothing may be done as planned; empty when it may.</summary>
    public IReadOnlyList<Finding> Refusals => [.. Silicone?.Cure.Refusals ?? [], .. Filling.Refusals];
}
