using Microsoft.AspNetCore.Http.HttpResults;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Part;

/// <summary>A stroke of picking the show side, over the version the page shows.</summary>
public sealed record PickRequest(ShowPick Pick, int Version);

/// <summary>Mends to do, over the version the page shows.</summary>
public sealed record MendOrder(IReadOnlyList<Mend> Mends, int Version);

public static class PartEndpoints
{
    public const string Step = "part";

    public static void MapPart(this IEndpointRouteBuilder app)
    {
        var limit = MeshLimit.Of(app);
        var part = app.MapGroup("/api/projects/{id}/part").WithTags("Part");
        part.MapDocument(limit);
        part.MapMoves<StoredPart>(Step);
        part.MapStudy();
        part.MapMending();
        part.MapShowSide();
        part.MapExport();
        app.MapMeshes();
        app.MapMeshCheck(limit);
    }

    private static Task<Versioned<StoredPart>> PartAsync(this StepStore steps, string id, CancellationToken cancel) =>
        steps.ReadAsync(id, Step, StoredPart.None, cancel);

    internal static async Task<StoredPart> PartNowAsync(this StepStore steps, string id, CancellationToken cancel) =>
        (await steps.PartAsync(id, cancel)).Value;

    private static Task<Versioned<StoredPart>> SavePartAsync(
        this StepStore steps,
        string id,
        StoredPart part,
        int version,
        CancellationToken cancel
    ) => steps.SaveAsync(id, Step, new Save<StoredPart>(part, version), cancel: cancel);

