using Stampo.Core.Plans.Composites;

namespace Stampo.Server.Plan.Composites;

/// <summary>The calculators of fibre in resin: each stands alone, without a project.</summary>
public sealed class CompositeCalculators : IPlanFamilyEndpoints
{
    public void AddTo(IServiceCollection services) { }

    public void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/ply", (PlyRequest request) => Ply.Of(request));
        calc.MapPost("/laminate", (LaminateRequest request) => Laminate.Of(request));
        calc.MapPost("/infusion-line", (InfusionLineRequest request) => Infusion.Line(request));
        calc.MapPost("/infusion-point", (InfusionPointRequest request) => Infusion.Point(request));
        calc.MapPost("/vacuum-drop", (VacuumDropRequest request) => VacuumDrop.Of(request));
    }
}
