using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Comparison;
using Stampo.Core.Parts;
using Stampo.Core.Quotes;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Server.Shop;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>A comparison with the versions it was made from.</summary>
public sealed record StandingComparison(RouteComparison Comparison, JobInputs Inputs, int PartVersion, int BriefVersion, WhatIf WhatIf)
{
    private readonly Lazy<Task<Answer>> _answer = new(() => Task.Run(() => Answering.Of(Comparison, RouteCatalogue.All)));

    /// <summary>
    /// The answer for the brief as a whole, worked out when it is first asked for: page, memo and decision tell the same one. Who waits
    /// for it holds no thread.
    /// </summary>
    public Task<Answer> AnswerAsync() => _answer.Value;
}

/// <summary>
/// Makes a project's comparison once per state of its inputs and keeps that of the last few projects, so that a moved marker costs
/// little.
/// </summary>
public sealed class Comparisons(
    StepStore steps,
    StepDocuments documents,
    Studies studies,
    ShopLibrary shop,
    ShopFloor floor,
    IEnumerable<IFindsOut> families,
    IMemoryCache cache,
    TimeProvider clock
)
{
    /// <summary>The step document that holds a project's what-ifs.</summary>
    public const string WhatIfStep = "what-if";

    /// <summary>The step document that holds its quotes.</summary>
    public const string QuotesStep = "quotes";

    private readonly Lock _finding = new();

    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(30);

    /// <summary>A comparison holds megabytes of draws; each project has the one that stands, and ten projects are at hand.</summary>
    private const int Weight = 6;

    /// <summary>All that a comparison is made from, by number.</summary>
    private sealed record State(int Part, int Brief, int WhatIf, int Quotes, DateOnly Day, int Studies, int Sheets, int Library, int Floor);

    private DateOnly Today => clock.Today();

    public async Task<StandingComparison> OfAsync(string projectId, CancellationToken cancel = default)
    {
        var versions = await documents.VersionsAsync(projectId, cancel);
        // The same versions, day, library and measurements make the same comparison; finding that out must cost less than making it.
        var state = new State(
            versions.GetValueOrDefault(PartEndpoints.Step),
            versions.GetValueOrDefault(BriefEndpoints.Step),
            versions.GetValueOrDefault(WhatIfStep),
            versions.GetValueOrDefault(QuotesStep),
            Today,
            studies.Finished,
            families.Sum(f => f.Finished),
            shop.Changes,
            floor.Changes
        );
        return await KeptOrMade(projectId, state).Value.WaitAsync(cancel);
    }

    /// <summary>
    /// A page asks for several things at once: the first to come makes the comparison and the others wait for it, also when the first
    /// goes away.
    /// </summary>
    private Lazy<Task<StandingComparison>> KeptOrMade(string projectId, State state)
    {
        var key = (nameof(Comparisons), projectId);
        lock (_finding)
        {
            if (
                cache.TryGetValue(key, out (State Of, Lazy<Task<StandingComparison>> Standing) kept)
                && kept.Of == state
                && kept.Standing is not { IsValueCreated: true, Value.IsFaulted: true }
            )
                return kept.Standing;
            var making = new Lazy<Task<StandingComparison>>(() => MakeAsync(projectId));
            cache.Set(key, (state, making), new MemoryCacheEntryOptions { Size = Weight, SlidingExpiration = Kept });
            return making;
        }
    }

    private async Task<StandingComparison> MakeAsync(string projectId)
    {
        var brief = await steps.ReadAsync(projectId, BriefEndpoints.Step, new Core.Briefs.Brief());
        return await MakeAsync(projectId, brief.Value, brief.Version, default);
    }

    /// <summary>The comparison as an earlier state of the brief has it, with the part and the library of today.</summary>
    public async Task<StandingComparison> OfBriefAsync(string projectId, int ordinal, CancellationToken cancel = default)
    {
        var json =
            await documents.StateAsync(projectId, BriefEndpoints.Step, ordinal, cancel)
            ?? throw new NotFoundException("That state of the brief is no longer kept.");
        return await MakeAsync(projectId, Json.Read<Core.Briefs.Brief>(json), ordinal, cancel);
    }

    private async Task<StandingComparison> MakeAsync(string projectId, Core.Briefs.Brief brief, int briefVersion, CancellationToken cancel)
    {
        var part = await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel);
        var measured =
            await studies.FactsAsync(part.Value, cancel)
            ?? throw new RefusalException(
                "comparison.no-volume",
                part.Value.Report is null
                    ? "There is no part yet; take a mesh in or state its size on the Part page."
                    : "The part has no volume yet: mend what the Part page names, or state its size there, then routes can be costed.",
                "part"
            );
        var found = new List<IFoundOut>();
        foreach (var family in families)
            if (await family.FoundAsync(part.Value, cancel) is { } one)
                found.Add(one);
        var facts = measured with { FoundOut = found };
        var library = await shop.CurrentAsync(cancel);
        var asked = brief with { Equipment = brief.Equipment?.In(await floor.OfAsync(cancel)) };
        var whatIf = (await steps.ReadAsync(projectId, WhatIfStep, WhatIf.None, cancel)).Value;
        var inputs = new JobInputs(facts, asked, whatIf.On(library.Rates), whatIf.On(library.Materials), Today)
        {
            Supplies = library.Supplies,
            Quotes = (await steps.ReadAsync(projectId, QuotesStep, QuoteBook.Empty, cancel)).Value,
        };
        return new StandingComparison(new RouteComparison(inputs, RouteCatalogue.All), inputs, part.Version, briefVersion, whatIf);
    }

    /// <summary>The quantity to look at when none is asked: the largest row of the demand, or ten.</summary>
    public static double QuantityOr(double? asked, JobInputs inputs) =>
        Check.Between(
            asked ?? inputs.Brief.Demand.Select(r => r.Quantity).DefaultIfEmpty(10).Max(),
            1,
            Core.Briefs.Brief.MaxQuantity,
            "quantity",
            "parts",
            "a comparison needs at least one part"
        );
}
