namespace Stampo.Server.Projects;

public sealed record NewProject(string Name, string? Revision = null);

/// <summary>What is given is changed, what is null stays. Removed puts the project away or takes it back.</summary>
public sealed record ProjectChange(string? Name = null, string? Revision = null, bool? Removed = null);

public static class ProjectEndpoints
{
    public static void MapProjects(this IEndpointRouteBuilder app)
    {
        var projects = app.MapGroup("/api/projects").WithTags("Projects");
        projects.MapGet("", (ProjectOverview overview, CancellationToken cancel) => overview.ListAsync(cancel));
        projects.MapPost("", async (NewProject project, ProjectStore store, CancellationToken cancel) =>
        {
            var made = await store.CreateAsync(project.Name, project.Revision ?? "A", cancel);
            return TypedResults.Created($"/api/projects/{made.Id}", made);
        });
        projects.MapGet("/{id}", (string id, ProjectOverview overview, CancellationToken cancel) => overview.FindAsync(id, cancel));
        projects.MapPatch("/{id}", (string id, ProjectChange change, ProjectStore store, CancellationToken cancel) =>
            store.ChangeAsync(id, change.Name, change.Revision, change.Removed, cancel));
    }
}
