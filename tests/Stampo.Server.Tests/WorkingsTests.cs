using System.Globalization;
using System.Text.Json;

namespace Stampo.Server.Tests;

/// <summary>
/// Every line that says it is a formula is recomputed from what it shows, by nothing but the tree and the factors that the documentation
/// lists: over all routes, plans and answers of the demo.
/// </summary>
[Collection(OneDemo.Name)]
public sealed class WorkingsTests(DemoServer demo)
{
    private static readonly Dictionary<string, double> Factors = File.ReadLines(
            Path.Combine(StampoServer.DemoFolder, "../docs/method/units.md")
        )
        .Where(line => line.StartsWith("| ", StringComparison.Ordinal))
        .Select(line => line.Split('|', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        .Where(cells => cells is [_, _] && double.TryParse(cells[1], CultureInfo.InvariantCulture, out _))
        .ToDictionary(cells => cells[0], cells => double.Parse(cells[1], CultureInfo.InvariantCulture));

    private static readonly HashSet<string> Counted =
    [
        "part",
        "parts",
        "shot",
        "shots",
        "cavity",
        "cavities",
        "sheet",
        "sheets",
        "each",
        "sets",
        "builds",
        "rounds",
        "molds",
        "share",
        "Shore",
        "×",
    ];

    public static TheoryData<string> Parts { get; } =
    ["Gateway housing", "Probe grommet", "Scale foot", "Feeder tray", "Weather roof", "Frame grip", "Vent disc"];

    [Theory]
    [MemberData(nameof(Parts))]
    public async Task What_is_called_a_formula_recomputes(string part)
    {
        var project = $"/api/projects/{await demo.ProjectAsync(part)}";
        List<JsonElement> lines = [];
        var lanes = (await demo.Server.GetAsync($"{project}/comparison?quantity=300")).GetProperty("lanes").EnumerateArray();
        foreach (var route in lanes.Select(l => l.GetProperty("route").GetProperty("id").GetString()))
        foreach (var quantity in new[] { 7, 3_000 })
            lines.AddRange((await demo.Server.GetAsync($"{project}/routes/{route}/working?quantity={quantity}")).EnumerateArray());
        var ofRoutes = lines.Count;
        var decided = await demo.Server.Client.GetAsync($"{project}/plan");
        if (decided.IsSuccessStatusCode)
            foreach (
                var stretch in JsonDocument
                    .Parse(await decided.Content.ReadAsStringAsync())
                    .RootElement.GetProperty("stretches")
                    .EnumerateArray()
            )
                lines.AddRange(Workings(await demo.Server.GetAsync($"{project}/plan?stretch={stretch.GetProperty("id").GetString()}")));
        lines.AddRange(await OfLogAsync(project));
        var formulas = lines.Where(l => Kind(l) == "formula").ToList();
        Assert.All(
            formulas,
            line => Assert.True(Recomputes(line, out var got), $"{Id(line)}: {line.GetProperty("numbers")}, recomputed {got}")
        );
        Assert.True(lines.Take(ofRoutes).Count(l => Kind(l) == "formula") >= 0.85 * ofRoutes, "few lines of the routes are formulas");
        Assert.All(lines.Take(ofRoutes), line => Assert.NotNull(Kind(line)));
    }

    /// <summary>What the log opens to: what it came to, every chart.</summary>
    private async Task<IEnumerable<JsonElement>> OfLogAsync(string project)
    {
        List<JsonElement> lines = [.. (await demo.Server.GetAsync($"{project}/spent/working")).EnumerateArray()];
        foreach (var stretch in (await demo.Server.GetAsync($"{project}/inspection")).GetProperty("stretches").EnumerateArray())
        {
            var of = $"stretch={stretch.GetProperty("id").GetString()}";
            var inspection = await demo.Server.GetAsync($"{project}/inspection?{of}");
            foreach (var item in inspection.GetProperty("plan").GetProperty("value").GetProperty("items").EnumerateArray())
                lines.AddRange(
                    Workings(await demo.Server.GetAsync($"{project}/inspection/charts/{item.GetProperty("id").GetString()}?{of}"))
                );
        }

        return lines;
    }

    [Fact]
    public async Task What_the_shelf_and_the_learned_figures_open_to_recomputes()
    {
        List<JsonElement> lines = [.. Workings(await demo.Server.GetAsync("/api/log/learned"))];
        Assert.NotEmpty(lines);
        foreach (var tool in (await demo.Server.GetAsync("/api/shelf")).EnumerateArray().Select(l => l.GetProperty("tool")))
            lines.AddRange(
                Workings(
                    await demo.Server.GetAsync(
                        $"/api/shelf/tool?projectId={tool.GetProperty("projectId").GetString()}"
                            + $"&plan={Uri.EscapeDataString(tool.GetProperty("plan").GetString()!)}&number={tool.GetProperty("number")}"
                    )
                )
            );
        var formulas = lines.Where(l => Kind(l) == "formula").ToList();
        Assert.NotEmpty(formulas);
        Assert.All(formulas, line => Assert.True(Recomputes(line, out var got), $"{Id(line)}: {line.GetProperty("numbers")}, {got}"));
    }

    private static string? Kind(JsonElement line) => line.GetProperty("kind").GetString();

    private static string Id(JsonElement line) => line.GetProperty("id").GetString()!;

    /// <summary>The lines of every working in an answer.</summary>
    private static IEnumerable<JsonElement> Workings(JsonElement answer) =>
        answer.ValueKind switch
        {
            JsonValueKind.Object => answer
                .EnumerateObject()
                .SelectMany(p =>
                    p.Name == "working" && p.Value.ValueKind == JsonValueKind.Array ? p.Value.EnumerateArray() : Workings(p.Value)
                ),
            JsonValueKind.Array => answer.EnumerateArray().SelectMany(Workings),
            _ => [],
        };

    private static bool Recomputes(JsonElement line, out double got)
    {
        var inputs = line.GetProperty("inputs").EnumerateArray().Select(Si).ToList();
        got = At(line.GetProperty("tree"), inputs);
        var said = Si(line);
        return Math.Abs(got - said) <= 1e-6 * Math.Max(1e-12, Math.Abs(said));
    }

    private static double Si(JsonElement figure)
    {
        var value = figure.GetProperty("value");
        var likely = value.ValueKind == JsonValueKind.Number ? value.GetDouble() : value.GetProperty("likely").GetDouble();
        var unit = figure.GetProperty("unit").GetString()!;
        return unit == "°C" ? likely + 273.15 : likely * Factor(unit);
    }

    private static double Factor(string unit)
    {
        if (Factors.TryGetValue(unit, out var known))
            return known;
        var (factor, sign) = (1.0, 1);
        foreach (var piece in unit.Replace("(", "", StringComparison.Ordinal).Replace(")", "", StringComparison.Ordinal).Split('/'))
        {
            foreach (var name in piece.Split(['·', ' '], StringSplitOptions.RemoveEmptyEntries))
                factor *= Math.Pow(One(name.TrimStart('√')), name[0] == '√' ? sign / 2.0 : sign);
            sign = -1;
        }

        return factor;
    }

    private static double One(string name) =>
        Counted.Contains(name) ? 1
        : Factors.TryGetValue(name, out var factor) ? factor
        : name.EndsWith('³') ? Math.Pow(Factors[name[..^1]], 3)
        : throw new InvalidOperationException($"{name} is not in docs/method/units.md");

    private static double At(JsonElement tree, List<double> inputs)
    {
        if (tree.ValueKind == JsonValueKind.Number)
            return tree.GetDouble();
        if (tree.ValueKind == JsonValueKind.Object)
            return inputs[tree.GetProperty("in").GetInt32()];
        var of = tree.EnumerateArray().Skip(1).Select(t => At(t, inputs)).ToList();
        return tree[0].GetString() switch
        {
            "+" => of.Sum(),
            "−" => of[0] - of.Skip(1).Sum(),
            "×" => of.Aggregate((a, b) => a * b),
            "÷" => of[0] / of[1],
            "^" => Math.Pow(of[0], of[1]),
            "√" => Math.Sqrt(of[0]),
            "ln" => Math.Log(of[0]),
            "exp" => Math.Exp(of[0]),
            "min" => of.Min(),
            "max" => of.Max(),
            "⌈⌉" => Math.Ceiling(of[0] - 1e-9),
            "⌊⌋" => Math.Floor(of[0] + 1e-9),
            var other => throw new InvalidOperationException($"\"{other}\" is no operation"),
        };
    }
}
