using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Shops;

namespace Stampo.Core.Plans.Casting.Operations;

/// <summary>The whole of the work in its order: what is molded from, the mold, a shot, and what is left when all are cast.</summary>
internal static class CastingOperations
{
    private const double PostCureRampKPerH = 20;

    /// <summary>What an oven keeps to, either side.</summary>
    internal const double OvenHoldsC = 3;

    /// <param name="plan">Quantities.</param>
    /// <param name="choices">What was chosen.</param>
    /// <param name="job">Part, brief, resin, norms.</param>
    /// <param name="silicone">The mold's.</param>
    /// <param name="start">When work may begin; a supplier's days are counted from it.</param>
    public static IReadOnlyList<Operation> Of(
        CastingFigures plan,
        CastingChoices choices,
        Job job,
        Silicone silicone,
        LocalDateTime start
    ) =>
        [
            .. Ordered(plan, job, start),
            .. plan.Pattern is { } pattern ? PatternOperations.Of(pattern, choices.Pattern, job) : [],
            .. plan.Silicone is { } mold ? SiliconeOperations.Of(mold, silicone, plan, choices, job) : [],
            .. plan.Printed is { } printed ? PrintOperations.OfMold(printed, plan, choices, job) : [],
            .. plan.FilledPrint is { } fill ? PrintOperations.OfPart(fill, choices, job) : [],
            .. ShotOperations.Of(plan, choices, job),
            .. PostCure(job),
            new Operation("full-cure", Repeats.Last, "Full properties", 0)
            {
                Holds = [],
                Detail =
                    "Handling strength comes with demolding; load, heat and measure to the last tenth from "
                    + $"{Wording.Text.Duration(60 * plan.Filling.FullCureH)} after the last pour, or after the post-cure of "
                    + "its data sheet.",
            },
        ];

    /// <summary>A bought-in mold comes when its supplier has queued and made it; the operations until then are the supplier's.</summary>
    private static IEnumerable<Operation> Ordered(CastingFigures plan, Job job, LocalDateTime start)
    {
        if (plan.FilledPrint is not null || job.SupplierDays(plan.Method.Made) is not { } days)
            yield break;
        var there = LocalDate.FromDateOnly(WorkingDays.Add(start.Day(), days.Likely)) + start.TimeOfDay;
        yield return new("order-mold", Repeats.Once, "Order pattern and mold; the supplier's queue", 0, start.MinutesUntil(there))
        {
            Holds = [],
            IsElsewhere = true,
            Detail = "Bought in: what follows until the mold is there is the supplier's work, planned as it would be here.",
        };
    }

    /// <summary>What a cure keeps busy to its end.</summary>
    internal static IReadOnlyList<Hold> Curing(bool pressed, double atC) =>
        [.. pressed ? Hold.Of(Resource.Pot) : [], .. atC > 30 ? new[] { Hold.OvenAt(atC) } : []];

    /// <summary>High-temperature resins reach their heat only after a slow cure in a fixture.</summary>
    private static IEnumerable<Operation> PostCure(Job job)
    {
        if (job.Material.Cast is not { PostCureC: { } celsius, PostCureH: { } hours })
            yield break;
        var ramp = (celsius - 23) / PostCureRampKPerH;
        yield return new(
            "post-cure",
            Repeats.Last,
            $"Post-cure in a fixture to {Wording.Text.Number(celsius)} °C",
            30,
            60 * (2 * ramp + hours)
        )
        {
            Detail =
                $"Held true in a fixture: up at {PostCureRampKPerH:0} °C an hour, {Wording.Text.Number(hours)} h at "
                + $"{Wording.Text.Number(celsius)} °C, down as slowly. Before it the part is soft in heat.",
            Holds = [Hold.Hands, Hold.OvenAt(celsius)],
            Asks = [.. Ask.Ticks("fixture carries every span"), Ask.Oven(celsius, OvenHoldsC)],
            Cautions = ["oven"],
        };
    }
}
