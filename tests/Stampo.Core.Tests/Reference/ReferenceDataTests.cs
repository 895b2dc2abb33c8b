using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Routes;

namespace Stampo.Core.Tests.Reference;

public class ReferenceDataTests
{
    [Fact]
    public void Every_material_is_plausible_and_says_its_source() =>
        Assert.All(
            MaterialLibrary.All,
            m =>
            {
                Assert.InRange(m.DensityGPerCm3, 0.8, 2);
                Assert.InRange(m.ShoreValue, 10, 100);
                Assert.InRange(m.ServiceC, 50, 250);
                Assert.InRange(m.ShrinkPct.High, 0.05, 3);
                Assert.NotEmpty(m.Source);
                Assert.NotEmpty(m.Routes);
                Assert.All(m.Routes, id => Assert.NotNull(RouteCatalogue.Find(id)));
            }
        );

    [Fact]
    public void Ids_are_unique()
    {
        Assert.Equal(MaterialLibrary.All.Count, MaterialLibrary.All.Select(m => m.Id).Distinct().Count());
        Assert.Equal(RateCard.Shipped.All.Count, RateCard.Shipped.All.Select(r => r.Key).Distinct().Count());
    }

    [Fact]
    public void What_a_route_needs_of_its_materials_is_there() =>
        Assert.All(
            MaterialLibrary.All,
            m =>
            {
                Assert.Equal(m.Routes.Any(r => r.StartsWith("cast-", StringComparison.Ordinal)), m.Cast is not null);
                Assert.Equal(m.Routes.Any(r => r.StartsWith("inject-", StringComparison.Ordinal)), m.Melt is not null);
                Assert.Equal(m.Routes.Contains("print"), m.Print is not null);
                if (m.Melt is { } melt)
                    Assert.True(melt.MeltC > melt.EjectC && melt.EjectC > melt.MoldC);
                if (m.Cast is { } cast)
                    Assert.True(cast.WarmDemoldH < cast.DemoldH && cast.WarmC > 23);
            }
        );

    [Fact]
    public void Every_route_has_a_rigid_or_soft_material_and_every_rate_a_source()
    {
        Assert.All(RouteCatalogue.All, route => Assert.NotNull(MaterialChoice.Best(route.Card.Id, new Brief(), MaterialLibrary.All)));
        Assert.All(
            RateCard.Shipped.All,
            rate => Assert.True(rate.Source.Length > 3 && rate.Low <= rate.Likely && rate.Likely <= rate.High && rate.Low >= 0)
        );
    }

    [Theory]
    [InlineData(ShoreScale.A, 70, "pu-elastomer-70a")]
    [InlineData(ShoreScale.A, 42, "pu-elastomer-40a")]
    public void The_nearest_elastomer_is_chosen(ShoreScale scale, double value, string id)
    {
        var brief = new Brief { Family = MaterialFamily.FlexibleElastomer, Hardness = new HardnessTarget(scale, value, 5, false) };
        Assert.Equal(id, MaterialChoice.Best("cast-silicone", brief, MaterialLibrary.All)!.Material.Id);
    }
}
