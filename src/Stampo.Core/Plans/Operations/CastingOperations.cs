using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Routes;

namespace Stampo.Core.Plans.Operations;

/// <summary>The whole of the work in its order: what is molded from, the mold, a shot, and what is left when all are cast.</summary>
internal static class CastingOperations
{
    private const double PostCureRampKPerH = 20;

    /// <param name="plan">Quantities.</param>
    /// <param name="choices">What was chosen.</param>
    /// <param name="job">Part, brief, resin, norms.</param>
    /// <param name="silicone">The mold's.</param>
    /// <param name="start">When work may begin; a supplier's days are counted from it.</param>
    public static IReadOnlyList<Operation> Of(CastingPlanAnswer plan, CastingPlan choices, Job job, Silicone silicone, DateTime start) =>
    [
        .. Ordered(plan, job, start),
        .. plan.Pattern is { } pattern ? PatternOperations.Of(pattern, choices.Pattern, job) : [],
        .. plan.Silicone is { } mold ? SiliconeOperations.Of(mold, silicone, plan, choices, job) : [],
        .. plan.Printed is { } printed ? PrintOperations.OfMold(printed, plan, choices, job) : [],
        .. plan.Fill is { } fill ? PrintOperations.OfPart(fill, choices, job) : [],
        .. ShotOperations.Of(plan, choices, job),
        .. PostCure(job),
        new Operation("full-cure", Stage.Finish, "Full properties", 0)
        {
            Needs = [],
            Detail = $"Handling strength comes with demolding; load, heat and measure to the last tenth from {Hours(plan.Filling.FullCureH)} after the last pour, or after the post-cure of its data sheet.",
        },
    ];

    /// <summary>A bought-in mold comes when its supplier has queued and made it; the operations until then are the supplier's.</summary>
    private static IEnumerable<Operation> Ordered(CastingPlanAnswer plan, Job job, DateTime start)
    {
        if (plan.Fill is not null || Sourcing.SupplierDays(job, plan.Method.Made) is not { } days)
            yield break;
        var there = Calendar.WorkingDays.Add(DateOnly.FromDateTime(start), days.Likely).ToDateTime(TimeOnly.FromDateTime(start));
        yield return new("order-mold", Stage.Pattern, "Order pattern and mold; the supplier's queue", 0, (there - start).TotalMinutes)
        {
            Needs = [],
            Detail = "Bought in: what follows until the mold is there is the supplier's work, planned as it would be here.",
        };
    }

    /// <summary>High-temperature resins reach their heat only after a slow cure in a fixture.</summary>
    private static IEnumerable<Operation> PostCure(Job job)
    {
        if (job.Material.Cast is not { PostCureC: { } celsius, PostCureH: { } hours })
            yield break;
        var ramp = (celsius - 23) / PostCureRampKPerH;
        yield return new("post-cure", Stage.Finish, $"Post-cure in a fixture to {Working.Text.Number(celsius)} °C", 30, 60 * (2 * ramp + hours))
        {
            Detail = $"Held true in a fixture: up at {PostCureRampKPerH:0} °C an hour, {Working.Text.Number(hours)} h at {Working.Text.Number(celsius)} °C, down as slowly. Before it the part is soft in heat.",
            Needs = [Need.Hands, Need.Oven],
            Checks = ["fixture carries every span", "oven reaches the temperature, and no more"],
            Cautions = ["oven"],
        };
    }

    public static string Hours(double h) => h < 2 ? $"{Working.Text.Number(60 * h, 2)} min" : h < 72 ? $"{Working.Text.Number(h, 2)} h" : $"{Working.Text.Number(h / 24, 2)} days";
}
