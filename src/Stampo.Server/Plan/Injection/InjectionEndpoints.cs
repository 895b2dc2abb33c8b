using System.Runtime.InteropServices;
using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Plan.Injection;

/// <summary>What only plans of injection tools have: the tool as it is drawn, and maps over the part.</summary>
public sealed class InjectionEndpoints : IPlanFamilyEndpoints
{
    private static RefusalException NotInjected =>
        new("plan.none", "This route has no injection tool to draw. Choose one that is injection molded on the Routes page.", "family");

    public void AddTo(IServiceCollection services)
    {
        services.AddSingleton<ReadTools>();
        services.AddSingleton<IFindsOut>(s => s.GetRequiredService<ReadTools>());
        services.AddSingleton<IShapeAnswerer>(s => s.GetRequiredService<ReadTools>());
    }

    public void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan)
    {
        // One cavity, front and section; the page lays it out.
        plan.MapGet(
            "/tool",
            async ([AsParameters] PlanAt at, Plans plans, SurfaceAnswers shapes, CancellationToken cancel) =>
            {
                var (part, figures) = await MeshedAsync(at, plans, cancel);
                return await DrawnAsync(part, figures.Shape!, shapes, cancel);
            }
        );

        // What a toolmaker is asked with, on paper.
        plan.MapGet(
            "/tool/request.pdf",
            async (
                [AsParameters] PlanAt at,
                Plans plans,
                SurfaceAnswers shapes,
                ProjectStore projects,
                TimeProvider clock,
                CancellationToken cancel
            ) =>
            {
                var (part, figures) = await ToolAsync(at, plans, cancel);
                var project = await projects.FindAsync(at.Id, cancel);
                var drawing = figures.Shape is { } shape ? await DrawnAsync(part, shape, shapes, cancel) : null;
                var pdf = new ToolRequestPdf(project.Name, project.Revision, clock.Today(), figures, drawing).Write();
                return TypedResults.File(pdf, "application/pdf", "tool-request.pdf");
            }
        );

        // The part as the cavity is cut: larger by the shrink.
        plan.MapGet(
            "/tool/model/{format}",
            async ([AsParameters] PlanAt at, string format, Plans plans, MeshIntake intake, CancellationToken cancel) =>
            {
                var (part, figures) = await MeshedAsync(at, plans, cancel);
                var scale = 1 + figures.Material.ShrinkPct.Likely / 100;
                var mesh = (await intake.OpenAsync(part, cancel)).Mesh;
                var scaled = new Mesh(Array.ConvertAll(mesh.Positions, p => p * scale), mesh.Corners);
                return PartEndpoints.MeshFile(scaled, format, $"{Path.ChangeExtension(part.FileName, null)}-cavity");
            }
        );

        // Flow length ÷ wall of each sample, and what a change means there: see SampleMap.
        plan.MapGet(
            "/tool/map",
            async ([AsParameters] PlanAt at, HttpContext http, Plans plans, SurfaceAnswers shapes, CancellationToken cancel) =>
            {
                var (part, figures) = await MeshedAsync(at, plans, cancel);
                var filling = FillingAsked.From(figures.Feed.Gates.Select(g => g.At.PointMm));
                var pull = await shapes.PullAsync(part, cancel);
                var limits = figures.Cutters;
                return PartEndpoints.Gzipped(
                    http,
                    await shapes.KeptAsync(
                        part,
                        ("tool map", pull, limits, filling),
                        surface => MapOf(surface, filling, pull, limits, cancel),
                        cancel
                    )
                );
            }
        );
    }

    private static async Task<(StoredPart Part, InjectionFigures Figures)> ToolAsync(PlanAt at, Plans plans, CancellationToken cancel)
    {
        var whole = await plans.OfAsync(at, cancel);
        var (part, _, _) = await plans.ChosenAsync(at, cancel);
        return whole.Answer?.Figures is InjectionFigures figures ? (part, figures) : throw NotInjected;
    }

    private static async Task<(StoredPart Part, InjectionFigures Figures)> MeshedAsync(PlanAt at, Plans plans, CancellationToken cancel)
    {
        var tool = await ToolAsync(at, plans, cancel);
        return tool.Figures.Shape is not null
            ? tool
            : throw new NotFoundException("The part has no sound mesh, so there is no cavity to draw. Give it one on the Part page.");
    }

    private static Task<ToolDrawing> DrawnAsync(StoredPart part, ToolShape shape, SurfaceAnswers shapes, CancellationToken cancel)
    {
        var toCore = new Vec3(shape.ToCore[0], shape.ToCore[1], shape.ToCore[2]);
        return shapes.KeptAsync(part, ("tool drawing", toCore), surface => ToolDrawing.Of(surface, toCore), cancel);
    }

    private static byte[] MapOf(SolidSurface surface, FillingAsked filling, Vec3 pull, CutterLimits limits, CancellationToken cancel)
    {
        var progress = new Progress(cancel: cancel);
        var ratio = SampleMap.OrNone(surface, () => Filling.Map(surface, filling.Gates, progress));
        return SampleMap.Pack(surface, ratio, MemoryMarshal.AsBytes<ChangePlace>(ChangeMap.Of(surface, pull, limits, progress)));
    }
}
