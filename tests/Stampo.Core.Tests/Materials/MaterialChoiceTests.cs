using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Safety;

namespace Stampo.Core.Tests.Materials;

public class MaterialChoiceTests
{
    private static MaterialChoice Best(string route, Brief brief) => MaterialChoice.Best(route, brief, MaterialLibrary.All)!;

    [Fact]
    public void A_must_decides_before_hardness_and_price()
    {
        var brief = new Brief
        {
            ServiceTemperature = new TemperatureTarget(120, Must: true),
            Hardness = new HardnessTarget(ShoreScale.D, 80, 10, false),
        };
        Assert.Equal("pu-high-temp", Best("cast-silicone", brief).Material.Id);
        Assert.Equal("pa6-gf30", Best("inject-aluminium", brief).Material.Id);
    }

    [Fact]
    public void The_nearest_hardness_goes_first_even_within_the_tolerance()
    {
        Material Of(double shore) => MaterialLibrary.Find("pu-elastomer-80a")! with { Id = $"own-{shore}", ShoreValue = shore };
        var brief = new Brief { Family = MaterialFamily.FlexibleElastomer, Hardness = new HardnessTarget(ShoreScale.A, 85, 5, true) };
        Assert.Equal("own-86", MaterialChoice.Best("cast-silicone", brief, [Of(80), Of(86), Of(90)])!.Material.Id);
    }

    [Fact]
    public void A_want_that_is_missed_is_said_and_rules_nothing_out()
    {
        var choice = Best("print", new Brief { ServiceTemperature = new TemperatureTarget(200, Must: false) });
        Assert.Empty(choice.MissedMusts);
        Assert.Contains("200 °C", Assert.Single(choice.MissedWants), StringComparison.Ordinal);
    }

    [Fact]
    public void An_elastomer_is_never_offered_for_a_rigid_part_nor_the_other_way_round_without_saying_so() =>
        Gen.Select(
                Gen.OneOfConst(
                    "print",
                    "cast-silicone",
                    "cast-printed",
                    "inject-aluminium",
                    "form-soft",
                    "rubber-compression",
                    "rubber-lsr",
                    "machine",
                    "lay-closed"
                ),
                Gen.OneOfConst(Enum.GetValues<MaterialFamily>())
            )
            .Sample(
                (route, family) =>
                {
                    var choice = Best(route, new Brief { Family = family });
                    return Soft(choice.Material.Family) == Soft(family) || choice.MissedMusts.Count > 0;
                }
            );

    private static bool Soft(MaterialFamily family) =>
        family is MaterialFamily.FlexibleElastomer or MaterialFamily.SiliconeRubber or MaterialFamily.Rubber;

    [Fact]
    public void Clear_is_a_must_of_its_family()
    {
        Assert.Equal("pu-clear", Best("cast-silicone", new Brief { Family = MaterialFamily.ClearThermoplastic }).Material.Id);
        Assert.Empty(Best("inject-aluminium", new Brief { Family = MaterialFamily.ClearThermoplastic }).MissedMusts);
    }

    [Fact]
    public void A_route_without_materials_has_no_choice() => Assert.Null(MaterialChoice.Best("unknown", new Brief(), MaterialLibrary.All));

    [Fact]
    public void Cautions_come_once_each_in_the_order_they_are_met_and_defer_to_the_data_sheet()
    {
        var cautions = Cautions.Of(["cast-urethane", "vacuum", "cast-urethane", "pressure", "blade", "vacuum"]);
        Assert.Equal(["cast-urethane", "vacuum", "pressure", "blade"], cautions.Select(c => c.Id));
        Assert.All(cautions, c => Assert.All(c.Lines, line => Assert.EndsWith(".", line, StringComparison.Ordinal)));
        Assert.Contains("data sheet", Cautions.Deference, StringComparison.Ordinal);
    }
}
