using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Quotes;
using Stampo.Core.Reference;
using Stampo.Core.Routes;

namespace Stampo.Core.Tests;

/// <summary>A radio housing to compare routes for, on a Monday.</summary>
internal static class TheHousing
{
    public static readonly DateOnly Monday = new(2030, 3, 4);

    public static readonly PartFacts Part = new(118, 82, 34, 46, 480, new PartDeclaration { NominalWallMm = 2.2, ThinnestWallMm = 1.6 });

    /// <summary>Sixty that have to work, of ABS.</summary>
    public static readonly Brief Plain = new()
    {
        ProductionMaterial = "abs",
        Demand = [new DemandRow(Monday.AddDays(200), 60, Purpose.Function)],
        Hardness = new HardnessTarget(ShoreScale.D, 76, 8, true),
    };

    public static RouteComparison Compare(Brief brief, RateCard? rates = null, int draws = 200, params IReadOnlyList<Quote> quotes) =>
        new(
            new JobInputs(Part, brief, rates ?? RateCard.Shipped, MaterialLibrary.All, Monday) { Quotes = new QuoteBook(quotes) },
            RouteCatalogue.All,
            draws
        );
}
