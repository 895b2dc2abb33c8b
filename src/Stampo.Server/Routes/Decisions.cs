using Microsoft.EntityFrameworkCore;
using Stampo.Core.Comparison;
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
    int BriefVersion);

public sealed class Decisions(IDbContextFactory<StampoDb> factory, ProjectStore projects, Comparisons comparisons, TimeProvider clock)
{
    private const int LongestReason = 2_000, LongestName = 80;

    /// <summary>All decisions of a project, the latest first.</summary>
    public async Task<IReadOnlyList<DecisionRecord>> ListAsync(string projectId, CancellationToken cancel = default)
    {
        await projects.FindAsync(projectId, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var rows = await db.Decisions.AsNoTracking().Where(d => d.ProjectId == projectId).OrderByDescending(d => d.Id).Take(50).ToListAsync(cancel);
        return rows.ConvertAll(d => Json.Read<DecisionRecord>(d.Json));
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
            now, lanes, standing.Inputs.Part, standing.Inputs.Brief, standing.PartVersion, standing.BriefVersion);
        await using var db = await factory.CreateDbContextAsync(cancel);
        db.Add(new Decision { ProjectId = projectId, Json = Json.Write(record), DecidedUtc = now });
        await db.SaveChangesAsync(cancel);
        return record;
    }

    private static string Worded(string? text, string field, int longest)
    {
        var words = text?.Trim() ?? "";
        return words.Length >= 2 && words.Length <= longest
            ? words
            : throw new RefusalException("input.length", field == "by" ? "Say who decides (2 to 80 characters)." : $"Give the reason in 2 to {longest:#,0} characters; it is what somebody will read in a year.", field);
    }
}
