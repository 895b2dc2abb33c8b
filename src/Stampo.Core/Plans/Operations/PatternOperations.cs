using Stampo.Core.Plans.Patterns;
using Stampo.Core.Routes;
using Stampo.Core.Routes.Printing;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Operations;

/// <summary>From a model to a pattern that silicone may be poured around.</summary>
internal static class PatternOperations
{
    private const double CoatDryMin = 60;

    public static IEnumerable<Operation> Of(PatternPlan plan, PatternChoices choices, Job job)
    {
        yield return Make(plan, choices, job);
        foreach (var (coat, hands) in Enumerable.Range(1, plan.Coats).Select(i => (i, 60 * plan.ShowH / plan.Coats)))
            yield return new($"coat-{coat}", Stage.Pattern, $"Show side: prime, wet-sand with a block ({coat} of {plan.Coats})", hands, CoatDryMin)
            {
                Detail = coat == plan.Coats ? "Finish to the grade asked; everything on it is copied, a fingerprint too." : null,
                Checks = [coat == plan.Coats ? "no line, pore or scratch under raking light" : "flat to the block"],
                Cautions = ["dust"],
            };
        yield return new("back", Stage.Pattern, "Back side: clean enough to release", 60 * plan.BackH) { Checks = ["no undercut left by support"], Cautions = ["dust"] };
        if (plan.Holes.Count > 0)
            yield return new("holes", Stage.Pattern, "Slender holes", 10 * plan.Holes.Count) { Detail = string.Join("; ", plan.Holes.Select(h => h.Says)) };
        if (plan.Advice.Count > 0)
            yield return new("fittings", Stage.Pattern, "Inserts, guards, plugs", 15 * plan.Advice.Count) { Detail = string.Join(" ", plan.Advice) };
        foreach (var (todo, i) in plan.Inhibition.ToDo.Select((todo, i) => (todo, i)))
            yield return new($"inhibition-{i + 1}", Stage.Pattern, todo, 15, todo.StartsWith("Test dab", StringComparison.Ordinal) ? 24 * 60 : 120)
            {
                Detail = i == 0 ? plan.Inhibition.Says : null,
                Checks = todo.StartsWith("Test dab", StringComparison.Ordinal) ? ["the dab peels clean, nothing sticky under it"] : [],
                Cautions = ["mold-silicone"],
            };
        yield return new("inspect-pattern", Stage.Pattern, "Blow out, seal, inspect", 15) { Checks = ["no water or dust in corners", $"{Text.Number(100 * (plan.Scale - 1), 3)} % oversize measured on the longest side"] };
    }

    private static Operation Make(PatternPlan plan, PatternChoices choices, Job job)
    {
        var scaled = $"Scale {plan.Scale.ToString("0.00000", System.Globalization.CultureInfo.InvariantCulture)} for shrink.";
        var machined = choices.Material is PatternMaterial.ModelBoard or PatternMaterial.Metal;
        return machined
            ? new("make-pattern", Stage.Pattern, "Mill the pattern", 60 + 60 * job.Norm("machine.finish").Likely * job.Part.AreaCm2 / 100) { Detail = scaled, Needs = [Need.Mill, Need.Hands], Cautions = ["milling", "dust"] }
            : new("make-pattern", Stage.Pattern, choices.Material == PatternMaterial.PrintedResin ? "Print, wash and post-cure the pattern" : "Print and clean the pattern", 30, 60 * PrintCost.MachineHours(job, job.Part.VolumeCm3, 1).Value.Likely)
            {
                Detail = scaled,
                Needs = [Need.Printer, Need.Hands],
                Checks = ["support off, no wet resin in corners"],
                Cautions = choices.Material == PatternMaterial.PrintedResin ? ["resin-printing"] : [],
            };
    }
}
