using Stampo.Core.Comparison;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Learning;

/// <summary>How what a stretch comes to came about: the total anew after each step, and what each step makes of it.</summary>
public static class WaterfallWorking
{
    private const string Source = "the decision's own estimate, with what the records say in place of one figure after the other";

    public static IReadOnlyList<WorkLine> Of(Waterfall fall, double quantity)
    {
        var sheet = new Worksheet();
        var asked = Figure.Given("quantity", quantity, "parts", "brief/demand");
        List<Term> differences = [Figure.Given("decided at", fall.Decided, "€", "routes")];
        Figure? before = null;
        for (var i = 0; i < fall.Stages.Count; i++)
        {
            var step = i == 0 ? null : fall.Steps[i - 1];
            var after = fall.Stages[i] is { } estimate ? Total(estimate, i, step) : null;
            if (step is not null)
                differences.Add(sheet.Line($"step/{step.Name}", step.Name, after is null ? Paid(step) : after - before!, "€", Source));
            before = after ?? before;
        }

        sheet.Line("expected", "To be expected", Term.Sum(differences), "€", Source);
        return sheet.Lines;

        Figure Total(Routes.RouteEstimate estimate, int i, WaterfallStep? step)
        {
            var own = new Worksheet();
            var total = RouteWorking.TotalOf(own, estimate, asked).Total;
            sheet.TakeAs($"{i}/", own.Lines);
            return total.Taken(step is null ? "total as estimated" : $"total with {Lower(step.Name)} as it was", $"{i}/total");
        }
    }

    private static Figure Paid(WaterfallStep step) => Figure.Given("paid besides", step.Difference, "€", "log?view=spent");

    private static string Lower(string name) => char.ToLowerInvariant(name[0]) + name[1..];
}
