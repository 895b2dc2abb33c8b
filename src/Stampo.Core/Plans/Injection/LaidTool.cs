using Stampo.Core.Jobs;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// The tool laid out over the part's box: cavities a wall apart, plates around and behind them, room to push the part out. A wall is
/// max(25 mm, 0.8 × depth), the plate behind a cavity max(25 mm, ½ × depth); engineering handbooks.
/// </summary>
internal sealed class LaidTool
{
    private const double LeastBehindMm = 25,
        BehindShare = 0.5,
        ClampPlateMm = 25,
        EjectorPlatesMm = 35,
        RailMm = 40,
        PartOutMm = 60,
        MostBendMm = 0.02,
        Solid = 0.9;

    private const string Layout = "layout of the tool, engineering handbooks";

    private readonly Worksheet _sheet;
    private readonly Job _job;
    private readonly double _modulusGpa;

    public LaidTool(Worksheet sheet, Job job, string metal, int cavities, double[] partMm, double inCavityMm, WaterChoices water)
    {
        (_sheet, _job, _modulusGpa) = (sheet, job, metal == "aluminium" ? 70 : 205);
        var grid = CavityGrid.Of(partMm[0], partMm[1], partMm[2], cavities);
        Figure Mm(string name, double mm, string? at = null) => Figure.Given(name, mm, "mm", at);
        Figure Line(string id, string name, Term term, string unit = "mm") => sheet.Line(id, name, term, unit, Layout);
        var wall = Line(
            "toolWall",
            "Wall round a cavity",
            Term.Max(Term.Of(CavityGrid.LeastWallMm, "mm"), CavityGrid.WallShare * Mm("depth of the part", partMm[2], "part"))
        );
        Figure Side(string id, string name, double part, int count) =>
            Line(
                id,
                name,
                JobFigures.Count("cavities along it", count) * Mm("part", part, "part")
                    + (JobFigures.Count("cavities along it", count) - 1) * wall
                    + Mm("all round, twice", 2 * CavityGrid.AroundMm)
            );
        var plateLong = Side("plateLong", "Plate, long", partMm[0], grid.Along);
        var plateWide = Side("plateWide", "Plate, wide", partMm[1], grid.Across);
        var (inCavity, inCore) = (Mm("depth in the cavity", inCavityMm, "part"), Mm("depth in the core", partMm[2] - inCavityMm, "part"));
        Term Behind(Figure depth) => Term.Max(Term.Of(LeastBehindMm, "mm"), BehindShare * depth);
        var cavityPlate = Line("cavityPlate", "Cavity plate", inCavity + Behind(inCavity));
        var corePlate = Line("corePlate", "Core plate", inCore + Behind(inCavity));
        Stroke = Line(
            "ejectStroke",
            "Ejector stroke",
            Mm("depth of the part", partMm[2], "part") + Term.Of(ToolShape.PressClearanceMm, "mm")
        );
        var rails = Line("rails", "Rails of the ejector box", Stroke + Term.Of(EjectorPlatesMm, "mm"));
        High = Line("toolHigh", "Closed tool, high", 2 * Term.Of(ClampPlateMm, "mm") + cavityPlate + corePlate + rails);
        Opens = Line("toolOpens", "Opens by", 2 * Mm("depth of the part", partMm[2], "part") + Term.Of(PartOutMm, "mm"));
        var density = job.Figure($"tool.{metal}.density").Likely;
        Weight = Line("toolKg", "The tool weighs", Solid * plateLong * plateWide * High * density, "kg");
        var clamp = PressCycle.Clamp(job, cavities).Likely;
        Bend = Bending(plateLong, plateWide, corePlate, clamp);
        var value = (Figure f) => f.Value.Likely;
        Figures = new ToolLayout(
            value(plateLong),
            value(plateWide),
            value(High),
            value(wall),
            [
                new("Clamp plate, nozzle side", ClampPlateMm),
                new("Cavity plate", value(cavityPlate)),
                new("Core plate", value(corePlate)),
                new("Rails, ejector plates between them", value(rails)),
                new("Clamp plate, ejector side", ClampPlateMm),
            ],
            Middles(grid, partMm, cavities),
            partMm,
            inCavityMm,
            Channels(value(plateWide), water),
            Pillars,
            value(Weight),
            value(Opens)
        );
    }

    public Figure High { get; }

    public Figure Opens { get; }

    public Figure Weight { get; }

    public Figure Stroke { get; }

    /// <summary>Of the core plate between the rails, without pillars.</summary>
    public Figure Bend { get; }

    public ToolLayout Figures { get; }

    /// <summary>Each pillar more in a row divides the span, and the bending by its fourth power.</summary>
    private int Pillars => (int)Math.Max(0, Math.Ceiling(Math.Pow(Bend.Value.Likely / MostBendMm, 0.25) - 1 - 1e-9));

    /// <summary>5·F·s³ ÷ (384·E·I), I = b·t³ ÷ 12: a beam on two rails under the melt's force, spread evenly.</summary>
    private Figure Bending(Figure plateLong, Figure plateWide, Figure plate, Figure force)
    {
        var span = plateWide - 2 * Term.Of(RailMm, "mm");
        var stiff = Figure.Given("modulus of the metal", _modulusGpa, "GPa") * plateLong * plate.Pow(3) / 12;
        return _sheet.Line(
            "bend",
            "The core plate bends",
            5 * force * span.Pow(3) / (384 * stiff),
            "mm",
            "beam on two supports, even load"
        );
    }

    private static double[] Middles(CavityGrid grid, double[] part, int cavities)
    {
        var (stepX, stepY) = (part[0] + grid.BetweenMm, part[1] + grid.BetweenMm);
        return
        [
            .. Enumerable
                .Range(0, cavities)
                .SelectMany(i =>
                    (double[])[(i % grid.Along - (grid.Along - 1) / 2.0) * stepX, (i / grid.Along - (grid.Across - 1) / 2.0) * stepY]
                ),
        ];
    }

    /// <summary>Across the plate, evenly, clear of its edges.</summary>
    private static double[] Channels(double plateWide, WaterChoices water)
    {
        var (room, pitch) = (plateWide - 2 * RailMm, water.DiameterMm * water.ApartDiameters);
        var count = Math.Max(2, (int)Math.Floor(room / pitch) + 1);
        return [.. Enumerable.Range(0, count).Select(i => (i - (count - 1) / 2.0) * pitch)];
    }
}
