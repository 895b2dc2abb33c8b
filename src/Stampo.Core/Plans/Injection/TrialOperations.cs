using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// The trial: short shots to full, gate freeze by weight, the first good part; measured, corrected, tried again as often as the norm says.
/// </summary>
internal static class TrialOperations
{
    private const double ShortsMin = 60,
        FreezeMin = 60,
        GoodMin = 90;

    private static readonly int[] ShortPct = [20, 40, 60, 80, 95];

    public static IEnumerable<Operation> Of(InjectionWork work, Job job)
    {
        var (process, dry) = (work.Figures.Process, work.Figures.Process.Drying);
        yield return new(
            "hang",
            Repeats.EachTool,
            "Hang the tool: water, ejector rod, mold protection set low",
            60 * job.Norm("inject.setup").Likely
        )
        {
            Detail = dry is null or "none" ? null : $"Plastic dried {dry} before.",
            Holds = OnPress,
            Asks =
            [
                .. Ask.Ticks("opens and shuts slowly by hand first", "slides and ejectors return before it shuts"),
                Ask.Read("mold", "wall of the tool", process.MoldC, 5, "°C") with
                {
                    IsWatched = false,
                },
                Ask.Read("melt", "melt, by a needle in a purge", process.MeltC, 8, "°C"),
            ],
            Cautions = ["press", "lifting"],
        };
        yield return new("shorts", Repeats.EachTool, "Short shots to full: one kept of each", ShortsMin)
        {
            Detail = "Hold pressure off. Lay them in a row: the last to fill is where the plan says, or the plan is wrong.",
            Holds = OnPress,
            Asks =
            [
                .. ShortPct.Select(pct =>
                    Ask.Read($"short-{pct}", $"weight at {pct} % of the stroke", pct / 100.0 * process.ShotG, 0.1 * process.ShotG, "g")
                ),
                Ask.Read("full", "weight just full", process.ShotG, 0.05 * process.ShotG, "g"),
                .. Ask.Ticks("weld lines and air lie where the plan says"),
            ],
            Cautions = ["press"],
        };
        yield return new("freeze", Repeats.EachTool, "Gate freeze by weight: packing time raised until the shot gains nothing", FreezeMin)
        {
            Holds = OnPress,
            Asks =
            [
                .. PackSteps(process.PackS)
                    .Select(
                        (s, i) =>
                            Ask.Read($"pack-{i + 1}", $"weight packed {Text.Number(s, 2)} s", process.ShotG, 0.05 * process.ShotG, "g")
                    ),
                Ask.ReadAtMost("frozen", "packing time from which it gains nothing", 2 * process.PackS, "s"),
            ],
            Cautions = ["press"],
        };
        yield return new("good", Repeats.EachTool, "Window of the process; first good parts, first and last kept", GoodMin)
        {
            Holds = OnPress,
            Asks =
            [
                Ask.Read("cycle", "cycle of the good parts", process.CycleS, 0.3 * process.CycleS, "s"),
                Ask.Read(
                    "part",
                    "a good part",
                    (process.ShotG - work.Figures.Feed.RunnerG) / work.Figures.CavityCount,
                    0.03 * process.ShotG,
                    "g"
                ),
                .. Ask.Ticks("no flash, no short, no burn", "settings written down"),
            ],
            Cautions = ["press"],
        };
        yield return new("measure", Repeats.EachTool, "Measure first parts, a day after", 120, 24 * 60)
        {
            Asks =
            [
                Ask.Read("length", "over all, longest side", job.Part.LongestMm, job.Brief.ToleranceMm ?? 0.3, "mm") with
                {
                    AfterWait = true,
                },
                .. Ask.TicksAfter("every size of the drawing measured, each cavity", "the true shrink written to the plan"),
            ],
        };
        var rounds = Math.Max(0, (int)Math.Round(job.Norm("tool.trials").Likely) - 1);
        if (rounds > 0)
            yield return new(
                "correct",
                Repeats.EachTool,
                $"Correct the tool and try again, {Text.Count(rounds, "round")}",
                60 * 0.5 * job.Norm("tool.fitShare").Likely * work.Tool.Hours.Likely,
                rounds * 2 * 24 * 60
            )
            {
                Detail = "Metal comes off first; what wants metal on is asked again before it is welded.",
                Asks = Ask.TicksAfter("all sizes in their limits, or let through in writing"),
                Cautions = ["milling"],
            };
    }

    private static IReadOnlyList<Hold> OnPress { get; } = Hold.Of(Resource.Hands, Resource.Press);

    /// <summary>Around the time that the gate is thought to take.</summary>
    private static IEnumerable<double> PackSteps(double seconds) =>
        new[] { 0.4, 0.7, 1, 1.4, 2 }.Select(times => Math.Max(0.5, times * seconds));
}
