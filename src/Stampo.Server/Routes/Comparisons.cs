using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Working;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>A comparison with the versions it was made from.</summary>
public sealed record StandingComparison(RouteComparison Comparison, JobInputs Inputs, int PartVersion, int BriefVersion, WhatIf WhatIf);

/// <summary>Makes a project's comparison once per state of its inputs and keeps that of the last few projects, so that a moved marker costs little.</summary>
public sealed class Comparisons(StepStore steps, StepDocuments documents, Studies studies, ShopLibrary shop, IMemoryCache cache, TimeProvider clock)
{
    /// <summary>The step document that holds a project's what-ifs.</summary>
    public const string WhatIfStep = "what-if";

    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(30);

    /// <summary>A comparison holds megabytes of draws; each project has the one that stands, and ten projects are at hand.</summary>
    private const int Weight = 6;

    /// <summary>All that a comparison is made from, by number.</summary>
    private sealed record State(int Part, int Brief, int WhatIf, DateOnly Day, int Studies, int Library);

    private DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    public async Task<StandingComparison> OfAsync(string projectId, CancellationToken cancel = default)
    {
        var versions = await documents.VersionsAsync(projectId, cancel);
        // The same versions, day, library and measurements make the same comparison; finding that out must cost less than making it.
        var state = new State(versions.GetValueOrDefault(PartEndpoints.Step), versions.GetValueOrDefault(BriefEndpoints.Step), versions.GetValueOrDefault(WhatIfStep), Today, studies.Finished, shop.Changes);
        var key = (nameof(Comparisons), projectId);
        if (cache.TryGetValue(key, out (State Of, StandingComparison Standing) kept) && kept.Of == state)
            return kept.Standing;
        var brief = await steps.ReadAsync(projectId, BriefEndpoints.Step, new Core.Briefs.Brief(), cancel);
        var standing = await MakeAsync(projectId, brief.Value, brief.Version, cancel);
        cache.Set(key, (state, standing), new MemoryCacheEntryOptions { Size = Weight, SlidingExpiration = Kept });
        return standing;
    }

    /// <summary>The comparison as an earlier state of the brief has it, with the part and the library of today.</summary>
    public async Task<StandingComparison> OfBriefAsync(string projectId, int ordinal, CancellationToken cancel = default)
    {
        var json = await documents.StateAsync(projectId, BriefEndpoints.Step, ordinal, cancel) ?? throw new NotFoundException("That state of the brief is no longer kept.");
        return await MakeAsync(projectId, Json.Read<Core.Briefs.Brief>(json), ordinal, cancel);
    }

    private async Task<StandingComparison> MakeAsync(string projectId, Core.Briefs.Brief brief, int briefVersion, CancellationToken cancel)
    {
        var part = await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel);
        var facts = await studies.FactsAsync(part.Value, cancel) ?? throw new RefusalException("comparison.no-volume",
            part.Value.Report is null ? "There is no part yet; take a mesh in or state its size on the Part page." : "The part has no volume yet: mend what the Part page names, or state its size there, then routes can be costed.", "part");
        var library = await shop.CurrentAsync(cancel);
        var whatIf = (await steps.ReadAsync(projectId, WhatIfStep, WhatIf.None, cancel)).Value;
        var inputs = new JobInputs(facts, brief, whatIf.On(library.Rates), whatIf.On(library.Materials), Today) { Supplies = library.Supplies };
        return new StandingComparison(new RouteComparison(inputs, RouteCatalogue.All), inputs, part.Version, briefVersion, whatIf);
    }

    /// <summary>The quantity to look at when none is asked: the largest row of the demand, or ten.</summary>
    public static double QuantityOr(double? asked, JobInputs inputs) =>
        Check.Between(asked ?? inputs.Brief.Demand.Select(r => r.Quantity).DefaultIfEmpty(10).Max(), 1, Core.Briefs.Brief.MaxQuantity, "quantity", "parts", "a comparison needs at least one part");
}
