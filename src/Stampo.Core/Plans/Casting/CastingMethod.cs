using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;

namespace Stampo.Core.Plans.Casting;

/// <summary>What resin is poured into.</summary>
public enum PouredInto
{
    SiliconeMold,
    PrintedMold,

    /// <summary>The printed part itself.</summary>
    FilledPrint,
}

/// <summary>
/// How a route is poured, as far as the route knows: the plan starts from it. The keys name norms in the rate card; a part without a
/// mold has no life.
/// </summary>
public sealed record CastingMethod(
    PouredInto Into,
    FillingSchool Filling,
    string MaterialId,
    int Cavities,
    double ExtraCm3PerPart,
    string YieldKey,
    string? LifeKey
) : RouteMethod
{
    public override IPlanner Planner => CastingPlanner.Instance;

    public SplitSchool Split { get; init; }

    public PrintedMoldKind Printed { get; init; }

    /// <summary>What a supplier would make of it.</summary>
    public Made Made { get; init; } = Made.SoftMold;

    /// <summary>Its life is that of a mold emptied warm.</summary>
    public bool LifeCountsHeat { get; init; }
}
