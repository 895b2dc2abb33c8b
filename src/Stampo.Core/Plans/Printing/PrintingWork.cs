using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Printing;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Printing;

/// <summary>Which side up, how many on a platform, how many builds, how long, what to buy.</summary>
internal sealed class PrintingWork
{
    /// <summary>Support is a lattice; a slender one of resin, a raft of strands: about this share of the room it stands in.</summary>
    public const double SupportDensity = 0.15;

    /// <summary>Rule of thumb; a shop's own minutes go first.</summary>
    private const double OffMinPerCm2 = 0.4;

    /// <summary>Under a part on a resin machine, so that it comes off the platform, mm.</summary>
    private const double LiftMm = 5;

    private const string Source = "the printer in the brief, else a usual one; the machine's own slicer goes first";

    private readonly Job _job;
    private readonly PrintingChoices _choices;
    private readonly Worksheet _sheet = new();
    private readonly PrintProcess _process;
    private readonly double[] _room;
    private readonly int _parts;

    public PrintingWork(Job job, PrintingChoices choices, IReadOnlyList<PrintStance> stances, bool isMeasured, double quantity)
    {
        (_job, _choices, _process) = (job, choices, job.Material.Print!.Process);
        _room = PrintBuild.RoomMm(job.Brief.Equipment);
        _parts = choices.Order.Parts ?? (int)Math.Ceiling(quantity);
        var weighed = stances.Select(Weighed).OrderBy(s => s.OnPlatform == 0).ThenBy(s => s.CostEach).ToList();
        var chosen = weighed.Find(s => s.Stance.Up == choices.Build.Up) ?? weighed[0];
        // What is larger than the platform is printed in pieces, each a build of its own.
        var pieces = chosen.OnPlatform > 0 ? 1 : new PrintBuild(job, PrintCost.SidesMm(job), job.Part.VolumeCm3, _process).Pieces;
        var more = chosen.Builds * (pieces - 1);
        chosen = chosen with
        {
            Builds = chosen.Builds + more,
            CostEach = chosen.CostEach + more * chosen.BuildH / _parts * job.Norm("print.machine").Likely,
        };
        var partG = job.Part.VolumeCm3 * job.Material.DensityGPerCm3;
        Figures = new PrintingFigures(
            job.Material,
            _process,
            weighed,
            chosen,
            pieces,
            _room,
            chosen.Builds,
            partG,
            choices.Build.LayerMm,
            isMeasured
        );
        Write();
        Plan = new WorkPlan(
            Head(),
            new OrderedWork(_parts, Figures.Builds, choices.Order.Machines, Figures.Chosen.InBuild, "Build", "Printer")
            {
                PartKind = job.PartKind,
            },
            [],
            null,
            WorkPlan.DateFor(job, _parts),
            null,
            [new Purchase(job.Material.Name, MaterialKg, "kg", Packs.For(MaterialKg, PacksKg), "printKg")],
            [],
            At(),
            [],
            [.. Facts()],
            _sheet.Lines,
            Figures
        );
    }

    public PrintingFigures Figures { get; }

    public WorkPlan Plan { get; }

    private static IReadOnlyList<double> PacksKg { get; } = [1, 5];

    private double MaterialKg => _sheet.Lines.Single(l => l.Id == "printKg").Value.Likely;

    /// <summary>Machine, support and hands of this order in this stance.</summary>
    private WeighedStance Weighed(PrintStance stance)
    {
        var (fit, needed) = (OnPlatform(stance), _parts / _job.Norm("print.yield").Likely);
        var each = (int)Math.Max(1, Math.Min(Math.Min(fit, _choices.Build.Parts ?? fit), Math.Ceiling(needed - 1e-9)));
        var (hours, builds) = (BuildH(stance, each), (int)Math.Ceiling(needed / each - 1e-9));
        var supportG = SupportCm3(stance) * _job.Material.DensityGPerCm3;
        var finish =
            (_process == PrintProcess.Powder ? 0 : OffMinPerCm2 * stance.HangingCm2 / 60)
            + stance.StairShare * PrintCost.PartFinishHours(_job).In("h").Likely;
        var cost =
            builds * hours / _parts * _job.Norm("print.machine").Likely
            + supportG / 1000 * _job.Material.PricePerKg.Likely
            + finish * _job.Norm("labour.bench").Likely;
        return new WeighedStance(stance, fit, each, builds, hours, supportG, finish, cost);
    }

