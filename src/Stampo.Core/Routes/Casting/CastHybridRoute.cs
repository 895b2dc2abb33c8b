using Stampo.Core.Plans;
using Stampo.Core.Plans.SiliconeMolds;

namespace Stampo.Core.Routes.Casting;

/// <summary>A silicone face held by, or closed against, a rigid fibreglass half: larger parts, truer and longer.</summary>
public sealed class CastHybridRoute : SiliconeCasting
{
    private const double RigidSideDraftDeg = 1;

    public override RouteCard Card { get; } = new("cast-hybrid", "SH", "Urethane cast, silicone on a rigid back", "Casting", RouteFigure.SoftBlock,
        "A cast urethane in place of the production plastic; draft on the rigid side.");

    protected override (double, double) ThinWallMm => (1.2, 1.0);

    protected override string LifeKey => "hybrid.life";

    protected override string ShotKey => "cast.shot";

    protected override double LeastToleranceMm => 0.2;

    protected override IReadOnlyList<LeadStep> MoreLead { get; } = [new("Lay up and fit the rigid backs", new(2, 2.5, 3))];

    public override CastingMethod Casting(Job job, int cavities) => base.Casting(job, cavities) with { Split = SplitSchool.Hybrid };

    public override IEnumerable<Gate> Screen(Job job) => [.. base.Screen(job), Gates.Draft(job, RigidSideDraftDeg)];

    protected override void AddOwn(CostBook book, Job job, int cavities)
    {
        // Two backs, each somewhat larger than the part's shadow.
        var backs = 2 * 1.4 * job.Part.PartingCm2 / 100 * cavities;
        book.Add(ChargedOn.Tool, "Fibreglass backs: hands", Amount.Of(job.Rate("hybrid.backHours"), backs, "dm² of backs"), "labour.bench")
            .Add(ChargedOn.Tool, "Fibreglass backs: gel coat, glass, resin", new Amount(backs, "dm²", "2 × 1.4 × parting area × cavities", new Working.WorkInput("parting area", job.Part.PartingCm2, "cm²", "part")), "hybrid.backMaterial");
    }
}
