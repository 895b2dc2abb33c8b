using Stampo.Core.Briefs;
using Stampo.Core.Ranges;

namespace Stampo.Core.Jobs;

/// <summary>What of a route may be made in house or bought in.</summary>
public enum Made
{
    /// <summary>A tool cut in metal.</summary>
    MetalTool,

    /// <summary>A soft, printed, board or laminate mold with its pattern or plug.</summary>
    SoftMold,

    /// <summary>The part itself, printed or machined.</summary>
    Part,
}

/// <summary>Who makes what, by the brief.</summary>
public static class Makers
{
    public static Source Of(this Sources sources, Made made) =>
        made switch
        {
            Made.MetalTool => sources.MetalTools,
            Made.SoftMold => sources.SoftMolds,
            _ => sources.Parts,
        };

    /// <summary>Working days of a supplier's quote, order and queue before work begins; null when it is made in house.</summary>
    public static ThreePoint? SupplierDays(this Job job, Made made) =>
        job.Brief.Sources.Of(made) == Source.InHouse ? null : job.Norm(made == Made.MetalTool ? "source.queueDays" : "source.softDays");
}
