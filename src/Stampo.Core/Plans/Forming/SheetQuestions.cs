using System.Text.Json.Serialization;
using Stampo.Core.Forming;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>A part as a shell for the sheet.</summary>
/// <param name="DepthMm">From the rim to the bottom.</param>
/// <param name="WidthMm">Shorter side of its shadow.</param>
/// <param name="LengthMm">Longer side.</param>
/// <param name="OutlineMm">What is cut when it is trimmed, holes included.</param>
/// <param name="HolesMm2">In it, cut after forming.</param>
/// <param name="ShadowMm2">Along the pull.</param>
/// <param name="Refused">Why no sheet forms it; null when one does.</param>
public sealed record ShellFigures(
    double DepthMm,
    double WidthMm,
    double LengthMm,
    double OutlineMm,
    double HolesMm2,
    double ShadowMm2,
    Finding? Refused
)
{
    public static ShellFigures Of(OpenShell shell) =>
        new(shell.DepthMm, shell.WidthMm, shell.LengthMm, shell.OutlineMm, shell.HolesMm2, shell.ShadowMm2, shell.Refused);
}

/// <summary>Asks what a sheet would find.</summary>
public sealed record ShellRead : ShapeQuestion;

/// <summary>What is asked of a simulated sheet: it takes seconds, so it is answered in the background and kept.</summary>
public abstract record SheetQuestion : ShapeQuestion
{
    /// <summary>The record that answers it.</summary>
    public abstract Type AnswerType();

    /// <summary>Begun when somebody asks for it, not by looking at the plan.</summary>
    [JsonIgnore]
    public virtual bool IsOnRequest => false;

    /// <summary>A first look, quickly; null when there is none.</summary>
    public virtual SheetAnswer? First(OpenShell shell, Progress progress) => null;

    public abstract SheetAnswer Of(OpenShell shell, Progress progress);
}

/// <summary>Figures, and what is drawn of them.</summary>
public sealed record SheetAnswer(object Figures, byte[]? Drawing = null);

/// <summary>Where air is caught last, and how thick the sheet is there.</summary>
public sealed record CaughtAir(Place Place, double ThicknessMm);

/// <summary>A formed sheet in figures; thicknesses are of what stays when it is trimmed.</summary>
/// <param name="Way">How it was formed.</param>
/// <param name="GaugeMm">Of the sheet.</param>
/// <param name="MinMm">At its thinnest.</param>
/// <param name="MinAt">Where.</param>
/// <param name="P5Mm">A twentieth of the part is thinner.</param>
/// <param name="MeanMm">Weighted by area.</param>
/// <param name="MaxMm">At its thickest.</param>
/// <param name="PartCm3">Material in all parts of the sheet, trimmed.</param>
/// <param name="SheetCm3">Material inside the clamp.</param>
/// <param name="DrawRatio">Formed area over the opening of the clamp.</param>
/// <param name="ClampMm">Inside of the clamp, shorter side first.</param>
/// <param name="Last">Where air is caught, the last first.</param>
/// <param name="Valleys">Between its own walls.</param>
/// <param name="CellMm">It was reckoned in cells of this.</param>
/// <param name="IsFirstLook">Coarse: the fine one is on its way.</param>
public sealed record SheetFigures(
    SheetWay Way,
    double GaugeMm,
    double MinMm,
    Place MinAt,
    double P5Mm,
    double MeanMm,
    double MaxMm,
    [property: JsonPropertyName("partCm3")] double PartCm3,
    [property: JsonPropertyName("sheetCm3")] double SheetCm3,
    double DrawRatio,
    double[] ClampMm,
    IReadOnlyList<CaughtAir> Last,
    ValleyFigures Valleys,
    double CellMm,
    bool IsFirstLook
) : IFirstLook
{
    /// <summary>Where the sheet is pushed together: it lies in folds there.</summary>
    [JsonPropertyName("foldedCm2")]
    public double FoldedCm2 { get; init; }

    /// <summary>What is left of the gauge at the thinnest place.</summary>
    public double ThinnestShare => MinMm / GaugeMm;
}

