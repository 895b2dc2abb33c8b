using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Composites;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;

namespace Stampo.Server.Plan.Composites;

/// <summary>When resin comes by a place; null where it does not come.</summary>
public sealed record ProbedFill(double[] At, double? Seconds);

/// <param name="FillSeconds">Until the last place that is reached.</param>
/// <param name="LastAt">That place.</param>
/// <param name="Dry">A place of each piece that no resin reaches.</param>
/// <param name="Probes">As asked.</param>
public sealed record InfusionMeshAnswer(double FillSeconds, double[] LastAt, IReadOnlyList<double[]> Dry, IReadOnlyList<ProbedFill> Probes);

/// <summary>The calculators of fibre in resin: each stands alone, without a project.</summary>
public sealed class CompositeCalculators : IPlanFamilyEndpoints
{
    private const int MostFeeds = 100,
        MostProbes = 1_000;

    /// <summary>A surface takes a processor for some seconds: the others wait for their turn.</summary>
    private static readonly Turns Turn = new(1);

    public void AddTo(IServiceCollection services) { }

    public void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/ply", (PlyRequest request) => Ply.Of(request));
        calc.MapPost("/laminate", (LaminateRequest request) => Laminate.Of(request));
        calc.MapPost("/infusion-line", (InfusionLineRequest request) => Infusion.Line(request));
        calc.MapPost("/infusion-point", (InfusionPointRequest request) => Infusion.Point(request));
        calc.MapPost("/vacuum-drop", (VacuumDropRequest request) => VacuumDrop.Of(request));
        calc.MapPost(
                "/infusion-mesh",
                async (HttpRequest request, MeshIntake intake, CancellationToken cancel) =>
                {
                    var file = await Forms.ArrivingAsync(request, "surface.stl", cancel);
                    var form = request.Form;
                    var stack = StackOf(form);
                    var probes = FormFields.Places(form["probes"], "probes", MostProbes);
                    var feeds = FeedsOf(form);
                    var cell = FormFields.Number(form["cellMm"], "cellMm");
                    if (cell is { } mm)
                        Check.Between(mm, 0.01, 10_000, "cellMm", "mm", "the longest edge");
                    var mesh = await intake.ReadAsync(file, LengthUnits.Parse(form["unit"]), cancel);
                    return await Turn.RunAsync(
                        () =>
                        {
                            var fill = InfusionFill.Of(mesh, feeds, cell, new Progress(cancel: cancel));
                            return new InfusionMeshAnswer(
                                fill.Seconds(stack),
                                fill.LastAt.ToArray(),
                                [.. fill.Dry().Select(at => at.ToArray())],
                                [.. probes.Select(p => new ProbedFill(p.ToArray(), fill.SecondsAt(p, stack)))]
                            );
                        },
                        cancel
                    );
                }
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(MeshLimit.Of(app));
    }

    private static InfusedFibre StackOf(IFormCollection form)
    {
        double Needed(string field) => FormFields.Number(form[field], field) ?? throw FormFields.Missing(field);
        return new InfusedFibre(Needed("porosity"), Needed("viscosityPaS"), Needed("permeabilityM2"), Needed("pressureDropPa")).Checked();
    }

    private static Feeds FeedsOf(IFormCollection form)
    {
        var ports = FormFields.Places(form["ports"], "ports", MostFeeds);
        var lines = FormFields.Of<double[][][]>(form["lines"], "lines") ?? [];
        Check.Between(lines.Length, 0, MostFeeds, "lines", "lines", "one bag");
        if (ports.Count + lines.Length == 0)
            throw new RefusalException("infusion.no-feed", "Nothing feeds it: give ports, lines, or both.", "ports");
        var radius = FormFields.Number(form["portRadiusMm"], "portRadiusMm");
        if (ports.Count > 0)
            Check.Between(radius ?? throw FormFields.Missing("portRadiusMm"), 0.1, 1_000, "portRadiusMm", "mm", "the mouth of a pipe");
        return new Feeds(ports, radius ?? 0, [.. lines.Select(LineOf)]);
    }

    private static (Vec3, Vec3) LineOf(double[][]? line) =>
        line is [var from, var to]
            ? (FormFields.Place(from, "lines"), FormFields.Place(to, "lines"))
            : throw new RefusalException("input.line", "A line is two places: [[x,y,z],[x,y,z]] in mm.", "lines");
}
