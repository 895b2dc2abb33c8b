using CsCheck;
using Stampo.Core.Shops;
using Stampo.Devices;

namespace Stampo.Core.Tests.Devices;

public class DeviceLinesTests
{
    [Theory]
    [InlineData("""{"at":"2026-01-02T03:04:05.678Z","g":124.3,"stable":true}""", 124.3, "g", true)]
    [InlineData("""{"mbar":12.4}""", 12.4, "mbar", null)]
    [InlineData("""{"kpa":301}""", 301, "kPa", null)]
    [InlineData("""{"c":69.2,"set":70}""", 69.2, "°C", null)]
    [InlineData("""{"shoreA":54.5}""", 54.5, "Shore A", null)]
    [InlineData("""{"mm":10.02,"key":true}""", 10.02, "mm", null)]
    public void Readings_as_the_protocol_writes_them(string line, double value, string unit, bool? stable)
    {
        var read = Assert.IsType<Read>(DeviceLines.Parse(line));
        Assert.Equal((value, unit, stable), (read.Value, read.Unit, read.IsStable));
    }

    [Fact]
    public void What_else_a_device_says()
    {
        Assert.Equal(
            new Hello(DeviceKind.Scale, "scale", "bench-1", false),
            DeviceLines.Parse("""{"device":"scale","name":"bench-1","step":0.1,"max":3000}""")
        );
        Assert.Null(Assert.IsType<Hello>(DeviceLines.Parse("""{"device":"toaster"}""")).Kind);
        Assert.IsType<Over>(DeviceLines.Parse("""{"over":true}"""));
        Assert.Equal(new DeviceAnswer(true, "tare"), DeviceLines.Parse("""{"done":"tare"}"""));
        Assert.Equal(new DeviceAnswer(false, "too hot"), DeviceLines.Parse("""{"cannot":"too hot"}"""));
        Assert.Equal(70, Assert.IsType<Read>(DeviceLines.Parse("""{"c":69.2,"set":70}""")).Set);
    }

    [Theory]
    [InlineData("")]
    [InlineData("12.4 g")]
    [InlineData("[1,2]")]
    [InlineData("{\"g\":\"12.4\"}")]
    [InlineData("{\"g\":1e400}")]
    [InlineData("{\"g\":1e30}")]
    [InlineData("{\"g\":NaN}")]
    [InlineData("{\"over\":false}")]
    [InlineData("{\"g\":{\"a\":{\"b\":{\"c\":{\"d\":1}}}}}")]
    [InlineData("{}")]
    public void Anything_else_is_not_understood_and_shown_short(string line) =>
        Assert.True(Assert.IsType<NotUnderstood>(DeviceLines.Parse(line)).Text.Length <= 60);

    [Fact]
    public void No_text_at_all_is_more_than_a_line_that_means_nothing() =>
        Gen.String.Sample(text => Assert.NotNull(DeviceLines.Parse(text)), iter: 2_000);
}
