using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>What a molded piece takes: a share of a press cycle, of its clamp, of a person, and plastic.</summary>
internal static class PressCycle
{
    /// <summary>A person looks after several presses: a share of one for each cycle, and its cavities share that.</summary>
    public static Term Attended(Job job, Term cycle, int cavities) => (job.Figure("inject.attendShare") * cycle).Shared(cavities);

    /// <summary>
    /// Dry cycle + fill + max(pack, cool) + eject: packing lies inside cooling. A dry cycle is 4 s to 500 kN and 2 s more for each further
    /// 1,000: larger presses move more.
    /// </summary>
    public static Figure Of(Job job, int cavities = 1, string id = "cycle", string name = "Cycle")
    {
        var melt = job.Material.Melt ?? throw new InvalidOperationException($"{job.Material.Id} has no melt data.");
        var cool = Cooling.Time(job.SectionMm(), melt, CriterionFor(job), id);
        var over = Term.Max(Term.Of(0, "kN"), Clamp(job, cavities, $"{id}Clamp").Likely - Term.Of(DryToKn, "kN"));
        return (
            job.Figure("inject.dry")
            + job.Figure("inject.dryPerKn") * over
            + job.Figure("inject.fill")
            + Term.Max(job.Figure("inject.packing"), cool)
            + job.Figure("inject.open")
        ).As(id, name, "s", "packing lies inside cooling; a larger press moves more");
    }

    /// <summary>As chosen in the brief; by default the middle of sections that warp and sink, the mean of thin ones.</summary>
    public static CoolingCriterion CriterionFor(Job job) =>
        job.Brief.Schools.Cooling ?? (job.Part.SectionMm >= ThickMm ? CoolingCriterion.Centre : CoolingCriterion.Mean);

    private const double ThickMm = 4,
        DryToKn = 500;

    /// <summary>Projected area of all cavities under the pressure in them, with a reserve.</summary>
    public static Figure Clamp(Job job, int cavities, string id = "clamp")
    {
        var pressure = Figure.Given("cavity pressure", job.Material.Melt!.CavityMpa, "MPa");
        return (job.PartingCm2().ForAll(cavities) * pressure * job.Figure("inject.safety")).As(
            id,
            "Clamp force",
            "kN",
            "pressure × area, with a reserve"
        );
    }

    public static double PartsPerDay(Job job, int cavities, ThreePoint yield) =>
        7 * 3600 / Of(job, cavities).Value.Likely * cavities * yield.Likely;

    public static Term PlasticKg(Job job) => job.PartMass() * (1 + job.Figure("inject.runner"));
}
