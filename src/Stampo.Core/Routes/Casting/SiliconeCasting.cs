using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Printing;
using Stampo.Core.Ranges;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Wording;
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
            Gates.Prints(job, "Pattern", "pattern", PrintCost.SidesMm(job)),
            Gates.ThinnestWall(job, ThinWallMm.Usual, ThinWallMm.AtRisk),
            Gates.ThickestSection(job, 20, "shrink and run hot as they cure", "Core it out, or pour a slower grade in two steps."),
            Gates.UndercutInSoftMold(job, FaceMm(job)),
            Gates.SlenderHoles(job),
            Gates.Inserts(job, molded: true, ""),
            .. InHouse(job),
        ];

    public Made Made => Made.SoftMold;

    public IReadOnlyList<string> Cautions => ["cast-urethane", "mold-silicone", "vacuum", "pressure", "resin-printing", "blade"];

    public bool TakesSecondMaterial => true;

    /// <summary>Silicone that stretches over an undercut.</summary>
    protected virtual double FaceMm(Job job) => WallMm(job);

    /// <summary>Vessels in house by their shape; what is not said is not held against a route.</summary>
    private IEnumerable<Gate> InHouse(Job job)
    {
        if (job.Brief.Equipment is not { } has)
            yield break;
        var block = Block(job, 1).BoxMm;
        if (Vessel.Chamber(has) is { } chamber)
            yield return InVessel(chamber, block);
        if (Vessel.Pot(has) is { } pot)
            yield return InVessel(pot, block);
    }

    /// <summary>A block against a round vessel, by diameter and height with room to rise.</summary>
    private static Gate InVessel(Vessel vessel, double[] blockMm) =>
        vessel.Takes(blockMm) switch
        {
            null => new Gate(
                Verdict.NotKnown,
                vessel.Name,
                "Litres alone don't tell whether a block goes in.",
                "State its inside diameter and height in the brief."
            ),
            { } fits => Gates.InHouse(
                vessel.Name,
                fits,
                $"a block of {Text.Sides(blockMm.OrderDescending())} with {Text.Number(vessel.RiseMm)} mm of room above",
                vessel.Said
            ),
        };

    public IReadOnlyList<int> CavityChoices(Job job) =>
        [
            .. new[] { 1, 2, 4, 8, 12 }.Where(n =>
                n == 1 || (Block(job, n).BoxMm.Max() <= LargestBlockMm && BlockKg(job, n) <= HeaviestBlockKg)
            ),
        ];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Figure("cast.yield");
        // A block of n patterns takes longer to set up, but not n times as long.
        Term More(string key) => job.Figure(key).ForAll(cavities, grows: 0.6);
        var method = Casting(job, cavities);
        var twoPours = SplitProposal.Of(null, method, job).School == SplitSchool.TwoPour;
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering", job.Figure("engineering.cast"), "labour.engineer")
            .AddPatterns(job, cavities)
            .Add(ChargedOn.Tool, "Mold silicone", SiliconeKg(job, cavities), "silicone.price")
            .Add(ChargedOn.Tool, "Box and parting", More("silicone.boxHours"), "labour.bench")
            .Add(
                ChargedOn.Tool,
                "Pour the silicone",
                job.Figure("silicone.pourHours") * JobFigures.Count("pours", twoPours ? 2 : 1),
                "labour.bench"
            )
            .Add(ChargedOn.Tool, "Open and trim the mold", More("silicone.openHours"), "labour.bench")
            .AddPrice(ChargedOn.Tool, "Box board, tape, release, vents", "silicone.consumables")
            .AddSecondTool(job, "second.castMold")
            .AddPieces(job, cavities, ShotKey, "cast.yield");
        if (twoPours)
            book.Add(ChargedOn.Tool, "Turn over, take the bedding out", job.Figure("silicone.turnHours"), "labour.bench");
        AddOwn(book, job, cavities);
        var life = Pouring.Life(job, method, FaceMm(job));
        return new RouteEstimate(
            cavities,
            book.Lines,
            life.Figure,
            yield,
            null,
            CastingLead.Of(job, method),
            PartsPerDay(job, cavities, yield.Value),
            Math.Max(LeastToleranceMm, 0.0015 * job.Part.LongestMm)
        );
    }

    /// <summary>Cost lines this way of filling or backing has besides.</summary>
    protected virtual void AddOwn(CostBook book, Job job, int cavities) { }

    protected virtual double PartsPerDay(Job job, int cavities, ThreePoint yield) => Pouring.PartsPerDay(job, cavities, yield);

    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [Casting(job, cavities)];

    public virtual CastingMethod Casting(Job job, int cavities) =>
        new(
            PouredInto.SiliconeMold,
            FillingSchool.DegassedPressure,
            job.Material.Id,
            cavities,
            Pouring.ExtraCm3(job),
            "cast.yield",
            LifeKey
        );

    protected virtual double WallMm(Job job) => BlockLayout.UsualWallMm(job.Part.LongestMm);

    /// <summary>Patterns stand on their longest side, a wall apart.</summary>
    private BlockLayout Block(Job job, int cavities)
    {
        double[] sides = [job.Part.LengthMm, job.Part.WidthMm, job.Part.HeightMm];
        Array.Sort(sides);
        return BlockLayout.Of(sides, cavities, WallMm(job), WallMm(job));
    }

    private double BlockKg(Job job, int cavities)
    {
        return (Block(job, cavities).BoxCm3 - cavities * job.Part.VolumeCm3) * job.Norm("silicone.density").Likely / 1000;
    }

    private Term SiliconeKg(Job job, int cavities)
    {
        var block = Figure.Given(
            $"block: {Text.Count(cavities, "part")} with {Text.Number(WallMm(job))} mm all round",
            Block(job, cavities).BoxCm3,
            "cm³"
        );
        return (block - job.PartCm3().ForAll(cavities))
            * job.Figure("silicone.density").Named("density of the silicone").Likely
            * (1 + Term.Of(10, "%"));
    }
}
