using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Briefs;

public class BriefTests
{
    private static readonly DemandRow Row = new(new DateOnly(2030, 1, 1), 40, Purpose.Function);

    [Fact]
    public void A_plain_brief_passes_and_adds_up()
    {
        var brief = new Brief { Demand = [Row, Row with { Quantity = 3 }] };
        Assert.Same(brief, brief.Checked());
        Assert.Equal(43, brief.TotalQuantity);
    }

    [Fact]
    public void Fifty_rows_of_the_largest_quantity_do_not_overflow() =>
        Assert.Equal(
            5_000_000_000,
            new Brief { Demand = [.. Enumerable.Repeat(Row with { Quantity = Brief.MaxQuantity }, 50)] }
                .Checked()
                .TotalQuantity
        );

    public static TheoryData<Brief, string> Bad =>
        new()
        {
            {
                new Brief { Demand = [.. Enumerable.Repeat(Row, 51)] },
                "demand"
            },
            {
                new Brief { Demand = [Row, Row with { Quantity = -1 }] },
                "demand[1].quantity"
            },
            {
                new Brief { Demand = [Row with { Quantity = Brief.MaxQuantity + 1 }] },
                "demand[0].quantity"
            },
            {
                new Brief { Demand = [Row with { NeededBy = new DateOnly(2200, 1, 1) }] },
                "demand[0].neededBy"
            },
            {
                new Brief { Hardness = new HardnessTarget(ShoreScale.A, -1, 5, true) },
                "hardness.value"
            },
            {
                new Brief { Hardness = new HardnessTarget(ShoreScale.A, 50, 90, true) },
                "hardness.tolerancePoints"
            },
            {
                new Brief { ServiceTemperature = new TemperatureTarget(double.NaN, true) },
                "serviceTemperature.celsius"
            },
            {
                new Brief { Inserts = 201 },
                "inserts"
            },
            {
                new Brief { ToolingBudget = -5 },
                "toolingBudget"
            },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void What_the_trade_does_not_know_is_refused_by_field(Brief brief, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(brief.Checked).Field);

    [Theory]
    [InlineData(ShoreScale.D, 77, ShoreScale.D, 80, true)]
    [InlineData(ShoreScale.D, 77, ShoreScale.D, 70, false)]
    [InlineData(ShoreScale.A, 95, ShoreScale.D, 46, true)]
    [InlineData(ShoreScale.A, 70, ShoreScale.D, 70, false)]
    public void Hardness_is_met_within_its_tolerance_on_one_scale(
        ShoreScale scale,
        double asked,
        ShoreScale offeredScale,
        double offered,
        bool met
    ) => Assert.Equal(met, new HardnessTarget(scale, asked, 3.5, true).MetBy(new Hardness(offeredScale, offered)));

    [Theory]
    [InlineData(0.01, null, "nominalWallMm")]
    [InlineData(2.0, 3.0, "thinnestWallMm")]
    [InlineData(null, 600.0, "thinnestWallMm")]
    public void Walls_that_contradict_each_other_are_refused(double? nominal, double? thinnest, string field) =>
        Assert.Equal(
            field,
            Assert
                .Throws<RefusalException>(() => new PartDeclaration { NominalWallMm = nominal, ThinnestWallMm = thinnest }.Checked())
                .Field
        );

    [Fact]
    public void The_mean_wall_of_a_plate_comes_from_volume_and_surface()
    {
        var plate = new PartFacts(100, 100, 2, 20, 208, new PartDeclaration());
        Assert.Equal(2, plate.WallMm, 0.08);
        Assert.Equal(3, (plate with { Declared = new PartDeclaration { NominalWallMm = 3 } }).WallMm);
        Assert.Equal((100, 2, 100, 1.04), (plate.LongestMm, plate.ShortestMm, plate.FootprintCm2, plate.ShowAreaDm2));
    }

    [Theory]
    [InlineData(4.6, LengthUnit.Mm, LengthUnit.In)]
    [InlineData(0.118, LengthUnit.Mm, LengthUnit.M)]
    [InlineData(118, LengthUnit.Mm, null)]
    [InlineData(118, LengthUnit.M, LengthUnit.Mm)]
    [InlineData(1e9, LengthUnit.Mm, null)]
    public void The_unit_that_makes_a_part_of_it_is_suggested(double side, LengthUnit given, LengthUnit? better) =>
        Assert.Equal(better, LengthUnits.Suggest(side, given));
}
