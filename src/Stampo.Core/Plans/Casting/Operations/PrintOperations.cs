using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Printing;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.Operations;

/// <summary>Molds off the printer, and prints that are filled themselves. A shell lost with each part is part of each shot.</summary>
internal static class PrintOperations
{
    public static IEnumerable<Operation> OfMold(PrintedMold mold, CastingFigures plan, CastingChoices choices, Job job)
    {
        var lost = mold.Kind.IsShell();
        var repeats = lost ? Repeats.EachShot : Repeats.EachTool;
        var process = ProcessOf(choices.Printed.PrintId, job);
        yield return new(
            "print-mold",
            repeats,
            lost
                ? choices.Pour.Cavities == 1
                    ? "Print the shell"
                    : $"Print the {choices.Pour.Cavities} shells of the shot"
                : mold.HasThirdPiece
                    ? "Print both halves and the third piece"
                    : "Print both halves",
            25,
            60 * mold.PrintH
        )
        {
            Detail =
                $"{Text.Number(mold.SolidCm3, 3)} cm³; scale "
                + $"{plan.Scale.ToString("0.00000", System.Globalization.CultureInfo.InvariantCulture)} for the resin's "
                + $"shrink.{(lost ? $" Rim {Text.Number(choices.Printed.RimMm, 2)} mm over the fill face; score lines every 20 mm." : "")}",
            Holds = Hold.Of(Resource.Printer, Resource.Hands),
            Cautions = process.Cautions(),
        };
        yield return new("wash-mold", repeats, process.Finishing(), 20, 60)
        {
            Detail = lost ? "Dry it through: water left in a shell makes urethane foam." : null,
            Asks = Ask.TicksAfter([process.Clean(), .. lost ? ["dry: two weighings an hour apart agree"] : Array.Empty<string>()]),
            Cautions = process.Cautions(),
        };
        if (lost)
            yield break;
        yield return new("fit-mold", repeats, "Smooth, seal and fit the halves", 60 * job.Norm("printedMold.finishHours").Likely)
        {
            Detail = "Layer lines and pores are copied. Ream bolt, pour and vent holes; keys slide home without rocking.",
            Asks = Ask.Ticks([
                "halves close without a step",
                "light through clear resin shows vents open",
                .. mold.HasThirdPiece ? ["the third piece seats all round and draws out by hand"] : Array.Empty<string>(),
            ]),
            Cautions = ["dust"],
        };
        if (mold.Inhibition is { IsSafe: false } inhibition)
            yield return new("seal-mold", repeats, "Seal and prove the print against inhibition", 30, 24 * 60)
            {
                Detail = string.Join(". ", inhibition.ToDo.Select(t => t.Says)) + ".",
                Asks = Ask.TicksAfter("the dab peels clean, nothing sticky under it"),
                Cautions = ["mold-silicone"],
            };
    }

    private static PrintProcess ProcessOf(string printId, Job job) =>
        job.Materials.FirstOrDefault(m => m.Id == printId)?.Print?.Process ?? PrintProcess.Resin;

    public static IEnumerable<Operation> OfPart(CompositeFill fill, CastingChoices choices, Job job)
    {
        var hollow = choices.FilledPrint.Purpose == FillPurpose.Hollow;
        yield return new(
            "print-part",
            Repeats.EachShot,
            hollow ? "Print the part sparse, with fill and vent holes" : "Print the part with its pockets open at the top",
            20,
            60 * PrintCost.InResin(job, fill.PrintG / PrintCost.ResinDensity).Hours(choices.Pour.Cavities).Value.Likely
        )
        {
            Detail = $"About {Text.Number(fill.PrintG, 3)} g.",
            Holds = Hold.Of(Resource.Printer, Resource.Hands),
            Cautions = ProcessOf(choices.FilledPrint.PrintId, job).Cautions(),
        };
        yield return new(
            "ready-part",
            Repeats.EachShot,
            hollow ? "Wash out, dry, plug what must stay dry" : "Scuff and prime the pockets",
            15,
            30
        )
        {
            Detail = string.Join(" ", fill.Advice.Select(a => a.Text)),
            Asks = hollow
                ? Ask.TicksAfter("blown through from fill hole to vent")
                : Ask.Ticks("no shine left where the soft part is to hold"),
            Cautions = hollow ? ["dust"] : ["dust", "spray"],
        };
    }
}
