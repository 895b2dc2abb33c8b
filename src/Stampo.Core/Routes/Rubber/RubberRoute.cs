using Stampo.Core.Ranges;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Routes.Injection;
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
        var book = new CostBook(job.Rates).Add(
            ChargedOn.OneOff,
            "Engineering",
            Amount.Of(job.Rate("engineering.rubber")),
            "labour.engineer"
        );
        var tool = new CostBook(job.Rates);
        var metalTool = new MetalTool(job, Metal, cavities, IsHeated);
        metalTool.AddTo(tool);
        var share = job.Rate(ToolShareKey);
        foreach (var line in tool.Lines)
            book.Add(
                line with
                {
                    Amount = line.Amount * share.Value,
                    Formula = $"({line.Formula}) × share",
                    Inputs = [.. line.Inputs, share.AsInput()],
                }
            );
        book.Add(ChargedOn.Batch, "Set up and heat up: press", Amount.Of(job.Rate("rubber.setup")), PressKey)
            .Add(ChargedOn.Batch, "Set up and heat up: hands", Amount.Of(job.Rate("rubber.setup")), "labour.bench");
        AddPieces(book, job, cavities);
        var yield = job.Norm("rubber.yield");
        return new RouteEstimate(
            cavities,
            book.AddInserts(job).AddSpoiled(job, "rubber.yield").AddMolder(job).Lines,
            job.Norm(LifeKey),
            [job.Rate(LifeKey).AsInput()],
            yield,
            (int)job.Norm("inject.run").Likely,
            metalTool.Lead(share.Value),
            7 / CycleHours(job).Value.Likely * cavities * yield.Likely,
            ToleranceMm
        );
    }

    private double AtRiskShare => AtRiskWallMm / UsualWallMm;

    protected abstract Amount CycleHours(Job job);

    protected abstract void AddPieces(CostBook book, Job job, int cavities);

    /// <summary>Rubber per part with what is lost of it.</summary>
    protected static Amount RubberKg(Job job, string lossKey) =>
        new(
            (1 + job.Norm(lossKey)) * (job.Part.VolumeCm3 * job.Material.DensityGPerCm3 / 1000),
            "kg",
            "part × density × (1 + loss) ÷ 1000",
            new WorkInput("part", job.Part.VolumeCm3, "cm³", "part"),
            new WorkInput("density", job.Material.DensityGPerCm3, "g/cm³"),
            job.Rate(lossKey).AsInput()
        );

    protected static Amount InSeconds(Amount hours) =>
        hours with
        {
            Value = hours.Value * 3600,
            Unit = "s",
            Formula = $"3600 × ({hours.Formula})",
        };

    /// <summary>A cycle shared by its cavities.</summary>
    protected static Amount Shared(Amount cycle, int cavities) =>
        new(
            cycle.Value * (1.0 / cavities),
            "h",
            $"({cycle.Formula}) ÷ cavities",
            [.. cycle.Inputs, new WorkInput("cavities", cavities, "")]
        );

    /// <summary>Curing by heat from both faces takes longer the thicker the section.</summary>
    protected static Amount Cure(Job job, string baseKey, string perMmKey, double perHour, Reference.Rate? handlingH = null) =>
        new(
            (job.Norm(baseKey) + job.Norm(perMmKey) * job.Part.SectionMm) * (1 / perHour) + (handlingH?.Value ?? (ThreePoint)0),
            "h",
            $"(cure + per mm × section) ÷ {perHour:0}{(handlingH is null ? "" : " + handling")}",
            [
                job.Rate(baseKey).AsInput(),
                job.Rate(perMmKey).AsInput(),
                new WorkInput("section", job.Part.SectionMm, "mm", "part/nominalWallMm"),
                .. handlingH is null ? Array.Empty<WorkInput>() : [handlingH.AsInput()],
            ]
        );
}
