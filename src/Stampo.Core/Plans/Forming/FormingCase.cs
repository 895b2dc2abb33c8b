using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Everything a plan of formed sheet is worked out from, and the sheet its lines are written on.</summary>
internal sealed record FormingCase(
    Job Job,
    FormingChoices Choices,
    FormingMethod Method,
    FormMold Mold,
    ShellFigures? Shell,
    IReadOnlyList<SheetFigures?> Sheets,
    GaugeFigures? Gauge,
    SearchFigures? Search,
    double Quantity,
    Worksheet Working
)
{
    /// <summary>Sheet comes so much thinner than it is called.</summary>
    public const double ThinLimit = 0.92;

    /// <summary>Until it is simulated a gauge is this many times what the mean wall asks for.</summary>
    private const double UntilSimulated = 1.75;

    public Material Material => Job.Material;

    public SheetData Data => Material.Sheet!;

    public SheetFigures? Sheet => Sheets.Count > 0 ? Sheets[0] : null;

    public int Parts => Choices.Order.Parts ?? (int)Math.Ceiling(Quantity);

    public int Up => Choices.Sheet.Layout.Up;

    public int Shots => (int)Math.Ceiling(Parts / (Up * Job.Norm("form.yield").Likely) - 1e-9);

    public double ThinnestMm => ThinnestOf(Choices, Job);

    public double GaugeMm => GaugeOf(Choices, Job);

    /// <summary>Along the pull; without a mesh its box lies on its largest side.</summary>
    public double DepthMm => Shell?.DepthMm ?? Job.Part.ShortestMm;

    public double WidthMm => Shell?.WidthMm ?? Job.Part.MiddleMm;

    public double LengthMm => Shell?.LengthMm ?? Job.Part.LongestMm;

    /// <summary>Inside of the clamp, shorter side first.</summary>
    public double[] ClampMm
    {
        get
        {
            var (width, length) = Choices.Sheet.Layout.SizeMm(WidthMm, LengthMm);
            return [Math.Min(width, length), Math.Max(width, length)];
        }
    }

    public static double ThinnestOf(FormingChoices choices, Job job) =>
        choices.Sheet.ThinnestMm ?? job.Part.ThinnestWallMm ?? job.Part.WallMm;

    /// <summary>As chosen, or the stock gauge that the mean wall asks for.</summary>
    public static double GaugeOf(FormingChoices choices, Job job) =>
        choices.Sheet.GaugeMm ?? Stock(job.Material, UntilSimulated * ThinnestOf(choices, job)) ?? job.Material.Sheet!.GaugesMm.Max();

    /// <summary>The next gauge in stock that is not thinner, however thin it comes; null when there is none.</summary>
    public static double? Stock(Material material, double gaugeMm) =>
        material.Sheet!.GaugesMm.Order().Cast<double?>().FirstOrDefault(g => g >= gaugeMm - 1e-9);
}
