using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Printing;

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
    public static double[] RoomMm(Equipment? equipment) =>
        equipment is { PrinterXMm: { } x, PrinterYMm: { } y, PrinterZMm: { } z } ? [x, y, z] : UsualRoomMm;

    /// <summary>Machine hours of the builds that so many solids take, without what goes by volume.</summary>
    public Amount BuildHours(int solids)
    {
        var rate = _job.Rate(_process == PrintProcess.Resin ? "print.heightRate" : "print.levelRate");
        var (builds, setup) = (Builds(solids), _job.Rate("print.setup"));
        return new Amount(
            (HeightMm / rate.Value + setup.Value) * builds,
            "h",
            "builds × (height ÷ height an hour + set-up)",
            new WorkInput("builds", builds, ""),
            new WorkInput("height, as low as it fits, with support", HeightMm, "mm", "part"),
            rate.AsInput(),
            setup.AsInput(),
            new WorkInput("solids", solids, ""),
            new WorkInput("on one platform", OnPlatform, ""),
            new WorkInput("pieces a solid", Pieces, "")
        );
    }

    /// <summary>
    /// A powder bed is filled with whatever is waiting: a solid pays its share of the bed's height by its volume, not a night of the
    /// machine. Null on other machines.
    /// </summary>
    public Amount? BedHours()
    {
        if (_process != PrintProcess.Powder)
            return null;
        var room = RoomMm(_job.Brief.Equipment);
        var (rate, fill) = (_job.Rate("print.levelRate"), _job.Rate("print.bedFill"));
        var bedCm3 = room[0] * room[1] * room[2] / 1000;
        return new Amount(
            _cm3 * room[2] / bedCm3 / (rate.Value * fill.Value),
            "h",
            "volume ÷ (bed × share filled) × bed height ÷ height an hour",
            PrintCost.Volume(_cm3),
            new WorkInput("bed", bedCm3, "cm³"),
            fill.AsInput(),
            new WorkInput("bed height", room[2], "mm"),
            rate.AsInput()
        );
    }

    /// <summary>Machine hours that go by the volume of one solid, on a machine that lays strands; pieces share it.</summary>
    public Amount? VolumeHours()
    {
        if (_process != PrintProcess.Extrusion)
            return null;
        var (support, rate) = (_job.Rate("print.support"), _job.Rate("print.buildRate"));
        return new Amount(
            (1 + support.Value) * _cm3 / rate.Value,
            "h",
            "volume × (1 + support) ÷ build rate",
            PrintCost.Volume(_cm3),
            support.AsInput(),
            rate.AsInput()
        );
    }

    /// <summary>All machine hours of so many solids.</summary>
    public Amount Hours(int solids)
    {
        var builds = BuildHours(solids);
        return VolumeHours() is not { } volume
            ? builds
            : new Amount(
                builds.Value + volume.Value * solids,
                "h",
                $"{builds.Formula} + solids × {volume.Formula}",
                [.. builds.Inputs, .. volume.Inputs]
            );
    }

    /// <summary>Hours to bond and fair so many solids printed in pieces; null when they are printed whole.</summary>
    public Amount? BondHours(int solids) => Pieces == 1 ? null : Amount.Of(_job.Rate("print.bond"), solids * (Pieces - 1), "joints");
}
