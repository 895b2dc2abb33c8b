using Stampo.Core.Plans.Rubber;

namespace Stampo.Server.Plan.Rubber;

/// <summary>The calculators of molded rubber: each stands alone, without a project.</summary>
public sealed class RubberCalculators : IPlanFamilyEndpoints
{
    public void AddTo(IServiceCollection services) { }

    public void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/preform", (PreformRequest request) => Preform.Of(request));
        calc.MapPost("/cure-slab", (CureSlabRequest request) => CureSlab.Of(request));
    }
}
