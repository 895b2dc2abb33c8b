using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Materials;

public class StiffnessTests
{
    [Theory]
    [InlineData(55, 2.9666)]
    [InlineData(70, 5.52)]
    [InlineData(30, 1.1424)]
    public void The_worked_examples(double shoreA, double mpa) => Assert.Equal(mpa, Stiffness.Of(shoreA, null).ModulusMpa, 0.005);

    [Fact]
    public void Harder_is_stiffer_and_the_way_back_is_the_same() =>
        Gen.Select(Gen.Double[20, 90], Gen.Double[20, 90])
            .Sample(
                (a, b) =>
                    a < b == Stiffness.GentMpa(a) < Stiffness.GentMpa(b) && Math.Abs(Stiffness.GentShoreA(Stiffness.GentMpa(a)) - a) < 1e-9
            );

    [Fact]
    public void Shore_D_goes_in_fifty_higher_and_is_rough()
    {
        Assert.Equal(Stiffness.GentMpa(85), Stiffness.Of(null, 35).ModulusMpa, 1e-9);
        Assert.True(Stiffness.Of(null, 35).Rough);
        Assert.False(Stiffness.Of(60, null).Rough);
        Assert.True(double.IsFinite(Stiffness.Of(null, 85).ModulusMpa));
        Assert.True(Stiffness.Of(null, 85).ModulusMpa > 0);
    }

    [Theory]
    [InlineData(19.9, null)]
    [InlineData(91.0, null)]
    [InlineData(double.NaN, null)]
    [InlineData(null, 20.0)]
    [InlineData(null, 90.0)]
    [InlineData(null, null)]
    [InlineData(50.0, 40.0)]
    public void Hardness_out_of_range_or_twice_is_refused(double? a, double? d) =>
        Assert.Throws<RefusalException>(() => Stiffness.Of(a, d));

    [Fact]
    public void The_master_grows_by_every_shrink_after_it()
    {
        Assert.Equal(1.0045168, ShrinkChain.Scale([0.1, 0.35]).Scale, 1e-7);
        Assert.Equal(1, ShrinkChain.Scale([0]).Scale);
        Assert.Equal(2, ShrinkChain.Scale([0.1, 0.35]).Working[0].Inputs.Count);
    }

    [Fact]
    public void A_part_from_the_scaled_master_is_on_size() =>
        Gen.Double[-2, 8]
            .Array[1, 6]
            .Sample(shrinks =>
                Math.Abs(shrinks.Aggregate(ShrinkChain.Scale(shrinks).Scale, (size, s) => size * (1 - s / 100)) - 1) < 1e-12
            );

    [Fact]
    public void Impossible_shrinks_are_refused_with_their_place()
    {
        Assert.Equal("linearShrinkPct[1]", Assert.Throws<RefusalException>(() => ShrinkChain.Scale([0.1, 100])).Field);
        Assert.Equal("linearShrinkPct", Assert.Throws<RefusalException>(() => ShrinkChain.Scale([])).Field);
        Assert.Equal("linearShrinkPct", Assert.Throws<RefusalException>(() => ShrinkChain.Scale(null)).Field);
    }
}
