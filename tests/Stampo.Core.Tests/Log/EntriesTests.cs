using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Log;

public class EntriesTests
{
    private static readonly InspectionItem Bore = new("bore", InspectedKind.Size, "Bore", 10, 9.9, 10.1, Gauge.Calliper) { ToolMm = 10.08 };

    private static readonly InspectionItem Points = new("shore", InspectedKind.Hardness, "Hardness", 55, 49, 61, Gauge.Durometer);

    private static Entry Of(double? value, int shot = 1, string? corrects = null, string id = "entry-01") =>
        new(id, "bore", shot, 1, value, "Maud", null, null, corrects);

    private static KeptEntry Kept(Entry entry, int minute) => new(entry, Instant.FromUtc(2030, 1, 2, 9, minute));

    private static RefusalException Refused(Entry entry, InspectionItem item, params Entry[] standing) =>
        Assert.Throws<RefusalException>(() => Entries.Checked(entry, item, standing));

    [Theory]
    [InlineData(0.394, "inches")]
    [InlineData(10_020.0, "µm")]
    [InlineData(100.2, "ten times off")]
    [InlineData(1.002, "ten times off")]
    public void Another_unit_is_asked_about_and_never_taken(double value, string says)
    {
        var refused = Refused(Of(value), Bore);
        Assert.Equal("entry.unit", refused.Code);
        Assert.Contains(says, refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_part_that_is_plainly_wrong_is_taken_as_measured() => Assert.Equal(13.2, Entries.Checked(Of(13.2), Bore, []).Value);

    [Fact]
    public void The_same_part_is_measured_once_and_put_right_by_a_correction()
    {
        Assert.Equal("entry.twice", Refused(Of(10.02, id: "entry-02"), Bore, Of(10.01)).Code);
        Assert.Equal(10.02, Entries.Checked(Of(10.02, 1, "entry-01", "entry-02"), Bore, [Of(10.01)]).Value);
        Assert.Equal("entry.other", Refused(Of(10.02, 2, "entry-01", "entry-02"), Bore, Of(10.01)).Code);
        Assert.Equal("entry.no-such", Refused(Of(10.02, 1, "entry-09", "entry-02"), Bore, Of(10.01)).Code);
        Assert.Equal("input.missing", Refused(Of(null), Bore).Code);
    }

    [Fact]
    public void What_stands_is_in_order_of_shots_whenever_it_came()
    {
        KeptEntry[] kept =
        [
            Kept(Of(10.03, 3, null, "entry-03"), 1),
            Kept(Of(10.01, 1, null, "entry-01"), 2),
            Kept(Of(10.05, 2, null, "entry-02"), 3),
            Kept(Of(10.04, 2, "entry-02", "entry-04"), 4),
            Kept(Of(null, 3, "entry-03", "entry-05"), 5),
            Kept(Of(10.01, 1, null, "entry-01"), 6),
        ];
        Assert.Equal([10.01, 10.04], Entries.Standing(kept).Select(k => k.Entry.Value!.Value));
    }

    [Fact]
    public void A_hardness_is_the_median_of_five()
    {
        Entry Read(params double[] readings) => new("entry-01", "shore", 1, 1, null, "Maud", null, readings);
        Assert.Equal(55, Entries.Checked(Read(54, 90, 55, 53, 56), Points, []).Value);
        Assert.Equal("entry.readings", Refused(Read(54, 55, 56), Points).Code);
        Assert.Equal("readings[4]", Refused(Read(54, 55, 56, 55, 155), Points).Field);
        Assert.Equal("input.missing", Refused(new Entry("entry-01", "shore", 1, 1, 55, "Maud"), Points).Code);
    }

    [Fact]
    public void A_chart_has_its_limits_its_replication_and_what_lies_out()
    {
        var kept = Enumerable
            .Range(1, 20)
            .Select(i => Kept(Of(i == 20 ? 10.2 : 10 + 0.01 * (i % 3), i, null, $"entry-{i:00}"), i))
            .ToList();
        var chart = ItemChart.Of(Bore, kept);
        Assert.Equal((20, 1), (chart.Points.Count, chart.Out));
        Assert.Contains(chart.Control!.Signals, s => s is { Index: 19, Rule: "beyond" });
        Assert.True(chart.Capability!.Enough);
        Assert.Equal(10.01 / 10.08, chart.Replication!.Degrees[0], 1e-12);
        // Every figure that is told opens to a line of the same value.
        var (c, r) = (chart.Capability, chart.Replication);
        Assert.All(
            [
                ("mean", c.Mean),
                ("lower", chart.Control.Lower),
                ("upper", chart.Control.Upper),
                ("cpk", c.Cpk!.Value),
                ("ppk", c.Ppk!.Value),
                ("ppk-low", c.PpkLow!.Value),
                ("ppk-high", c.PpkHigh!.Value),
                ("degree", r.Mean),
                ("slope", r.SlopePerShot),
                ("slope-low", r.SlopeLow),
                ("slope-high", r.SlopeHigh),
            ],
            ((string Line, double Value) told) => Assert.Equal(told.Value, chart.Working.Single(l => l.Id == told.Line).Value.Likely, 9)
        );
        // A run that creeps is not in control: the trend is said, and no capability of it.
        var creeping = ItemChart.Of(Bore, [.. Enumerable.Range(1, 40).Select(i => Kept(Of(10 + 0.002 * i, i, null, $"entry-{i:00}"), i))]);
        Assert.Equal("Not in control: a trend of 0.2 mm in a hundred shots.", creeping.NotInControl);
        Assert.Null(creeping.Capability);
        Assert.Null(chart.NotInControl);
        var single = ItemChart.Of(Bore, kept[..1]);
        Assert.Equal((null, null, null), (single.Control, single.Capability, single.Replication));
    }

    [Fact]
    public void A_plan_without_a_limit_or_with_limits_on_the_wrong_side_is_refused_by_its_place()
    {
        static (string, string?) Of(InspectionItem item)
        {
            var refused = Assert.Throws<RefusalException>(() => new InspectionPlan([item]).Checked());
            return (refused.Code, refused.Field);
        }

        Assert.Equal(("inspection.no-limit", "items[0].lower"), Of(Bore with { Lower = null, Upper = null }));
        Assert.Equal(("input.out-of-range", "items[0].upper"), Of(Bore with { Upper = 9.95 }));
        Assert.Equal(("input.length", "items[0].name"), Of(Bore with { Name = "" }));
        Assert.Throws<RefusalException>(() => new InspectionPlan([Bore, Bore]).Checked());
        Assert.Equal([1, 5, 10, 50], new[] { 10, 50, 500, 5_000 }.Select(InspectionPlan.EveryFor));
    }
}
