using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Extensions.Options;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;
using Stampo.Server.Hosting;

namespace Stampo.Server.Part;

public static class PartEndpoints
{
    public const string Step = "part";

    public static void MapPart(this IEndpointRouteBuilder app)
    {
        var limit = app.ServiceProvider.GetRequiredService<IOptions<StampoOptions>>().Value.MaxUploadBytes + 1_000_000;
        var part = app.MapGroup("/api/projects/{id}/part").WithTags("Part");

        part.MapGet("", (string id, StepStore steps, CancellationToken cancel) => steps.ReadAsync(id, Step, StoredPart.None, cancel));

        part.MapPost("/file", async (string id, int version, string? unit, HttpRequest request, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
        {
            var before = await steps.ReadAsync(id, Step, StoredPart.None, cancel);
            var file = await MeshFormAsync(request, cancel);
            var kept = await intake.KeepAsync(file, LengthUnits.Parse(unit), before.Value.Declared, cancel);
            return await steps.SaveAsync(id, Step, new Save<StoredPart>(kept, version), cancel);
        }).Accepts<IFormFile>("multipart/form-data").WithMetadata(new RequestSizeLimitAttribute(limit));

        part.MapPut("", async (string id, Save<PartChange> save, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
        {
            var (unit, declared) = (save.Value.Unit, Check.Given(save.Value.Declared, "declared").Checked());
            var before = await steps.ReadAsync(id, Step, StoredPart.None, cancel);
            var after = before.Value.Hash is null || before.Value.Unit == unit
                ? before.Value with { Unit = unit, Declared = declared }
                : await intake.RemeasureAsync(before.Value, unit, declared, cancel);
            return await steps.SaveAsync(id, Step, new Save<StoredPart>(after, save.Version), cancel);
        });

        part.MapMoves<StoredPart>(Step);

        app.MapGet("/api/meshes/{hash}/drawing", async (string hash, MeshIntake intake, HttpContext http, CancellationToken cancel) =>
        {
            var mesh = await intake.FindAsync(hash, cancel);
            KeepForever(http);
            http.Response.Headers.ContentEncoding = "gzip";
            return TypedResults.Bytes(mesh.Drawing, "application/octet-stream");
        }).WithTags("Part");

        app.MapGet("/api/meshes/{hash}/picture.png", async (string hash, MeshIntake intake, HttpContext http, CancellationToken cancel) =>
        {
            var mesh = await intake.FindAsync(hash, cancel);
            KeepForever(http);
            return TypedResults.Bytes(mesh.Picture, "image/png");
        }).WithTags("Part");

        app.MapPost("/api/calc/mesh-check", async (HttpRequest request, MeshIntake intake, CancellationToken cancel) =>
        {
            var file = await MeshFormAsync(request, cancel);
            var unit = LengthUnits.Parse(request.Form["unit"]);
            return (await intake.CheckAsync(file, unit, PullFrom(request.Form["pull"]), cancel)).Report;
        }).Accepts<IFormFile>("multipart/form-data").WithMetadata(new RequestSizeLimitAttribute(limit)).WithTags("Calculators");
    }

    private static async Task<IFormFile> MeshFormAsync(HttpRequest request, CancellationToken cancel)
    {
        if (!request.HasFormContentType)
            throw new BadHttpRequestException("Send the mesh as multipart/form-data with a field called \"file\".");
        var form = await request.ReadFormAsync(cancel);
        return form.Files.GetFile("file") ?? throw new BadHttpRequestException("The form has no file in a field called \"file\".");
    }

    /// <summary>"x,y,z", not all zero; nothing given means a pull is proposed.</summary>
    private static Vec3? PullFrom(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var numbers = text.Split(',').Select(part => double.TryParse(part, CultureInfo.InvariantCulture, out var n) && Math.Abs(n) < 1e6 ? n : double.NaN).ToArray();
        return numbers is [var x, var y, var z] && new Vec3(x, y, z).Length > 1e-6
            ? new Vec3(x, y, z)
            : throw new RefusalException("input.pull", $"\"{(text.Length > 40 ? text[..40] : text)}\" is not a direction; give three numbers as x,y,z, such as 0,0,1.", "pull");
    }

    /// <summary>A mesh is found by its content, so what is fetched once never changes.</summary>
    private static void KeepForever(HttpContext http) => http.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
}
