using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Reference;

public class LibraryTests
{
    private static readonly Library Shipped = Library.Shipped;

    [Fact]
    public void All_that_ships_passes_its_own_checks()
    {
        Assert.All(Shipped.Rates.All, r => r.Checked());
        Assert.All(Shipped.Materials, m => m.Checked());
        Assert.All(Shipped.Supplies, s => s.Checked());
    }

    [Fact]
    public void Materials_are_consistent_with_one_another() =>
        Assert.All(
            Shipped.Materials,
            m =>
            {
                if (m.ShortTermC is { } brief)
                    Assert.True(brief >= m.ServiceC, $"{m.Id}: a short time bears no less heat than a long one");
                if (m.IsSoft && m.ModulusMpa is { } soft)
                    Assert.InRange(
                        soft,
                        0.6 * Stiffness.GentMpa(Math.Min(m.ShoreValue, 95)),
                        1.6 * Stiffness.GentMpa(Math.Min(m.ShoreValue, 95))
                    );
                if (!m.IsSoft)
                    Assert.InRange(m.ModulusMpa!.Value, 700, 60_000);
                Assert.InRange(m.TensileMpa!.Value, 1, 700);
                Assert.Equal(m.IsSoft ? ShoreScale.A : ShoreScale.D, m.ShoreScale);
                Assert.NotNull(m.ElongationPct);
                Assert.Equal(m.IsSoft, m.TearKnPerM is not null);
            }
        );

    [Theory]
    [InlineData("pu-elastomer-")]
    [InlineData("tpe-")]
    [InlineData("lsr-")]
    public void Within_a_family_harder_is_stiffer_and_stretches_less(string prefix)
    {
        var ladder = Shipped.Materials.Where(m => m.Id.StartsWith(prefix, StringComparison.Ordinal)).OrderBy(m => m.ShoreValue).ToList();
        Assert.True(ladder.Count >= 3);
        Assert.All(
            ladder.Zip(ladder.Skip(1)),
            pair =>
            {
                Assert.True(pair.Second.ModulusMpa > pair.First.ModulusMpa && pair.Second.TensileMpa >= pair.First.TensileMpa);
                Assert.True(pair.Second.ElongationPct <= pair.First.ElongationPct && pair.Second.TearKnPerM >= pair.First.TearKnPerM);
            }
        );
    }

    [Theory]
    [InlineData("pp", "abs", "pc", "pa6-gf30")]
    [InlineData("laminate-polyester-mat", "laminate-vinyl-biaxial", "laminate-epoxy-glass", "laminate-epoxy-carbon")]
    public void Strength_rises_in_the_order_the_trade_knows(params string[] ids) =>
        Assert.Equal(ids, ids.OrderBy(id => MaterialLibrary.Find(id)!.TensileMpa));

    [Fact]
    public void Every_material_named_for_the_library_is_there()
    {
        string[] part =
        [
            "abs",
            "pc",
            "pc-abs",
            "pp",
            "hdpe",
            "pa6",
            "pa6-gf30",
            "pom",
            "pmma",
            "tpe-40a",
            "tpe-60a",
            "tpe-80a",
            "tpu-85a",
            "tpu-95a",
            "casting-silicone-20a",
            "casting-silicone-40a",
            "print-silicone-40a",
            "print-elastomer-50a",
            "print-elastomer-80a",
            "print-elastomer-powder-90a",
            "pu-abs-like",
            "pu-very-high-temp",
            "pu-elastomer-10a",
            "pu-elastomer-40a",
            "pu-elastomer-85a",
            "pbt",
            "sheet-tpo",
        ];
        Assert.All(part, id => Assert.NotNull(MaterialLibrary.Find(id)));
        Assert.All(Enum.GetValues<SupplyKind>(), kind => Assert.Contains(Shipped.Supplies, s => s.Kind == kind));
        Assert.Equal(6, Shipped.Supplies.Count(s => s.Kind == SupplyKind.MoldSilicone));
        Assert.Equal(Shipped.Supplies.Count, Shipped.Supplies.Select(s => s.Id).Distinct().Count());
    }

