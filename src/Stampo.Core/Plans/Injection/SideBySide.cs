using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// Which tool, at the parts of the order: all tools that are worn out on the way and all pieces; and the same with a heated runner, which
/// costs its drops and saves the runner.
/// </summary>
internal static class SideBySide
{
    /// <summary>A drop with its share of the controller, and what a controller costs.</summary>
    private static readonly ThreePoint DropEuros = new(1200, 2000, 3500);

    public static IReadOnlyList<ToolBeside> Of(
        Worksheet sheet,
        Job job,
        InjectionMethod method,
        IReadOnlyList<PricedTool> tools,
        int parts,
        int gates,
        double runnerG
    )
    {
        List<ToolBeside> rows = [];
        foreach (var tool in tools)
        foreach (var isHot in (bool[])[false, true])
            rows.Add(Row(sheet, job, method, tool, parts, gates, runnerG, isHot));
        return [.. rows.OrderBy(r => r.TotalEuros.Likely)];
    }

    /// <summary>
    /// Parts from which the drops of a heated runner are paid by the plastic that no runner takes; null without a runner.
    /// </summary>
    public static double? HotFrom(Worksheet sheet, Job job, int cavities, int gates, double runnerG) =>
        runnerG <= 0
            ? null
            : sheet
                .Line(
                    "hotFrom",
                    "A heated runner pays from",
                    Figure.Given("a heated drop", DropEuros, "€").Likely
                        * JobFigures.Count("drops", cavities * gates)
                        / (Figure.Given("runner of a part", runnerG / cavities, "g") * Price(job).Likely),
                    "parts",
                    "drops ÷ plastic saved on each part"
                )
                .Value.Likely;

    private static Figure Price(Job job) =>
        Figure.Given("price of the plastic", job.Material.PricePerKg, "€/kg", $"rates/material.{job.Material.Id}");

    private static ToolBeside Row(
        Worksheet sheet,
        Job job,
        InjectionMethod method,
        PricedTool tool,
        int parts,
        int gates,
        double runnerG,
        bool isHot
    )
    {
        var id = $"tool.{tool.Metal}.{tool.Cavities}{(isHot ? ".hot" : "")}";
        var name = $"{tool.Name}, {tool.Cavities}{(isHot ? ", heated runner" : "")}";
        var wanted = Figure.Given("parts", parts, "", "plan/order.parts");
        var life = Figure.Given("life, shots", tool.LifeShots?.Likely ?? double.MaxValue, "");
        var count = tool.LifeShots is null
            ? sheet.Line($"{id}.tools", $"{name}: tools", Figure.Given("tools", 1, "") * 1, "", "nothing wears out")
            : sheet.Line(
                $"{id}.tools",
                $"{name}: tools worn out",
                Term.Ceiling(
                    wanted / (life.Likely * JobFigures.Cavities(tool.Cavities) * Figure.Given("good share", tool.Yield, "").Likely)
                ),
                "",
                "good parts ÷ (shots × cavities × good share), the next whole one"
            );
        Term once = Figure.Given("once, by its route", tool.OneOff, "€", "routes"),
            one = Figure.Given("one tool, by its route", tool.Tool, "€", "routes"),
            piece = Figure.Given("a good part, by its route", tool.Piece, "€", "routes");
        if (isHot)
        {
            one += Figure.Given("a heated drop", DropEuros, "€") * JobFigures.Count("drops", tool.Cavities * gates);
            piece -= Figure.Given("runner of a part", runnerG / method.Cavities, "g") * Price(job);
        }

        var total = sheet.Line(
            $"{id}.total",
            $"{name}: all",
            once + count.Likely * one + wanted * piece,
            "€",
            "engineering, tools and pieces"
        );
        var toolEuros = sheet.Line($"{id}.tool", $"{name}: tools", count.Likely * one, "€", "tools worn out × one");
        var change = sheet.Line(
            $"{id}.change",
            $"{name}: a usual change",
            one * Figure.Given("share of the tool", tool.ChangeShare, "share"),
            "€",
            "share of the tool"
        );
        return new ToolBeside(
            tool.Metal,
            tool.Name,
            tool.Cavities,
            isHot,
            toolEuros.Value,
            sheet.Line($"{id}.piece", $"{name}: a part", piece, "€", "by its route").Value,
            total.Value,
            change.Value,
            (int)count.Value.Likely,
            tool.LeadDays,
            tool.Metal == method.Metal && tool.Cavities == method.Cavities && !isHot
        );
    }
}
