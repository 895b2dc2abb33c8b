using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Briefs;

public class DemandTests
{
    private static readonly DateOnly Monday = new(2030, 3, 4);

    [Fact]
    public void Calls_of_a_yearly_row_add_up_to_its_years() =>
        Gen.Select(Gen.Int[1, 1_000_000], Gen.Int[1, 20])
            .Sample(
                (quantity, years) =>
                {
                    var row = new DemandRow(Monday, quantity, Purpose.Sale, years);
                    var calls = row.Calls().ToList();
                    return calls.Sum(c => (long)c.Quantity) == row.Total
                        && calls.All(c => c is { Years: 0, Quantity: > 0 })
                        && calls[0].NeededBy >= Monday
                        && calls[^1].NeededBy < Monday.AddYears(years)
                        && calls.Max(c => c.Quantity) - calls.Min(c => c.Quantity) <= 1;
                }
            );

    [Fact]
    public void A_single_delivery_is_its_own_call() =>
        Assert.Equal([new DemandRow(Monday, 40, Purpose.Function)], new DemandRow(Monday, 40, Purpose.Function).Calls());

    [Fact]
    public void Totals_and_the_yearly_quantity_are_computed()
    {
        var brief = new Brief
        {
            Demand = [new DemandRow(Monday.AddDays(90), 1_500, Purpose.Sale, 3), new DemandRow(Monday, 3, Purpose.Fit)],
        };
        Assert.Equal((4_503, 1_500), (brief.TotalQuantity, brief.YearlyQuantity));
        Assert.Equal(Purpose.Fit, brief.ByDate[0].Purpose);
    }

    [Fact]
    public void Every_template_is_a_brief_that_passes_on_any_day() =>
        Gen.Int[0, 3_000]
            .Sample(
                days =>
                    BriefTemplate.All.All(t =>
                        t.On(Monday.AddDays(days))
                            .Checked()
                            .Demand.All(row =>
                                row.NeededBy > Monday.AddDays(days)
                                && row.NeededBy.DayOfWeek is not (DayOfWeek.Saturday or DayOfWeek.Sunday)
                            )
                    ),
                iter: 60
            );

    public static TheoryData<Brief, string> Bad =>
        new()
        {
            {
                new Brief { Demand = [new DemandRow(Monday, 3, Purpose.Sale, 40)] },
                "demand[0].years"
            },
            {
                new Brief
                {
                    Properties = [new PropertyTarget(Property.TensileMpa, 10, true), new PropertyTarget(Property.TensileMpa, 20, true)],
                },
                "properties"
            },
            {
                new Brief { ToleranceMm = 0 },
                "toleranceMm"
            },
            {
                new Brief { InsertSize = new InsertSize(5, 5) },
                "insertSize.bossMm"
            },
            {
                new Brief { SecondMaterial = new SecondMaterial("tpe-60a", 0, 1, false) },
                "secondMaterial.areaCm2"
            },
            {
                new Brief { ChangeRisk = new ChangeRisk(1.5, ChangeSize.Small) },
                "changeRisk.chancePerMonth"
            },
            {
                new Brief { FixedDate = new DateOnly(1999, 1, 1) },
                "fixedDate"
            },
            {
                new Brief { Equipment = InHouse.With(("pot", "litres", -1)) },
                "equipment.figures.pot.litres"
            },
            {
                new Brief { PiecePrice = double.NaN },
                "piecePrice"
            },
            {
                new Brief { Hardness = new HardnessTarget(ShoreScale.A, 60, 5, true) { Reason = new string('x', 500) } },
                "hardness.reason"
            },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void What_can_not_be_is_refused_by_field(Brief brief, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(brief.Checked).Field);
}
