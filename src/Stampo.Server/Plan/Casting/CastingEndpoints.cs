using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Server.Projects;

namespace Stampo.Server.Plan.Casting;

/// <summary>The linear shrink of each casting in turn, in percent.</summary>
public sealed record ShrinkScaleRequest(IReadOnlyList<double> LinearShrinkPct);

/// <summary>What only poured routes have: attitudes, drawings, generated molds, and their calculators.</summary>
public sealed class CastingEndpoints : IPlanFamilyEndpoints
{
    private static RefusalException NotCast =>
        new(
            "plan.none",
            "This route is not poured, so there is neither pattern nor mold to make. Choose a poured one on the Routes page.",
            "family"
        );

    public void AddTo(IServiceCollection services)
    {
        services.AddSingleton<MoldShapes>();
        services.AddSingleton<SplitMoldFiles>();
        services.AddSingleton<IShapeAnswerer>(s => s.GetRequiredService<SplitMoldFiles>());
    }

    public void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan)
    {
        MapShape(plan);
        MapSplitMold(plan);
        MapCalculators(app);
    }

    private static void MapShape(RouteGroupBuilder plan)
    {
        // Where risers and gate would be with another side up; nothing is kept.
        plan.MapGet(
            "/attitude",
            async (string id, string up, StepStore steps, MoldShapes shapes, CancellationToken cancel) =>
                await shapes.AttitudeAsync(await steps.PartNowAsync(id, cancel), Direction(up), cancel)
        );

        plan.MapGet(
            "/drawing",
            async (string id, string up, StepStore steps, MoldShapes shapes, CancellationToken cancel) =>
                await shapes.DrawingAsync(await steps.PartNowAsync(id, cancel), Direction(up), cancel)
        );

        plan.MapGet(
            "/parting-line",
            async (string id, StepStore steps, MoldShapes shapes, CancellationToken cancel) =>
                await shapes.PartingLineAsync(await steps.PartNowAsync(id, cancel), cancel)
        );

        // Share of the shot that is in when resin comes to each sample: see SampleMap.
        plan.MapGet(
            "/pour/map",
            async ([AsParameters] PlanAt at, HttpContext http, Plans plans, SurfaceAnswers shapes, CancellationToken cancel) =>
            {
                if ((await plans.ChosenAsync(at, cancel)).Choices is not CastingChoices)
                    throw NotCast;
                var (part, _, asked) = await plans.AskedAsync(at, cancel);
                var pour =
                    asked.OfType<PourAsked>().SingleOrDefault()
                    ?? throw new NotFoundException(
                        "How the mold fills is not known: give the part a sound mesh, and halves where it has any."
                    );
                return PartEndpoints.Gzipped(
                    http,
                    await shapes.KeptAsync(part, ("pour map", pour), surface => PouredOver(surface, pour, cancel), cancel)
                );
            }
        );

        plan.MapGet(
            "/pattern/{format}",
            async ([AsParameters] PlanAt at, string format, Plans plans, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
            {
                var (_, answer) = await plans.NeededAsync(at, cancel);
                var scale = (answer.Figures as CastingFigures ?? throw NotCast).Scale;
                var part = await steps.PartNowAsync(at.Id, cancel);
                var mesh = (await intake.OpenAsync(part, cancel)).Mesh;
                var scaled = new Mesh(Array.ConvertAll(mesh.Positions, p => p * scale), mesh.Corners);
                return PartEndpoints.MeshFile(scaled, format, $"{Path.ChangeExtension(part.FileName, null)}-scaled");
            }
        );
    }

    private static byte[] PouredOver(SolidSurface surface, PourAsked asked, CancellationToken cancel) =>
        SampleMap.Pack(surface, SampleMap.OrNone(surface, () => Pouring.Map(surface, asked.On(surface), new Progress(cancel: cancel))));

    private static void MapSplitMold(RouteGroupBuilder plan)
    {
        plan.MapGet(
            "/split",
            async ([AsParameters] PlanAt at, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
            {
                var (part, request) = await RequestAsync(at, plans, cancel);
                return await files.StateAsync(part, request, cancel);
            }
        );

        plan.MapPost(
            "/split",
            async ([AsParameters] PlanAt at, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
            {
                var (part, request) = await RequestAsync(at, plans, cancel);
                await files.StartAsync(part, request, cancel);
                return await files.StateAsync(part, request, cancel);
            }
        );

        plan.MapDelete(
            "/split",
            async ([AsParameters] PlanAt at, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
            {
                var (part, request) = await RequestAsync(at, plans, cancel);
                files.Stop(part, request);
                return await files.StateAsync(part, request, cancel);
            }
        );

        plan.MapGet(
            "/split/{piece}/{format}",
            async (
                [AsParameters] PlanAt at,
                string piece,
                string format,
                HttpContext http,
                Plans plans,
                SplitMoldFiles files,
                CancellationToken cancel
            ) =>
            {
                var (part, request) = await RequestAsync(at, plans, cancel);
                if (format == "drawing")
                    return PartEndpoints.Gzipped(http, await files.DrawingAsync(part, request, piece, cancel));
                var (kept, name) = (
                    await files.PieceAsync(part, request, piece, cancel),
                    $"{Path.ChangeExtension(part.FileName, null)}-{piece}"
                );
                return format == "stl"
                    ? PartEndpoints.StlFile(kept, name)
                    : PartEndpoints.MeshFile(SplitMoldFiles.Read(kept, cancel), format, name);
            }
        );
    }

    /// <summary>The part of a project and the split mold its plan asks for.</summary>
    private static async Task<(StoredPart Part, SplitMoldRequest Request)> RequestAsync(PlanAt at, Plans plans, CancellationToken cancel)
    {
        var (part, choices, library) = await plans.ChosenAsync(at, cancel);
        return choices is CastingChoices casting ? (part, casting.SplitFor(casting.Pour.Material(library.Materials))) : throw NotCast;
    }

    private static void MapCalculators(IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/shrink-scale", (ShrinkScaleRequest request) => ShrinkChain.Scale(request.LinearShrinkPct));
        calc.MapPost("/casting-batch", (CastingBatchRequest request) => CastingBatch.Compute(request));
        calc.MapPost("/silicone-mold", (SiliconeMoldRequest request) => SiliconeMold.Compute(request));
        calc.MapPost("/cure-time", (CureTimeRequest request) => CureTime.Of(request));
        calc.MapPost("/bubble", (BubbleRequest request) => Bubble.Of(request));
        calc.MapPost("/pump-down", (PumpDownRequest request) => PumpDown.Of(request));
    }

    private static Vec3 Direction(string up) =>
        PartForms.Pull(up) ?? throw new RefusalException("input.missing", "Say which way is up: up=x,y,z.", "up");
}
