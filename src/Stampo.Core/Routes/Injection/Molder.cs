using Stampo.Core.Jobs;
using Stampo.Core.Shops;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>
/// Pieces molded elsewhere carry the molder's overhead and profit, as a tool does its maker's: on press and people, on material, on each
/// order, and no piece is cheaper than the least. Bare press time only where the shop has a press of its own.
/// </summary>
internal static class Molder
{
    public static CostBook AddMolder(this CostBook book, Job job)
    {
        if (job.Brief.Equipment?.Says(Resource.Press, "forceKn") is not null)
            return book;
        var (markup, material) = (job.Rate("molder.markup"), job.Rate("molder.material"));
        var bought = new CostBook(job.Rates);
        foreach (var line in book.Lines)
            bought.Add(
                line.On is not (ChargedOn.Piece or ChargedOn.Batch) ? line
                : line.RateKey.StartsWith("material.", StringComparison.Ordinal) ? line with { Markups = [.. line.Markups, material] }
                : line with { Markups = [.. line.Markups, markup] }
            );
        bought.AddPrice(ChargedOn.Batch, "Molder’s order: papers, first-off check, packing", "molder.order");
        var (least, likely) = (job.Norm("molder.leastPiece").Likely, bought.Sum(ChargedOn.Piece));
        if (likely < least)
            bought.Add(
                ChargedOn.Piece,
                "Up to the molder’s least price",
                1 - Figure.Given("pieces as reckoned", likely, "€") / Figure.Given("least price", least, "€", "rates/molder.leastPiece"),
                "molder.leastPiece"
            );
        return bought;
    }
}
