using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Working;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>A comparison with the versions it was made from.</summary>
public sealed record StandingComparison(RouteComparison Comparison, JobInputs Inputs, int PartVersion, int BriefVersion);

/// <summary>Makes a project's comparison once per state of its inputs and keeps the last few, so that a moved marker costs little.</summary>
public sealed class Comparisons(StepStore steps, StepDocuments documents, Studies studies, IMemoryCache cache, TimeProvider clock)
{
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(30);

    public async Task<StandingComparison> OfAsync(string projectId, CancellationToken cancel = default)
    {
        var today = DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
        var versions = await documents.VersionsAsync(projectId, cancel);
        // The same versions, day and measurements make the same comparison; finding that out must cost less than making it.
        var state = (projectId, versions.GetValueOrDefault(PartEndpoints.Step), versions.GetValueOrDefault(BriefEndpoints.Step), today, studies.Finished);
        if (cache.TryGetValue(state, out StandingComparison? standing))
            return standing!;
        standing = await MakeAsync(projectId, today, cancel);
        return cache.Set(state, standing, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = Kept });
    }

    private async Task<StandingComparison> MakeAsync(string projectId, DateOnly today, CancellationToken cancel)
    {
        var part = await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel);
        var brief = await steps.ReadAsync(projectId, BriefEndpoints.Step, new Core.Briefs.Brief(), cancel);
        var facts = await studies.FactsAsync(part.Value, cancel) ?? throw new RefusalException("comparison.no-volume",
            part.Value.Report is null ? "There is no part yet; take a mesh in or state its size on the Part page." : "The part has no volume yet: mend what the Part page names, or state its size there, then routes can be costed.", "part");
        var inputs = new JobInputs(facts, brief.Value, RateCard.Shipped, MaterialLibrary.All, today);
        return new StandingComparison(new RouteComparison(inputs, RouteCatalogue.All), inputs, part.Version, brief.Version);
    }

    /// <summary>The quantity to look at when none is asked: the largest row of the demand, or ten.</summary>
    public static double QuantityOr(double? asked, JobInputs inputs) =>
        Check.Between(asked ?? inputs.Brief.Demand.Select(r => r.Quantity).DefaultIfEmpty(10).Max(), 1, Core.Briefs.Brief.MaxQuantity, "quantity", "parts", "a comparison needs at least one part");
}