    [Theory]
    [InlineData("abs", 80, 90)]
    [InlineData("pc", 115, 128)]
    [InlineData("pa6-gf30", 120, 190)]
    public void Service_is_the_long_term_figure_and_heat_deflection_stands_beside_it(string id, double serviceC, double deflectionC) =>
        Assert.Equal(
            (serviceC, deflectionC),
            (MaterialLibrary.Find(id)!.ServiceC, MaterialLibrary.Find(id)!.Of(Core.Materials.Property.HeatDeflectionC))
        );

    [Theory]
    [InlineData("pa", BondStrength.Good)]
    [InlineData("pbt", BondStrength.Good)]
    [InlineData("pc", BondStrength.Fair)]
    [InlineData("abs", BondStrength.Poor)]
    public void Self_bonding_silicone_holds_on_some_plastics(string substrate, BondStrength strength) =>
        Assert.Equal(strength, Bond.Between(substrate, "silicone").Strength);

    [Fact]
    public void Every_bond_is_between_polymers_of_the_library_or_metal()
    {
        var polymers = Shipped.Materials.Select(m => m.Polymer).Append("metal").ToHashSet();
        Assert.All(Bond.Matrix, b => Assert.True(polymers.Contains(b.Substrate) && polymers.Contains(b.Soft) && b.Note.Length > 2));
        Assert.Equal(Bond.Matrix.Count, Bond.Matrix.DistinctBy(b => (b.Substrate, b.Soft)).Count());
    }

    [Fact]
    public void The_shops_own_goes_before_what_ships_and_beside_it()
    {
        var own = Shipped.With(
            [RateCard.Shipped["labour.bench"] with { Likely = 45, High = 55 }],
            [MaterialLibrary.Find("abs")! with { TensileMpa = 45 }, MaterialLibrary.Find("abs")! with { Id = "abs-black" }],
            []
        );
        Assert.Equal(45, own.Rates["labour.bench"].Likely);
        Assert.Equal(Shipped.Materials.Count + 1, own.Materials.Count);
        Assert.Equal(45, own.Materials.Single(m => m.Id == "abs").TensileMpa);
        Assert.Equal(Shipped.Supplies, own.Supplies);
    }

    public static TheoryData<Action, string> Bad
    {
        get
        {
            var (abs, rate) = (MaterialLibrary.Find("abs")!, RateCard.Shipped["print.yield"]);
            return new TheoryData<Action, string>
            {
                { () => (rate with { High = 1.2 }).Checked(), "rates.print.yield" },
                { () => (rate with { Low = 0 }).Checked(), "rates.print.yield.low" },
                { () => (rate with { Source = "" }).Checked(), "rates.print.yield.source" },
                { () => (abs with { Id = "ABS!" }).Checked(), "materials" },
                { () => (abs with { Routes = ["teleport"] }).Checked(), "materials.abs.routes" },
                { () => (abs with { Melt = null }).Checked(), "materials.abs.melt" },
                { () => (abs with { Melt = abs.Melt! with { EjectC = 300 } }).Checked(), "materials.abs.melt.ejectC" },
                { () => (abs with { DensityGPerCm3 = 0 }).Checked(), "materials.abs.densityGPerCm3" },
                { () => (abs with { TensileMpa = -3 }).Checked(), "materials.abs.tensileMpa" },
                { () => (SupplyLibrary.All[0] with { PriceUnit = "" }).Checked(), $"supplies.{SupplyLibrary.All[0].Id}.priceUnit" },
            };
        }
    }

    [Theory]
    [MemberData(nameof(Bad))]
    public void What_can_not_be_is_refused_by_entry_and_field(Action check, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(check).Field);

    [Fact]
    public void Every_rate_a_route_asks_for_is_there() =>
        Assert.All(RouteCatalogue.All, r => Assert.True(r.ChangeKey is null || RateCard.Shipped.Find(r.ChangeKey) is not null));
}
