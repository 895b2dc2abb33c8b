using Microsoft.EntityFrameworkCore;
using Stampo.Core.Comparison;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Routes;

public sealed record NewDecision(string RouteId, double Quantity, string Reason, string By);

/// <summary>
/// A decision as it was taken: who, when, why, and the lanes, part and brief it stood on. Nothing in it changes later.
/// </summary>
public sealed record DecisionRecord(
    string RouteId,
    string RouteName,
    double Quantity,
    string Reason,
    string By,
    DateTime DecidedUtc,
    IReadOnlyList<Lane> Lanes,
    Core.Parts.PartFacts Part,
    Core.Briefs.Brief Brief,
    int PartVersion,
    int BriefVersion)
{
    public int Id { get; init; }

    /// <summary>The rates it was costed with; empty in records made before they were kept.</summary>
    public IReadOnlyList<Rate> Rates { get; init; } = [];

    /// <summary>What-ifs that stood when it was taken.</summary>
    public WhatIf WhatIf { get; init; } = WhatIf.None;
}

/// <summary>What is no longer as it was when the decision was taken, and its price then and now. Null now: the routes can't be costed.</summary>
public sealed record DecisionChanges(IReadOnlyList<Difference> Part, IReadOnlyList<Difference> Brief, IReadOnlyList<Difference> Rates, double UnitThen, double? UnitNow, string? CheapestNow);

public sealed class Decisions(IDbContextFactory<StampoDb> factory, ProjectStore projects, Comparisons comparisons, TimeProvider clock)
{
    private const int LongestReason = 2_000, LongestName = 80;

    /// <summary>All decisions of a project, the latest first.</summary>
    public async Task<IReadOnlyList<DecisionRecord>> ListAsync(string projectId, CancellationToken cancel = default)
    {
        await projects.FindAsync(projectId, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var rows = await db.Decisions.AsNoTracking().Where(d => d.ProjectId == projectId).OrderByDescending(d => d.Id).Take(50).ToListAsync(cancel);
        return rows.ConvertAll(Read);
    }

    /// <summary>The decision that stands; null before the first.</summary>
    public async Task<DecisionRecord?> LatestAsync(string projectId, CancellationToken cancel = default)
    {
        await projects.FindAsync(projectId, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Decisions.AsNoTracking().Where(d => d.ProjectId == projectId).OrderByDescending(d => d.Id).FirstOrDefaultAsync(cancel) is { } row ? Read(row) : null;
    }

    public async Task<DecisionRecord> RecordAsync(string projectId, NewDecision decision, CancellationToken cancel = default)
    {
        var standing = await comparisons.OfAsync(projectId, cancel);
        var quantity = Comparisons.QuantityOr(decision.Quantity, standing.Inputs);
        var lanes = standing.Comparison.LanesAt(quantity);
        var chosen = lanes.SingleOrDefault(l => l.Route.Id == decision.RouteId) ?? throw new RefusalException("decision.no-route", $"There is no route \"{decision.RouteId}\" in this comparison.", "routeId");
        if (chosen.Verdict == Verdict.Out)
            throw new RefusalException("decision.ruled-out", $"{chosen.Route.Name} is ruled out: {chosen.Gates.First(g => g.Verdict == Verdict.Out).Reason} Change what rules it out, or choose another.", "routeId");
        var now = clock.GetUtcNow().UtcDateTime;
        var record = new DecisionRecord(chosen.Route.Id, chosen.Route.Name, quantity, Worded(decision.Reason, "reason", LongestReason), Worded(decision.By, "by", LongestName),
            now, lanes, standing.Inputs.Part, standing.Inputs.Brief, standing.PartVersion, standing.BriefVersion)
        {
            Rates = [.. standing.Inputs.Rates.All],
            WhatIf = standing.WhatIf,
        };
        await using var db = await factory.CreateDbContextAsync(cancel);
        var kept = new Decision { ProjectId = projectId, Json = Json.Write(record), DecidedUtc = now };
        db.Add(kept);
        await db.SaveChangesAsync(cancel);
        return record with { Id = kept.Id };
    }

    /// <summary>What has changed since a decision, in its inputs and in its answer.</summary>
    public async Task<DecisionChanges> ChangesAsync(string projectId, int id, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var then = Read(await db.Decisions.AsNoTracking().SingleOrDefaultAsync(d => d.ProjectId == projectId && d.Id == id, cancel) ?? throw new NotFoundException("There is no such decision in this project."));
        var lane = then.Lanes.Single(l => l.Route.Id == then.RouteId);
        try
        {
            var now = await comparisons.OfAsync(projectId, cancel);
            var lanes = now.Comparison.LanesAt(then.Quantity);
            return new DecisionChanges(Json.Differences(then.Part, now.Inputs.Part), Json.Differences(then.Brief, now.Inputs.Brief), RatesBetween(then.Rates, now.Inputs.Rates), lane.Unit.P50,
                lanes.FirstOrDefault(l => l.Route.Id == then.RouteId)?.Unit.P50, lanes.FirstOrDefault(l => l.Verdict != Verdict.Out)?.Route.Name);
        }
        catch (RefusalException)
        {
            return new DecisionChanges([], [], [], lane.Unit.P50, null, null);
        }
    }

    private static DecisionRecord Read(Decision row) => Json.Read<DecisionRecord>(row.Json) with { Id = row.Id };

    private static List<Difference> RatesBetween(IReadOnlyList<Rate> then, RateCard now) =>
        [.. then.Where(r => now.Find(r.Key) is { } today && today.Value != r.Value).Select(r => new Difference(r.Name, $"{r.Value} {r.Unit}", $"{now[r.Key].Value} {r.Unit}"))];

    private static string Worded(string? text, string field, int longest)
    {
        var words = text?.Trim() ?? "";
        return words.Length >= 2 && words.Length <= longest
            ? words
            : throw new RefusalException("input.length", field == "by" ? "Say who decides (2 to 80 characters)." : $"Give the reason in 2 to {longest:#,0} characters; it is what somebody will read in a year.", field);
    }
}
