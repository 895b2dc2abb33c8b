using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Printing;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.PrintedMolds;

/// <summary>
/// Whether a printed mold lets the part go, holds the resin's heat, prints without trapped support, and what it takes to print.
/// </summary>
public sealed class PrintedMoldCheck
{
    private const double ThickestShellMm = 1.2,
        ToughElongationPct = 10,
        SharePoorDraft = 0.03;

    private readonly Job _job;
    private readonly PrintedChoices _choices;
    private readonly MoldedShape _shape;
    private readonly Material _print;
    private readonly PrintedMoldKind _kind;
    private readonly Worksheet _sheet = new();

    private PrintedMoldCheck(Job job, PrintedChoices choices, PrintedMoldKind usual, MoldedShape shape, Material print) =>
        (_job, _choices, _kind, _shape, _print) = (job, choices.Checked(), choices.Kind ?? usual, shape, print);

    private bool IsShell => _kind.IsShell();

    public static PrintedMold Of(
        Job job,
        PrintedChoices choices,
        PrintedMoldKind usual,
        MoldedShape shape,
        Material print,
        double resinC
    ) => new PrintedMoldCheck(job, choices, usual, shape, print).Answer(resinC);

    private PrintedMold Answer(double resinC)
    {
        var solid = Solid();
        var hours = Build(solid).Hours(IsShell ? 1 : _shape.PiecesOfBlock * _shape.Blocks);
        var printer = _sheet.Line("moldPrintH", "Printer time of one mold", hours.Made!, "h", "the shop's norms");
        var resin = PrintCost.MaterialKg(_job, solid, _print.DensityGPerCm3).As("moldKg", "Resin of one mold", "kg", "with its support");
        var price = _sheet
            .Line(
                "moldPrice",
                "One mold off the printer",
                printer * _job.Figure("print.machine") + resin * _job.Figure("print.patternResin"),
                "€",
                "rate card"
            )
            .Value;
        var peak = Exotherm.PeakC(_job.Material, _job.Part.SectionMm, resinC, _sheet);
        var ratio = _kind.IsBroken() ? BreakRatio() : null;
        var inhibition =
            _job.Material.Polymer == "silicone"
                ? Patterns.Inhibition.Of(PatternOf(_print), SiliconeCure.Addition, _choices.Sealed, _choices.Sealed, _choices.Sealed)
                : null;
        return new PrintedMold(
            _kind,
            IsShell ? 1 : _shape.PiecesOfBlock,
            solid,
            hours.Value.Likely,
            price,
            ratio,
            inhibition,
            [.. Messages(peak, ratio, inhibition)],
            _sheet.Lines
        );
    }

    /// <summary>A shell as large as the part, or two halves for each block.</summary>
    private PrintBuild Build(double solidCm3) =>
        IsShell ? PrintCost.InResin(_job, solidCm3) : PrintCost.Halves(_job, _shape.WallMm, solidCm3 / _shape.Blocks);

    private double Solid()
    {
        var cavities = Figure.Given("cavities", _shape.Cavities, "", "plan/pour.cavities");
        var shell = Figure.Given("shell", _choices.ShellMm, "mm", "plan/printed.shellMm");
        var (name, solid, source) = (IsShell, _shape.Made) switch
        {
            (true, _) => ("Solid of the shells of one shot", _job.SurfaceCm2() * shell * cavities, "a thin skin all over each part"),
            (_, { } made) => (
                "Solid of the mold",
                Figure.Given("the generated pieces", made.Cm3, "cm³") * Figure.Given("blocks", _shape.Blocks, "", "plan/split.cavities"),
                "the generated mold, as many as the cavities of a shot need"
            ),
            _ => (
                "Solid of the mold",
                PrintedMoldSolid.Of(_job.Part, _shape.WallMm, "oneSolid") * cavities,
                "an estimate as two halves until the mold is generated"
            ),
        };
        return _sheet.Line("moldSolid", name, solid, "cm³", source).Value.Likely;
    }