    /// <summary>Powder carries layers of parts, other machines one. None when it does not fit.</summary>
    private int OnPlatform(PrintStance stance) =>
        OnOneLayer(stance)
        * (
            _process == PrintProcess.Powder ? Along(_room[2], stance.HeightMm)
            : stance.HeightMm <= _room[2] ? 1
            : 0
        );

    /// <summary>Boxes in rows, either way round.</summary>
    private int OnOneLayer(PrintStance stance)
    {
        int On(double length, double width) => Along(_room[0], length) * Along(_room[1], width);
        return Math.Max(On(stance.FloorMm[0], stance.FloorMm[1]), On(stance.FloorMm[1], stance.FloorMm[0]));
    }

    private int Along(double room, double side) => (int)Math.Floor((room + _choices.Build.GapMm) / (side + _choices.Build.GapMm) + 1e-9);

    private double BuildH(PrintStance stance, int each)
    {
        var volume =
            _process != PrintProcess.Extrusion
                ? 0
                : each * (_job.Part.VolumeCm3 + SupportCm3(stance)) / (_job.Norm("print.buildRate").Likely * LayerFactor);
        return BuildMm(stance, each) / (HeightRate.Value.Likely * LayerFactor) + volume + _job.Norm("print.setup").Likely;
    }

    /// <summary>How high a build is: with the lift under it, or with all layers of parts in powder.</summary>
    private double BuildMm(PrintStance stance, int each)
    {
        if (_process != PrintProcess.Powder)
            return stance.HeightMm + LiftMm;
        var layers = Math.Ceiling((double)each / Math.Max(1, OnOneLayer(stance)));
        return layers * (stance.HeightMm + _choices.Build.GapMm);
    }

    /// <summary>Layers half as high take twice the time; norms are stated for the usual layer of the process.</summary>
    private double LayerFactor => _choices.Build.LayerMm / PrintingMethod.UsualLayerMm(_process);

    private Rate HeightRate => _job.Rate(_process == PrintProcess.Resin ? "print.heightRate" : "print.levelRate");

    /// <summary>Of one part, as solid material; a bed of powder carries what hangs over.</summary>
    private double SupportCm3(PrintStance stance) => _process == PrintProcess.Powder ? 0 : SupportDensity * stance.SupportCm3;

    private void Write()
    {
        var (chosen, stance) = (Figures.Chosen, Figures.Chosen.Stance);
        var powder = _process == PrintProcess.Powder;
        Figure Known(string name, double value, string unit, string? at = null) => Figure.Given(name, value, unit, at);
        var support = _sheet.Line(
            "supportG",
            "Support of one part",
            powder
                ? Known("none: the powder carries it", 0, "g")
                : Known("room under what hangs over", stance.SupportCm3, "cm³", "plan/build.up")
                    * Known("lattice", SupportDensity, "share")
                    * Known("density", _job.Material.DensityGPerCm3, "g/cm³", "plan/build.materialId"),
            "g",
            powder || Figures.IsMeasured ? "read off the mesh" : "a usual share of the part"
        );
        var one = WriteBuild(chosen, stance);
        var parts = Known("parts", _parts, "parts", "plan/order.parts");
        var made = parts / _job.Figure("print.yield").Likely;
        var whole = Term.Ceiling(made / Known("in a build", chosen.InBuild, "parts", "plan/build.parts"));
        var builds = _sheet.Line(
            "builds",
            "Builds",
            Figures.Pieces == 1 ? whole : whole * Known("pieces", Figures.Pieces, ""),
            "builds",
            "a build is whole"
        );
        _sheet.Line(
            "stanceCost",
            "Machine, support and hands",
            builds * one / parts * _job.Figure("print.machine").Likely
                + support * Known("price of the material", _job.Material.PricePerKg.Likely, "€/kg", "plan/build.materialId")
                + Known("hands", chosen.FinishH, "h") * _job.Figure("labour.bench").Likely,
            "€",
            "weighs which side is up; the price of the part stands on Routes"
        );
        _sheet.Line(
            "printKg",
            "Material to have",
            Term.Ceiling(made) * (Known("part", Figures.PartG, "g") + support),
            "kg",
            "what stays in vat or bed is over"
        );
    }

