using System.Globalization;
using Stampo.Server.Archive;
using Stampo.Server.Projects;

namespace Stampo.Server.Overview;

public sealed record NewProject(string Name, string? Revision = null);

/// <summary>What is given is changed, what is null stays. Removed puts the project away or takes it back.</summary>
public sealed record ProjectChange(string? Name = null, string? Revision = null, bool? Removed = null);

public static class ProjectEndpoints
{
    /// <summary>How many projects the question has in all; the answer holds one page of them.</summary>
    public const string TotalHeader = "X-Total-Count";

    public static void MapProjects(this IEndpointRouteBuilder app)
    {
        var projects = app.MapGroup("/api/projects").WithTags("Projects");
        projects.MapGet(
            "",
            async (
                string? search,
                bool? away,
                int? skip,
                int? take,
                ProjectOverview overview,
                HttpContext http,
                CancellationToken cancel
            ) =>
            {
                var (page, total) = await overview.PageAsync(ProjectQuery.Of(search, away, skip, take), cancel);
                http.Response.Headers[TotalHeader] = total.ToString(CultureInfo.InvariantCulture);
                return page;
            }
        );
        projects.MapPost(
            "",
            async (NewProject project, ProjectStore store, CancellationToken cancel) =>
            {
                var made = await store.CreateAsync(project.Name, project.Revision ?? "A", cancel);
                return TypedResults.Created($"/api/projects/{made.Id}", made);
            }
        );
        projects.MapArchives();
        projects.MapGet("/{id}", (string id, ProjectOverview overview, CancellationToken cancel) => overview.FindAsync(id, cancel));
        projects.MapPatch(
            "/{id}",
            (string id, ProjectChange change, ProjectStore store, CancellationToken cancel) =>
                store.ChangeAsync(id, change.Name, change.Revision, change.Removed, cancel)
        );
    }
}
