using Stampo.Core.Bench;
using Stampo.Core.Comparison;
using Stampo.Core.Log;
using Stampo.Core.Log.Learning;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Planning;
using Stampo.Core.Quotes;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Library;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>A price that an estimate stands on, which an invoice may be of.</summary>
public sealed record PricedThing(string Key, string Name, string Unit, double Likely);

/// <summary>A quote an invoice may have been ordered on.</summary>
public sealed record QuoteOrdered(string Id, string Supplier);

/// <summary>A stretch of the decision: what it was decided at, and what it comes to by the records so far.</summary>
public sealed record SpentStretch(
    string Id,
    RouteCard Route,
    double Quantity,
    Waterfall Waterfall,
    IReadOnlyList<PricedThing> Prices,
    IReadOnlyList<QuoteOrdered> Quotes
);

/// <summary>What was paid for a project, and what it comes to. No stretches: nothing is decided, or it can't be costed any more.</summary>
public sealed record SpentView(Versioned<InvoiceBook> Paid, IReadOnlyList<SpentStretch> Stretches, Waterfall? Whole);

/// <summary>
/// Estimates against what was: the decision's own figures (its part, brief and rates, as they were frozen) with what runs, molds and
/// invoices say in their place.
/// </summary>
public sealed class Spending(
    StepStore steps,
    StepDocuments documents,
    Decisions decisions,
    ShopLibrary shop,
    RunHistory history,
    Shelf shelf,
    TimeProvider clock
)
{
    /// <summary>The step document that holds a project's invoices.</summary>
    public const string Step = "paid";

    /// <summary>Fewer parts say too little of a share; hands count from the first shot.</summary>
    private const int EnoughParts = 10,
        EnoughShots = 1;

    public async Task<SpentView> OfAsync(string projectId, CancellationToken cancel)
    {
        var paid = await steps.ReadAsync(projectId, Step, InvoiceBook.Empty, cancel);
        var estimated = await EstimatedAsync(projectId, cancel);
        if (estimated.Count == 0)
            return new SpentView(paid, [], null);
        var runs = (await history.AllAsync(cancel)).Where(r => r.ProjectId == projectId && r.Phase == RunPhase.Ended).ToList();
        var tools = (await shelf.ToolsAsync(cancel)).Where(t => t.Key.ProjectId == projectId).ToList();
        var stretches = estimated.ConvertAll(e => StretchOf(e, paid.Value, runs.FindAll(r => r.Plan == e.Plan), tools));
        return new SpentView(paid, stretches, Waterfall.Of([.. stretches.Select(s => s.Waterfall)]));
    }

    /// <summary>How what each stretch comes to came about; lines are told apart by the stretch before their ids.</summary>
    public async Task<IReadOnlyList<WorkLine>> WorkingAsync(string projectId, CancellationToken cancel)
    {
        var sheet = new Worksheet();
        foreach (var stretch in (await OfAsync(projectId, cancel)).Stretches)
            sheet.TakeAs($"{stretch.Id}/", WaterfallWorking.Of(stretch.Waterfall, stretch.Quantity));
        return sheet.Lines;
    }

    public async Task<SpentView> SaveAsync(string projectId, Save<InvoiceBook> save, CancellationToken cancel)
    {
        var book = Check.Given(save.Value, "value").Checked();
        for (var i = 0; i < book.All.Count; i++)
        {
            if (RouteCatalogue.Find(book.All[i].RouteId) is null)
                throw new RefusalException("invoice.no-route", $"There is no route \"{book.All[i].RouteId}\".", $"all[{i}].routeId");
        }

        await steps.SaveAsync(projectId, Step, save with { Value = book }, InvoiceBook.Empty, cancel);
        return await OfAsync(projectId, cancel);
    }

    public async Task<SpentView> MoveAsync(string projectId, int by, Move from, CancellationToken cancel)
    {
        await steps.MoveAsync<InvoiceBook>(projectId, Step, by, from, cancel);
        return await OfAsync(projectId, cancel);
    }

    /// <summary>All that was bought for a project, each with its quote and what was stated for it.</summary>
    public async Task<IReadOnlyList<BoughtItem>> BoughtAsync(string projectId, CancellationToken cancel)
    {
        var paid = (await steps.ReadAsync(projectId, Step, InvoiceBook.Empty, cancel)).Value;
        if (paid.All.Count == 0)
            return [];
        var quotes = (await steps.ReadAsync(projectId, Comparisons.QuotesStep, QuoteBook.Empty, cancel)).Value;
        var estimated = await EstimatedAsync(projectId, cancel);
        return [.. paid.All.Select(i => ItemOf(i, quotes, estimated))];
    }

    /// <summary>Projects that have invoices.</summary>
    public Task<IReadOnlyList<string>> ProjectsAsync(CancellationToken cancel) => documents.ProjectsWithAsync(Step, cancel);

    /// <summary>The rates a project was decided on; those of today where nothing is decided.</summary>
    public async Task<RateCard> RatesAsync(string projectId, CancellationToken cancel) =>
        await decisions.LatestAsync(projectId, cancel) is { Rates.Count: > 0 } decided
            ? RateCard.Shipped.With(decided.Rates)
            : (await shop.CurrentAsync(cancel)).Rates;

    /// <summary>The norm that the hands of each stretch hang on most, by the library of today, with the stretch's plan.</summary>
    public async Task<IReadOnlyList<(string Plan, HandsNorm Norm)>> HandsAsync(
        string projectId,
        Func<string, int?> cavitiesOf,
        CancellationToken cancel
    )
    {
        var rates = (await shop.CurrentAsync(cancel)).Rates;
        var norms = new List<(string, HandsNorm)>();
        if (await DecidedAsync(projectId, cancel) is not { } decided)
            return [];
        foreach (var of in Estimates(decided.On(rates)))
        {
            if (cavitiesOf(of.Plan) is not { } cavities || AsRun(of, cavities) is not { } estimate)
                continue;
            var (found, hours) = (new List<HandsNorm>(), Waterfall.HandsOf(estimate));
            foreach (var key in Waterfall.HandNormsOf(estimate))
            {
                var rate = rates[key];
                var more = rates.With([rate with { Likely = rate.Likely * Nudge, High = Math.Max(rate.High, rate.Likely * Nudge) }]);
                var nudged = Estimates(decided.On(more)).First(e => e.Plan == of.Plan);
                var share = (Waterfall.HandsOf(AsRun(nudged, cavities)) - hours) / (rate.Likely * (Nudge - 1));
                if (share > 1e-6)
                    found.Add(new HandsNorm(key, rate.Name, rate.Value, share, hours));
            }

            if (found.MaxBy(n => n.PartsShare * n.Range.Likely) is { } norm)
                norms.Add((of.Plan, norm));
        }

        return norms;
    }

    /// <summary>By so much a norm is changed to see what hangs on it.</summary>
    private const double Nudge = 1.05;

    private sealed record Estimated(SequenceStretch Stretch, string Plan, CandidateRoute Route, RouteEstimate Estimate);

    /// <summary>What each stretch of the decision that stands was estimated on, as it was then.</summary>
    private async Task<List<Estimated>> EstimatedAsync(string projectId, CancellationToken cancel) =>
        await DecidedAsync(projectId, cancel) is { } decided ? Estimates(decided) : [];

    /// <summary>Stretches with all they were costed on.</summary>
    private sealed record Decided(IReadOnlyList<SequenceStretch> Stretches, JobInputs Inputs)
    {
        public Decided On(RateCard rates) => this with { Inputs = Inputs with { Rates = rates } };
    }

    /// <summary>The decision that stands, with the part, brief and rates it was taken on.</summary>
    private async Task<Decided?> DecidedAsync(string projectId, CancellationToken cancel)
    {
        if (await decisions.LatestAsync(projectId, cancel) is not { } decided)
            return null;
        var library = await shop.CurrentAsync(cancel);
        var rates = decided.Rates.Count > 0 ? RateCard.Shipped.With(decided.Rates) : library.Rates;
        var day = clock.DayOf(decided.DecidedUtc);
        var inputs = new JobInputs(decided.Part, decided.Brief, rates, decided.WhatIf.On(library.Materials), day)
        {
            Supplies = library.Supplies,
            Quotes = (await steps.ReadAsync(projectId, Comparisons.QuotesStep, QuoteBook.Empty, cancel)).Value,
        };
        return new Decided(decided.Sequence.Stretches, inputs);
    }

    private static List<Estimated> Estimates(Decided decided)
    {
        var (stretches, inputs) = decided;
        return [.. stretches.Select((s, i) => Of(s, stretches.Take(i).Count(before => before.RouteId == s.RouteId))).OfType<Estimated>()];

        Estimated? Of(SequenceStretch stretch, int before)
        {
            if (
                RouteCatalogue.Find(stretch.RouteId) is not { } route
                || CandidateRoute.For(route, inputs, new SharedDraws(new Draws(1), 1)) is not { } candidate
            )
                return null;
            var way = candidate
                .Ways.Where(w => w.Estimate.Cavities == stretch.Cavities && w.Assist == stretch.Assist)
                .MinBy(w => w.Likely.Total(stretch.Quantity));
            return new Estimated(
                stretch,
                Plans.StepOf(stretch.RouteId, before),
                candidate,
                (way ?? candidate.BestWay(stretch.Quantity)).Estimate
            );
        }
    }

    private static SpentStretch StretchOf(Estimated of, InvoiceBook paid, List<RunRecord> runs, List<KnownTool> tools)
    {
        var shots = runs.FindAll(r => r.IsShot);
        var (stretch, estimate) = (of.Stretch, of.Estimate);
        var (counted, good) = (shots.Sum(s => s.Counted), shots.SelectMany(s => s.Counts).Where(c => c.Serves).Sum(c => c.Parts));
        var mine = tools.FindAll(t => t.Key.Plan == of.Plan);
        var worn = mine.Where(t => t.IsWorn).Select(t => (double)t.State.Shots).ToList();
        var rest = mine.Where(t => !t.IsWorn).Select(t => (double)t.State.Shots).ToList();
        var facts = new StretchFacts(
            counted >= EnoughParts ? (double)good / counted : null,
            counted,
            worn.Count > 0 && estimate.LifeShots is { IsPoint: false } life
                ? LifeForecast.From(life).With(worn, rest).MoreAt(0, 0.5)
                : null,
            worn.Count,
            shots.Count >= EnoughShots && counted > 0 ? shots.Sum(s => s.HandsMin) / 60 / counted : null,
            shots.Count,
            [.. paid.On(stretch.RouteId)]
        )
        {
            Preparation = HandsOfRuns.Of(runs.FindAll(r => r.Piece.Repeats == Repeats.Once)),
            Making = HandsOfRuns.Of(runs.FindAll(r => r.IsMaking)),
        };
        return new SpentStretch(
            stretch.Id,
            of.Route.Route.Card,
            stretch.Quantity,
            Waterfall.Of(stretch.Cost.Total, estimate, AsRun(of, shots.LastOrDefault()?.Cavities), stretch.Quantity, facts) with
            {
                Besides = stretch.Cost.Total - stretch.Cost.Made,
            },
            [
                .. of
                    .Route.EstimatedWays.SelectMany(w => w.Estimate.Costs)
                    .Where(l => l.RateUnit is "€/kg" or "€" or "€/dm³" or "€ each")
                    .DistinctBy(l => l.RateKey)
                    .Select(l => new PricedThing(l.RateKey, l.Name, l.RateUnit, l.Rate.Likely)),
            ],
            [.. of.Route.Quotes.Select(q => new QuoteOrdered(q.Id, q.Supplier))]
        );
    }

    /// <summary>With as many cavities as were run; as decided when none were, or nobody estimates so many.</summary>
    private static RouteEstimate AsRun(Estimated of, int? cavities) =>
        of
            .Route.Ways.Where(w => w.Estimate.Cavities == cavities && w.Assist == of.Stretch.Assist)
            .Select(w => w.Estimate)
            .FirstOrDefault(of.Estimate);

    private static BoughtItem ItemOf(Invoice invoice, QuoteBook quotes, List<Estimated> estimated)
    {
        var quote = quotes.All.FirstOrDefault(q => q.Id == invoice.QuoteId);
        var estimate = estimated.FirstOrDefault(e => e.Stretch.RouteId == invoice.RouteId)?.Estimate;
        return new BoughtItem(
            invoice,
            quote,
            quote is not null ? (ThreePoint)quote.LeadDays
                : invoice.As is BoughtAs.Tool or BoughtAs.Parts ? estimate?.FirstArticleDays
                : null,
            estimate?.Costs.FirstOrDefault(l => l.RateKey == invoice.Key)?.Rate
        );
    }
}
