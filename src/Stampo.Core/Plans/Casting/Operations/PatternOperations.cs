using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Shops;

namespace Stampo.Core.Plans.Casting.Operations;

/// <summary>From a model to a pattern that silicone may be poured around.</summary>
internal static class PatternOperations
{
    private const double CoatDryMin = 60;

    /// <summary>Hands for each pattern after the first where the work is mostly walking.</summary>
    private const double MorePatternMin = 5;

    public static IEnumerable<Operation> Of(PatternPlan plan, PatternChoices choices, Job job)
    {
        var each = plan.Count == 1 ? "" : $", {plan.Count} patterns";
        yield return Make(plan, choices, job, each);
        var proofs = plan.Inhibition.ToDo.Select((todo, i) => (Todo: todo, I: i)).ToList();
        foreach (var operation in proofs.Where(p => p.Todo.IsBeforeCoats).Select(p => Proof(plan, p.Todo, p.I, each)))
            yield return operation;
        foreach (var (coat, hands) in Enumerable.Range(1, plan.Coats).Select(i => (i, 60 * plan.Count * plan.ShowH / plan.Coats)))
            yield return new(
                $"coat-{coat}",
                Repeats.Once,
                $"Show side: prime, wet-sand with a block ({coat} of {plan.Coats}){each}",
                hands,
                CoatDryMin
            )
            {
                Detail = coat == plan.Coats ? "Finish to the grade asked; everything on it is copied, a fingerprint too." : null,
                Asks = coat == plan.Coats ? Ask.TicksAfter("no line, pore or scratch under raking light") : Ask.Ticks("flat to the block"),
                Cautions = ["spray", "dust"],
            };
        yield return new("back", Repeats.Once, $"Back side: clean enough to release{each}", 60 * plan.Count * plan.BackH)
        {
            Asks = Ask.Ticks("no undercut left by support"),
            Cautions = ["dust"],
        };
        if (plan.Holes.Count > 0)
            yield return new("holes", Repeats.Once, $"Slender holes{each}", 10 * plan.Count * plan.Holes.Count)
            {
                Detail = string.Join("; ", plan.Holes.Select(h => h.Says)),
            };
        if (plan.Advice.Count > 0)
            yield return new("fittings", Repeats.Once, $"Inserts, guards, plugs{each}", 15 * plan.Count * plan.Advice.Count)
            {
                Detail = string.Join(" ", plan.Advice),
            };
        foreach (var operation in proofs.Where(p => !p.Todo.IsBeforeCoats).Select(p => Proof(plan, p.Todo, p.I, each)))
            yield return operation;
        yield return new("inspect-pattern", Repeats.Once, $"Blow out, seal, inspect{each}", 15 + MorePatternMin * (plan.Count - 1))
        {
            Asks = Ask.Ticks("no water or dust in corners", $"over all {Sizes(plan)} measured, x y z"),
        };
    }

    private static Operation Proof(PatternPlan plan, ProofStep todo, int i, string each) =>
        new($"inhibition-{i + 1}", Repeats.Once, $"{todo.Says}{each}", 15 + MorePatternMin * (plan.Count - 1), todo.AloneMin)
        {
            Detail = i == 0 ? plan.Inhibition.Says : null,
            Asks = todo.Tick is { } tick ? Ask.TicksAfter(tick) : [],
            Cautions =
                todo.IsBeforeCoats ? ["uv"]
                : todo.Tick is null ? ["spray"]
                : ["mold-silicone"],
        };

    private static Operation Make(PatternPlan plan, PatternChoices choices, Job job, string each)
    {
        var scaled =
            $"Scale {Scale(plan.Scale)} for shrink ({Scale(plan.ScaleRange.Low)} to {Scale(plan.ScaleRange.High)}; the "
            + $"first article settles it). Over all {Sizes(plan)}, x y z.";
        return plan.PrintH is not { } hours
            ? new(
                "make-pattern",
                Repeats.Once,
                plan.Count == 1 ? "Mill the pattern" : $"Mill {plan.Count} patterns",
                60 + 60 * plan.Count * job.Norm("machine.finish").Likely * job.Part.AreaCm2 / 100
            )
            {
                Detail = scaled,
                Holds = Hold.Of(Resource.Mill, Resource.Hands),
                Cautions = ["milling", "dust"],
            }
            : new(
                "make-pattern",
                Repeats.Once,
                $"{(choices.Material == PatternMaterial.PrintedResin ? "Print, wash and post-cure" : "Print and clean")} "
                    + $"{(plan.Count == 1 ? "the pattern" : $"{plan.Count} patterns")}",
                30 + MorePatternMin * (plan.Count - 1),
                60 * hours
            )
            {
                Detail = scaled,
                Holds = Hold.Of(Resource.Printer, Resource.Hands),
                Asks = Ask.TicksAfter(
                    choices.Material == PatternMaterial.PrintedResin
                        ? "support off, no wet resin in corners"
                        : "support off, no strings or powder left"
                ),
                Cautions = choices.Material == PatternMaterial.PrintedResin ? ["resin-printing"] : [],
            };
    }

    private static string Scale(double scale) => scale.ToString("0.0000", System.Globalization.CultureInfo.InvariantCulture);

    private static string Sizes(PatternPlan plan) =>
        $"{string.Join(" × ", plan.TargetMm.Select(mm => mm.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture)))} mm";
}