    /// <summary>Strength in bending of a strip of shell against one of the part: σ·t² of each.</summary>
    private double? BreakRatio() =>
        (_print.TensileMpa, _job.Material.TensileMpa, _job.Part.ThinnestWallMm ?? _job.Part.WallMm) is ({ } shell, { } part, var wall)
            ? _sheet
                .Line(
                    "breakRatio",
                    "Shell against part, in bending",
                    Figure.Given("strength of the shell", shell, "MPa")
                        * Figure.Given("shell", _choices.ShellMm, "mm", "plan/printed.shellMm").Pow(2)
                        / (
                            Figure.Given("strength of the part", part, "MPa", "plan/pour.materialId")
                            * Figure.Given("wall", wall, "mm", "part").Pow(2)
                        ),
                    "×",
                    "section modulus of a strip, t²/6"
                )
                .Value.Likely
            : null;

    private IEnumerable<Finding> Messages(double peak, double? ratio, Inhibition? inhibition) =>
        [
            .. Lock(),
            .. Breaking(ratio),
            .. Support(),
            .. Heat(peak),
            .. inhibition is { IsSafe: false } ? [inhibition.Finding] : Array.Empty<Finding>(),
        ];

    private IEnumerable<Finding> Lock()
    {
        if (IsShell)
            yield break;
        var soft = _job.Material.IsSoft;
        if (_shape.PiecesOfBlock == GeneratedMold.Halves && _job.Part.Undercut is not (null or Undercut.None))
            yield return new(
                soft ? Severity.Warning : Severity.Fault,
                "lock-undercut",
                soft
                    ? "The part has undercuts along the pull: it must stretch off them. Open slowly, with release in every corner."
                    : "A rigid part with undercuts locks in rigid halves. Add loose pieces, break the mold off, or use silicone."
            );
        if (!soft && _job.Part.Measured?.NoDraftShares.Below(1) is { } share && share > SharePoorDraft)
            yield return new(
                Severity.Warning,
                "lock-draft",
                $"{Text.Number(100 * share, 2)} % of the surface has less than 1° of draft: a rigid part in a rigid mold "
                    + "locks there. Lean the walls 1 to 2°, or plan for jacking screws and lost molds."
            );
    }

    private IEnumerable<Finding> Breaking(double? ratio)
    {
        if (!_kind.IsBroken())
            yield break;
        var tough = _print.ElongationPct > ToughElongationPct;
        if (tough && _choices.ShellMm > ThickestShellMm)
            yield return new(
                Severity.Fault,
                "shell-tough",
                $"{Text.Number(_choices.ShellMm, 2)} mm of {_print.Name} bends where it should break, and takes the part "
                    + $"with it. Print {ThickestShellMm} mm or less of a brittle resin with score lines, or a soluble one."
            );
        else if (tough)
            yield return new(
                Severity.Warning,
                "shell-bends",
                $"{_print.Name} bends before it breaks: draw score lines every 20 mm, or take a brittle or soluble material."
            );
        if (ratio is >= 1 and var r && !_job.Material.IsSoft)
            yield return new(
                Severity.Warning,
                "shell-strong",
                $"The shell is {Text.Number(r, 2)} times as strong in bending as the thinnest wall of the part: the part "
                    + "may break first. Thin the shell, or dissolve it."
            );
    }

    private IEnumerable<Finding> Support()
    {
        if (!IsShell || _shape.Overhangs is not { AreaMm2: > 1 } overhangs)
            yield break;
        var better =
            overhangs.BestAreaMm2 < 0.5 * overhangs.AreaMm2
                ? $" Printed with ({string.Join(", ", overhangs.BestUp.Select(v => Text.Number(v, 2)))}) up only "
                    + $"{Text.Number(overhangs.BestAreaMm2 / 100, 2)} cm² are left."
                : "";
        yield return new(
            _kind == PrintedMoldKind.Soluble ? Severity.Fault : Severity.Warning,
            "trapped-support",
            $"{Text.Number(overhangs.AreaMm2 / 100, 2)} cm² of ceiling inside the void are flatter than 45°: support "
                + $"would be trapped in the cavity.{better} Turn it, peak the ceilings, or print it in two pieces."
        )
        {
            Place = overhangs.At,
        };
    }

    private IEnumerable<Finding> Heat(double peak)
    {
        if (peak > _print.SoftensC)
            yield return new(
                Severity.Warning,
                "mold-softens",
                $"The resin may reach {Text.Number(peak, 3)} °C inside; {_print.Name} softens from "
                    + $"{Text.Number(_print.SoftensC)} °C. Pour in layers, take a slower resin, or print in one that stands it."
            );
    }

    private static PatternMaterial PatternOf(Material print) =>
        print.Polymer is "acrylate" ? PatternMaterial.PrintedResin : PatternMaterial.PrintedPlastic;
}
