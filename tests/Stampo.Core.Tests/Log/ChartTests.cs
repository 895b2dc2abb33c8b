using CsCheck;
using Stampo.Core.Log.Charts;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Log;

/// <summary>Charts against worked examples, and what must hold of any.</summary>
public class ChartTests
{
    private static readonly double[] Example = [10.02, 10.04, 9.99, 10.01, 10.05, 10.00];

    private static IEnumerable<(int, string)> Signals(params double[] values) =>
        ControlChart.Of(values).Signals.Select(s => (s.Index, s.Rule));

    [Fact]
    public void Centre_and_limits_of_the_worked_example()
    {
        var chart = ControlChart.Of(Example);
        Assert.Equal((10.0183, 9.9226, 10.1141), (Math.Round(chart.Centre, 4), Math.Round(chart.Lower, 4), Math.Round(chart.Upper, 4)));
        Assert.Empty(chart.Signals);
    }

    [Fact]
    public void Six_that_rise_are_a_trend_named_at_each_of_its_last_points()
    {
        Assert.Equal([(5, "six-trend"), (6, "six-trend")], Signals(1, 2, 3, 4, 5, 6, 7).Where(s => s.Item2 == "six-trend"));
        Assert.DoesNotContain(Signals(1, 2, 3, 3, 5, 6, 7), s => s.Item2 == "six-trend");
        Assert.Contains((5, "six-trend"), Signals(6, 5, 4, 3, 2, 1));
    }

    [Fact]
    public void Eight_on_one_side_are_named_and_seven_are_not()
    {
        double[] low = [.. Enumerable.Range(0, 8).Select(i => i % 2 == 0 ? 1.0 : 1.2)];
        double[] high = [.. Enumerable.Range(0, 8).Select(i => i % 2 == 0 ? 3.0 : 3.2)];
        Assert.Equal([7, 15], Signals([.. low, .. high]).Where(s => s.Item2 == "eight-one-side").Select(s => s.Item1));
        Assert.DoesNotContain(Signals([.. low[1..], .. high[1..]]), s => s.Item2 == "eight-one-side");
    }

    /// <summary>Twenty-two around 0 with a mean range of 1, then points at chosen heights: the limits hardly move.</summary>
    [Theory]
    [InlineData("beyond", new[] { 9.0 })]
    [InlineData("two-of-three", new[] { 3.0, 0.0, 3.0 })]
    [InlineData("four-of-five", new[] { 1.8, 1.9, 0.0, 1.8, 1.9 })]
    public void A_pattern_is_named_at_its_last_point_and_its_mirror_too(string rule, double[] pattern)
    {
        double[] calm = [.. Enumerable.Range(0, 60).Select(i => i % 2 == 0 ? 0.5 : -0.5)];
        var at = calm.Length + pattern.Length - 1;
        Assert.Contains((at, rule), Signals([.. calm, .. pattern]));
        Assert.Contains((at, rule), Signals([.. calm, .. pattern.Select(p => -p)]));
        Assert.DoesNotContain(Signals(calm), s => s.Item2 == rule);
    }

    [Fact]
    public void No_spread_is_calm_and_has_no_ratios()
    {
        double[] same = [.. Enumerable.Repeat(0.1, 20)];
        var chart = ControlChart.Of(same);
        Assert.Equal((0.1, 0.1, 0.1), (chart.Centre, chart.Lower, chart.Upper));
        Assert.Empty(chart.Signals);
        var capability = Capability.Of(same, 0, 1);
        Assert.Equal((null, null, null, null), (capability.Cp, capability.Cpk, capability.Ppk, capability.PpkLow));
        Assert.True(capability.Enough);
    }

    [Fact]
    public void A_chart_moves_and_scales_with_its_values() =>
        Gen.Select(Gen.Double[-5, 5].Array[2, 40], Gen.Double[-100, 100], Gen.Double[0.5, 4])
            .Sample(
                (values, shift, scale) =>
                {
                    var (chart, moved) = (ControlChart.Of(values), ControlChart.Of([.. values.Select(v => scale * v + shift)]));
                    Assert.Equal(scale * chart.Centre + shift, moved.Centre, 1e-9);
                    Assert.Equal(scale * (chart.Upper - chart.Lower), moved.Upper - moved.Lower, 1e-9);
                    var mirrored = ControlChart.Of([.. values.Select(v => -v)]);
                    Assert.Equal(chart.Signals.Select(s => (s.Index, s.Rule)), mirrored.Signals.Select(s => (s.Index, s.Rule)));
                },
                iter: 400
            );

