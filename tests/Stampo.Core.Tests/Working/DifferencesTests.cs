using System.Text.Json.Nodes;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Working;

public class DifferencesTests
{
    private static IReadOnlyList<Difference> Between(string then, string now) =>
        Differences.Between(JsonNode.Parse(then), JsonNode.Parse(now));

    [Fact]
    public void The_same_differs_nowhere() =>
        Assert.Empty(Between("""{"a":1,"b":[{"c":2}],"d":["x","y"]}""", """{"a":1,"b":[{"c":2}],"d":["x","y"]}"""));

    [Theory]
    [InlineData("""{"a":{"b":1}}""", """{"a":{"b":2}}""", "a.b", "1", "2")]
    [InlineData("""{"a":null}""", """{"a":{"b":2}}""", "a.b", null, "2")]
    [InlineData("""{"a":[{"b":1}]}""", """{"a":[{"b":1},{"b":7}]}""", "a[2].b", null, "7")]
    [InlineData("""{"a":["x"]}""", """{"a":["x","y"]}""", "a", "x", "x, y")]
    [InlineData("""{"a":1500}""", """{"a":true}""", "a", "1\u202F500", "true")]
    public void Each_leaf_says_where_then_and_now(string then, string now, string where, string? before, string? after) =>
        Assert.Equal([new Difference(where, before, after)], Between(then, now));
}
