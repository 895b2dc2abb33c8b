using System.Text.Json.Serialization;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Life;

/// <summary>One thing that shortens or lengthens the life, and by how much.</summary>
public sealed record LifeFactor(string Name, double Times, string Why, string? ChangeAt = null);

public sealed record MoldLife(ThreePoint Shots, ThreePoint Base, IReadOnlyList<LifeFactor> Factors, [property: JsonIgnore] Figure Figure);

/// <summary>What wears a soft mold besides its own material.</summary>
/// <param name="Resin">What is cast in it.</param>
/// <param name="Undercut">What it has to stretch over.</param>
/// <param name="SlenderCores">Cores more than three times as long as thick.</param>
/// <param name="DemoldC">Temperature the parts are taken out at.</param>
/// <param name="Condensation">A condensation-cure silicone.</param>
public sealed record MoldWear(Material Resin, Undercut? Undercut, int SlenderCores, double DemoldC, bool Condensation = false)
{
    /// <summary>Only silicone sticks to silicone.</summary>
    public bool InSilicone { get; init; } = true;
}

/// <summary>life = base × resin × undercut × slender cores × demold temperature × silicone; each shown.</summary>
public static class SoftMoldLife
{
    private const double WarmC = 70,
        ColdC = 23,
        WarmFactor = 0.8;

    /// <summary>A face on a rigid back lives this many times a mold of silicone alone.</summary>
    private const double LeastHybrid = 2,
        MostHybrid = 4;

    private static readonly ThreePoint BetweenSchools = new(12, 25, 50);

    /// <summary>
    /// The shop's range moved to where a school would put it, in proportion; a face on a rigid back stays two to four times the silicone
    /// alone in any school.
    /// </summary>
    public static ThreePoint Base(ThreePoint usual, LifeSchool school, bool onRigidBack = false)
    {
        if (school == LifeSchool.Between)
            return usual;
        var soft = SoftBase(school);
        if (!onRigidBack)
            return Ordered(
                Moved(usual.Low, soft.Low, BetweenSchools.Low),
                Moved(usual.Likely, soft.Likely, BetweenSchools.Likely),
                Moved(usual.High, soft.High, BetweenSchools.High)
            );
        var times = soft.Likely / BetweenSchools.Likely;
        return Ordered(Held(usual.Low * times, soft.Low), Held(usual.Likely * times, soft.Likely), Held(usual.High * times, soft.High));

        static double Moved(double usual, double school, double between) => usual * school / between;

        static double Held(double face, double soft) => Math.Clamp(face, LeastHybrid * soft, MostHybrid * soft);
    }

    private static ThreePoint SoftBase(LifeSchool school) =>
        school switch
        {
            LifeSchool.Cautious => new(10, 12, 15),
            LifeSchool.Usual => new(20, 25, 30),
            _ => new(50, 70, 100),
        };

    private static ThreePoint Ordered(params double[] points)
    {
        Array.Sort(points);
        return new ThreePoint(points[0], points[1], points[2]);
    }

    /// <summary>Of the molds of a route, by the school that the brief trusts; a printed mold is nobody's school.</summary>
    public static MoldLife Of(Job job, CastingMethod method, MoldWear wear)
    {
        var (rate, school) = (job.Rate(method.LifeKey!), job.Brief.Schools.MoldLife);
        wear = wear with { InSilicone = method.Into == PouredInto.SiliconeMold };
        if (school == LifeSchool.Between || !wear.InSilicone)
            return Of(rate.Figure, wear, method.LifeCountsHeat);
        var trusted = Base(rate.Value, school, method.Split == SplitSchool.Hybrid);
        var name = $"{rate.Name}, {school.ToString().ToLowerInvariant()} school";
        return Of(Figure.Given(name, trusted, rate.Unit, "brief/schools.moldLife"), wear, method.LifeCountsHeat);
    }

    /// <param name="usual">Base range, in shots.</param>
    /// <param name="wear">What wears it.</param>
    /// <param name="countsHeat">The base already is that of a mold emptied warm.</param>
    public static MoldLife Of(Figure usual, MoldWear wear, bool countsHeat = false)
    {
        List<LifeFactor> factors = [ResinFactor(wear), UndercutFactor(wear.Undercut)];
        if (wear.SlenderCores > 0)
            factors.Add(
                new(
                    "slender cores",
                    0.7,
                    $"{Text.Count(wear.SlenderCores, "core")} more than three times as long as thick bend and tear out",
                    "part"
                )
            );
        if (!countsHeat)
            factors.Add(HeatFactor(wear.DemoldC));
        if (wear.Condensation)
            factors.Add(
                new("condensation silicone", 0.7, "urethane wears it sooner than addition-cure silicone", "plan/silicone.supplyId")
            );
        var shots = factors.Aggregate(
            (Term)usual,
            (product, factor) => product * Figure.Given(factor.Name, factor.Times, "×", factor.ChangeAt)
        );
        var life = shots.As("life", "Shots from one mold", "shots", "workshop schools and factors; the shop's own records replace them");
        return new MoldLife(life.Value, usual.Value, factors, life);
    }

    /// <summary>
    /// 0.6 to 1.2: hot and fast resins attack most, soft slow ones least; silicone cast in silicone sticks where release is missed.
    /// </summary>
    private static LifeFactor ResinFactor(MoldWear wear) =>
        wear.Resin switch
        {
            { Polymer: "silicone" } when wear.InSilicone => new(
                "resin",
                0.6,
                "silicone cast in silicone holds on wherever release was missed",
                "plan/pour.materialId"
            ),
            { Cast.Exotherm: "high" } => new("resin", 0.8, "a fast resin runs hot and attacks the face", "plan/pour.materialId"),
            { IsSoft: true } => new("resin", 1.2, "a soft part peels off", "plan/pour.materialId"),
            _ => new("resin", 1.0, "an ordinary resin", "plan/pour.materialId"),
        };

    private static LifeFactor UndercutFactor(Undercut? undercut) =>
        undercut switch
        {
            null => new("undercut", 1.0, "not known, so nothing is gained by it", "part/undercut"),
            Undercut.None => new("undercut", 1.2, "nothing to stretch over", "part/undercut"),
            Undercut.Mild => new("undercut", 1.0, "mild undercuts", "part/undercut"),
            _ => new("undercut", 0.6, "strong undercuts tear it", "part/undercut"),
        };

    /// <summary>1 at 23 °C, 0.8 at 70 °C, in a straight line between and beyond.</summary>
    private static LifeFactor HeatFactor(double celsius)
    {
        var times = Math.Clamp(1 - (1 - WarmFactor) * (celsius - ColdC) / (WarmC - ColdC), 0.5, 1);
        return new("demold temperature", times, $"taken out at {Text.Number(celsius)} °C", "plan/filling.cureC");
    }
}
