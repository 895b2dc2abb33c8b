using Stampo.Core.Jobs;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>The order in runs on the press: how many, how long each, and the plastic for all.</summary>
internal sealed class PressRuns
{
    public PressRuns(Worksheet sheet, Job job, PressRunChoices order, double quantity, double cycleS, int cavities)
    {
        Parts = order.Parts ?? (int)Math.Ceiling(quantity);
        var yield = job.Figure("inject.yield").Likely;
        RunParts = Math.Min(order.RunParts ?? (int)job.Norm("inject.run").Likely, (int)Math.Ceiling(Parts / yield.Value.Likely));
        var run = Figure.Given("parts of a run", RunParts, "parts", "plan/order.runParts");
        var runs = sheet.Line(
            "runs",
            "Runs on the press",
            Term.Ceiling(Figure.Given("parts", Parts, "parts", "plan/order.parts") / (yield * run)),
            "",
            "good parts ÷ share of good ÷ parts of a run, the next whole one"
        );
        Count = (int)runs.Value.Likely;
        Hours = sheet
            .Line(
                "runH",
                "A run on the press",
                run * Figure.Given("cycle", cycleS, "s") / JobFigures.Cavities(cavities),
                "h",
                "cycles of all its shots"
            )
            .Value.Likely;
        PlasticKg = sheet.Line("plasticKg", "Plastic to have", runs * run * PressCycle.PlasticKg(job), "kg", "parts with runner and purge");
    }

    /// <summary>Good ones wanted.</summary>
    public int Parts { get; }

    /// <summary>Molded in one run, good and bad.</summary>
    public int RunParts { get; }

    public int Count { get; }

    /// <summary>Of one run.</summary>
    public double Hours { get; }

    public Figure PlasticKg { get; }
}
