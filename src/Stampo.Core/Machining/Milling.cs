using Stampo.Core.Jobs;
using Stampo.Core.Working;

namespace Stampo.Core.Machining;

/// <summary>What cutting a part takes, for its price and its plan alike.</summary>
internal static class Milling
{
    /// <summary>Flats by a flat cutter, what is curved or leans by passes a scallop apart.</summary>
    /// <param name="job">Part and norms.</param>
    /// <param name="passes">Passes against the usual.</param>
    internal static Term Finishing(Job job, Term? passes = null)
    {
        var flats = job.Figure("machine.flatShare").Likely;
        var curved = (1 - flats) * job.Figure("machine.finish");
        return job.SurfaceCm2() * (flats * job.Figure("machine.flat") + (passes is null ? curved : curved * passes));
    }

    /// <summary>By the length of edges: those of its box, and half as many again inside.</summary>
    internal static Term Deburring(Job job)
    {
        var dm = 1.5 * 4 * (job.Part.LengthMm + job.Part.WidthMm + job.Part.HeightMm) / 100;
        return Figure.Given("edges: those of the box and half as many again", dm, "dm", "part") * job.Figure("machine.deburr");
    }
}