/// <summary>The sheet formed one way.</summary>
public sealed record SheetFormed(
    SheetWay Way,
    double GaugeMm,
    SheetLayout Layout,
    double? PlugDepthMm,
    double? PlugRadiusMm,
    double PlugHold,
    double? BillowMm,
    HeatZones? Zones
) : SheetQuestion
{
    private const double FineMm = 1,
        SmallCells = 150;

    public const double PlugDepthShare = 0.7,
        PlugRadiusShare = 0.3,
        BillowShare = 0.75;

    public override Type AnswerType() => typeof(SheetFigures);

    public FormSide Side => Way.Side();

    public override SheetAnswer First(OpenShell shell, Progress progress)
    {
        var face = MoldFace.Under(shell, Side, Layout, progress);
        var cell = SheetSimulation.GuideMm(face);
        return Answered(face, SheetSimulation.Run(face, OrderOn(face, cell), progress), cell, isFirst: true);
    }

    public override SheetAnswer Of(OpenShell shell, Progress progress)
    {
        var face = MoldFace.Under(shell, Side, Layout, progress);
        var cell = CellOn(face);
        return Answered(face, SheetSimulation.Run(face, OrderOn(face, cell), progress), cell, isFirst: false);
    }

    /// <summary>The order to form it in cells of a size; a plug that would run into the mold stops short of it.</summary>
    public SheetOrder OrderOn(MoldFace face, double cellMm) =>
        new(
            GaugeMm,
            Side,
            cellMm,
            Way == SheetWay.Plug ? PlugIn(face, cellMm) : null,
            Way == SheetWay.Billow ? Math.Min(BillowMm ?? BillowShare * face.HighestMm, Math.Min(face.WidthMm, face.LengthMm) / 2) : 0,
            Zones
        );

    /// <summary>A millimetre; finer on a small part, coarser where that would be more cells than are reckoned with.</summary>
    public static double CellOn(MoldFace face)
    {
        var wanted = Math.Min(FineMm, Math.Min(face.WidthMm, face.LengthMm) / SmallCells);
        return Math.Max(wanted, 1.01 * Math.Sqrt(face.WidthMm * face.LengthMm / SheetOrder.MostCells));
    }

    private Plug PlugIn(MoldFace face, double cellMm)
    {
        var side = Math.Min(face.WidthMm, face.LengthMm) - 2 * Layout.MarginMm;
        return new Plug(PlugDepthMm ?? PlugDepthShare * -face.LowestMm, Math.Max(cellMm, PlugRadiusMm ?? PlugRadiusShare * side), PlugHold);
    }

    private SheetAnswer Answered(MoldFace face, FormedSheet sheet, double cellMm, bool isFirst)
    {
        var pull = face.ToWorld(0, 0, 1) - face.ToWorld(0, 0, 0);
        var near = 0.15 * Math.Min(face.WidthMm, face.LengthMm);
        var figures = new SheetFigures(
            Way,
            GaugeMm,
            sheet.MinMm,
            Place.Of(sheet.MinAt, pull, near),
            sheet.P5Mm,
            sheet.MeanMm,
            sheet.MaxMm,
            sheet.PartVolumeMm3 / 1000,
            sheet.VolumeBeforeMm3 / 1000,
            sheet.AreaMm2 / (face.WidthMm * face.LengthMm),
            [Math.Min(face.WidthMm, face.LengthMm), Math.Max(face.WidthMm, face.LengthMm)],
            [.. sheet.LastTouched.Select(p => new CaughtAir(Place.Of(p, pull, near), sheet.ProbeAt(p).Mm))],
            ValleyFigures.Of(face, isFirst ? 4 : 0.75),
            cellMm,
            isFirst
        )
        {
            FoldedCm2 = sheet.FoldedMm2 / 100,
        };
        return new SheetAnswer(figures, SheetDrawing.Of(sheet));
    }
}
