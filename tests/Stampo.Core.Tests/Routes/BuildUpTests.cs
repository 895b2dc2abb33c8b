using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans;
using Stampo.Core.Reference;
using Stampo.Core.Routes;

namespace Stampo.Core.Tests.Routes;

/// <summary>Each route's lines against the same sums done by hand, at the likely values of the rate card.</summary>
public class BuildUpTests
{
    private static readonly PartFacts Box = new(100, 60, 40, 50, 400, new PartDeclaration { NominalWallMm = 2.4 });

    private static readonly Brief Plain = new() { Family = MaterialFamily.RigidThermoplastic };

    private static Job JobFor(string route, Brief? brief = null, PartFacts? part = null) =>
        new(part ?? Box, brief ?? Plain, MaterialChoice.Best(route, brief ?? Plain, MaterialLibrary.All)!.Material, RateCard.Shipped);

    private static RouteEstimate Estimate(string route, int cavities = 1, Brief? brief = null, PartFacts? part = null) =>
        RouteCatalogue.Find(route)!.Estimate(JobFor(route, brief, part), cavities);

    private static double Amount(RouteEstimate estimate, string line) => estimate.Costs.Single(c => c.Name == line).Amount.Likely;

    private static double Norm(string key) => RateCard.Shipped[key].Value.Likely;

    [Fact]
    public void Printing_pays_material_machine_and_hands_for_each_part()
    {
        var print = Estimate("print");
        var density = JobFor("print").Material.DensityGPerCm3;
        Assert.Equal(50 * 1.15 * density / 1000, Amount(print, "Print material"), 1e-9);
        // 100 × 60 mm with room around stand eight times on a platform of 330 × 200 mm.
        Assert.Equal(50 * 1.15 / 14 + 0.5 / 8, Amount(print, "Printer time"), 1e-9);
        Assert.Equal(0, Amount(print, "Finish the show side"));
        Assert.Null(print.LifeShots);
    }

    [Theory]
    [InlineData(Finish.FineMatt, 1.2)]
    [InlineData(Finish.Gloss, 2.5)]
    public void Finishing_goes_by_half_the_surface_and_the_grade(Finish finish, double hoursPerDm2) =>
        Assert.Equal(2 * hoursPerDm2, Amount(Estimate("print", brief: Plain with { ShowSide = finish }), "Finish the show side"), 1e-9);

    [Fact]
    public void A_silicone_mold_takes_its_block_less_the_part()
    {
        var cast = Estimate("cast-silicone");
        // Wall 20 mm all round: 140 × 100 × 80 mm less 50 cm³, at 1.12 g/cm³ and a tenth lost.
        Assert.Equal((140 * 100 * 80 / 1000.0 - 50) * 1.12 / 1000 * 1.1, Amount(cast, "Mold silicone"), 1e-9);
        // No undercut 1.2, a fast resin 0.8.
        Assert.Equal(25 * 1.2 * 0.8, cast.LifeShots!.Value.Likely, 1e-9);
        Assert.Equal(50 * 1.1 * 1.15 * JobFor("cast-silicone").Material.DensityGPerCm3 / 1000, Amount(cast, "Casting resin"), 1e-9);
    }

    [Fact]
    public void Patterns_are_paid_once_for_each_cavity_and_hands_are_shared_by_the_shot()
    {
        RouteEstimate one = Estimate("cast-silicone"), four = Estimate("cast-silicone", 4);
        Assert.Equal(4 * Amount(one, "Pattern: resin"), Amount(four, "Pattern: resin"), 1e-9);
        Assert.Equal(Amount(one, "One shot, shared by its cavities") / 4, Amount(four, "One shot, shared by its cavities"), 1e-9);
        Assert.True(Amount(four, "Mold silicone") < 4 * Amount(one, "Mold silicone"));
    }

    [Theory]
    [InlineData(Undercut.None, 24)]
    [InlineData(Undercut.Mild, 20)]
    [InlineData(Undercut.Strong, 12)]
    public void Undercuts_wear_the_silicone(Undercut undercut, double life) =>
        Assert.Equal(life, Estimate("cast-silicone", part: Box with { Declared = Box.Declared with { Undercut = undercut } }).LifeShots!.Value.Likely, 1e-9);

    [Fact]
    public void A_printed_mold_is_its_block_less_the_part_at_a_share_of_solid()
    {
        var solid = (114 * 74 * 54 / 1000.0 - 50) * 0.4;
        Assert.Equal(solid * 1.15 * 1.18 / 1000, Amount(Estimate("cast-printed"), "Mold: resin"), 1e-9);
    }

    [Fact]
    public void A_metal_tool_is_roughed_by_volume_and_finished_by_surface()
    {
        var tool = Estimate("inject-aluminium");
        Assert.Equal(240 / 220.0, Amount(tool, "Rough the cavity and core"), 1e-9);
        var stepover = 2 * Math.Sqrt(2 * 3 * 0.02 - 0.02 * 0.02);
        Assert.Equal(0.69166, stepover, 1e-5);
        Assert.Equal(400 * 100 / (stepover * 1600 * 60), Amount(tool, "Finish the cavity and core"), 1e-9);
        Assert.Equal(160 * 120 * 110 / 1e6 * 2.8, Amount(tool, "Blocks"), 1e-9);
    }

