using Stampo.Core.Jobs;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Casting;

/// <summary>A silicone face held by, or closed against, a rigid fibreglass half: larger parts, truer and longer.</summary>
public sealed class CastHybridRoute : SiliconeCasting
{
    private const double RigidSideDraftDeg = 1;

    public override RouteCard Card { get; } =
        new(
            "cast-hybrid",
            "SH",
            "Urethane cast, silicone on a rigid back",
            "Casting",
            RouteFigure.SoftBlock,
            "A cast urethane in place of the production plastic; draft on the rigid side."
        );

    protected override (double, double) ThinWallMm => (1.2, 1.0);

    protected override string LifeKey => "hybrid.life";

    protected override string ShotKey => "cast.shot";

    protected override double LeastToleranceMm => 0.2;

    protected override double FaceMm(Job job) => SiliconeMold.HybridFaceMm;

    /// <summary>Only the face is silicone; the backs hold it.</summary>
    protected override double WallMm(Job job) => SiliconeMold.HybridFaceMm;

    public override CastingMethod Casting(Job job, int cavities) => base.Casting(job, cavities) with { Split = SplitSchool.Hybrid };

    public override IEnumerable<Gate> Screen(Job job) => [.. base.Screen(job), Gates.Draft(job, RigidSideDraftDeg)];

    /// <summary>
    /// Two backs, each somewhat larger than the part's shadow. They outlive many faces: the first set is bought once, and each face
    /// wears its share of a back's life.
    /// </summary>
    protected override void AddOwn(CostBook book, Job job, int cavities)
    {
        var (face, back) = (job.Figure(LifeKey).Likely, job.Figure("hybrid.backLife").Likely);
        var worn = Term.Min(1, face / back);
        foreach (var (on, share, name) in new[] { (ChargedOn.OneOff, 1 - worn, "first set"), (ChargedOn.Tool, worn, "worn by one face") })
        {
            var backs = 2 * Larger * job.PartingCm2().ForAll(cavities) * share;
            book.Add(on, $"Fibreglass backs, {name}: hands", backs * job.Figure("hybrid.backHours"), "labour.bench")
                .Add(on, $"Fibreglass backs, {name}: gel coat, glass, resin", backs, "hybrid.backMaterial");
        }
    }

    /// <summary>A back against the part's shadow.</summary>
    private const double Larger = 1.4;
}
