using Stampo.Core.Plans;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Ranges;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Casting;

/// <summary>What casting in a silicone mold taken from a printed pattern shares; how it is filled and backed differs.</summary>
public abstract class SiliconeCasting : IRoute
{
    /// <summary>The largest side of a silicone block that a usual chamber and pair of hands take.</summary>
    private const double LargestBlockMm = 500;

    private const double HeaviestBlockKg = 20;

    public abstract RouteCard Card { get; }

    /// <summary>Walls that fill without trouble, and those that may, in mm.</summary>
    protected abstract (double Usual, double AtRisk) ThinWallMm { get; }

    protected abstract string LifeKey { get; }

    protected abstract string ShotKey { get; }

    /// <summary>Reachable on 100 mm and less, in mm.</summary>
    protected virtual double LeastToleranceMm => 0.15;

    public virtual IEnumerable<Gate> Screen(Job job) =>
    [
        Gates.FitsInto(job, "a silicone block", LargestBlockMm - 60, LargestBlockMm - 60, LargestBlockMm - 60),
        Gates.ThinnestWall(job, ThinWallMm.Usual, ThinWallMm.AtRisk),
        Gates.ThickestSection(job, 20, "shrink and run hot as they cure", "Core it out, or pour a slower grade in two steps."),
        Gates.UndercutInSoftMold(job),
        Gates.SlenderHoles(job),
        Gates.Inserts(job, molded: true, ""),
        .. InHouse(job),
    ];

    public bool TakesSecondMaterial => true;

    private static IEnumerable<Gate> InHouse(Job job)
    {
        var litres = Block(job, 1).BoxCm3 / 1000;
        if (job.Brief.Equipment?.ChamberLitres is { } chamber)
            yield return Gates.InHouse("Vacuum chamber", litres <= chamber, $"a block of {Text.Number(litres, 2)} L", $"{Text.Number(chamber)} L chamber");
        if (job.Brief.Equipment?.PotLitres is { } pot)
            yield return Gates.InHouse("Pressure pot", litres <= pot, $"a block of {Text.Number(litres, 2)} L", $"{Text.Number(pot)} L pot");
    }

    public IReadOnlyList<int> CavityChoices(Job job) =>
        [.. new[] { 1, 2, 4, 8, 12 }.Where(n => n == 1 || (Block(job, n).BoxMm.Max() <= LargestBlockMm && BlockKg(job, n) <= HeaviestBlockKg))];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Norm("cast.yield");
        // A block of n patterns takes longer to set up, but not n times as long.
        var more = Math.Pow(cavities, 0.6);
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering", Amount.Of(job.Rate("engineering.cast")), "labour.engineer")
            .AddPattern(job, cavities)
            .Add(ChargedOn.Tool, "Mold silicone", SiliconeKg(job, cavities), "silicone.price")
            .Add(ChargedOn.Tool, "Box and parting", Amount.Of(job.Rate("silicone.boxHours"), more, "cavities^0.6"), "labour.bench")
            .Add(ChargedOn.Tool, "Pour the silicone", Amount.Of(job.Rate("silicone.pourHours")), "labour.bench")
            .Add(ChargedOn.Tool, "Open and trim the mold", Amount.Of(job.Rate("silicone.openHours"), more, "cavities^0.6"), "labour.bench")
            .AddPrice(ChargedOn.Tool, "Box board, tape, release, vents", "silicone.consumables")
            .AddSecondTool(job, "second.castMold")
            .AddPieces(job, cavities, ShotKey);
        AddOwn(book, job, cavities);
        var life = Pouring.Life(job, Casting(job, cavities));
        return new RouteEstimate(cavities, book.Lines, life.Shots, life.Working.Inputs,
            yield, null,
            [new LeadStep("Print the pattern", new(1, 1, 2)), new LeadStep(cavities == 1 ? "Finish the pattern" : "Finish the patterns", new ThreePoint(0.5, 1, 2) * Math.Sqrt(cavities)), new LeadStep("Mold: box, pour, cure, open", new(1, 1.5, 2)), .. MoreLead],
            PartsPerDay(job, cavities, yield), Math.Max(LeastToleranceMm, 0.0015 * job.Part.LongestMm));
    }

    /// <summary>Cost lines this way of filling or backing has besides.</summary>
    protected virtual void AddOwn(CostBook book, Job job, int cavities)
    {
    }

    protected virtual IReadOnlyList<LeadStep> MoreLead => [];

    protected virtual double PartsPerDay(Job job, int cavities, ThreePoint yield) => Pouring.PartsPerDay(job, cavities, yield);

    public virtual CastingMethod Casting(Job job, int cavities) =>
        new(PouredInto.SiliconeMold, FillingSchool.DegassedPressure, job.Material.Id, cavities, Pouring.ExtraCm3(job), "cast.yield", LifeKey);

    private static double WallMm(Job job) => BlockLayout.UsualWallMm(job.Part.LongestMm);

    /// <summary>Patterns stand on their longest side, a wall apart.</summary>
    private static BlockLayout Block(Job job, int cavities)
    {
        double[] sides = [job.Part.LengthMm, job.Part.WidthMm, job.Part.HeightMm];
        Array.Sort(sides);
        return BlockLayout.Of(sides, cavities, WallMm(job), WallMm(job));
    }

    private static double BlockKg(Job job, int cavities)
    {
        return (Block(job, cavities).BoxCm3 - cavities * job.Part.VolumeCm3) * job.Norm("silicone.density").Likely / 1000;
    }

    private static Amount SiliconeKg(Job job, int cavities)
    {
        var loss = 0.1;
        return new Amount(BlockKg(job, cavities) * (1 + loss), "kg", "(block − parts) × density × (1 + loss) ÷ 1000",
            new WorkInput("block", Block(job, cavities).BoxCm3, "cm³"), new WorkInput("parts", cavities * job.Part.VolumeCm3, "cm³", "part"),
            new WorkInput("wall all round", WallMm(job), "mm"), job.Rate("silicone.density").AsInput(), new WorkInput("loss", loss, "share"));
    }
}
