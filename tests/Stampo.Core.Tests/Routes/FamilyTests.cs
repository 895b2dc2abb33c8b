using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Routes;

/// <summary>What each family of routes is for, and what rules it out.</summary>
public class FamilyTests
{
    private static readonly DateOnly Monday = new(2030, 3, 4);

    private static readonly PartFacts Grommet = new(
        32,
        32,
        24,
        9.7,
        40,
        new PartDeclaration
        {
            NominalWallMm = 5,
            ThinnestWallMm = 3,
            Undercut = Undercut.Mild,
        }
    );

    private static readonly PartFacts Roof = new(
        900,
        600,
        120,
        1800,
        13_000,
        new PartDeclaration
        {
            Shape = ShapeClass.OpenShell,
            NominalWallMm = 3,
            ThinnestWallMm = 3,
        }
    );

    private static readonly PartFacts Bracket = new(
        60,
        40,
        20,
        18,
        110,
        new PartDeclaration
        {
            Shape = ShapeClass.Compact,
            NominalWallMm = 3,
            ThinnestWallMm = 2,
        }
    );

    private static Brief For(MaterialFamily family, double hardness, ShoreScale scale, int quantity, int inDays = 400) =>
        new()
        {
            Family = family,
            Demand = [new DemandRow(Monday.AddDays(inDays), quantity, Purpose.Sale)],
            Hardness = new HardnessTarget(scale, hardness, 8, true),
        };

    private static IReadOnlyList<Lane> Lanes(PartFacts part, Brief brief, double quantity) =>
        new RouteComparison(new JobInputs(part, brief, RateCard.Shipped, MaterialLibrary.All, Monday), RouteCatalogue.All, 200).LanesAt(
            quantity
        );

    private static Lane Lane(PartFacts part, Brief brief, string id, double quantity = 100) =>
        Lanes(part, brief, quantity).Single(l => l.Route.Id == id);

    [Fact]
    public void A_rubber_seal_goes_from_cast_to_pressed_and_liquid_silicone_takes_the_many()
    {
        var rubber = For(MaterialFamily.Rubber, 60, ShoreScale.A, 5_000);
        string[] pressed = ["rubber-compression", "rubber-transfer", "rubber-lsr", "inject-aluminium"];
        Assert.StartsWith(
            "rubber-",
            Lanes(Grommet, rubber, 5_000).First(l => l.Material.Family == MaterialFamily.Rubber).Route.Id,
            StringComparison.Ordinal
        );
        var trial = rubber with { Demand = [new DemandRow(Monday.AddDays(60), 10, Purpose.Function)] };
        Assert.DoesNotContain(Lanes(Grommet, trial, 10)[0].Route.Id, pressed);
        var silicone = For(MaterialFamily.SiliconeRubber, 50, ShoreScale.A, 500_000) with
        {
            ServiceTemperature = new TemperatureTarget(180, true),
        };
        Assert.Equal("rubber-lsr", Lanes(Grommet, silicone, 500_000)[0].Route.Id);
    }

    [Fact]
    public void Compression_has_the_cheaper_tool_and_transfer_the_dearer_rubber()
    {
        var brief = For(MaterialFamily.Rubber, 60, ShoreScale.A, 500);
        Lane compression = Lane(Grommet, brief, "rubber-compression"),
            transfer = Lane(Grommet, brief, "rubber-transfer"),
            lsr = Lane(Grommet, For(MaterialFamily.SiliconeRubber, 50, ShoreScale.A, 500), "rubber-lsr");
        Assert.True(compression.FirstTooling.P50 <= transfer.FirstTooling.P50);
        Assert.True(lsr.FirstTooling.P50 > 2 * compression.FirstTooling.P50);
        Assert.True(compression.FirstArticle <= transfer.FirstArticle && transfer.FirstArticle < lsr.FirstArticle);
    }

    [Fact]
    public void A_large_shell_is_laid_up_or_formed_and_a_bracket_never()
    {
        var laminate = For(MaterialFamily.FibreLaminate, 85, ShoreScale.D, 60);
        foreach (var id in new[] { "lay-open", "lay-closed", "lay-infusion" })
        {
            Assert.NotEqual(Verdict.Out, Lane(Roof, laminate, id).Verdict);
            Assert.Contains(Lane(Bracket, laminate, id).Gates, g => g is { Name: "Shape", Verdict: Verdict.Out, Remedy: not null });
        }

        Assert.True(Lane(Roof, laminate, "lay-closed").FirstTooling.P50 > Lane(Roof, laminate, "lay-open").FirstTooling.P50);
        Assert.True(Lane(Roof, laminate, "lay-closed").ToleranceMm < Lane(Roof, laminate, "lay-open").ToleranceMm);
    }

    [Fact]
    public void Aluminium_forms_beat_board_only_past_many()
    {
        var sheet = For(MaterialFamily.FormedSheet, 75, ShoreScale.D, 10_000);
        var small = Roof with { LengthMm = 420, WidthMm = 320, HeightMm = 55, VolumeCm3 = 300, AreaCm2 = 3_400 };
        Assert.True(Lane(small, sheet, "form-soft", 30).Total.P50 < Lane(small, sheet, "form-aluminium", 30).Total.P50);
        Assert.True(Lane(small, sheet, "form-soft", 10_000).Total.P50 > Lane(small, sheet, "form-aluminium", 10_000).Total.P50);
    }

