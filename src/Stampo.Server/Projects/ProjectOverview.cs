using Microsoft.EntityFrameworkCore;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Server.Plan;
using Stampo.Server.Routes;
using Stampo.Storage;

namespace Stampo.Server.Projects;

/// <summary>Which steps of a project hold something.</summary>
public sealed record StepsDone(bool Part, bool Brief, bool Routes, bool Plan);

/// <summary>A project as the list and the job strip show it.</summary>
public sealed record ProjectSummary(
    string Id,
    string Name,
    string Revision,
    DateTime TouchedUtc,
    string? MeshHash,
    IReadOnlyList<double>? BboxMm,
    double? VolumeCm3,
    string? Fault,
    long Demand,
    string? DecidedRoute,
    StepsDone Done);

public sealed class ProjectOverview(IDbContextFactory<StampoDb> factory, ProjectStore projects)
{
    public async Task<IReadOnlyList<ProjectSummary>> ListAsync(CancellationToken cancel = default) =>
        await SummariesAsync(await projects.ListAsync(cancel), cancel);

    public async Task<ProjectSummary> FindAsync(string id, CancellationToken cancel = default) =>
        (await SummariesAsync([await projects.FindAsync(id, cancel)], cancel))[0];

    private async Task<List<ProjectSummary>> SummariesAsync(List<Project> list, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var ids = list.ConvertAll(p => p.Id);
        var contents = await (
            from document in db.Documents
            join state in db.States on new { document.ProjectId, document.Step, Ordinal = document.Cursor } equals new { state.ProjectId, state.Step, state.Ordinal }
            where ids.Contains(document.ProjectId)
            select new { document.ProjectId, document.Step, state.Json }).ToDictionaryAsync(c => (c.ProjectId, c.Step), c => c.Json, cancel);
        var decisions = await db.Decisions.Where(d => ids.Contains(d.ProjectId)).GroupBy(d => d.ProjectId)
            .Select(group => group.OrderByDescending(d => d.Id).First()).ToDictionaryAsync(d => d.ProjectId, d => d.Json, cancel);
        return list.ConvertAll(project => Summary(project,
            contents.TryGetValue((project.Id, PartEndpoints.Step), out var part) ? Json.Read<StoredPart>(part) : StoredPart.None,
            contents.TryGetValue((project.Id, BriefEndpoints.Step), out var brief) ? Json.Read<Core.Briefs.Brief>(brief) : new Core.Briefs.Brief(),
            decisions.TryGetValue(project.Id, out var decided) ? Json.Read<DecisionRecord>(decided) : null,
            contents.ContainsKey((project.Id, PlanEndpoints.Step))));
    }

    private static ProjectSummary Summary(Project project, StoredPart part, Core.Briefs.Brief brief, DecisionRecord? decided, bool planned) => new(
        project.Id, project.Name, project.Revision, project.TouchedUtc, part.Hash, part.Report?.BboxMm ?? (part.Declared.Size is { } size ? [size.LengthMm, size.WidthMm, size.HeightMm] : null),
        part.Facts(null)?.VolumeCm3, part.Report?.Messages.FirstOrDefault(m => m.Severity == Core.Parts.Severity.Fault)?.Text,
        brief.TotalQuantity, decided?.RouteName,
        new StepsDone(part.Facts(null) is not null, brief.Demand.Count > 0, decided is not null, planned));
}
