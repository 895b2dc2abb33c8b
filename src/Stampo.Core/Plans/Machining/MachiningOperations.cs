using Stampo.Core.Jobs;
using Stampo.Core.Machining;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Machining;

/// <summary>From the program to the measured part.</summary>
internal static class MachiningOperations
{
    private const double MostLoadMin = 20;

    public static IReadOnlyList<Operation> Of(MachiningFigures figures, Job job) =>
        [
            new("program", Repeats.Once, "Program, simulate, make soft jaws", 60 * job.Norm("engineering.machine").Likely)
            {
                Asks = Ask.Ticks("no collision of holder and part", "what holds the part in each clamping is not what it cuts"),
            },
            new("stock", Repeats.EachShot, $"Saw the block to {Text.Sides(figures.BlockMm)}", 5)
            {
                Asks = Ask.Ticks("sawn to size, square, lot of the stock noted"),
                Cautions = ["milling"],
            },
            .. Enumerable.Range(1, figures.SetUps).Select(i => SetUp(figures, i)),
            new("deburr", Repeats.EachShot, "Deburr by hand, wash, dry", Math.Max(3, 60 * Milling.Deburring(job).In("h").Likely))
            {
                FreesTool = true,
                Asks = Ask.Ticks("no burr felt, no white edge"),
                Cautions = ["blade"],
            },
            new("inspect", Repeats.EachShot, "Measure, after an hour at 23 °C", 10, 60)
            {
                Asks =
                [
                    Ask.Read("length", "over all, longest side", job.Part.LongestMm, 0.1, "mm") with
                    {
                        AfterWait = true,
                    },
                    Ask.Count("good, rework, scrap"),
                ],
                Detail = "Plastics grow with heat and water: measure cool, and say how dry.",
            },
        ];

    /// <summary>The first clamping roughs; the finish is shared by what each side finishes.</summary>
    private static Operation SetUp(MachiningFigures figures, int number)
    {
        var clamp = Math.Min(MostLoadMin, 60 * figures.SetUpH / figures.SetUps);
        var setUp = figures.Access?.SetUps.ElementAtOrDefault(number - 1);
        var share = setUp is null ? 1.0 / figures.SetUps : setUp.FinishesCm2 / figures.Access!.SetUps.Sum(s => s.FinishesCm2);
        var cut = 60 * (figures.PartH - figures.SetUps * clamp / 60 - figures.FinishH) / figures.SetUps + 60 * figures.FinishH * share;
        var side = setUp is null ? "" : $", {setUp.Side.Named()} to the spindle";
        return new(
            $"clamp-{number}",
            Repeats.EachShot,
            $"Clamp {number} of {figures.SetUps}{side}: rough and finish",
            clamp,
            Math.Max(0, cut)
        )
        {
            Detail = setUp is null
                ? null
                : $"Finishes {Text.Number(setUp.FinishesCm2, 3)} cm²; goes {Text.Number(setUp.DeepestMm, 3)} mm down beside walls.",
            Holds = [Hold.Hands, new Hold(Resource.Mill, During.Both)],
            Asks = Ask.Ticks(
                number == 1 ? "block sits flat, clamped where nothing is cut" : "faced side seated, no chip under it",
                "zero found on the faces cut before"
            ),
            Cautions = ["milling", "dust"],
        };
    }
}
