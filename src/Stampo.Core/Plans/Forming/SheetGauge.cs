using Stampo.Core.Forming;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>A gauge and what was left of it.</summary>
public sealed record TriedGauge(double GaugeMm, double MinMm);

/// <param name="GaugeMm">That keeps the need at the thinnest place.</param>
/// <param name="Tried">In the order they were simulated.</param>
public sealed record GaugeFigures(double GaugeMm, IReadOnlyList<TriedGauge> Tried);

/// <summary>
/// The gauge that leaves so much at the thinnest place, by bisection on coarse sheets; their minimum is set right by what the fine sheet of
/// the planned gauge has left beside the coarse one.
/// </summary>
/// <param name="Sheet">The sheet as it is planned.</param>
/// <param name="NeedMm">The thinnest it may be.</param>
/// <param name="FineMinMm">What its fine simulation leaves.</param>
public sealed record SheetGauge(SheetFormed Sheet, double NeedMm, double FineMinMm) : SheetQuestion
{
    /// <summary>Gauges are told apart to this share; stock comes in far larger steps.</summary>
    private const double Near = 0.01,
        Around = 0.15;

    public override Type AnswerType() => typeof(GaugeFigures);

    public override SheetAnswer Of(OpenShell shell, Progress progress)
    {
        var face = MoldFace.Under(shell, Sheet.Side, Sheet.Layout, progress);
        var cell = SheetSimulation.GuideMm(face);
        var tried = new List<TriedGauge>();
        var coarse = Coarse(Sheet.GaugeMm);
        // What is left is nearly a share of the gauge: the need lies close to where that share says.
        var guess = Sheet.GaugeMm * NeedMm / FineMinMm;
        var (low, high) = (guess * (1 - Around), guess * (1 + Around));
        while (Left(low) > NeedMm)
            low *= 1 - Around;
        while (Left(high) < NeedMm)
            high *= 1 + Around;
        while (high - low > Near * high)
        {
            var middle = (low + high) / 2;
            (low, high) = Left(middle) < NeedMm ? (middle, high) : (low, middle);
        }

        return new SheetAnswer(new GaugeFigures(high, tried));

        double Left(double gaugeMm)
        {
            progress.Tell("looking for the gauge", Math.Min(0.95, tried.Count / 9.0));
            var left = Coarse(gaugeMm) * FineMinMm / coarse;
            tried.Add(new TriedGauge(gaugeMm, left));
            return left;
        }

        double Coarse(double gaugeMm)
        {
            progress.Cancel.ThrowIfCancellationRequested();
            var order = (Sheet with { GaugeMm = gaugeMm }).OrderOn(face, cell);
            return SheetSimulation.Run(face, order, new Progress(cancel: progress.Cancel)).MinMm;
        }
    }
}
