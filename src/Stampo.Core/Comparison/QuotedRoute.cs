using Stampo.Core.Jobs;
using Stampo.Core.Quotes;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>
/// A quote beside the estimate of its route at a quantity. <paramref name="Difference"/>: the quote's total less the estimate's.
/// </summary>
public sealed record QuoteBeside(
    Quote Quote,
    bool IsExpired,
    double Total,
    double Each,
    double EstimateTotal,
    double Difference,
    string? Warning
);

/// <summary>A route with the quotes for it: what counts, and how each compares with the estimate.</summary>
internal static class QuotedRoute
{
    private const int SoonDays = 14;

    /// <summary>The route as its counting quotes have it; as estimated when none counts, or the last has expired.</summary>
    public static CandidateRoute With(CandidateRoute estimated, IReadOnlyList<Quote> quotes, SharedDraws source, DateOnly today)
    {
        if (quotes.Count == 0)
            return estimated;
        List<Quote> counting = [.. quotes.Where(q => q.Counts && !q.IsExpired(today))];
        IReadOnlyList<Way> ways = counting.Count == 0 ? estimated.Ways : [.. counting.SelectMany(q => WaysOf(q, estimated, source))];
        List<Gate> gates = [.. estimated.Gates, .. quotes.Where(q => q.Counts).SelectMany(q => Gates(q, today))];
        return new CandidateRoute(estimated.Route, estimated.Material, gates, ways, estimated.OutFrom)
        {
            Quotes = quotes,
            EstimatedWays = estimated.Ways,
        };
    }

    public static IReadOnlyList<QuoteBeside> Beside(CandidateRoute route, double quantity, SharedDraws source, DateOnly today)
    {
        if (route.Quotes.Count == 0)
            return [];
        var middle = CandidateRoute.Best(route.EstimatedWays, quantity).Drawn.MiddleAt(quantity);
        return
        [
            .. route.Quotes.Select(q =>
            {
                var total = CandidateRoute.Best([.. WaysOf(q, route, source)], quantity).Likely.Total(quantity);
                return new QuoteBeside(
                    q,
                    q.IsExpired(today),
                    total,
                    total / quantity,
                    middle,
                    total - middle,
                    Warnings(q, quantity, today).FirstOrDefault()
                );
            }),
        ];
    }

    /// <summary>A way of tooling for each price: the tool paid whole, good parts delivered at their price.</summary>
    private static IEnumerable<Way> WaysOf(Quote quote, CandidateRoute route, SharedDraws source)
    {
        var estimated = route.EstimatedWays.Select(w => w.Estimate).ToList();
        // Pace and tolerance the quote doesn't say: the estimate's for as many cavities, or nearest to it.
        var like = estimated.MinBy(e => Math.Abs(e.Cavities - quote.Cavities))!;
        var said = $"quote of {quote.Supplier}, valid until {quote.ValidUntil:d MMM yyyy}";
        for (var b = 0; b < quote.Prices.Count; b++)
        {
            var price = quote.Prices[b];
            yield return new Way(
                like with
                {
                    Cavities = quote.Cavities,
                    Costs =
                    [
                        Line(ChargedOn.Tool, "Tool, quoted", quote.ToolPrice, "€", said, $"quote.{quote.Id}.tool"),
                        Line(
                            ChargedOn.Piece,
                            "Part, quoted",
                            price.Each,
                            "€/part",
                            b == 0 ? said : $"{said}, from {Text.Number(price.From, 12)} parts on",
                            $"quote.{quote.Id}.part"
                        ),
                    ],
                    Life = quote.GuaranteedShots is { } shots ? Figure.Given("guaranteed", shots, "shots") : like.Life,
                    Good = Figure.Given("good parts, as quoted", 1, "share"),
                    PiecesPerBatch = null,
                    Run = null,
                    Lead = [new LeadStep($"{quote.Supplier}, as quoted", quote.LeadDays)],
                    PartsPerDay = like.PartsPerDay * quote.Cavities / like.Cavities,
                },
                Assist.Hands,
                route.Route.Card.Id,
                source,
                b == 0 ? 1 : price.From
            )
            {
                Quote = quote,
            };
        }
    }

    private static CostLine Line(ChargedOn on, string name, double price, string unit, string source, string key) =>
        new(on, name, 1, key, Figure.Given($"{name}, price", price, unit), source);

    private static IEnumerable<Gate> Gates(Quote quote, DateOnly today)
    {
        if (quote.IsExpired(today))
            yield return new Gate(
                Verdict.AtRisk,
                "Quote",
                $"{quote.Supplier}'s quote ended {quote.ValidUntil:d MMM yyyy}; the estimate counts again.",
                "Ask for it anew."
            );
        else if (quote.ValidUntil < today.AddDays(SoonDays))
            yield return new Gate(
                Verdict.Fits,
                "Quote",
                $"{quote.Supplier}'s quote can be ordered by until {quote.ValidUntil:d MMM yyyy}."
            );
    }

    private static IEnumerable<string> Warnings(Quote quote, double quantity, DateOnly today)
    {
        if (quote.IsExpired(today))
            yield return $"Ended {quote.ValidUntil:d MMM yyyy}; ask for it anew.";
        else if (quote.ValidUntil < today.AddDays(SoonDays))
            yield return $"Ends {quote.ValidUntil:d MMM yyyy}.";
        if (quantity < quote.Prices[0].From)
            yield return $"Its prices begin at {Text.Number(quote.Prices[0].From, 12)} parts; the first is taken for fewer.";
    }
}
