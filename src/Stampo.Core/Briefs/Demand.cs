using System.Text.Json.Serialization;
using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

/// <summary>
/// So many by a date; with <paramref name="Years"/> so many a year for as many years, the first year's from that date on,
/// in twelve equal calls a year.
/// </summary>
[Whole]
public sealed record DemandRow(DateOnly NeededBy, int Quantity, Purpose Purpose, int Years = 0)
{
    public const int MostYears = 20;

    private const int CallsAYear = 12;

    [JsonIgnore]
    public long Total => (long)Quantity * Math.Max(1, Years);

    /// <summary>The row as single deliveries in time: itself, or a call a month.</summary>
    public IEnumerable<DemandRow> Calls()
    {
        if (Years == 0)
            return [this];
        return Enumerable
            .Range(0, CallsAYear * Years)
            .Select(month => this with { NeededBy = NeededBy.AddMonths(month), Quantity = CallSize(month), Years = 0 })
            .Where(call => call.Quantity > 0);
    }

    /// <summary>Whole parts a month that add up to the year's quantity.</summary>
    private int CallSize(int month)
    {
        var place = month % CallsAYear;
        return (int)((long)Quantity * (place + 1) / CallsAYear - (long)Quantity * place / CallsAYear);
    }
}
