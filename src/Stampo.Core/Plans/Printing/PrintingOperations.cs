using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Printing;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Printing;

/// <summary>From the file to counted parts; what a process asks for besides differs.</summary>
internal static class PrintingOperations
{
    private const double LoadMin = 20,
        TakeOffMin = 10,
        WashMin = 20,
        CureMin = 40,
        BedCoolsShare = 0.5,
        OvenC = 120,
        OvenHoldsC = 5,
        OvenMin = 4 * 60;

    public static IReadOnlyList<Operation> Of(PrintingFigures figures, Job job) =>
        [
            new("file", Repeats.Once, "Prepare the file: scale, which side up, support", 60 * job.Norm("engineering.print").Likely)
            {
                Detail =
                    $"Scale for shrink {Text.Number(job.Material.ShrinkPct.Likely, 2)} %; stands "
                    + $"{Text.Number(figures.Chosen.Stance.HeightMm, 3)} mm high.",
                Asks = Ask.Ticks("support under every face that hangs over", "layers looked through to the last"),
            },
            new(
                "build",
                Repeats.EachShot,
                $"Load and print {Text.Count(Each(figures), "part")}",
                LoadMin,
                Math.Max(0, 60 * figures.Chosen.BuildH - LoadMin)
            )
            {
                Holds = Hold.Of(Resource.Hands, Resource.Printer),
                Asks =
                [
                    Ask.Read(
                        "material",
                        "in the machine, lot noted",
                        Each(figures) * (figures.PartG + figures.Chosen.SupportG),
                        0.1 * Each(figures) * figures.PartG,
                        "g"
                    ),
                    .. Ask.Ticks("first layers hold"),
                ],
                Cautions = figures.Process.Cautions(),
            },
            .. Cleaned(figures),
            new(
                "support",
                Repeats.EachShot,
                figures.Process == PrintProcess.Powder ? "Blast, look every part over" : "Take the support off",
                Math.Max(5, 60 * Each(figures) * job.Norm("print.clean").Likely)
            )
            {
                Asks = Ask.Ticks(
                    job.Material.Hardness.Scale == ShoreScale.A ? "cut off, not pulled: a soft part tears" : "no stub left on the show side"
                ),
                Cautions = ["blade", "dust"],
            },
            .. PostCured(figures, job),
            .. Finished(figures, job),
            new("inspect", Repeats.EachShot, "Measure and count", 5 + 2 * Each(figures))
            {
                Asks =
                [
                    Ask.Read("length", "over all, longest side", job.Part.LongestMm, Math.Max(0.25, 0.002 * job.Part.LongestMm), "mm"),
                    Ask.Count("good, rework, scrap"),
                ],
            },
        ];

    private static int Each(PrintingFigures figures) => figures.Chosen.InBuild;

    private static IEnumerable<Operation> Cleaned(PrintingFigures figures)
    {
        if (figures.Process == PrintProcess.Powder)
        {
            yield return new("cool", Repeats.EachShot, "Let the bed cool, closed", 0, 60 * BedCoolsShare * figures.Chosen.BuildH)
            {
                Holds = [new Hold(Resource.Printer, During.Alone)],
                Detail = "Opened warm, parts curl.",
            };
            yield return new("depowder", Repeats.EachShot, "Dig out, brush, recover the powder", TakeOffMin + 3 * Each(figures))
            {
                FreesTool = true,
                Asks = Ask.Ticks("no powder caked in hollows"),
                Cautions = ["powder-printing"],
            };
        }
        else if (figures.Process == PrintProcess.Resin)
        {
            yield return new("wash", Repeats.EachShot, "Take off the platform, wash twice, dry", TakeOffMin, WashMin)
            {
                FreesTool = true,
                Holds = Hold.Of(Resource.Hands, Resource.Washer),
                Asks = Ask.TicksAfter("no wet resin in corners and holes"),
                Cautions = ["resin-printing"],
            };
            yield return new("cure", Repeats.EachShot, "Cure under light, all sides", 5, CureMin)
            {
                Asks = Ask.TicksAfter("no tacky place left"),
                Cautions = ["uv"],
            };
        }
        else
        {
            yield return new("take-off", Repeats.EachShot, "Let the plate cool, take the parts off", TakeOffMin) { FreesTool = true };
        }
    }

    /// <summary>Silicone has its properties only after its oven.</summary>
    private static IEnumerable<Operation> PostCured(PrintingFigures figures, Job job)
    {
        if (job.Material.Polymer != "silicone")
            yield break;
        yield return new("oven", Repeats.EachShot, $"Post-cure at {OvenC:0} °C, or as the data sheet says", 5, OvenMin)
        {
            Holds = [Hold.Hands, Hold.OvenAt(OvenC)],
            Asks = [.. Ask.Ticks("parts stand free, none touches another"), Ask.Oven(OvenC, OvenHoldsC)],
            Cautions = ["oven"],
        };
    }

    private static IEnumerable<Operation> Finished(PrintingFigures figures, Job job)
    {
        if (figures.Pieces > 1)
            yield return new(
                "bond",
                Repeats.EachShot,
                $"Bond and fair {figures.Pieces} pieces when the last is printed",
                60 * job.Norm("print.bond").Likely * (figures.Pieces - 1) / figures.Pieces,
                60
            )
            {
                Asks = Ask.Ticks("joint full, no step under the thumb"),
                Cautions = ["dust"],
            };
        var hours = PrintCost.PartFinishHours(job).In("h").Likely;
        if (hours > 0)
            yield return new(
                "finish",
                Repeats.EachShot,
                "Show side to its grade: fill, sand, prime",
                60 * hours * Each(figures) / figures.Pieces
            )
            {
                Asks = Ask.Ticks("no line, pore or scratch under raking light"),
                Cautions = ["dust", "spray"],
            };
    }
}
