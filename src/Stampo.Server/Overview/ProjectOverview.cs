using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Overview;

/// <summary>Which steps of a project hold something.</summary>
public sealed record StepsDone(bool Part, bool Brief, bool Routes, bool Plan, bool Bench, bool Log);

/// <summary>A project as the list and the job strip show it.</summary>
public sealed record ProjectSummary(
    string Id,
    string Name,
    string Revision,
    Instant TouchedUtc,
    Instant? RemovedUtc,
    string? MeshHash,
    IReadOnlyList<double>? BboxMm,
    double? VolumeCm3,
    string? Fault,
    long Demand,
    string? DecidedRoute,
    StepsDone Done
);

public sealed class ProjectOverview(IDbContextFactory<StampoDb> factory, DocumentForms forms, ProjectStore projects)
{
    public async Task<(IReadOnlyList<ProjectSummary> Page, int Total)> PageAsync(ProjectQuery query, CancellationToken cancel = default)
    {
        var (page, total) = await projects.PageAsync(query, cancel);
        return (await SummariesAsync(page, cancel), total);
    }

    public async Task<ProjectSummary> FindAsync(string id, CancellationToken cancel = default) =>
        (await SummariesAsync([await projects.FindAsync(id, cancel)], cancel))[0];

    private async Task<List<ProjectSummary>> SummariesAsync(List<Project> list, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var ids = list.ConvertAll(p => p.Id);
        var contents = await db.Standing()
            .Where(s => ids.Contains(s.ProjectId) && StepsRead.Contains(s.Step))
            .ToDictionaryAsync(s => (s.ProjectId, s.Step), s => new Document(s.Step, s.Schema, s.Json), cancel);
        var decisions = await db
            .Decisions.Where(d => ids.Contains(d.ProjectId))
            .GroupBy(d => d.ProjectId)
            .Select(group => group.OrderByDescending(d => d.Id).First())
            .ToDictionaryAsync(d => d.ProjectId, d => new Document(DocumentForms.Decision, d.Schema, d.Json), cancel);
        var planned = (
            await db
                .Documents.Where(d => ids.Contains(d.ProjectId) && d.Step.StartsWith(Plans.EarlierStep))
                .Select(d => new { d.ProjectId, d.Step })
                .ToListAsync(cancel)
        )
            .Select(d => (d.ProjectId, d.Step))
            .ToHashSet();
        var run = (
            await db.Runs.Where(r => ids.Contains(r.ProjectId) && r.OverUtc != null).Select(r => r.ProjectId).Distinct().ToListAsync(cancel)
        ).ToHashSet();
        var measured = (
            await db.Measured.Where(m => ids.Contains(m.ProjectId)).Select(m => m.ProjectId).Distinct().ToListAsync(cancel)
        ).ToHashSet();
        return list.ConvertAll(project =>
            Summary(
                project,
                new Kept(
                    contents.GetValueOrDefault((project.Id, PartEndpoints.Step)),
                    contents.GetValueOrDefault((project.Id, BriefEndpoints.Step)),
                    decisions.GetValueOrDefault(project.Id),
                    contents.GetValueOrDefault((project.Id, Plans.EarlierStep)),
                    routeId => planned.Contains((project.Id, Plans.StepOf(routeId))),
                    run.Contains(project.Id),
                    measured.Contains(project.Id)
                )
            )
        );
    }

    private static readonly string[] StepsRead = [PartEndpoints.Step, BriefEndpoints.Step, Plans.EarlierStep];

    /// <summary>What the steps of a project hold, as it is kept; null for what was never saved.</summary>
    private sealed record Kept(
        Document? Part,
        Document? Brief,
        Document? Decision,
        Document? EarlierPlan,
        Func<string, bool> IsPlanned,
        bool IsRun,
        bool IsMeasured
    );

    private sealed record Document(string Kind, int Schema, string Json);

    private T Read<T>(Document kept) => Json.Read<T>(forms.BroughtUp(kept.Kind, kept.Schema, kept.Json));

    /// <summary>What is read of a decision for the list: a whole one holds every lane.</summary>
    private sealed record Decided(string RouteName, DecidedSequence Sequence)
    {
        public IEnumerable<string> RouteIds => Sequence.Stretches.Select(s => s.RouteId);
    }

    private sealed record DecidedSequence(IReadOnlyList<DecidedRoute> Stretches);

    private sealed record DecidedRoute(string RouteId);

    private bool IsPlanned(string routeId, Kept kept) =>
        kept.IsPlanned(routeId) || (kept.EarlierPlan is not null && Read<DecidedRoute>(kept.EarlierPlan).RouteId == routeId);

    private ProjectSummary Summary(Project project, Kept kept)
    {
        try
        {
            var part = kept.Part is null ? StoredPart.None : Read<StoredPart>(kept.Part);
            var facts = part.Facts(null);
            var brief = kept.Brief is null ? new Core.Briefs.Brief() : Read<Core.Briefs.Brief>(kept.Brief);
            var decided = kept.Decision is null ? null : Read<Decided>(kept.Decision);
            return new ProjectSummary(
                project.Id,
                project.Name,
                project.Revision,
                project.TouchedUtc,
                project.RemovedUtc,
                part.Hash,
                part.Report?.BboxMm ?? (part.Declared.Size is { } size ? [size.LengthMm, size.WidthMm, size.HeightMm] : null),
                facts?.VolumeCm3,
                part.Report?.Messages.FirstOrDefault(m => m.Severity == Core.Parts.Severity.Fault)?.Text,
                brief.TotalQuantity,
                decided?.RouteName,
                new StepsDone(
                    facts is not null,
                    brief.Demand.Count > 0,
                    decided is not null,
                    decided is not null && decided.RouteIds.Any(id => IsPlanned(id, kept)),
                    kept.IsRun,
                    kept.IsMeasured
                )
            );
        }
        // Whatever is wrong with what one project keeps, the others are shown.
        catch (Exception bad) when (bad is not OperationCanceledException)
        {
            return new ProjectSummary(
                project.Id,
                project.Name,
                project.Revision,
                project.TouchedUtc,
                project.RemovedUtc,
                null,
                null,
                null,
                "What is kept of this project can't be read whole; put a backup copy of the data in its place.",
                0,
                null,
                new StepsDone(false, false, false, false, false, false)
            );
        }
    }
}