    private static void MapDocument(this RouteGroupBuilder part, MeshLimit limit)
    {
        part.MapGet("", (string id, StepStore steps, CancellationToken cancel) => steps.PartAsync(id, cancel));

        part.MapPost(
                "/file",
                async (
                    string id,
                    int version,
                    string? unit,
                    string? sourceName,
                    string? sourceSha256,
                    HttpRequest request,
                    StepStore steps,
                    MeshIntake intake,
                    Studies studies,
                    CancellationToken cancel
                ) =>
                {
                    var before = await steps.PartAsync(id, cancel);
                    var file = await Forms.ArrivingAsync(request, "part.stl", cancel);
                    var kept = await intake.KeepAsync(file, LengthUnits.Parse(unit), before.Value.Declared, cancel) with
                    {
                        Source = PartForms.Source(sourceName, sourceSha256),
                    };
                    var saved = await steps.SavePartAsync(id, kept, version, cancel);
                    await studies.FollowAsync(before.Value, kept, cancel);
                    return saved;
                }
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(limit, new ReadsAsItComes());

        part.MapPut(
            "",
            async (string id, Save<PartChange> save, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
            {
                var change = Check.Given(save.Value, "value");
                var (unit, declared, pull) = (change.Unit, Check.Given(change.Declared, "declared").Checked(), PartForms.Unit(change.Pull));
                var before = await steps.PartNowAsync(id, cancel);
                var after =
                    before.Hash is null || before.Unit == unit || before.Report?.StatedUnit is not null
                        ? before
                        : await intake.RemeasureAsync(before, unit, cancel);
                return await steps.SavePartAsync(id, after with { Declared = declared, Pull = pull }, save.Version, cancel);
            }
        );
    }

    private static void MapStudy(this RouteGroupBuilder part)
    {
        part.MapGet(
            "/study",
            async (string id, StepStore steps, Studies studies, CancellationToken cancel) =>
                await studies.StateAsync(await steps.PartNowAsync(id, cancel), cancel)
        );

        part.MapPost(
            "/study",
            async (string id, StepStore steps, Studies studies, CancellationToken cancel) =>
            {
                var value = await steps.PartNowAsync(id, cancel);
                await studies.StartAsync(value, cancel);
                return await studies.StateAsync(value, cancel);
            }
        );

        part.MapDelete(
            "/study",
            async (string id, StepStore steps, Studies studies, CancellationToken cancel) =>
            {
                var value = await steps.PartNowAsync(id, cancel);
                studies.Stop(value);
                return await studies.StateAsync(value, cancel);
            }
        );

        part.MapGet(
            "/maps",
            async (string id, StepStore steps, Studies studies, HttpContext http, CancellationToken cancel) =>
                Gzipped(http, await studies.MapsAsync(await steps.PartNowAsync(id, cancel), cancel))
        );
    }

    private static void MapMending(this RouteGroupBuilder part)
    {
        part.MapGet(
            "/mending",
            async (string id, StepStore steps, Mending mending, CancellationToken cancel) =>
                await mending.OffersAsync(await steps.PartNowAsync(id, cancel), cancel)
        );

        part.MapPost(
            "/mending/preview",
            async (string id, MendRequest request, StepStore steps, Mending mending, CancellationToken cancel) =>
                await mending.PreviewAsync(await steps.PartNowAsync(id, cancel), request, cancel)
        );

        part.MapPost(
            "/mending",
            async (string id, MendOrder order, StepStore steps, Mending mending, Studies studies, CancellationToken cancel) =>
            {
                var before = await steps.PartNowAsync(id, cancel);
                var mended = await mending.MendAsync(before, new MendRequest(order.Mends), cancel);
                var saved = await steps.SavePartAsync(id, mended, order.Version, cancel);
                await studies.FollowAsync(before, mended, cancel);
                return saved;
            }
        );
    }

    private static void MapShowSide(this RouteGroupBuilder part)
    {
        // A byte a triangle of the true mesh: 1 for show side.
        part.MapGet(
            "/show-side",
            async (string id, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
            {
                var value = await steps.PartNowAsync(id, cancel);
                return TypedResults.Bytes(
                    Array.ConvertAll(
                        ShowSide.Of(await intake.OpenAsync(value, cancel), value.ShowPicks),
                        shown => shown ? (byte)1 : (byte)0
                    ),
                    "application/octet-stream"
                );
            }
        );

        part.MapPost(
            "/show-side",
            async (string id, PickRequest request, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
            {
                var value = await steps.PartNowAsync(id, cancel);
                var mesh = await intake.OpenAsync(value, cancel);
                ShowSide.Check(mesh, Check.Given(request.Pick, "pick"));
                if (value.ShowPicks.Count >= ShowSide.MostPicks)
                    throw new RefusalException(
                        "input.too-many",
                        $"{ShowSide.MostPicks} strokes are kept; clear the show side and pick with a wider angle.",
                        "pick"
                    );
                IReadOnlyList<ShowPick> picks = [.. value.ShowPicks, request.Pick];
                return await steps.SavePartAsync(
                    id,
                    value with
                    {
                        ShowPicks = picks,
                        ShowAreaCm2 = ShowSide.AreaCm2(mesh, picks),
                    },
                    request.Version,
                    cancel
                );
            }
        );

        part.MapPost(
            "/show-side/clear",
            async (string id, Move from, StepStore steps, CancellationToken cancel) =>
                await steps.SavePartAsync(
                    id,
                    await steps.PartNowAsync(id, cancel) with
                    {
                        ShowPicks = [],
                        ShowAreaCm2 = null,
                    },
                    from.Version,
                    cancel
                )
        );
    }

    private static void MapExport(this RouteGroupBuilder part) =>
        part.MapGet(
            "/export/{format}",
            async (string id, string format, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
            {
                var value = await steps.PartNowAsync(id, cancel);
                var mesh = (await intake.OpenAsync(value, cancel)).Mesh;
                return MeshFile(mesh, format, Path.ChangeExtension(value.FileName, null)!);
            }
        );

    /// <summary>A mesh as a file of an open format.</summary>
    internal static FileContentHttpResult MeshFile(Mesh mesh, string format, string name) =>
        format switch
        {
            "stl" => StlFile(StlWriter.Write(mesh), name),
            "3mf" => TypedResults.File(ThreeMfWriter.Write(mesh), "model/3mf", $"{name}.3mf"),
            _ => throw new NotFoundException(
                $"There is no export called \"{(format.Length > 20 ? format[..20] : format)}\"; stl and 3mf there are."
            ),
        };

    internal static FileContentHttpResult StlFile(byte[] stl, string name) => TypedResults.File(stl, "model/stl", $"{name}.stl");

    private static void MapMeshes(this IEndpointRouteBuilder app)
    {
        var meshes = app.MapGroup("/api/meshes/{hash}").WithTags("Part");

        meshes.MapGet(
            "/drawing",
            async (string hash, MeshIntake intake, HttpContext http, CancellationToken cancel) =>
            {
                var drawing = await intake.DrawingAsync(hash, cancel);
                KeepForever(http);
                return Gzipped(http, drawing);
            }
        );

        meshes.MapGet(
            "/picture.png",
            async (string hash, MeshIntake intake, HttpContext http, CancellationToken cancel) =>
            {
                var picture = await intake.PictureAsync(hash, cancel);
                KeepForever(http);
                return TypedResults.Bytes(picture, "image/png");
            }
        );
    }

    private static void MapMeshCheck(this IEndpointRouteBuilder app, MeshLimit limit) =>
        app.MapPost(
                "/api/calc/mesh-check",
                async (HttpRequest request, MeshIntake intake, CancellationToken cancel) =>
                {
                    var file = await Forms.ArrivingAsync(request, "part.stl", cancel);
                    var unit = LengthUnits.Parse(request.Form["unit"]);
                    return await intake.CheckAsync(file, unit, PartForms.Pull(request.Form["pull"]), cancel);
                }
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(limit)
            .WithTags("Calculators");

    internal static FileContentHttpResult Gzipped(HttpContext http, byte[] packed)
    {
        http.Response.Headers.ContentEncoding = "gzip";
        return TypedResults.Bytes(packed, "application/octet-stream");
    }

    /// <summary>A mesh is found by its content, so what is fetched once never changes.</summary>
    private static void KeepForever(HttpContext http) => http.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
}
