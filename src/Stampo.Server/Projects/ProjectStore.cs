using Microsoft.EntityFrameworkCore;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Projects;

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

/// <summary>Projects by id; a removed one is only put away.</summary>
public sealed class ProjectStore(IDbContextFactory<StampoDb> factory, TimeProvider clock)
{
    private const int LongestName = 120,
        LongestRevision = 16;

    /// <summary>A name, or a revision, without what surrounds it; refused when it is too long or none.</summary>
    public static string NameOf(string? name) => Clean(name, "name", LongestName);

    public static string RevisionOf(string? revision) => Clean(revision, "revision", LongestRevision);

    public async Task<bool> AnyAsync(CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Projects.AnyAsync(cancel);
    }

    /// <summary>A page of those in the list, or of those put away, the last touched first, and how many there are in all.</summary>
    public async Task<(List<Project> Page, int Total)> PageAsync(ProjectQuery query, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var asked = Searched(db.Projects.AsNoTracking().Where(p => query.Away ? p.RemovedUtc != null : p.RemovedUtc == null), query.Search);
        var page = await asked
            .OrderByDescending(p => p.TouchedUtc)
            .ThenByDescending(p => p.Id)
            .Skip(query.Skip)
            .Take(query.Take)
            .ToListAsync(cancel);
        return (page, await asked.CountAsync(cancel));
    }

    public async Task<Project> FindAsync(string id, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await FindAsync(db, id, cancel);
    }

    /// <summary>Names of those of these ids that are in the list.</summary>
    public async Task<IReadOnlyDictionary<string, string>> NamesAsync(IEnumerable<string> ids, CancellationToken cancel = default)
    {
        var asked = ids.Distinct().ToList();
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Projects.Where(p => p.RemovedUtc == null && asked.Contains(p.Id)).ToDictionaryAsync(p => p.Id, p => p.Name, cancel);
    }

    public async Task<Project> CreateAsync(string name, string revision = "A", CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var now = clock.Now();
        var project = new Project
        {
            Id = Guid.CreateVersion7().ToString("n"),
            Name = NameOf(name),
            Revision = RevisionOf(revision),
            CreatedUtc = now,
            TouchedUtc = now,
        };
        db.Add(project);
        await db.SaveChangesAsync(cancel);
        return project;
    }

    public async Task<Project> ChangeAsync(string id, string? name, string? revision, bool? removed, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var project = await FindAsync(db, id, cancel);
        project.Name = name is null ? project.Name : NameOf(name);
        project.Revision = revision is null ? project.Revision : RevisionOf(revision);
        project.TouchedUtc = clock.Now();
        project.RemovedUtc = removed switch
        {
            true => project.TouchedUtc,
            false => null,
            null => project.RemovedUtc,
        };
        await db.SaveChangesAsync(cancel);
        return project;
    }

    private static async Task<Project> FindAsync(StampoDb db, string id, CancellationToken cancel) =>
        await db.Projects.FindAsync([id], cancel)
        ?? throw new NotFoundException(
            $"There is no project \"{(id.Length > 40 ? id[..40] : id)}\" here; go back to the list and open one."
        );

    /// <summary>Every word must be in the name or be the revision.</summary>
    private static IQueryable<Project> Searched(IQueryable<Project> projects, string search)
    {
        foreach (var word in search.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var literal = word.Replace("\\", "\\\\", StringComparison.Ordinal)
                .Replace("%", "\\%", StringComparison.Ordinal)
                .Replace("_", "\\_", StringComparison.Ordinal);
            var pattern = $"%{literal}%";
            projects = projects.Where(p => EF.Functions.Like(p.Name, pattern, "\\") || p.Revision == word);
        }

        return projects;
    }

    private static string Clean(string? text, string field, int longest)
    {
        var clean = text?.Trim() ?? "";
        return clean.Length > 0 && clean.Length <= longest
            ? clean
            : throw new RefusalException("input.length", $"The {field} has {clean.Length} characters; give 1 to {longest}.", field);
    }
}
