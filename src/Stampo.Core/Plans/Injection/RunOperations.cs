using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>A run on the press: set up, good parts, counted by the box.</summary>
internal static class RunOperations
{
    private const double CountMin = 15;

    public static IEnumerable<Operation> Of(InjectionWork work, Job job)
    {
        var (process, hours) = (work.Figures.Process, work.Runs.Hours);
        yield return new("set", Repeats.EachShot, "Dry the plastic, hang the tool, warm up", 60 * job.Norm("inject.setup").Likely)
        {
            Detail = process.Drying is null or "none" ? null : $"Dried {process.Drying}.",
            Holds = OnPress,
            Asks =
            [
                Ask.Read("melt", "melt, by a needle in a purge", process.MeltC, 8, "°C"),
                Ask.Read("mold", "wall of the tool", process.MoldC, 5, "°C"),
                .. Ask.Ticks(
                    "lot of the plastic noted, no more than the agreed share ground again",
                    "first part beside the kept one: alike"
                ),
            ],
            Cautions = ["press", "lifting"],
        };
        var hands = 60 * hours * process.PersonShare;
        yield return new("mold", Repeats.EachShot, $"Mold {Text.Count(work.Runs.RunParts, "part")}", hands, Math.Max(0, 60 * hours - hands))
        {
            Holds = Hold.Of(Resource.Hands, Resource.Press),
            Detail = $"{Text.Number(process.CycleS, 2)} s a cycle, {Text.Number(process.PartsPerH, 3)} parts an hour.",
            Asks =
            [
                Ask.Read(
                    "weight",
                    "a part, every hour",
                    (process.ShotG - work.Figures.Feed.RunnerG) / work.Figures.CavityCount,
                    0.02 * process.ShotG,
                    "g"
                ),
                .. Ask.TicksAfter("last part kept beside the first", "tool cleaned, greased, dry"),
            ],
            Cautions = ["press"],
            FreesTool = true,
        };
        yield return new("count", Repeats.EachShot, "Count good parts, rework and scrap", CountMin)
        {
            Asks = [Ask.Count("good, rework, scrap")],
        };
    }

    private static IReadOnlyList<Hold> OnPress { get; } = [Hold.Hands, new Hold(Resource.Press, During.Hands)];
}
