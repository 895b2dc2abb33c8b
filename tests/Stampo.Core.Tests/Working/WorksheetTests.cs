using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Working;

public class WorksheetTests
{
    [Fact]
    public void What_no_formula_gives_says_how_it_was_found()
    {
        var sheet = new Worksheet();
        var least = sheet.Found(
            "simulation",
            "min",
            "Thinnest place",
            "least that stays",
            new ThreePoint(1, 2, 3),
            "mm",
            "a sheet followed"
        );
        Assert.Equal((2, "min"), (least.Value.Likely, least.From));
        var line = Assert.Single(sheet.Lines);
        Assert.Equal(("simulation", "least that stays", null), (line.Kind, line.Formula, line.Numbers));
        sheet.Line("twice", "Twice", 2 * least, "mm", "test");
        Assert.Equal("min", sheet.Lines[1].Inputs[0].From);
    }

    [Theory]
    [InlineData(-1)]
    [InlineData(11)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void Out_of_range_says_the_range_and_why(double value)
    {
        var refusal = Assert.Throws<RefusalException>(() => Check.Between(value, 0, 10, "lossPct", "%", "more is a spill"));
        Assert.Equal(("input.out-of-range", "lossPct"), (refusal.Code, refusal.Field));
        Assert.Contains("between 0 and 10 %: more is a spill.", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void In_range_is_handed_back() => Assert.Equal(10, Check.Between(10, 0, 10, "x", "", "why"));

    [Fact]
    public void Positive_takes_neither_zero_nor_the_absurd()
    {
        Assert.Equal(3, Check.Positive(3, "x", "mm"));
        Assert.Throws<RefusalException>(() => Check.Positive(0, "x", "mm"));
        Assert.Throws<RefusalException>(() => Check.Positive(1e13, "x", "mm"));
    }

    [Fact]
    public void Missing_is_named() =>
        Assert.Equal(
            ("input.missing", "ratio"),
            Assert.Throws<RefusalException>(() => Check.Given<string>(null, "ratio")) is var r ? (r.Code, r.Field) : default
        );

    [Theory]
    [InlineData(0, "0\u00A0€")]
    [InlineData(46.6449, "46.6\u00A0€")]
    [InlineData(0.085, "0.085\u00A0€")]
    [InlineData(15_312.4, "15\u202F300\u00A0€")]
    [InlineData(999.6, "1\u202F000\u00A0€")]
    [InlineData(-551_455, "-551\u202F000\u00A0€")]
    public void An_estimate_of_money_has_three_digits(double value, string text) => Assert.Equal(text, Text.Euros(value));

    [Fact]
    public void Sides_are_said_in_their_order()
    {
        Assert.Equal("118 × 82.05 × 34 mm", Text.Sides([118, 82.049, 34]));
        Assert.Equal("118 × 82 × 34 mm", Text.Sides([118, 82.049, 34], 3));
    }

    [Theory]
    [InlineData(0, "no edges", "0 edges")]
    [InlineData(1, "", "1 edge")]
    [InlineData(1234, "", "1\u202F234 edges")]
    public void Counts_agree_with_their_noun(int count, string _, string text) => Assert.Equal(text, Text.Count(count, "edge"));
}
