using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Zones;

/// <summary>How much of the part lies below a level as it is cast.</summary>
public sealed record FilledTo(Vec3? Up, bool AlongPull, double LevelMm) : SurfaceQuestion
{
    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress)
    {
        var stands = AlongPull ? pull : Up ?? Attitude.Proposed(surface);
        var frame = MoldFrame.Of(surface.Mesh, stands);
        return new FilledCm3(VolumeBelow.Of(surface.Mesh, surface.LeftOut, frame.Points(), frame.Box.Min.Z + LevelMm) / 1000);
    }
}

public sealed record FilledCm3(double Below);
