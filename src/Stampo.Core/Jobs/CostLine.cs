using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Jobs;

/// <summary>What a cost line is charged on.</summary>
public enum ChargedOn
{
    OneOff,
    Tool,
    Batch,
    Piece,
}

/// <summary>
/// amount × price, once, per tool set, per batch or per piece made. Lines that name the same rate key
/// move together when the odds are drawn.
/// </summary>
/// <param name="On">What it is charged on.</param>
/// <param name="Name">What for.</param>
/// <param name="Of">How much of it; 1 where the price is all.</param>
/// <param name="RateKey">Of the price.</param>
/// <param name="Price">Each.</param>
/// <param name="Source">On whose word.</param>
public sealed record CostLine(ChargedOn On, string Name, Term Of, string RateKey, Figure Price, string Source)
{
    /// <summary>What the price is for: behind its stroke. One that is for the whole is counted.</summary>
    public string AmountUnit { get; } = UnitOf(Price.Unit);

    public ThreePoint Amount { get; } = Of.In(UnitOf(Price.Unit));

    public ThreePoint Rate => Price.Value;

    public string RateUnit => Price.Unit;

    /// <summary>What the price is multiplied by besides: a supplier's overhead and profit. Shared by every line that names it.</summary>
    public IReadOnlyList<Rate> Markups { get; init; } = [];

    public ThreePoint Cost => Markups.Aggregate(Amount * Rate, (cost, markup) => cost * markup.Value);

    /// <summary>How it is reckoned.</summary>
    public Term Reckoned => Markups.Aggregate(Of.IsOne ? Price : Of * Price, (cost, markup) => cost * markup.Figure);

    /// <summary>So many times as much of it.</summary>
    public CostLine Times(Term times) => new(On, Name, Of.IsOne ? times : Of * times, RateKey, Price, Source) { Markups = Markups };

    /// <summary>At another price, with nothing on top.</summary>
    public CostLine At(ThreePoint price) => new(On, Name, Of, RateKey, Figure.Given(Price.Name, price, Price.Unit, Price.ChangeAt), Source);

    private static string UnitOf(string priceUnit) =>
        priceUnit.IndexOf('/', StringComparison.Ordinal) is > 0 and var stroke ? priceUnit[(stroke + 1)..].Trim('(', ')') : "×";
}
