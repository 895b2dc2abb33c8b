using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Enclosed;

public enum FillPurpose
{
    /// <summary>A part printed sparse, its hollows filled so that it carries load.</summary>
    Hollow,

    /// <summary>Soft joints or pads cast into thin-walled pockets of the print, whose walls are cut away afterwards.</summary>
    Pocket,
}

/// <summary>How a print is filled with resin; lengths in mm.</summary>
public sealed record FilledPrintChoices
{
    public FillPurpose Purpose { get; init; }

    /// <summary>Printed skin of a hollow, or wall of a pocket that is cut away.</summary>
    public double SkinMm { get; init; } = 1.2;

    /// <summary>Share of the inside that is printed lattice.</summary>
    public double LatticePct { get; init; } = 12;

    /// <summary>All pockets of one part together.</summary>
    [JsonPropertyName("pocketCm3")]
    public double PocketCm3 { get; init; } = 4;

    public int Pockets { get; init; } = 2;

    /// <summary>Height the resin stands over the pocket or fill hole; cut off after cure.</summary>
    public double OverfillMm { get; init; } = 3;

    public bool Interlocks { get; init; }

    public string PrintId { get; init; } = "print-resin-tough";

    public FilledPrintChoices Checked()
    {
        Check.Between(SkinMm, 0.3, 20, "filledPrint.skinMm", "mm", "a printed wall");
        Check.Between(LatticePct, 0, 95, "filledPrint.latticePct", "%", "what is left is filled");
        Check.Between(PocketCm3, 0.01, 1e5, "filledPrint.pocketCm3", "cm³", "a pocket holds some");
        Check.Between(Pockets, 1, 500, "filledPrint.pockets", "", "pockets in one part");
        Check.Between(OverfillMm, 0, 50, "filledPrint.overfillMm", "mm", "a few millimetres stand over");
        return this;
    }
}

/// <param name="FillCm3">Resin in one part, overfill included.</param>
/// <param name="MassG">Its mass.</param>
/// <param name="PrintG">Mass of the print.</param>
/// <param name="PartG">Both.</param>
/// <param name="Bond">What holds resin and print together.</param>
/// <param name="Advice">What to mind.</param>
/// <param name="Working">How it came about.</param>
public sealed record CompositeFill(
    [property: JsonPropertyName("fillCm3")] double FillCm3,
    double MassG,
    double PrintG,
    double PartG,
    Bond Bond,
    IReadOnlyList<Finding> Advice,
    IReadOnlyList<WorkLine> Working
)
{
    /// <summary>A pocket wall that comes off with a knife.</summary>
    private const double MostPocketWallMm = 0.8;

    /// <param name="choices">How it is filled.</param>
    /// <param name="part">The part.</param>
    /// <param name="resin">What is poured in.</param>
    /// <param name="print">What it is printed of.</param>
    /// <param name="peakC">The hottest the resin gets in its thickest place.</param>
    public static CompositeFill Of(FilledPrintChoices choices, PartFacts part, Material resin, Material print, double peakC)
    {
        choices.Checked();
        var sheet = new Worksheet();
        var hollow = choices.Purpose == FillPurpose.Hollow;
        var solid = Figure.Given("part", part.VolumeCm3, "cm³", "part");
        var skin =
            Figure.Given("area", part.AreaCm2, "cm²", "part") * Figure.Given("skin", choices.SkinMm, "mm", "plan/filledPrint.skinMm");
        var lattice = Figure.Given("lattice", choices.LatticePct, "%", "plan/filledPrint.latticePct");
        var pockets = Figure.Given("pockets", choices.PocketCm3, "cm³", "plan/filledPrint.pocketCm3");
        var room = hollow
            ? sheet.Line(
                "hollow",
                "Hollow to fill",
                (solid - Term.Min(solid, skin)) * (1 - lattice),
                "cm³",
                "the skin is thin against the part"
            )
            : sheet.Line("hollow", "Pockets to fill", pockets, "cm³", "measured on the model");
        // A pocket about as wide as deep has an open top of (V ÷ n)^⅔; a hollow is topped up through one hole as wide as a thumb.
        var count = Figure.Given("number of pockets", choices.Pockets, "", "plan/filledPrint.pockets");
        var top = hollow ? Term.Of(3, "cm²") : count * (room / count).Pow(2 / 3.0);
        var standing = sheet.Line(
            "overfill",
            "Standing over, cut off after cure",
            top * Figure.Given("overfill", choices.OverfillMm, "mm", "plan/filledPrint.overfillMm"),
            "cm³",
            hollow ? "a fill hole of about 3 cm²" : "pockets about as wide as deep: (volume ÷ n)^⅔ each"
        );
        var density = Figure.Given("density", resin.DensityGPerCm3, "g/cm³", "plan/pour.materialId");
        var mass = sheet.Line("fillMass", "Resin in one part", (room + standing) * density, "g", "definition of density").Value.Likely;
        var (net, over) = (room.Value.Likely, standing.Value.Likely);
        var printG = (part.VolumeCm3 - net) * print.DensityGPerCm3;
        var bond = Bond.Between(print.Polymer, resin.Polymer);
        return new CompositeFill(
            net + over,
            mass,
            printG,
            printG + net * resin.DensityGPerCm3,
            bond,
            [.. AdviceOn(choices, print, bond, peakC, hollow)],
            sheet.Lines
        );
    }

    private static IEnumerable<Finding> AdviceOn(FilledPrintChoices choices, Material print, Bond bond, double peakC, bool hollow)
    {
        if (peakC > print.ServiceC)
            yield return new(
                Severity.Warning,
                "fill-heat",
                $"The resin may reach {Text.Number(peakC, 3)} °C; {print.Name} softens from {Text.Number(print.ServiceC)} "
                    + "°C. Fill in layers of a few millimetres, or take a slow resin."
            );
        if (bond.Strength != BondStrength.Good && !choices.Interlocks)
            yield return new(
                Severity.Warning,
                "fill-bond",
                $"{print.Name} and this resin hold {bond.Strength.ToString().ToLowerInvariant()} by themselves "
                    + $"({bond.Note}). Draw interlocks: holes of 3 mm the resin runs through, or a dovetail at each end; scuff "
                    + "and prime."
            );
        if (hollow)
            yield return new(
                Severity.Note,
                "fill-lattice",
                "Leave the lattice open from chamber to chamber, fill at the lowest hole and vent at the highest; shake "
                    + "it down before the last of the pot life."
            );
        else if (choices.SkinMm > MostPocketWallMm)
            yield return new(
                Severity.Warning,
                "pocket-wall",
                $"Pocket walls of {Text.Number(choices.SkinMm, 2)} mm are hard to cut away; {MostPocketWallMm} mm holds "
                    + "the resin and comes off with a knife."
            );
        if (!hollow && choices.OverfillMm < 2)
            yield return new(Severity.Note, "pocket-overfill", "Resin creeps and shrinks: let it stand 2 to 3 mm over and cut it flush.");
    }
}
