using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Machining;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;

namespace Stampo.Server.Plan.Forming;

public sealed record FormConeRequest(double GaugeMm, double WallAngleDeg, double RadiusRatio);

public sealed record FormCylinderRequest(double GaugeMm, double DepthRatio);

public sealed record ThicknessAnswer(double ThicknessMm);

public sealed record SecondsAnswer(double Seconds);

public sealed record ScallopRequest(double BallRadiusMm, double ScallopMm);

public sealed record ScallopAnswer(double StepoverMm);

/// <summary>How thick a formed sheet is at the point of it that is nearest to a place.</summary>
public sealed record ProbeAnswer(double[] At, double Mm);

public sealed record SheetVolume(double Before, double After);

/// <summary>A sheet formed over, or into, a mold's face; lengths in mm, places in the file's own axes in mm.</summary>
public sealed record FormMeshAnswer(
    double MinMm,
    double MeanMm,
    double P5Mm,
    double MaxMm,
    double[] MinAt,
    double AreaMm2,
    SheetVolume SheetVolumeCm3,
    IReadOnlyList<ProbeAnswer> Probes,
    IReadOnlyList<double[]> LastTouched
)
{
    public static FormMeshAnswer Of(FormedSheet sheet, IReadOnlyList<Vec3> probes) =>
        new(
            sheet.MinMm,
            sheet.MeanMm,
            sheet.P5Mm,
            sheet.MaxMm,
            sheet.MinAt.ToArray(),
            sheet.AreaMm2,
            new SheetVolume(sheet.VolumeBeforeMm3 / 1000, sheet.VolumeAfterMm3 / 1000),
            [.. probes.Select(sheet.ProbeAt).Select(p => new ProbeAnswer(p.At.ToArray(), p.Mm))],
            [.. sheet.LastTouched.Select(at => at.ToArray())]
        );
}

/// <summary>The calculators of thermoforming: each stands alone, without a project.</summary>
internal static class FormingCalculators
{
    private const int MostProbes = 1_000;

    /// <summary>A sheet takes all processors for some seconds: the others wait for their turn.</summary>
    private static readonly Turns Turn = new(1);

    public static void MapForming(this IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost(
            "/form-cone",
            (FormConeRequest of) => new ThicknessAnswer(FormingLaws.Cone(of.GaugeMm, of.WallAngleDeg, of.RadiusRatio))
        );
        calc.MapPost("/form-cylinder", (FormCylinderRequest of) => new ThicknessAnswer(FormingLaws.Cylinder(of.GaugeMm, of.DepthRatio)));
        calc.MapPost("/sheet-heating", (SheetHeatingRequest of) => FormingLaws.Heating(of));
        calc.MapPost("/sheet-cooling", (SheetCoolingRequest of) => new SecondsAnswer(FormingLaws.CoolingSeconds(of)));
        calc.MapPost(
            "/scallop",
            (ScallopRequest of) =>
            {
                Check.Between(of.BallRadiusMm, 0.05, 100, "ballRadiusMm", "mm", "of a ball cutter");
                Check.Between(of.ScallopMm, 1e-5, of.BallRadiusMm, "scallopMm", "mm", "no ridge is higher than the ball that leaves it");
                return new ScallopAnswer(Scallop.StepoverMm(of.BallRadiusMm, of.ScallopMm));
            }
        );
        calc.MapPost(
                "/form-mesh",
                async (HttpRequest request, MeshIntake intake, CancellationToken cancel) =>
                {
                    var file = await Forms.ArrivingAsync(request, "part.stl", cancel);
                    var form = request.Form;
                    var gauge = FormFields.Number(form["gaugeMm"], "gaugeMm") ?? throw FormFields.Missing("gaugeMm");
                    var side = Side(form["side"]);
                    var cell = FormFields.Number(form["cellMm"], "cellMm");
                    var plug = FormFields.Of<PlugForm>(form["plug"], "plug");
                    var probes = FormFields.Places(form["probes"], "probes", MostProbes);
                    var pull = PartForms.Pull(form["pull"]) ?? throw FormFields.Missing("pull");
                    var mesh = await intake.ReadAsync(file, LengthUnits.Parse(form["unit"]), cancel);
                    return await Turn.RunAsync(
                        () =>
                        {
                            var progress = new Progress(cancel: cancel);
                            var face = MoldFace.Of(mesh, pull, side, progress);
                            var order = new SheetOrder(gauge, side, cell ?? SheetSimulation.GuideMm(face), plug?.Plug);
                            return FormMeshAnswer.Of(SheetSimulation.Run(face, order, progress), probes);
                        },
                        cancel
                    );
                }
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(MeshLimit.Of(app));
    }

    /// <summary>A plug as it comes; how much it keeps of what it has cooled may be left out.</summary>
    private sealed record PlugForm(double? DepthMm, double? RadiusMm, double? Hold = null)
    {
        public Plug Plug =>
            new(
                DepthMm ?? throw FormFields.Missing("plug.depthMm"),
                RadiusMm ?? throw FormFields.Missing("plug.radiusMm"),
                Hold ?? Plug.UsualHold
            );
    }

    private static FormSide Side(string? text) =>
        text switch
        {
            "female" => FormSide.Female,
            "male" => FormSide.Male,
            null or "" => throw FormFields.Missing("side"),
            _ => throw new RefusalException(
                "input.choice",
                $"The side is \"{FormFields.Short(text)}\"; it is \"female\" or \"male\".",
                "side"
            ),
        };
}