    [Fact]
    public void Capability_of_the_worked_example_by_hand()
    {
        var c = Capability.Of(Example, 9.9, 10.1);
        // Ranges .02 .05 .02 .04 .05: mean .036, ÷ 1.128 = .031915; deviation of all .023166.
        Assert.Equal(0.0319, c.SigmaWithin, 1e-4);
        Assert.Equal(0.0232, c.SigmaOverall, 1e-4);
        Assert.Equal(0.2 / 6 / 0.031915, c.Cp!.Value, 1e-3);
        Assert.Equal((10.1 - 10.018333) / 3 / 0.031915, c.Cpk!.Value, 1e-3);
        Assert.Equal((10.1 - 10.018333) / 3 / 0.023166, c.Ppk!.Value, 1e-3);
        var half = 1.96 * Math.Sqrt(1.0 / 54 + c.Ppk.Value * c.Ppk.Value / 10);
        Assert.Equal((c.Ppk.Value - half, c.Ppk.Value + half), (c.PpkLow!.Value, c.PpkHigh!.Value));
        Assert.False(c.Enough);
    }

    [Fact]
    public void A_single_limit_has_no_width()
    {
        var c = Capability.Of(Example, null, 10.1);
        Assert.Null(c.Cp);
        Assert.Equal(Capability.Of(Example, -1e9, 10.1).Cpk, c.Cpk);
    }

    [Fact]
    public void Replication_along_a_straight_line_drifts_by_its_slope()
    {
        var line = Replication.Of([.. Enumerable.Range(1, 10).Select(i => new ReplicationPair(10 * i, 0.2, 0.2 * (0.98 - 0.0001 * i)))]);
        Assert.Equal(-1e-5, line.SlopePerShot, 1e-12);
        Assert.True(line.Drifts);
        Assert.False(Replication.Of([.. Enumerable.Range(1, 10).Select(i => new ReplicationPair(10 * i, 0.3, 0.3 * 0.97))]).Drifts);
    }

    [Fact]
    public void The_interval_of_three_pairs_is_by_one_degree_of_freedom()
    {
        // Degrees 0.98, 0.97, 0.98 at shots 1, 2, 3: slope 0, left over 2/3·1e-4, error √(that ÷ 1 ÷ 2), t(0.975; 1) = 12.706.
        var r = Replication.Of([new(1, 1, 0.98), new(2, 1, 0.97), new(3, 1, 0.98)]);
        Assert.Equal(0, r.SlopePerShot, 1e-12);
        Assert.Equal(12.7062 * Math.Sqrt(2.0 / 3 * 1e-4 / 2), r.SlopeHigh, 1e-5);
        Assert.False(r.Drifts);
    }

    [Fact]
    public void What_says_nothing_is_refused()
    {
        static string Code(Action what) => Assert.Throws<RefusalException>(what).Code;
        Assert.Equal("input.out-of-range", Code(() => ControlChart.Of([1])));
        Assert.Equal("input.out-of-range", Code(() => ControlChart.Of([1, double.NaN])));
        Assert.Equal("capability.no-limit", Code(() => Capability.Of(Example, null, null)));
        Assert.Equal("capability.limits", Code(() => Capability.Of(Example, 2, 1)));
        Assert.Equal("input.out-of-range", Code(() => Replication.Of([new(1, 1, 1), new(2, 1, 1)])));
        Assert.Equal("input.out-of-range", Code(() => Replication.Of([new(1, 0, 1), new(2, 1, 1), new(3, 1, 1)])));
        Assert.Equal("replication.one-shot", Code(() => Replication.Of([new(1, 1, 1), new(1, 1, 1), new(1, 1, 1)])));
    }
}
