using System.Text.Json.Serialization;
using Stampo.Core.Jobs;
using Stampo.Core.Working;

namespace Stampo.Core.Routes;

/// <summary>
/// Parts in one run for a yearly demand: √(2·D·S/H), D a year, S per run, H per piece and year (Harris 1913),
/// no more than the shop holds and no more than the year.
/// </summary>
public sealed record RunSize(int Parts, double RunsAYear, [property: JsonIgnore] IReadOnlyList<Figure> From)
{
    public const string Formula = "√(2 × parts a year × run ÷ (piece × holding)), at most what is held";

    /// <summary>
    /// The estimate with the run size that its costs ask for, when the brief has a yearly demand and the route runs in batches.
    /// </summary>
    public static RouteEstimate In(RouteEstimate estimate, Job job)
    {
        if (estimate.PiecesPerBatch is null || estimate.FixedBatch || job.Brief.YearlyQuantity == 0)
            return estimate;
        double yearly = job.Brief.YearlyQuantity,
            run = estimate.Sum(ChargedOn.Batch).Likely,
            piece = estimate.Sum(ChargedOn.Piece).Likely;
        var (holding, months) = (job.Rate("holding.share"), job.Rate("holding.months"));
        var most = Math.Max(1, yearly * months.Value.Likely / 12);
        var parts = (int)
            Math.Clamp(Math.Round(Economic(yearly, run, piece * holding.Value.Likely)), 1, Math.Max(1, Math.Min(most, int.MaxValue)));
        return estimate with
        {
            PiecesPerBatch = parts,
            Run = new RunSize(
                parts,
                yearly / parts,
                [
                    Figure.Given("parts a year", yearly, "parts", "brief/demand"),
                    Figure.Given("run, likely", run, "€"),
                    Figure.Given("piece, likely", piece, "€"),
                    holding.Figure,
                    months.Figure,
                ]
            ),
        };
    }

    /// <summary>√(2·D·S/H).</summary>
    public static double Economic(double yearly, double setUp, double holdingPerPieceYear) =>
        Math.Sqrt(2 * yearly * setUp / holdingPerPieceYear);
}
