using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Calendar;
using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting;

/// <summary>
/// The days to the first part of a poured route, from the operations and the calendar that its plan begins with: Routes and Plan say
/// the same date until something is chosen differently in the plan.
/// </summary>
internal static class CastingLead
{
    /// <summary>Of the likely days, when all goes well and when it does not.</summary>
    private static readonly ThreePoint Spread = new(0.8, 1, 1.5);

    /// <summary>For shapes that can't be planned, and are ruled out by their size.</summary>
    private static readonly ThreePoint NormDays = new(3, 5, 8);

    private const double SmallestShare = 0.01;

    public static IReadOnlyList<LeadStep> Of(Job job, CastingMethod method)
    {
        try
        {
            return Planned(job, method);
        }
        catch (RefusalException)
        {
            return [new LeadStep("Pattern, mold, first shot", NormDays)];
        }
    }

    private static List<LeadStep> Planned(Job job, CastingMethod method)
    {
        var plan = CastingChoices.From(method);
        var hours = plan.Hours;
        var begins = WorkingDays.Add(job.Today, job.SupplierDays(method.Made)?.Likely ?? 0);
        var start = hours.NextMorning(begins);
        var silicone = job.Supplies.Where(s => s.Id == plan.Silicone.SupplyId).Select(Silicone.Of).OfType<Silicone>().First();
        var print = job.Materials.First(m => m.Id == plan.Printed.PrintId);
        // The supplier's days are counted by the route itself.
        var own = job with
        {
            Brief = job.Brief with
            {
                Sources = job.Brief.Sources with { SoftMolds = Briefs.Source.InHouse, Parts = Briefs.Source.InHouse },
            },
        };
        var operations = CastingWork.Operations(new CastingInputs(plan, method, own, silicone, print, null, null, method.Cavities, start));
        var slots = ListScheduler.Shared.Lay(new WorkToLay(operations, 1, 1, 0, hours, start)).Slots;
        var repeats = operations.ToDictionary(o => o.Id, o => o.Repeats);
        List<LeadStep> steps = [];
        var before = 0.0;
        foreach (
            var (stage, name) in new[]
            {
                (Repeats.Once, "Pattern: made, finished"),
                (Repeats.EachTool, "Mold: made, cured, opened"),
                (Repeats.EachShot, "First shot: poured, cured, trimmed"),
            }
        )
        {
            var ends = slots.Where(s => repeats[s.OperationId] == stage).Select(s => s.End).DefaultIfEmpty(LocalDateTime.MinIsoValue).Max();
            if (ends == LocalDateTime.MinIsoValue)
                continue;
            var days = DaysUntil(begins, ends, hours);
            steps.Add(new LeadStep(name, Spread * Math.Max(SmallestShare, days - before)));
            before = Math.Max(before, days);
        }

        return steps;
    }

    /// <summary>Whole working days before the one on which it ends, and the share of that day.</summary>
    private static double DaysUntil(DateOnly from, LocalDateTime ends, WorkingHours hours) =>
        WorkingDays.Between(from, ends.Day())
        - 1
        + Math.Clamp((ends.HourOfDay() - hours.FromH) / (hours.ToH - hours.FromH), SmallestShare, 1);
}
