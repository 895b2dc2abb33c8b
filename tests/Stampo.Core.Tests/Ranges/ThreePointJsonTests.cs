using System.Text.Json;
using Stampo.Core.Ranges;

namespace Stampo.Core.Tests.Ranges;

public class ThreePointJsonTests
{
    private static readonly JsonSerializerOptions Options = new() { Converters = { new ThreePointJson() } };

    [Theory]
    [InlineData("5", 5, 5, 5)]
    [InlineData("""{"low":1,"likely":2,"high":3}""", 1, 2, 3)]
    [InlineData("""{"high":3,"low":1,"likely":2}""", 1, 2, 3)]
    public void Numbers_and_ranges_are_read(string json, double low, double likely, double high) =>
        Assert.Equal(new ThreePoint(low, likely, high), JsonSerializer.Deserialize<ThreePoint>(json, Options));

    [Theory]
    [InlineData("\"5\"", "number")]
    [InlineData("[1,2,3]", "number")]
    [InlineData("""{"low":1,"likely":2}""", "needs low, likely and high")]
    [InlineData("""{"low":1,"likely":2,"high":"3"}""", "are numbers")]
    [InlineData("""{"low":1,"mode":2,"high":3}""", "not \"mode\"")]
    [InlineData("""{"low":3,"likely":2,"high":1}""", "low ≤ likely ≤ high")]
    public void Anything_else_says_what_belongs_there(string json, string says) =>
        Assert.Contains(
            says,
            Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<ThreePoint>(json, Options)).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_certain_number_is_written_plainly()
    {
        Assert.Equal("2.5", JsonSerializer.Serialize<ThreePoint>(2.5, Options));
        Assert.Equal("""{"low":1,"likely":2,"high":3}""", JsonSerializer.Serialize(new ThreePoint(1, 2, 3), Options));
    }

    [Fact]
    public void Arithmetic_keeps_worst_with_worst()
    {
        ThreePoint a = new(1, 2, 3),
            b = new(2, 4, 8);
        Assert.Equal(new ThreePoint(3, 6, 11), a + b);
        Assert.Equal(new ThreePoint(2, 8, 24), a * b);
        Assert.Equal(new ThreePoint(1 / 8.0, 0.5, 1.5), a / b);
        Assert.Equal("1 / 2 / 3", a.ToString());
    }
}
