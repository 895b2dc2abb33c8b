using Microsoft.AspNetCore.Mvc;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Server.Projects;

namespace Stampo.Server.Archive;

internal static class ArchiveEndpoints
{
    public static void AddArchives(this IServiceCollection services)
    {
        services.AddSingleton<ArchiveWriter>();
        services.AddSingleton<ArchiveIntake>();
    }

    public static void MapArchives(this RouteGroupBuilder projects)
    {
        // Written beside, then sent: a slow line holds no connection to the data.
        projects
            .MapGet(
                "/{id}/archive.zip",
                async (string id, ArchiveWriter archives, ProjectStore store, CancellationToken cancel) =>
                {
                    var project = await store.FindAsync(id, cancel);
                    var file = UploadFolder.Beside();
                    try
                    {
                        await archives.WriteAsync(id, file, cancel);
                        file.Position = 0;
                        return TypedResults.Stream(file, "application/zip", $"{project.Name} rev {project.Revision}.zip");
                    }
                    catch
                    {
                        await file.DisposeAsync();
                        throw;
                    }
                }
            )
            .ExcludeFromDescription();

        projects
            .MapPost(
                "/archive",
                async (
                    bool? record,
                    HttpRequest request,
                    ArchiveIntake intake,
                    StepStore steps,
                    Studies studies,
                    CancellationToken cancel
                ) =>
                {
                    var taken = await intake.TakeInAsync(await Forms.FileAsync(request, cancel), record ?? true, cancel);
                    await studies.FollowAsync(StoredPart.None, await steps.PartNowAsync(taken.Project.Id, cancel), cancel);
                    return TypedResults.Created($"/api/projects/{taken.Project.Id}", taken);
                }
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(new RequestSizeLimitAttribute(ArchiveForm.LargestBytes + 100_000));
    }
}
