using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Tooling;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>What a plan needs to know of a mesh: how it stands, where it parts, what lies below the parting plane, its ceilings.</summary>
public sealed record PlannedShape(Attitude Attitude, double[] Pull, PartingLine? Line, PartingPlane Plane, OverhangFigures Overhangs)
{
    /// <param name="surface">The part.</param>
    /// <param name="pull">Along which a mold opens.</param>
    /// <param name="up">Which way is up in casting; null: proposed.</param>
    /// <param name="alongPull">The box stands along the pull, for two pours.</param>
    /// <param name="partingMm">Height of the parting plane; null: the mean height of the parting line.</param>
    public static PlannedShape Of(SolidSurface surface, Vec3 pull, Vec3? up, bool alongPull, double? partingMm)
    {
        var line = PartingLine.Of(surface, pull);
        var frame = MoldFrame.Of(surface.Mesh, pull);
        var height = Math.Clamp(partingMm ?? line?.MeanMm ?? frame.Box.Size.Z / 2, 0, frame.Box.Size.Z);
        var below = VolumeBelow.Of(surface.Mesh, surface.LeftOut, frame.Points(), frame.Box.Min.Z + height) / 1000;
        var stands = alongPull ? pull : up ?? Attitude.Proposed(surface);
        return new PlannedShape(
            Attitude.Of(surface, stands),
            [pull.X, pull.Y, pull.Z],
            line,
            new PartingPlane(height, below),
            PrintedMolds.Overhangs.Of(surface, stands)
        );
    }
}
