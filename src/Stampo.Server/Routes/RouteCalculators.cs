using System.Text.Json.Serialization;
using Stampo.Core.Bridging;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Tooling;
using Stampo.Server.Library;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>A hardness on one of the two scales.</summary>
public sealed record HardnessModulusRequest(double? ShoreA, double? ShoreD);

/// <summary>A boss around an insert: modulus, shrink as a share, radii of insert and boss, Poisson's ratio (0.38 when left out).</summary>
public sealed record InsertStressRequest(
    double ModulusMpa,
    double Strain,
    double InnerRadiusMm,
    double OuterRadiusMm,
    double? Poisson = null
);

/// <summary>A section cooled from melt to ejection temperature; the criterion is the mid-plane when left out.</summary>
public sealed record CoolingTimeRequest(
    double SectionMm,
    double DiffusivityMm2PerS,
    double MeltC,
    double MoldC,
    double EjectC,
    CoolingCriterion Criterion = CoolingCriterion.Centre
);

public sealed record CoolingTimeAnswer(double Seconds);

/// <summary>Projected areas, cavity pressure and the reserve (1.1 when left out).</summary>
public sealed record ClampForceRequest(
    [property: JsonPropertyName("projectedCm2")] double ProjectedCm2,
    double CavityMpa,
    int Cavities = 1,
    [property: JsonPropertyName("runnerCm2")] double RunnerCm2 = 0,
    double Safety = 1.1
);

public sealed record ClampForceAnswer(double Kn);

public sealed record InsertStressAnswer(double HoopMpa);

/// <summary>The calculators of the choice: each stands alone, without a project.</summary>
public static class RouteCalculators
{
    public static void MapRouteCalculators(this IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/bridge", (BridgeRequest request, TimeProvider clock) => Bridge.Plan(request, clock.Today()));
        calc.MapPost("/hardness-modulus", (HardnessModulusRequest request) => Stiffness.Of(request.ShoreA, request.ShoreD));
        calc.MapPost(
            "/hardness-ladder",
            async (LadderRequest request, ShopLibrary shop, CancellationToken cancel) =>
                HardnessLadder.Of(request, (await shop.CurrentAsync(cancel)).Materials)
        );
        calc.MapPost(
            "/insert-stress",
            (InsertStressRequest r) =>
                new InsertStressAnswer(
                    InsertStress.HoopMpa(r.ModulusMpa, r.Strain, r.InnerRadiusMm, r.OuterRadiusMm, r.Poisson ?? InsertStress.Poisson)
                )
        );
        calc.MapPost(
            "/cooling-time",
            (CoolingTimeRequest r) =>
                new CoolingTimeAnswer(Cooling.Asked(r.SectionMm, r.DiffusivityMm2PerS, r.MeltC, r.MoldC, r.EjectC, r.Criterion))
        );
        calc.MapPost(
            "/clamp-force",
            (ClampForceRequest r) => new ClampForceAnswer(Clamp.Kn(r.ProjectedCm2, r.Cavities, r.RunnerCm2, r.CavityMpa, r.Safety))
        );
        calc.MapPost("/insert-automation", (InsertAutomationRequest request) => InsertAutomation.Of(request));
        calc.MapPost("/cost-curve", (CostCurveRequest request) => CostCurveResponse.Of(CostCurve.Compute(request)));
    }
}