    [Fact]
    public void Machining_is_exact_and_dear_and_only_for_hard_plastics()
    {
        var rigid = For(MaterialFamily.RigidThermoplastic, 78, ShoreScale.D, 5);
        var machined = Lane(Bracket, rigid, "machine", 3);
        Assert.Equal(0.1, machined.ToleranceMm);
        Assert.True(machined.Total.P50 / 3 > Lane(Bracket, rigid, "print", 3).Unit.P50);
        Assert.Equal(Verdict.Out, Lane(Grommet, For(MaterialFamily.Rubber, 60, ShoreScale.A, 5), "machine").Verdict);
        var hooked = Bracket with { Declared = Bracket.Declared with { Undercut = Undercut.Strong } };
        Assert.True(Lane(hooked, rigid, "machine", 3).Total.P50 > machined.Total.P50);
    }

    [Fact]
    public void Vacuum_fills_thinner_walls_than_pouring_and_its_molds_last_as_its_range_says()
    {
        var thin = Bracket with { Declared = Bracket.Declared with { ThinnestWallMm = 0.85 } };
        var rigid = For(MaterialFamily.RigidThermoplastic, 78, ShoreScale.D, 60);
        Assert.Equal(Verdict.Fits, Lane(thin, rigid, "cast-vacuum").Gates.Single(g => g.Name == "Thinnest wall").Verdict);
        Assert.Equal(Verdict.AtRisk, Lane(thin, rigid, "cast-silicone").Gates.Single(g => g.Name == "Thinnest wall").Verdict);
        // Kind resins and shapes live longest under vacuum; aggressive ones no longer than elsewhere.
        Assert.Equal(
            30.0 / 25,
            Lane(Bracket, rigid, "cast-vacuum").LifeShots!.Value.Likely / Lane(Bracket, rigid, "cast-silicone").LifeShots!.Value.Likely,
            1e-9
        );
        Assert.True(Lane(Bracket, rigid, "cast-vacuum", 60).LastPart <= Lane(Bracket, rigid, "cast-silicone", 60).LastPart);
        Assert.True(Lane(Bracket, rigid, "cast-hybrid", 200).ToolSets <= Lane(Bracket, rigid, "cast-silicone", 200).ToolSets);
    }

    [Fact]
    public void A_sacrificial_shell_takes_any_undercut_and_pays_for_it_every_time()
    {
        var rigid = For(MaterialFamily.RigidThermoplastic, 78, ShoreScale.D, 10);
        var trapped = Bracket with { Declared = Bracket.Declared with { Undercut = Undercut.Strong } };
        Assert.DoesNotContain(Lane(trapped, rigid, "cast-sacrificial").Gates, g => g.Name == "Undercuts");
        Assert.Equal(Lane(trapped, rigid, "cast-sacrificial").Unit.P50, Lane(Bracket, rigid, "cast-sacrificial").Unit.P50);
        Assert.Null(Lane(Bracket, rigid, "cast-sacrificial").ToolSets);
    }

    [Fact]
    public void Printed_inserts_suit_a_few_dozen_in_a_plastic_that_is_not_too_hot()
    {
        var hot = For(MaterialFamily.ClearThermoplastic, 80, ShoreScale.D, 60) with
        {
            ServiceTemperature = new TemperatureTarget(110, true),
        };
        Assert.Contains(Lane(Bracket, hot, "inject-printed").Gates, g => g is { Name: "Melt temperature", Verdict: Verdict.AtRisk });
        var rigid = For(MaterialFamily.RigidThermoplastic, 75, ShoreScale.D, 60);
        Assert.True(Lane(Bracket, rigid, "inject-printed", 60).Total.P50 < Lane(Bracket, rigid, "inject-aluminium", 60).Total.P50);
        Assert.True(Lane(Bracket, rigid, "inject-printed", 5_000).Total.P50 > Lane(Bracket, rigid, "inject-aluminium", 5_000).Total.P50);
    }

    [Fact]
    public void A_shorter_life_means_more_sets_and_never_less_money() =>
        Gen.Select(Gen.Int[1, 5_000], Gen.Double[0.2, 0.9])
            .Sample(
                (quantity, share) =>
                {
                    var rigid = For(MaterialFamily.RigidThermoplastic, 78, ShoreScale.D, 60);
                    var route = RouteCatalogue.Find("cast-silicone")!;
                    var inputs = new JobInputs(Bracket, rigid, RateCard.Shipped, MaterialLibrary.All, Monday);
                    var estimate = route.Estimate(
                        inputs.JobWith(MaterialChoice.Best(route.Card.Id, rigid, MaterialLibrary.All)!.Material),
                        1
                    );
                    var (full, shorter) = (
                        Point(estimate),
                        Point(estimate with { Life = Figure.Given("worn", estimate.LifeShots!.Value * share, "shots") })
                    );
                    return shorter.Sets(quantity) >= full.Sets(quantity) && shorter.Total(quantity) >= full.Total(quantity);

                    static CostPoint Point(RouteEstimate e) =>
                        new Way(e, Assist.Hands, "x", new SharedDraws(new Core.Ranges.Draws(1), 1)).Likely;
                },
                iter: 200
            );
}
