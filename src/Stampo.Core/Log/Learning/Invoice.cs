using Stampo.Core.Quotes;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Learning;

public enum BoughtAs
{
    /// <summary>A whole tool or mold from outside.</summary>
    Tool,

    /// <summary>Finished parts from outside.</summary>
    Parts,

    /// <summary>Something that a line of the estimate has a price for.</summary>
    Priced,

    /// <summary>What no line of the estimate says.</summary>
    Other,
}

/// <summary>What was paid for something, and when it was ordered and came.</summary>
/// <param name="Id">Made by the page; stays.</param>
/// <param name="RouteId">The route it was bought for.</param>
/// <param name="Supplier">Who was paid.</param>
/// <param name="As">What it was.</param>
/// <param name="Key">Of the price it is of, where it is of one, as the rate card has it.</param>
/// <param name="Amount">Tools, parts, or so much in the unit of its price.</param>
/// <param name="Paid">In all, without what is got back.</param>
/// <param name="OrderedOn">Null when nobody noted it.</param>
/// <param name="CameOn">Null while it has not come, or when nobody noted it.</param>
/// <param name="QuoteId">The quote it was ordered on; null for none.</param>
/// <param name="By">Who entered it.</param>
/// <param name="Text">Its number, or a remark.</param>
public sealed record Invoice(
    string Id,
    string RouteId,
    string Supplier,
    BoughtAs As,
    string? Key,
    double Amount,
    double Paid,
    DateOnly? OrderedOn,
    DateOnly? CameOn,
    string? QuoteId,
    string By,
    string? Text
)
{
    public double Each => Paid / Amount;

    /// <summary>Working days from the order to the day it came; null when one of them is not known.</summary>
    public int? LeadDays => OrderedOn is { } from && CameOn is { } until ? Calendar.WorkingDays.Between(from, until) : null;

    /// <summary>Paid against quoted for the same: 1 as quoted; null for what the quote has no price for.</summary>
    public double? AgainstQuote(Quote quote)
    {
        var quoted = As switch
        {
            BoughtAs.Tool => quote.ToolPrice,
            BoughtAs.Parts => (quote.Prices.LastOrDefault(p => p.From <= Amount) ?? quote.Prices[0]).Each,
            _ => 0,
        };
        return quoted > 0 ? Each / quoted : null;
    }

    public void Check(string at)
    {
        Wording.Check.Length(Id, 1, 60, $"{at}.id", "Give the invoice an id.");
        Wording.Check.Length(RouteId, 1, 60, $"{at}.routeId", "Say which route it was bought for.");
        Wording.Check.Length(Supplier, 2, 120, $"{at}.supplier", "Say who was paid (2 to 120 characters).");
        Wording.Check.Length(By, 2, 80, $"{at}.by", "Say who enters it (2 to 80 characters).");
        Wording.Check.Length(Text ?? "", 0, 400, $"{at}.text", "Keep the remark within 400 characters.");
        Wording.Check.Between(Amount, 1e-6, 1e9, $"{at}.amount", "", "something was bought");
        Wording.Check.Between(Paid, 0, 1e9, $"{at}.paid", "€", "enter what was paid in the end");
        if (As == BoughtAs.Priced == string.IsNullOrEmpty(Key))
            throw new RefusalException("invoice.key", "Name the price it is of; a tool, parts and the rest have none.", $"{at}.key");
        if (CameOn < OrderedOn)
            throw new RefusalException(
                "invoice.order",
                $"It came on {CameOn:d MMM yyyy}, before it was ordered on {OrderedOn:d MMM yyyy}.",
                $"{at}.cameOn"
            );
    }
}

/// <summary>All that was paid for a project.</summary>
public sealed record InvoiceBook(IReadOnlyList<Invoice> All)
{
    private const int Most = 1_000;

    public static InvoiceBook Empty { get; } = new([]);

    public IEnumerable<Invoice> On(string routeId) => All.Where(i => i.RouteId == routeId);

    public InvoiceBook Checked()
    {
        Check.Between(Check.Whole(All, "all").Count, 0, Most, "all", "invoices", "no project has more");
        for (var i = 0; i < All.Count; i++)
            All[i].Check($"all[{i}]");
        if (All.DistinctBy(i => i.Id).Count() < All.Count)
            throw new RefusalException("input.duplicate", "Two invoices have the same id; give each its own.", "all");
        return this;
    }
}
