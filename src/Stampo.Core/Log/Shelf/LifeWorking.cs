using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Shelf;

/// <summary>What became of the tools of a kind, with what its plan said of their life.</summary>
/// <param name="Planned">Shots, as the plan has it.</param>
/// <param name="Worn">Shots of those that wore out.</param>
/// <param name="Rest">Shots of those that did not.</param>
public sealed record LifeHistory(ThreePoint Planned, IReadOnlyList<double> Worn, IReadOnlyList<double> Rest)
{
    public LifeForecast Prior { get; } = LifeForecast.From(Planned);

    public LifeForecast Forecast => Prior.With(Worn, Rest);
}

/// <summary>How the life that is to be expected of a tool came about.</summary>
internal static class LifeWorking
{
    private const string Source = "Weibull life of a known shape, its rate by a gamma distribution that each tool adds to";

    public static IReadOnlyList<WorkLine> Of(LifeHistory of, int shots, double? toCome)
    {
        var sheet = new Worksheet();
        var planned = Figure.Given("life by the plan", of.Planned, "shots", "plan");
        var k = Held("shape", "Shape", of.Prior.Shape);
        var a0 = Held("weight-planned", "Weight of the plan", of.Prior.A);
        var b0 = Held("scale-planned", "Scale of the plan", of.Prior.B);
        var a = sheet.Line("weight", "Weight", a0 + JobFigures.Count("worn out", of.Worn.Count), "×", Source);
        var made = of.Worn.Select((n, i) => Shots("worn out", n, i)).Concat(of.Rest.Select((n, i) => Shots("in service", n, i)));
        var b = sheet.Line("scale", "Scale", Term.Sum([b0, .. made.Select(n => n.Pow(k))]), "×", Source);
        var done = Figure.Given("shots made", shots, "shots");
        foreach (var (id, name, chance) in new[] { ("sure", "four in five", ToolOutlook.Sure), ("even", "one in two", 0.5) })
            sheet.Line(
                id,
                $"Shots still to come at {name}",
                (done.Pow(k) + b * (Term.Of(chance, "").Pow(-1 / a) - 1)).Pow(1 / k) - done,
                "shots",
                Source
            );
        if (toCome is { } more)
            sheet.Line(
                "chance",
                "Chance to make what is ordered",
                (b / (b + (done + Figure.Given("shots to come", more, "shots")).Pow(k) - done.Pow(k))).Pow(a),
                "share",
                Source
            );
        return sheet.Lines;

        Figure Held(string id, string name, double value) =>
            sheet.Found("search", id, name, "so that low, likely and high of the plan are 10, 50 and 90 %", value, "×", Source, planned);

        static Figure Shots(string how, double n, int i) => Figure.Given($"shots of tool {i + 1} {how}", n, "shots");
    }
}
