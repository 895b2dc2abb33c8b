using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>The toolmaker's order of work, each with its hours; long cuts run alone.</summary>
internal static class ToolmakerOperations
{
    /// <summary>Of the hours of a machine somebody stands at it so much; the rest it runs alone.</summary>
    private const double CuttingHands = 0.35,
        SparkingHands = 0.3;

    public static IEnumerable<Operation> Of(InjectionWork work, Job job)
    {
        var hours = work.Tool.Works.ToDictionary(w => w.Name, w => w.Hours.Value.Likely);
        double Of(string begins) => hours.Where(h => h.Key.StartsWith(begins, StringComparison.Ordinal)).Sum(h => h.Value);
        yield return Bench("blocks", "Saw, square and grind the blocks; bore for pins and bushings; fit the base", Of("Square")) with
        {
            Asks = Ask.Ticks("square to 0.01 mm", "pins slide in their bushings", "block and mold base marked"),
            Cautions = ["milling", "lifting"],
        };
        yield return Cut("rough", "Rough cavity and core", Of("Rough")) with
        {
            Asks = Ask.Ticks("0.3 mm left all over", "stress relieved if it moved"),
        };
        yield return Cut("finish", "Finish cavity and core", Of("Finish the cavity and core")) with
        {
            Asks =
            [
                .. Ask.Ticks("steel-safe sizes as drawn"),
                Ask.Read("depth", "depth of the cavity", work.Figures.Layout.InCavityMm, 0.05, "mm"),
            ],
        };
        if (work.Figures.Sparked.Count > 0)
            yield return Sparked(work, Of("Spark"));
        if (Of("Slides") > 0)
            yield return Bench("slides", "Make and fit slides and lifters", Of("Slides")) with
            {
                Asks = Ask.Ticks("heel blocks hold them shut", "slides stop where they stop, springs or balls hold them"),
            };
        if (Of("Sink") > 0)
            yield return Bench("lettering", "Sink the lettering, mirrored", Of("Sink")) with
            {
                Asks = Ask.Ticks("read in a mirror before it is sunk"),
            };
        yield return Bench(
            "water",
            $"Drill and connect the cooling: {Text.Count(2 * work.Figures.Layout.Channels.Length, "channel")}",
            Of("Cooling")
        ) with
        {
            Asks = [.. Ask.Ticks("flow through every circuit"), Ask.ReadAtLeast("water", "holds for ten minutes", 6, "bar")],
            Cautions = ["milling"],
        };
        if (Of("Finish the show side") > 0)
            yield return Bench("polish", "Finish the show side", Of("Finish the show side")) with
            {
                Asks = Ask.Ticks("along the pull, no marks across it", "agreed on a plate before"),
                Cautions = ["dust"],
            };
        yield return Bench(
            "eject",
            $"Fit the ejection: {Text.Count(work.Figures.Pins * work.Figures.CavityCount, "pin")}",
            Of("Ejection")
        ) with
        {
            Asks = Ask.Ticks("pins turn by hand", "returns before the tool shuts"),
        };
        if (work.Figures.Metal == "steelHard")
            yield return new(
                "harden",
                Repeats.EachTool,
                "Harden, grind what moved",
                60 * job.Norm("tool.hardeningShare").Likely * Total(work),
                7 * 24 * 60
            )
            {
                IsElsewhere = true,
                Asks = [Ask.Read("hardness", "hardness reached", 52, 2, "HRC") with { AfterWait = true }],
            };
        yield return Bench("fit", "Blue and fit, mount, grease", 0.5 * job.Norm("tool.fitShare").Likely * Total(work)) with
        {
            Asks = Ask.Ticks("blue all round the parting line", "vents open", "runner and gate as drawn"),
            Cautions = ["lifting"],
        };
    }

    private static double Total(InjectionWork work) => work.Tool.Hours.Likely;

    private static Operation Bench(string id, string name, double hours) => new(id, Repeats.EachTool, name, 60 * hours);

    private static Operation Cut(string id, string name, double hours) =>
        new(id, Repeats.EachTool, name, 60 * CuttingHands * hours, 60 * (1 - CuttingHands) * hours)
        {
            Holds = [Hold.Hands, new Hold(Resource.Mill, During.Both)],
            Detail = $"{Text.Number(hours, 2)} h on the machine, {Text.Number((1 - CuttingHands) * hours, 2)} of them alone.",
            Cautions = ["milling"],
        };

    private static Operation Sparked(InjectionWork work, double hours)
    {
        var sparked = work.Figures.Sparked;
        return new(
            "spark",
            Repeats.EachTool,
            $"Mill, polish and measure {Text.Count(sparked.Count, "electrode")}; sink corners and ribs",
            60 * SparkingHands * hours,
            60 * (1 - SparkingHands) * hours
        )
        {
            Detail =
                $"{Text.Number(sparked.Sum(e => e.AreaCm2), 3)} cm² in all, the deepest {Text.Number(sparked.Max(e => e.DeepMm), 2)} mm; "
                + "spark gap off every electrode; "
                + $"{Text.Count(sparked.Count(e => e.In == FormedBy.Core), "of them in the core", "of them in the core")}.",
            Asks = Ask.Ticks("each electrode measured, its gap known", "dielectric over the work, nobody leaves a fire watch"),
            Cautions = ["milling"],
        };
    }
}
