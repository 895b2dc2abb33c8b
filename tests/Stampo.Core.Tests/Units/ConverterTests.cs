using CsCheck;
using Stampo.Core.Units;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Units;

public class ConverterTests
{
    [Theory]
    [InlineData("3.2 in", "mm", 81.28)]
    [InlineData("3,2in", "mm", 81.28)]
    [InlineData("1/8 in", "mm", 3.175)]
    [InlineData("3 1/8 in", "mm", 79.375)]
    [InlineData("1,500.0 mm", "m", 1.5)]
    [InlineData("1 500,5 mm", "mm", 1500.5)]
    [InlineData("12 000 mm", "m", 12)]
    [InlineData("1.125 in", "mm", 28.575)]
    [InlineData("12", "mm", 12)]
    [InlineData("10 cm²", "mm2", 1000)]
    [InlineData("1 l", "cm3", 1000)]
    [InlineData("2 lb", "g", 907.18474)]
    [InlineData("1.08 kg/m^3", "g/cm3", 0.00108)]
    [InlineData("68 °F", "°C", 20)]
    [InlineData("300 F", "°C", 148.8888888889)]
    [InlineData("-40 °F", "C", -40)]
    [InlineData("90 min", "h", 1.5)]
    [InlineData("2 weeks", "days", 14)]
    [InlineData("3 d", "h", 72)]
    [InlineData("20 kN/m", "lbf/in", 114.2029)]
    [InlineData("5 N/mm2", "MPa", 5)]
    public void Typed_values_are_read(string typed, string to, double expected) =>
        Assert.Equal(expected, Converter.Convert(typed, to).Value, 1e-4 * Math.Abs(expected) + 1e-9);

    [Fact]
    public void Specific_volume_becomes_density_and_says_so()
    {
        var density = Converter.Convert("24.8 in3/lb", "g/cm3");
        Assert.Equal(1.116125, density.Value, 1e-6);
        Assert.Equal("specific volume inverted to density", density.Note);
    }

    [Theory]
    [InlineData("55 psig", "kPa abs", 480.537)]
    [InlineData("4 bar abs", "bar g", 2.98675)]
    [InlineData("55 psi", "kPa", 379.212)]
    public void Pressures_keep_gauge_and_absolute_apart(string typed, string to, double expected) =>
        Assert.Equal(expected, Converter.Convert(typed, to).Value, 1e-3);

    [Fact]
    public void A_pressure_said_on_one_side_only_is_noted() =>
        Assert.Contains("one side only", Converter.Convert("55 psi", "kPa abs").Note, StringComparison.Ordinal);

    [Fact]
    public void Hardness_is_a_label()
    {
        Assert.Equal(
            new Converted(70, "Shore A", "hardness is a label: no conversion between scales"),
            Converter.Convert("70A", "Shore A")
        );
        Assert.Equal("units.hardness-is-a-label", Assert.Throws<RefusalException>(() => Converter.Convert("70A", "Shore D")).Code);
    }

    [Theory]
    [InlineData("", "mm", "units.not-a-number")]
    [InlineData("wide", "mm", "units.not-a-number")]
    [InlineData("2 sq", "mm", "units.unknown")]
    [InlineData("3 furlong", "mm", "units.unknown")]
    [InlineData("3 mm", "g", "units.mismatch")]
    [InlineData("3 mm", "wat", "units.unknown")]
    [InlineData("-500 °C", "K", "input.out-of-range")]
    [InlineData("1e999 mm", "m", "units.not-a-number")]
    [InlineData("0 in3/lb", "g/cm3", "units.mismatch")]
    [InlineData("1/0 in", "mm", "units.unknown")]
    [InlineData("140A", "Shore A", "input.out-of-range")]
    [InlineData("1,500 mm", "m", "number.two-ways")]
    public void What_cannot_be_read_is_named(string typed, string to, string code) =>
        Assert.Equal(code, Assert.Throws<RefusalException>(() => Converter.Convert(typed, to)).Code);

    [Fact]
    public void There_and_back_is_the_same_number() =>
        Gen.Select(
                Gen.Double[0.001, 1e6],
                Gen.OneOfConst(("mm", "in"), ("g", "lb"), ("°C", "°F"), ("kPa", "psi"), ("g/cm3", "in3/lb"), ("min", "h"))
            )
            .Sample(
                (value, units) =>
                {
                    var there = Converter.Convert(
                        value.ToString("R", System.Globalization.CultureInfo.InvariantCulture) + " " + units.Item1,
                        units.Item2
                    );
                    var back = Converter.Convert(
                        there.Value.ToString("R", System.Globalization.CultureInfo.InvariantCulture) + " " + units.Item2,
                        units.Item1
                    );
                    return Math.Abs(back.Value - value) <= 1e-9 * (value + 300);
                }
            );
}
