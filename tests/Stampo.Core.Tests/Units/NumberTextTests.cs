using CsCheck;
using Stampo.Core.Units;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Units;

public class NumberTextTests
{
    [Theory]
    [InlineData("8000", 8000)]
    [InlineData("8 000", 8000)]
    [InlineData("8\u2009000", 8000)]
    [InlineData("1'234'567", 1234567)]
    [InlineData("1,234,567", 1234567)]
    [InlineData("1.234.567", 1234567)]
    [InlineData("1,234.5", 1234.5)]
    [InlineData("1.234,5", 1234.5)]
    [InlineData("1,5", 1.5)]
    [InlineData("0,125", 0.125)]
    [InlineData("0.125", 0.125)]
    [InlineData("1234,567", 1234.567)]
    [InlineData("12.34", 12.34)]
    [InlineData("1e4", 10000)]
    [InlineData("−3", -3)]
    [InlineData(".5", 0.5)]
    public void What_reads_one_way_is_read(string typed, double expected) => Assert.Equal([expected], NumberText.Readings(typed));

    [Theory]
    [InlineData("8,000", 8, 8000)]
    [InlineData("8.000", 8, 8000)]
    [InlineData("1.234", 1.234, 1234)]
    [InlineData("12,500", 12.5, 12500)]
    public void What_reads_two_ways_has_both_readings_and_is_never_guessed(string typed, double decimals, double thousands)
    {
        Assert.Equal([decimals, thousands], NumberText.Readings(typed));
        var refused = Assert.Throws<RefusalException>(() => NumberText.One(typed, "value"));
        Assert.Equal(("number.two-ways", "value"), (refused.Code, refused.Field));
        Assert.Contains(Text.Number(thousands, 12), refused.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("")]
    [InlineData("many")]
    [InlineData("1,23,4")]
    [InlineData("1 23")]
    [InlineData("1..2")]
    [InlineData("1e999")]
    [InlineData("12,34.567,8")]
    public void What_is_no_number_has_no_reading(string typed) => Assert.Empty(NumberText.Readings(typed));

    [Fact]
    public void A_number_written_by_any_country_is_among_its_readings() =>
        Gen.Select(Gen.Int[0, 99_999_999], Gen.Int[0, 9_999], Gen.OneOfConst(('.', ','), (',', '.'), ('.', ' '), (',', '\'')))
            .Sample(
                (whole, part, signs) =>
                {
                    var groups = whole.ToString("#,0", System.Globalization.CultureInfo.InvariantCulture).Replace(',', signs.Item2);
                    var typed = part == 0 ? groups : $"{groups}{signs.Item1}{part}";
                    var value = double.Parse(part == 0 ? $"{whole}" : $"{whole}.{part}", System.Globalization.CultureInfo.InvariantCulture);
                    Assert.Contains(value, NumberText.Readings(typed));
                }
            );

    [Theory]
    [InlineData("18k", "€", 18000)]
    [InlineData("1.2M", "€", 1200000)]
    [InlineData("18000 €", "€", 18000)]
    [InlineData("€ 450", "€", 450)]
    [InlineData("1e4", "", 10000)]
    [InlineData("250 pcs", "", 250)]
    [InlineData("3.2 in", "mm", 81.28)]
    [InlineData("1,500.0 mm", "mm", 1500)]
    [InlineData("70A", "Shore A", 70)]
    public void A_field_reads_what_its_trade_types(string typed, string unit, double expected) =>
        Assert.Equal(expected, Assert.Single(QuantityText.Read(new QuantityRequest(typed, unit)).Readings).Value, 1e-9);

    [Fact]
    public void A_field_asks_between_two_readings_unless_only_one_can_be_meant()
    {
        Assert.Equal(["8", "8\u202F000"], QuantityText.Read(new QuantityRequest("8,000", "", Whole: true)).Readings.Select(r => r.Says));
        Assert.Equal([1234.0], QuantityText.Read(new QuantityRequest("1.234", "", Whole: true)).Readings.Select(r => r.Value));
        Assert.Equal([12.125], QuantityText.Read(new QuantityRequest("12.125", "mm", Most: 500)).Readings.Select(r => r.Value));
        Assert.Equal(2, QuantityText.Read(new QuantityRequest("3,250 mm", "mm")).Readings.Count);
        var refused = Assert.Throws<RefusalException>(() => QuantityText.Read(new QuantityRequest("a fortune", "€")));
        Assert.Contains("amount of money", refused.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("demand[0].neededBy", "demand 1, needed by")]
    [InlineData("value.low", "low")]
    [InlineData("equipment.potRatedKpa", "equipment, pot rated")]
    [InlineData("partVolumeCm3", "part volume")]
    public void Names_of_the_wire_are_said_in_words(string field, string words) => Assert.Equal(words, FieldWords.Of(field));
}
