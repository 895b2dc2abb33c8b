using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Casting;

/// <summary>What stays in the pot and on the walls, counted as the brief's school counts it.</summary>
internal static class PourLoss
{
    /// <summary>More than nine tenths of a pour lost is a spill, as a batch says too.</summary>
    private const double Most = 0.9;

    public static ThreePoint Times(Job job)
    {
        var loss = job.Norm("cast.loss");
        return IsAdded(job) ? 1 + loss : new ThreePoint(OfPoured(loss.Low), OfPoured(loss.Likely), OfPoured(loss.High));
    }

    /// <summary>With what is lost, in a formula.</summary>
    public static Term With(Job job, Term net) =>
        IsAdded(job) ? net * (1 + job.Figure("cast.loss")) : net / (1 - Term.Min(job.Figure("cast.loss"), Most));

    private static bool IsAdded(Job job) => job.Brief.Schools.Loss == LossSchool.Added;

    private static double OfPoured(double loss) => 1 / (1 - Math.Min(loss, Most));
}
