using Stampo.Core.Wording;

namespace Stampo.Core.Quotes;

/// <summary>A price each, for orders of so many in all and more.</summary>
public sealed record PriceBreak(int From, double Each);

/// <summary>The supplier's own paper, kept with the quote: its name, its content by SHA-256, its size.</summary>
public sealed record QuoteFile(string Name, string Hash, long Bytes);

/// <summary>
/// What a supplier offers to make the part for, on a route. Guaranteed shots are a commercial promise: that many are delivered before
/// another tool is paid for, however the tool wears. Only a quote that <paramref name="Counts"/> takes the estimate's place, until the
/// last day it is valid.
/// </summary>
/// <param name="Id">Made by the page; stays.</param>
/// <param name="RouteId">The route it is for.</param>
/// <param name="Supplier">Who offers.</param>
/// <param name="Cavities">Of the tool offered.</param>
/// <param name="ToolPrice">Of one tool, in the shop's currency.</param>
/// <param name="IsToolOurs">The tool belongs to who pays for it, not to the supplier.</param>
/// <param name="Prices">By quantity, the smallest first.</param>
/// <param name="GuaranteedShots">None promised: the estimate's life stands.</param>
/// <param name="LeadDays">Working days from the order to the first parts.</param>
/// <param name="ValidUntil">The last day it can be ordered by.</param>
/// <param name="Remarks">As written.</param>
/// <param name="Counts">It takes the estimate's place.</param>
/// <param name="File">Null when none is attached.</param>
public sealed record Quote(
    string Id,
    string RouteId,
    string Supplier,
    int Cavities,
    double ToolPrice,
    bool IsToolOurs,
    IReadOnlyList<PriceBreak> Prices,
    double? GuaranteedShots,
    double LeadDays,
    DateOnly ValidUntil,
    string? Remarks,
    bool Counts,
    QuoteFile? File = null
)
{
    private const int MostBreaks = 12,
        LongestName = 120,
        LongestRemarks = 2_000;
    private const double MostMoney = 1e9;

    public bool IsExpired(DateOnly today) => ValidUntil < today;

    public void Check(string at)
    {
        Wording.Check.Length(Id, 1, 60, $"{at}.id", "Give the quote an id.");
        Wording.Check.Length(RouteId, 1, 60, $"{at}.routeId", "Say which route the quote is for.");
        Wording.Check.Length(Supplier, 2, LongestName, $"{at}.supplier", "Say who offers (2 to 120 characters).");
        if (File is { } file && (file.Hash is not { Length: 64 } || !file.Hash.All(char.IsAsciiHexDigit) || file.Bytes < 0))
            throw new RefusalException("quote.file", "The attached file is not one that was sent here; attach it again.", $"{at}.file");
        if (File is not null)
            Wording.Check.Length(File.Name, 1, LongestName, $"{at}.file.name", "Name the attached file in up to 120 characters.");
        Wording.Check.Length(Remarks ?? "", 0, LongestRemarks, $"{at}.remarks", "Keep the remarks within 2,000 characters.");
        Wording.Check.Between(Cavities, 1, 128, $"{at}.cavities", "", "a tool has at least one cavity");
        Wording.Check.Between(ToolPrice, 0, MostMoney, $"{at}.toolPrice", "€", "a price is not negative");
        Wording.Check.Between(LeadDays, 0, 1_000, $"{at}.leadDays", "working days", "four years are longer than any tool takes");
        if (GuaranteedShots is { } shots)
            Wording.Check.Between(shots, 1, 1e9, $"{at}.guaranteedShots", "shots", "leave it empty when nothing is promised");
        Wording.Check.Between(
            Wording.Check.Whole(Prices, $"{at}.prices").Count,
            1,
            MostBreaks,
            $"{at}.prices",
            "prices",
            "a quote has at least one price"
        );
        for (var b = 0; b < Prices.Count; b++)
        {
            Wording.Check.Between(
                Prices[b].From,
                1,
                Briefs.Brief.MaxQuantity,
                $"{at}.prices[{b}].from",
                "parts",
                "a price holds from at least one part on"
            );
            Wording.Check.Between(Prices[b].Each, 0, MostMoney, $"{at}.prices[{b}].each", "€", "a price is not negative");
            if (b > 0 && Prices[b].From <= Prices[b - 1].From)
                throw new RefusalException(
                    "quote.breaks",
                    $"The prices go from few parts to many; {Text.Number(Prices[b].From, 12)} comes after "
                        + $"{Text.Number(Prices[b - 1].From, 12)}.",
                    $"{at}.prices[{b}].from"
                );
        }
    }
}

/// <summary>All quotes of a project, on any route, from any supplier.</summary>
public sealed record QuoteBook(IReadOnlyList<Quote> All)
{
    private const int Most = 100;

    public static QuoteBook Empty { get; } = new([]);

    public IEnumerable<Quote> On(string routeId) => All.Where(q => q.RouteId == routeId);

    public QuoteBook Checked(IReadOnlyCollection<string> routeIds)
    {
        Check.Between(Check.Whole(All, "all").Count, 0, Most, "all", "quotes", "no project has more to choose from");
        for (var i = 0; i < All.Count; i++)
        {
            All[i].Check($"all[{i}]");
            if (!routeIds.Contains(All[i].RouteId))
                throw new RefusalException(
                    "quote.no-route",
                    $"There is no route \"{All[i].RouteId}\"; a quote is for one of the routes compared.",
                    $"all[{i}].routeId"
                );
        }

        if (All.DistinctBy(q => q.Id).Count() < All.Count)
            throw new RefusalException("input.duplicate", "Two quotes have the same id; give each its own.", "all");
        return this;
    }
}
