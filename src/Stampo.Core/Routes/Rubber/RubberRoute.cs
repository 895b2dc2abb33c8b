using Stampo.Core.Jobs;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Routes.Injection;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Rubber;

/// <summary>
/// What molding rubber in a hot metal tool shares: the tool built up like an injection tool and scaled, cure by section, stripping by
/// stretch.
/// </summary>
public abstract class RubberRoute : IRoute
{
    private const double LargestAreaCm2 = 1200;

    public abstract RouteCard Card { get; }

    protected abstract double UsualWallMm { get; }

    protected abstract double AtRiskWallMm { get; }

    protected abstract double ToleranceMm { get; }

    protected abstract string Metal { get; }

    protected abstract string ToolShareKey { get; }

    protected abstract string LifeKey { get; }

    protected virtual string PressKey => "rubber.press";

    /// <summary>Its plates are heated, and parts are stripped from it by hand.</summary>
    protected virtual bool IsHeated => true;

    public string ChangeKey => "change.steel";

    public Made Made => Made.MetalTool;

    public virtual IReadOnlyList<string> Cautions => ["press", "cryogenic", "lifting"];

    public IEnumerable<Gate> Screen(Job job) =>
        [
            Gates.FitsInto(job, "the rubber press", 350, 350, 120),
            Gates.ThinnestWall(job, UsualWallMm, UsualWallMm * AtRiskShare),
            Gates.ThickestSection(job, 25, "cure slowly and unevenly", "Core it out."),
            Gates.UndercutInRigidTool(job, "each undercut needs a core that comes out with the part"),
            Gates.Inserts(job, molded: true, ""),
        ];

    public IReadOnlyList<int> CavityChoices(Job job) =>
        [.. new[] { 1, 4, 9, 16, 25 }.Where(n => n == 1 || n * job.Part.PartingCm2 * 1.6 <= LargestAreaCm2)];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var book = new CostBook(job.Rates).Add(ChargedOn.OneOff, "Engineering", job.Figure("engineering.rubber"), "labour.engineer");
        var tool = new CostBook(job.Rates);
        var metalTool = new MetalTool(job, Metal, cavities, IsHeated);
        metalTool.AddTo(tool);
        var share = job.Figure(ToolShareKey);
        foreach (var line in tool.Lines)
            book.Add(line.Times(share));
        book.Add(ChargedOn.Batch, "Set up and heat up: press", job.Figure("rubber.setup"), PressKey)
            .Add(ChargedOn.Batch, "Set up and heat up: hands", job.Figure("rubber.setup"), "labour.bench");
        AddPieces(book, job, cavities);
        var yield = job.Figure("rubber.yield");
        return new RouteEstimate(
            cavities,
            book.AddInserts(job).AddSpoiled(job, "rubber.yield").AddMolder(job).Lines,
            job.Figure(LifeKey),
            yield,
            (int)job.Norm("inject.run").Likely,
            metalTool.Lead(share.Value),
            7 / Cycle(job).In("h").Likely * cavities * yield.Value.Likely,
            ToleranceMm
        );
    }

    private double AtRiskShare => AtRiskWallMm / UsualWallMm;

    protected abstract Figure Cycle(Job job);

    protected abstract void AddPieces(CostBook book, Job job, int cavities);

    /// <summary>Rubber per part with what is lost of it.</summary>
    protected static Term RubberKg(Job job, string lossKey) => job.PartMass() * (1 + job.Figure(lossKey));

    /// <summary>Curing by heat from both faces takes longer the thicker the section.</summary>
    protected static Figure Cured(Job job, string baseKey, string perMmKey, string unit, string? handling = null)
    {
        var cure = job.Figure(baseKey) + job.Figure(perMmKey) * job.SectionMm();
        return (handling is null ? cure : cure + job.Figure(handling)).As("cycle", "Cycle", unit, "cure by the section");
    }
}