    private Figure WriteBuild(WeighedStance chosen, PrintStance stance)
    {
        var layer = Figure.Given("layer against the usual", LayerFactor, "×", "plan/build.layerMm");
        var height = Figure.Given("height of the build", BuildMm(stance, chosen.InBuild), "mm", "plan/build.up");
        var (up, loading) = (HeightRate.Figure.Likely, _job.Figure("print.setup").Likely);
        var cm3 = chosen.InBuild * (_job.Part.VolumeCm3 + SupportCm3(stance));
        var hours =
            _process == PrintProcess.Extrusion
                ? (height / up + Figure.Given("volume, with support", cm3, "cm³", "part") / _job.Figure("print.buildRate").Likely) / layer
                    + loading
                : height / (up * layer) + loading;
        return _sheet.Line("buildH", "One build", hours, "h", Source);
    }

    private List<HeadFigure> Head() =>
        [
            new(
                Figures.Builds,
                Figures.Builds == 1 ? "build" : "builds",
                $"{Text.Count(_parts, "good part")}; {Text.Count(Figures.Chosen.InBuild, "part")} in a build",
                "builds"
            ),
            new(Figures.Chosen.BuildH, "h", "one build on the printer", "buildH"),
            new(MaterialKg, "kg", $"{_job.Material.Name}", "printKg"),
        ];

    private Dictionary<string, IReadOnlyList<Finding>> At() => new() { ["orientation"] = [.. OnOrientation()], ["build"] = [.. OnBuild()] };

    private IEnumerable<Finding> OnOrientation()
    {
        if (!Figures.IsMeasured)
            yield return new(
                Severity.Warning,
                "not-measured",
                "Without a mesh support and stairs are not known: each side up is weighed by its height alone. Give the "
                    + "part's mesh on the Part page."
            );
        if (Figures.Pieces > 1)
            yield return new(
                Severity.Warning,
                "pieces",
                $"Larger than the printer ({Text.Sides(_room)}): printed in {Figures.Pieces} pieces and bonded. Choose "
                    + "where the joints run; bonded joints are the weak places."
            );
        if (Figures.Chosen.Stance.StairShare > 0.15 && _job.Brief.ShowSide != Briefs.Finish.AsTooled)
            yield return new(
                Severity.Note,
                "stairs",
                $"{Text.Number(100 * Figures.Chosen.Stance.StairShare, 2)} % of the surface lies so flat that layers of "
                    + $"{Text.Number(_choices.Build.LayerMm)} mm show as stairs: sand it, or take thinner layers."
            );
    }

    private IEnumerable<Finding> OnBuild()
    {
        if (_job.Material.Polymer == "silicone")
            yield return new(
                Severity.Warning,
                "silicone-post",
                "Printed silicone has its properties only after its oven post-cure, and shrinks in it: scale the print, "
                    + "and measure the first one."
            );
        else if (_job.Material.Hardness.Scale == ShoreScale.A)
            yield return new(
                Severity.Note,
                "elastomer",
                "Soft prints sag and tear on their support: thick, close supports, cut off, not pulled."
            );
        if (_job.Part.ThinnestWallMm is { } wall && wall < 0.8)
            yield return new(
                Severity.Warning,
                "thin",
                $"Walls of {Text.Number(wall, 2)} mm: they warp when the support comes off. Stand them on edge, cure before cutting."
            );
    }

    private IEnumerable<string> Facts()
    {
        yield return $"{Text.Number(_parts, 9)} good parts in {Text.Count(Figures.Builds, "build")} of {Figures.Chosen.InBuild}; "
            + $"{_job.Material.Name}, {Text.Number(MaterialKg, 3)} kg in all.";
        yield return $"Stands {Text.Number(Figures.Chosen.Stance.HeightMm, 3)} mm high; layers of "
            + $"{Text.Number(_choices.Build.LayerMm)} mm.";
    }
}
