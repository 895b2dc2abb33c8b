using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Life;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Casting.Life;

public class SoftMoldLifeTests
{
    private static readonly ThreePoint Usual = new(12, 25, 50);

    private static readonly Material Fast = MaterialLibrary.Find("pu-rigid-fast")!,
        Soft = MaterialLibrary.Find("pu-elastomer-70a")!,
        Silicone = MaterialLibrary.Find("casting-silicone-20a")!;

    private static readonly Figure Base = Figure.Given("base", Usual, "shots");

    private static double Likely(MoldWear wear, bool countsHeat = false) => SoftMoldLife.Of(Base, wear, countsHeat).Shots.Likely;

    [Fact]
    public void Each_factor_is_shown_and_their_product_is_the_life()
    {
        var life = SoftMoldLife.Of(Base, new MoldWear(Fast, Undercut.Strong, 2, 70, Condensation: true));
        Assert.Equal([0.8, 0.6, 0.7, 0.8, 0.7], life.Factors.Select(f => f.Times));
        var product = life.Factors.Aggregate(1.0, (p, f) => p * f.Times);
        Assert.Equal(12 * product, life.Shots.Low, 1e-12);
        Assert.Equal(25 * product, life.Shots.Likely, 1e-12);
        Assert.Equal(50 * product, life.Shots.High, 1e-12);
        Assert.Equal(life.Factors.Count + 1, life.Figure.Roots().Count());
    }

    [Fact]
    public void Heat_undercuts_cores_and_resin_wear_it()
    {
        var plain = new MoldWear(Fast, null, 0, 23);
        Assert.Equal(25 * 0.8, Likely(plain), 1e-9);
        Assert.Equal(1.2, Likely(plain with { Undercut = Undercut.None }) / Likely(plain), 1e-9);
        Assert.Equal(0.8, Likely(plain with { DemoldC = 70 }) / Likely(plain), 1e-9);
        Assert.Equal(0.7, Likely(plain with { SlenderCores = 1 }) / Likely(plain), 1e-9);
        Assert.Equal(0.6, Likely(plain with { Undercut = Undercut.Strong }) / Likely(plain), 1e-9);
        Assert.Equal(1.5, Likely(plain with { Resin = Soft }) / Likely(plain), 1e-9);
        Assert.True(Likely(plain with { Resin = Silicone }) < Likely(plain));
        // A printed mold is no silicone for silicone to stick to.
        Assert.True(Likely(plain with { Resin = Silicone, InSilicone = false }) > Likely(plain));
        // A base that is that of a warm mold is not charged for heat again.
        Assert.Equal(Likely(plain), Likely(plain with { DemoldC = 70 }, countsHeat: true), 1e-9);
    }

    [Fact]
    public void A_school_moves_the_whole_range_and_the_shops_own_stays_between()
    {
        Assert.Equal(Usual, SoftMoldLife.Base(Usual, LifeSchool.Between));
        var (cautious, usual, generous) = (
            SoftMoldLife.Base(Usual, LifeSchool.Cautious),
            SoftMoldLife.Base(Usual, LifeSchool.Usual),
            SoftMoldLife.Base(Usual, LifeSchool.Generous)
        );
        Assert.True(cautious.High <= usual.Low && usual.High <= generous.Low);
        Assert.Equal((10, 15, 50, 100), (cautious.Low, cautious.High, generous.Low, generous.High));
    }

    [Theory]
    [InlineData(LifeSchool.Cautious)]
    [InlineData(LifeSchool.Usual)]
    [InlineData(LifeSchool.Generous)]
    public void A_face_on_a_rigid_back_stays_two_to_four_times_its_silicone_in_any_school(LifeSchool school)
    {
        ThreePoint soft = SoftMoldLife.Base(Usual, school),
            hybrid = SoftMoldLife.Base(new ThreePoint(60, 100, 200), school, onRigidBack: true);
        foreach (var (face, alone) in new[] { (hybrid.Low, soft.Low), (hybrid.Likely, soft.Likely), (hybrid.High, soft.High) })
            Assert.InRange(face / alone, 2 - 1e-9, 4 + 1e-9);
        // A vacuum mold's range moves with the school, in its own proportion.
        var vacuum = SoftMoldLife.Base(new ThreePoint(12, 30, 80), school);
        Assert.Equal(30.0 / 25, vacuum.Likely / soft.Likely, 1e-9);
    }
}
