using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;

namespace Stampo.Core.Tests.Jobs;

public class PropertyMatchTests
{
    private static Material Of(string id) => MaterialLibrary.Find(id)!;

    private static PropertyMatch Match(string id, Brief brief, string name) => PropertyMatch.Of(Of(id), brief).Single(p => p.Name == name);

    [Fact]
    public void A_property_meets_falls_short_by_a_share_or_is_not_known()
    {
        var brief = new Brief { Properties = [new PropertyTarget(Property.TensileMpa, 60, true)] };
        Assert.Equal(Core.Jobs.Match.Meets, Match("pc", brief, "Tensile strength").Match);
        var abs = Match("abs", brief, "Tensile strength");
        Assert.Equal(Core.Jobs.Match.Short, abs.Match);
        Assert.Equal(30, abs.ShortPct!.Value, 1e-9);
        var tear = Match("abs", new Brief { Properties = [new PropertyTarget(Property.TearKnPerM, 10, true)] }, "Tear strength");
        Assert.Equal((Core.Jobs.Match.Unknown, "not known"), (tear.Match, tear.Has));
    }

    [Fact]
    public void A_look_sample_need_not_carry_the_load_and_a_fit_sample_need_not_be_clear()
    {
        var brief = new Brief { ServiceTemperature = new TemperatureTarget(120, true), Clarity = new ClarityTarget(Clarity.Clear, true) };
        var choice = new MaterialChoice(
            Of("print-resin-clear"),
            PropertyMatch.Of(Of("print-resin-clear"), brief),
            Likeness.Of(Of("print-resin-clear"), Of("pc"))
        );
        Assert.True(choice.Serves(Purpose.Look));
        Assert.True(choice.Serves(Purpose.Fit));
        Assert.False(choice.Serves(Purpose.Function));
        var opaque = new MaterialChoice(Of("abs"), PropertyMatch.Of(Of("abs"), brief), Likeness.Of(Of("abs"), Of("pc")));
        Assert.False(opaque.Serves(Purpose.Look));
        Assert.True(opaque.Serves(Purpose.Fit));
    }

    [Fact]
    public void Rubber_may_be_tried_in_urethane_and_is_sold_as_rubber()
    {
        var brief = new Brief { Family = MaterialFamily.Rubber };
        var urethane = new MaterialChoice(
            Of("pu-elastomer-60a"),
            PropertyMatch.Of(Of("pu-elastomer-60a"), brief),
            Likeness.Of(Of("pu-elastomer-60a"), Of("epdm-60a"))
        );
        Assert.True(urethane.Serves(Purpose.Function));
        Assert.False(urethane.Serves(Purpose.Sale));
        Assert.All(PropertyMatch.Of(Of("epdm-60a"), brief), p => Assert.False(p.IsMissed));
    }

    [Fact]
    public void A_material_is_wholly_like_itself_and_never_more_like_another() =>
        Gen.Select(Gen.OneOfConst([.. MaterialLibrary.All]), Gen.OneOfConst([.. MaterialLibrary.All]))
            .Sample(
                (a, b) =>
                {
                    var likeness = Likeness.Of(a, b);
                    return Likeness.Of(a, a) is { Share: > 0.999999, Weakest: null }
                        && likeness.Share is > 0 and <= 1
                        && likeness.Ratios.All(r => r.Ratio is >= 0.05 and <= 1)
                        && (likeness.Weakest is null) == likeness.Ratios.All(r => r.Ratio >= 1);
                }
            );

    [Fact]
    public void The_geometric_mean_names_what_drags_it_down()
    {
        // PP for ABS: 70D and 75D, both 90 °C, 32/42 MPa, 1450/2300 MPa, more elongation, 5/18 kJ/m².
        var likeness = Likeness.Of(Of("pp"), Of("abs"));
        var expected = Math.Pow((1 - 5 / 50.0) * 1 * (32 / 42.0) * (1 - Math.Log10(2300 / 1450.0)) * 1 * (5 / 18.0), 1 / 6.0);
        Assert.Equal(expected, likeness.Share, 1e-9);
        Assert.Equal("notched impact", likeness.Weakest!.Name);
    }

    [Fact]
    public void The_named_series_material_is_taken_where_a_route_has_it()
    {
        var brief = new Brief { ProductionMaterial = "pom" };
        Assert.Equal("pom", MaterialChoice.Best("inject-aluminium", brief, MaterialLibrary.All)!.Material.Id);
        Assert.Equal("block-pom", MaterialChoice.Best("machine", brief, MaterialLibrary.All)!.Material.Id);
        Assert.Equal("pom", MaterialChoice.Production(brief, MaterialLibrary.All)!.Id);
        Assert.True(MaterialChoice.Production(new Brief { Family = MaterialFamily.SiliconeRubber }, MaterialLibrary.All)!.Series);
    }

    [Theory]
    [InlineData("pp", "tpe", BondStrength.Good)]
    [InlineData("abs", "tpu", BondStrength.Good)]
    [InlineData("pcabs", "tpe", BondStrength.Fair)]
    [InlineData("pa", "tpe", BondStrength.Fair)]
    [InlineData("pom", "tpe", BondStrength.Poor)]
    [InlineData("pp", "silicone", BondStrength.Poor)]
    [InlineData("pu", "pu", BondStrength.Good)]
    [InlineData("nobody", "knows", BondStrength.Poor)]
    public void Pairs_bond_as_the_trade_knows(string substrate, string soft, BondStrength strength) =>
        Assert.Equal(strength, Bond.Between(substrate, soft).Strength);

    [Theory]
    [InlineData(0, 5.0, Stampo.Core.Jobs.Match.Short, "at most 5 MPa")]
    [InlineData(0, 5_000.0, Stampo.Core.Jobs.Match.Meets, "at most 5 000 MPa")]
    [InlineData(1_000, 5_000.0, Stampo.Core.Jobs.Match.Meets, "1 000 to 5 000 MPa")]
    [InlineData(4_000, 5_000.0, Stampo.Core.Jobs.Match.Short, "4 000 to 5 000 MPa")]
    public void A_property_may_be_bounded_above_as_well_as_below(double least, double most, Stampo.Core.Jobs.Match match, string asked)
    {
        var abs = MaterialLibrary.All.Single(m => m.Id == "abs");
        var found = PropertyMatch
            .Of(abs, new Brief { Properties = [new PropertyTarget(Property.ModulusMpa, least, true, most)] })
            .Single(p => p.Name == Property.ModulusMpa.Named());
        Assert.Equal((match, asked), (found.Match, found.Asked.Replace('\u202f', ' ')));
    }
}
