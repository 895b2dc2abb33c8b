using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Routes;

namespace Stampo.Core.Plans.Operations;

/// <summary>The whole of the work in its order: what is molded from, the mold, a shot, and what is left when all are cast.</summary>
internal static class CastingOperations
{
    public static IReadOnlyList<Operation> Of(CastingPlanAnswer plan, CastingPlan choices, Job job, Silicone silicone) =>
    [
        .. plan.Pattern is { } pattern ? PatternOperations.Of(pattern, choices.Pattern, job) : [],
        .. plan.Silicone is { } mold ? SiliconeOperations.Of(mold, silicone, plan, choices, job) : [],
        .. plan.Printed is { } printed ? PrintOperations.OfMold(printed, plan, choices, job) : [],
        .. plan.Fill is { } fill ? PrintOperations.OfPart(fill, choices, job) : [],
        .. ShotOperations.Of(plan, choices, job),
        new Operation("full-cure", Stage.Finish, "Full properties", 0)
        {
            Needs = [],
            Detail = $"Handling strength comes with demolding; load, heat and measure to the last tenth from {Hours(plan.Filling.FullCureH)} after the last pour, or after the post-cure of its data sheet.",
        },
    ];

    public static string Hours(double h) => h < 2 ? $"{Working.Text.Number(60 * h, 2)} min" : h < 72 ? $"{Working.Text.Number(h, 2)} h" : $"{Working.Text.Number(h / 24, 2)} days";
}