    [Fact]
    public void Cavity_work_grows_slower_than_cavities_and_undercuts_bring_slides()
    {
        RouteEstimate one = Estimate("inject-steel-pre"), two = Estimate("inject-steel-pre", 2);
        Assert.Equal(Math.Pow(2, 0.7), Amount(two, "Rough the cavity and core") / Amount(one, "Rough the cavity and core"), 1e-9);
        Assert.DoesNotContain(one.Costs, c => c.Name == "Slides for undercuts");
        var strong = Estimate("inject-steel-pre", part: Box with { Declared = Box.Declared with { Undercut = Undercut.Strong } });
        Assert.Equal(3 * Norm("tool.slide"), Amount(strong, "Slides for undercuts"), 1e-9);
    }

    [Fact]
    public void A_molded_piece_takes_its_share_of_the_cycle_and_of_the_clamp()
    {
        var job = JobFor("inject-aluminium");
        var melt = job.Material.Melt!;
        var cooling = 2.4 * 2.4 / (Math.PI * Math.PI * melt.DiffusivityMm2PerS) * Math.Log(4 / Math.PI * (melt.MeltC - melt.MoldC) / (melt.EjectC - melt.MoldC));
        var molded = Estimate("inject-aluminium", 2);
        Assert.Equal((15 + cooling) / 7200, Amount(molded, "Press time, smallest press"), 1e-9);
        // The footprint is the box laid on its largest side.
        var kn = 60 * 2 * melt.CavityMpa * 0.1 * 1.1;
        Assert.Equal((15 + cooling) * kn / 7200, Amount(molded, "Press time, for its clamp"), 1e-6);
        Assert.Equal(50 * job.Material.DensityGPerCm3 * 1.08 / 1000, Amount(molded, "Plastic"), 1e-9);
    }

    [Fact]
    public void Glass_fibre_shortens_the_life_of_soft_metal_more_than_of_steel()
    {
        var hot = Plain with { ServiceTemperature = new TemperatureTarget(150, true) };
        Assert.Equal(0.4, Estimate("inject-aluminium", brief: hot).LifeShots!.Value.Likely / Estimate("inject-aluminium").LifeShots!.Value.Likely, 1e-9);
        Assert.Equal(0.7, Estimate("inject-steel-pre", brief: hot).LifeShots!.Value.Likely / Estimate("inject-steel-pre").LifeShots!.Value.Likely, 1e-9);
    }

    [Fact]
    public void A_formed_shell_takes_sheet_with_a_margin_and_the_gauge_it_is_drawn_from()
    {
        var tray = new PartFacts(420, 320, 55, 200, 3200, new PartDeclaration { Shape = ShapeClass.OpenShell, NominalWallMm = 1.5 });
        var ratio = 1600 / (420 * 320 / 100.0);
        Assert.Equal(500 * 400 * 1.5 * ratio * JobFor("form-soft").Material.DensityGPerCm3 / 1e6, Amount(Estimate("form-soft", part: tray), "Sheet"), 1e-9);
    }

    [Theory]
    [InlineData("cast-silicone")]
    [InlineData("cast-printed")]
    [InlineData("inject-aluminium")]
    [InlineData("inject-steel-pre")]
    public void Inserts_are_bought_and_loaded_for_each_piece(string route)
    {
        var with = Estimate(route, brief: Plain with { Inserts = 4 });
        Assert.Equal(4, Amount(with, "Inserts"));
        Assert.Equal(4 * Norm("insert.load"), with.Costs.Single(c => c.Name.StartsWith("Load inserts", StringComparison.Ordinal)).Amount.Likely, 1e-9);
        Assert.DoesNotContain(Estimate(route).Costs, c => c.Name == "Inserts");
    }

    [Fact]
    public void Every_line_of_every_route_names_its_rate_unit_and_source() => Assert.All(RouteCatalogue.All, route =>
        Assert.All(route.Estimate(JobFor(route.Card.Id), 1).Costs, line =>
        {
            Assert.NotEmpty(line.RateKey);
            Assert.NotEmpty(line.AmountUnit);
            Assert.NotEmpty(line.Source);
            Assert.True(line.Cost.Low >= 0 && line.Cost.Low <= line.Cost.Likely && line.Cost.Likely <= line.Cost.High);
        }));

    [Fact]
    public void Only_poured_routes_propose_a_pour()
    {
        var poured = RouteCatalogue.All.Where(r => r.Casting(JobFor(r.Card.Id), 4) is { Into: not PouredInto.FilledPrint }).Select(r => r.Card.Id);
        Assert.Equal(["cast-hybrid", "cast-printed", "cast-sacrificial", "cast-silicone", "cast-vacuum"], poured);
        var proposal = RouteCatalogue.Find("cast-silicone")!.Casting(JobFor("cast-silicone"), 4)!;
        Assert.Equal((4, 5), (proposal.Cavities, proposal.ExtraCm3PerPart));
    }
}
