using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Shops;
using Stampo.Core.Working;

namespace Stampo.Core.Printing;

/// <summary>
/// Equal solids on the platform of a printer. A resin machine cures a whole layer at once, so its time goes by height and is shared by
/// all that stand beside each other; strands and powder take time by volume besides. What is larger than the platform is printed in
/// pieces, each a build of its own, and bonded.
/// </summary>
public sealed class PrintBuild
{
    /// <summary>A usual printer, when the brief names none: platform long and wide, then the height above it.</summary>
    public static readonly double[] UsualRoomMm = [330, 200, 300];

    /// <summary>Nothing larger is bonded true or bought in, mm.</summary>
    public const double LargestMm = 800;

    private const int MostOnPlatform = 60;

    /// <summary>Room left and right of a solid, as a share of its sides; support under it, mm.</summary>
    private const double Room = 1.15,
        SupportMm = 5;

    private readonly Job _job;
    private readonly double[] _sidesMm;
    private readonly double _cm3;
    private readonly PrintProcess _process;

    /// <param name="job">Norms, and the printer in house.</param>
    /// <param name="sidesMm">Of the box around one solid, in any order.</param>
    /// <param name="cm3">Volume of one solid.</param>
    /// <param name="process">How it is built.</param>
    public PrintBuild(Job job, double[] sidesMm, double cm3, PrintProcess process)
    {
        (_job, _sidesMm, _cm3, _process) = (job, [.. sidesMm.OrderDescending()], cm3, process);
        var room = RoomMm(job.Brief.Equipment);
        if (Standing(_sidesMm, room) is { } up)
        {
            var floor = _sidesMm.Where((_, axis) => axis != up).Aggregate(Room * Room, (area, side) => area * side);
            (Pieces, OnPlatform, HeightMm) = (1, (int)Math.Clamp(room[0] * room[1] / floor, 1, MostOnPlatform), _sidesMm[up] + SupportMm);
            return;
        }

        double[] sorted = [.. room.OrderDescending()];
        Pieces = Math.Max(
            2,
            _sidesMm
                .Zip(sorted, (side, most) => (int)Math.Ceiling(Math.Min(side, 10 * LargestMm) / most - 1e-9))
                .Aggregate(1, (product, n) => product * Math.Max(1, n))
        );
        (OnPlatform, HeightMm) = (1, Math.Min(_sidesMm[2], room[2]) + SupportMm);
    }

    /// <summary>Which of the sides, longest first, stands up so that it fits and is lowest; null when it fits no way.</summary>
    public static int? Standing(double[] sidesMm, double[] roomMm) =>
        Enumerable
            .Range(0, 3)
            .Cast<int?>()
            .Where(up =>
            {
                double[] floor = [.. sidesMm.Where((_, axis) => axis != up)];
                return sidesMm[up!.Value] <= roomMm[2]
                    && floor.Max() <= Math.Max(roomMm[0], roomMm[1])
                    && floor.Min() <= Math.Min(roomMm[0], roomMm[1]);
            })
            .MinBy(up => sidesMm[up!.Value]);

    /// <summary>Pieces one solid is printed in; 1 when it fits the platform.</summary>
    public int Pieces { get; }

    /// <summary>Solids that stand on one platform.</summary>
    public int OnPlatform { get; }

    /// <summary>Of a build with its support, as low as it fits.</summary>
    public double HeightMm { get; }

    /// <summary>Builds that so many solids take.</summary>
    public int Builds(int solids) => (solids * Pieces + OnPlatform - 1) / OnPlatform;

    /// <summary>The printer in house where all its sides are stated; else a usual one.</summary>
    public static double[] RoomMm(Equipment? equipment) => equipment?.Sides(Resource.Printer, "xMm", "yMm", "zMm") ?? UsualRoomMm;

    /// <summary>Machine hours of the builds that so many solids take, without what goes by volume.</summary>
    public Figure BuildHours(int solids)
    {
        var rate = _job.Figure(_process == PrintProcess.Resin ? "print.heightRate" : "print.levelRate");
        var height = Figure.Given("height, as low as it fits, with support", HeightMm, "mm", "part");
        return (BuildsOf(solids) * (height / rate + _job.Figure("print.setup"))).As(
            "buildH",
            "Machine hours of the builds",
            "h",
            "a resin machine cures a layer at once"
        );
    }

    private Figure BuildsOf(int solids) =>
        Term.Ceiling(
                JobFigures.Count("solids", solids)
                    * JobFigures.Count("pieces a solid", Pieces)
                    / JobFigures.Count("on one platform", OnPlatform)
            )
            .As("builds", "Builds", "builds", "whole platforms");

    /// <summary>
    /// A powder bed is filled with whatever is waiting: a solid pays its share of the bed's height by its volume, not a night of the
    /// machine. Null on other machines.
    /// </summary>
    public Figure? BedHours()
    {
        if (_process != PrintProcess.Powder)
            return null;
        var room = RoomMm(_job.Brief.Equipment);
        var bed = Figure.Given("bed", room[0] * room[1] * room[2] / 1000, "cm³", "brief/equipment");
        var height = Figure.Given("bed height", room[2], "mm", "brief/equipment");
        return (PrintCost.Volume(_cm3) / (bed * _job.Figure("print.bedFill")) * height / _job.Figure("print.levelRate")).As(
            "bedH",
            "Share of a powder bed",
            "h",
            "a bed is filled with what waits"
        );
    }

    /// <summary>Machine hours that go by the volume of one solid, on a machine that lays strands; pieces share it.</summary>
    public Figure? VolumeHours() =>
        _process != PrintProcess.Extrusion
            ? null
            : (PrintCost.Volume(_cm3) * (1 + _job.Figure("print.support")) / _job.Figure("print.buildRate")).As(
                "volumeH",
                "Machine hours by volume",
                "h",
                "strands are laid one by one"
            );

    /// <summary>All machine hours of so many solids.</summary>
    public Figure Hours(int solids) =>
        VolumeHours() is not { } volume
            ? BuildHours(solids)
            : (BuildHours(solids) + JobFigures.Count("solids", solids) * volume).As(
                "printerH",
                "Machine hours",
                "h",
                "by height and by volume"
            );

    /// <summary>Hours to bond and fair so many solids printed in pieces; null when they are printed whole.</summary>
    public Term? BondHours(int solids) =>
        Pieces == 1 ? null : _job.Figure("print.bond") * JobFigures.Count("joints", solids * (Pieces - 1));
}
