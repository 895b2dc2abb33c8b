using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>From the steel to counted parts: the tool made or ordered, tried, corrected, then runs on the press.</summary>
internal static class InjectionOperations
{
    private const double DayMin = 24 * 60,
        WeekDays = 7.0 / 5;

    public static IReadOnlyList<Operation> Of(InjectionWork work, Job job) =>
        [
            new("design", Repeats.Once, "Design the tool, release the drawings", 60 * DesignH(work, job))
            {
                Detail = $"Cut larger for {Text.Number(job.Material.ShrinkPct.Likely, 2)} % shrink.",
                Asks = Ask.Ticks(
                    "gate, parting line and ejector marks agreed with whoever owns the part",
                    "sizes that must fit are steel-safe",
                    "date, cavity and owner marks placed"
                ),
            },
            .. Made(work, job),
            .. TrialOperations.Of(work, job),
            .. RunOperations.Of(work, job),
        ];

    private static double DesignH(InjectionWork work, Job job) =>
        (work.Tool.Hours * job.Norm("tool.designShare") + job.Norm("tool.cam")).Likely;

    private static IEnumerable<Operation> Made(InjectionWork work, Job job) =>
        job.Brief.Sources.MetalTools == Source.InHouse ? ToolmakerOperations.Of(work, job) : Ordered(work, job);

    /// <summary>A toolmaker makes it: weeks that are somebody else's, and looked at halfway.</summary>
    private static IEnumerable<Operation> Ordered(InjectionWork work, Job job)
    {
        var days = job.Norm("source.queueDays").Likely + work.Tool.Hours.Likely / job.Norm("tool.hoursADay").Likely;
        var isFar = job.Brief.Sources.MetalTools == Source.FarBoughtIn;
        yield return new(
            "order",
            Repeats.EachTool,
            "Order the tool: payment steps, ownership, spares, trials in the price",
            60,
            days * DayMin * WeekDays
        )
        {
            IsElsewhere = true,
            Asks = Ask.Ticks("drawings and sizes to measure go with the order", "who owns tool and drawings is written down"),
        };
        if (isFar)
            yield return new("freight", Repeats.EachTool, "Freight and duty", 30, job.Norm("source.farWeeks").Likely * 7 * DayMin)
            {
                IsElsewhere = true,
            };
        yield return new("receive", Repeats.EachTool, "Receive the tool: look it over, open it on the bench", 60)
        {
            Asks = Ask.Ticks("greased, undamaged, all spares there", "water holds 6 bar for ten minutes"),
            Cautions = ["lifting"],
        };
    }
}
