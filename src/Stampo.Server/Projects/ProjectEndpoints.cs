using System.Globalization;
using Stampo.Core.Working;
using Stampo.Server.Projects.Archive;

namespace Stampo.Server.Projects;

public sealed record NewProject(string Name, string? Revision = null);

/// <summary>What is given is changed, what is null stays. Removed puts the project away or takes it back.</summary>
public sealed record ProjectChange(string? Name = null, string? Revision = null, bool? Removed = null);

/// <summary>Which projects to list: a page of those whose name holds every word, of those in the list or of those put away.</summary>
public sealed record ProjectQuery(string Search, bool Away, int Skip, int Take)
{
    public const int Page = 50,
        Most = 200;

    private const int LongestSearch = 120;

    public static ProjectQuery Of(string? search, bool? away, int? skip, int? take) =>
        new(
            search is { Length: > LongestSearch } ? search[..LongestSearch] : search ?? "",
            away ?? false,
            (int)Check.Between(skip ?? 0, 0, 10_000_000, "skip", "projects", "the list starts at its first"),
            (int)Check.Between(take ?? Page, 1, Most, "take", "projects", "longer lists come page by page")
        );
}

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
