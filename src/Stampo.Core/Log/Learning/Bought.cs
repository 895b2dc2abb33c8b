using Stampo.Core.Quotes;
using Stampo.Core.Ranges;

namespace Stampo.Core.Log.Learning;

/// <summary>An invoice with the quote it was ordered on, and the working days and the price that were stated for it.</summary>
public sealed record BoughtItem(Invoice Invoice, Quote? Quote, ThreePoint? StatedDays, ThreePoint? StatedPrice);

/// <summary>What invoices say of prices, of quotes and of suppliers' days.</summary>
public static class Bought
{
    /// <summary>Two prices paid are not yet the shop's own.</summary>
    private const int EnoughPrices = 3;

    /// <summary>What was paid for each priced thing; proposed from three on.</summary>
    /// <param name="items">Of all projects.</param>
    /// <param name="rateOf">Name and price as they stand, by key; null when there is none any more.</param>
    public static IEnumerable<LearnedFigure> Prices(IEnumerable<BoughtItem> items, Func<string, (string Name, ThreePoint Price)?> rateOf)
    {
        foreach (
            var paid in items
                .Where(i => i.Invoice.As == BoughtAs.Priced)
                .GroupBy(i => i.Invoice.Key!)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
        )
        {
            if (rateOf(paid.Key) is not var (name, price))
                continue;
            var actual = LearnedFigure.Spread(paid.Select(i => i.Invoice.Each));
            var enough = paid.Count() >= EnoughPrices;
            yield return new(name, LearnedWhat.Price, paid.Key, price, actual, paid.Count(), enough, enough ? actual : null, [])
            {
                Working = LearnedFigure.SpreadShown(LearnedWhat.Price, name, actual, "", paid.Count()),
            };
        }
    }

    /// <summary>What each supplier was paid against its own quotes.</summary>
    public static IEnumerable<LearnedFigure> AgainstQuotes(IEnumerable<BoughtItem> items) =>
        LearnedOf(
            LearnedWhat.Quote,
            items.Select(i => (i.Invoice.Supplier, Ratio: i.Quote is { } quote ? i.Invoice.AgainstQuote(quote) : null))
        );

    /// <summary>Days until it came, against those that a quote or the estimate stated.</summary>
    public static IEnumerable<LearnedFigure> Leads(IEnumerable<BoughtItem> items) =>
        LearnedOf(
            LearnedWhat.Lead,
            items.Select(i => (i.Invoice.Supplier, Ratio: i.StatedDays is { Likely: > 0 } days ? i.Invoice.LeadDays / days.Likely : null))
        );

    /// <summary>Whether suppliers' days fell into what was stated for them; a quote states one day, and holds to it or to less.</summary>
    public static IReadOnlyList<Outcome> LeadOutcomes(IEnumerable<BoughtItem> items) =>
        [
            .. items
                .Where(i => i is { StatedDays: not null, Invoice.LeadDays: not null })
                .Select(i => new Outcome(
                    i.Quote is null ? i.StatedDays!.Value : UpTo(i.StatedDays!.Value.Likely),
                    i.Invoice.LeadDays!.Value,
                    null
                )),
        ];

    /// <summary>Prices paid against those of the estimate that was decided on.</summary>
    public static IReadOnlyList<Outcome> PriceOutcomes(IEnumerable<BoughtItem> items) =>
        [
            .. items
                .Where(i => i is { StatedPrice: not null, Invoice.As: BoughtAs.Priced })
                .Select(i => new Outcome(i.StatedPrice!.Value, i.Invoice.Each, i.Invoice.Key)),
        ];

    private static ThreePoint UpTo(double days) => new(0, days, days);

    private static IEnumerable<LearnedFigure> LearnedOf(LearnedWhat what, IEnumerable<(string Supplier, double? Ratio)> ratios) =>
        ratios
            .Where(r => r.Ratio is not null)
            .GroupBy(r => r.Supplier, r => r.Ratio!.Value)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g => (Supplier: g.Key, Actual: LearnedFigure.Spread(g), Records: g.Count()))
            .Select(g => new LearnedFigure(g.Supplier, what, null, 1, g.Actual, g.Records, g.Records >= EnoughPrices, null, [])
            {
                Working = LearnedFigure.SpreadShown(what, g.Supplier, g.Actual, "×", g.Records),
            });
}
