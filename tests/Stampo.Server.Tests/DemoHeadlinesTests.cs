using System.Text.Json;

namespace Stampo.Server.Tests;

/// <summary>
/// What the demo answers, beside what the trade pays: a figure that drifts out of its range is seen here, whatever moved it.
/// </summary>
[Collection(OneDemo.Name)]
public sealed class DemoHeadlinesTests(DemoServer demo)
{
    /// <param name="Part">The project.</param>
    /// <param name="Routes">Its stretches.</param>
    /// <param name="Total">Of everything, €.</param>
    /// <param name="LastTool">First tooling of its last stretch's route, €.</param>
    /// <param name="LastPiece">What a good part of that route costs, runs in and tools aside, €.</param>
    private sealed record Headline(
        string Part,
        string[] Routes,
        (double Low, double High) Total,
        (double Low, double High) LastTool,
        (double Low, double High) LastPiece
    );

    private static readonly Headline[] Headlines =
    [
        new("Gateway housing", ["print", "cast-silicone", "inject-aluminium"], (16_000, 25_000), (6_000, 12_000), (1.2, 2.5)),
        new("Probe grommet", ["inject-printed", "rubber-transfer"], (24_000, 40_000), (6_000, 16_000), (0.5, 2)),
        new("Scale foot", ["inject-aluminium"], (13_000, 24_000), (5_000, 11_000), (3, 8)),
        new("Feeder tray", ["form-soft"], (11_000, 19_000), (300, 1_500), (7, 20)),
        new("Weather roof", ["lay-closed"], (16_000, 28_000), (5_000, 8_000), (80, 180)),
        new("Frame grip", ["machine", "inject-aluminium"], (60_000, 100_000), (15_000, 70_000), (1, 2.5)),
        new("Vent disc", ["inject-printed"], (2_500, 6_500), (250, 700), (3, 10)),
    ];

    public static TheoryData<string> Parts { get; } = [.. Headlines.Select(h => h.Part)];

    private async Task<JsonElement> AskAsync(string part, string path) =>
        await demo.Server.GetAsync($"/api/projects/{await demo.ProjectAsync(part)}/{path}");

    private async Task<JsonElement> LaneAsync(string part, string route, double quantity) =>
        (await AskAsync(part, $"comparison?quantity={quantity}"))
            .GetProperty("lanes")
            .EnumerateArray()
            .Single(l => l.GetProperty("route").GetProperty("id").GetString() == route);

    private static double Middle(JsonElement lane, string of) => lane.GetProperty(of).GetProperty("p50").GetDouble();

    private static void Within((double Low, double High) range, double value, string what) =>
        Assert.True(value >= range.Low && value <= range.High, $"{what}: {value:0.##}, the trade finds {range.Low} to {range.High}");

    [Theory]
    [MemberData(nameof(Parts))]
    public async Task A_headline_stays_within_what_the_trade_pays(string part)
    {
        var headline = Headlines.Single(h => h.Part == part);
        var best = (await AskAsync(part, "answer")).GetProperty("best");
        var stretches = best.GetProperty("stretches").EnumerateArray().ToList();
        Assert.Equal(headline.Routes, stretches.Select(s => s.GetProperty("routeId").GetString()));
        Within(headline.Total, best.GetProperty("total").GetDouble(), "total");
        Within((1.2, 1.9), best.GetProperty("p90").GetDouble() / best.GetProperty("p10").GetDouble(), "from its 10 to its 90 % point");
        var (route, quantity) = (headline.Routes[^1], stretches[^1].GetProperty("quantity").GetDouble());
        var working = (await AskAsync(part, $"routes/{route}/working?quantity={quantity}")).EnumerateArray().ToList();
        var (oneOff, tool) = (Likely(working, "OneOff"), Likely(working, "Tool"));
        Within(headline.LastTool, oneOff + tool, "first tooling");
        var pieces = Likely(working, "total") - oneOff - Likely(working, "sets") * tool;
        Within(headline.LastPiece, pieces / quantity, "a piece, tools aside");
    }

    private static double Likely(List<JsonElement> working, string line)
    {
        var value = working.Single(l => l.GetProperty("id").GetString() == line).GetProperty("value");
        return value.ValueKind == JsonValueKind.Object ? value.GetProperty("likely").GetDouble() : value.GetDouble();
    }

    [Theory]
    [InlineData("Feeder tray", "inject-aluminium", 900, 20_000, 30_000)]
    [InlineData("Probe grommet", "rubber-compression", 6_000, 3_000, 8_000)]
    [InlineData("Weather roof", "lay-open", 120, 2_000, 4_500)]
    [InlineData("Gateway housing", "inject-steel-hard", 3_600, 10_000, 22_000)]
    public async Task A_tool_costs_what_toolmakers_ask(string part, string route, double quantity, double low, double high) =>
        Within((low, high), Middle(await LaneAsync(part, route, quantity), "firstTooling"), $"{part}, {route}");

    [Fact]
    public async Task Fit_samples_of_a_hand_sized_box_cost_40_to_120_each()
    {
        var first = (await AskAsync("Gateway housing", "answer")).GetProperty("best").GetProperty("stretches")[0];
        Within((40, 120), first.GetProperty("cost").GetProperty("made").GetDouble() / first.GetProperty("quantity").GetDouble(), "each");
    }
}
