using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>Where on a part a change falls, by what it means to the tool.</summary>
public enum ChangePlace : byte
{
    /// <summary>An open face of one half: a cutter takes metal off, a weld puts it on.</summary>
    Open,

    /// <summary>A rib or a corner that was sparked: it is sparked again.</summary>
    Sparked,

    /// <summary>Formed by a slide or a lifter: its own small insert.</summary>
    SideCore,

    /// <summary>At the parting line: both halves and the way they shut change.</summary>
    Parting,
}

/// <summary>What a change means at each sample of a part.</summary>
public static class ChangeMap
{
    /// <summary>So near to the parting line a change moves it.</summary>
    private const double NearMm = 1;

    public static ChangePlace[] Of(SolidSurface surface, Vec3 pull, CutterLimits cutters, Progress progress)
    {
        var line = ToolParting.Of(surface, pull.Unit(), progress);
        var halves = line.Halves;
        var map = Array.ConvertAll(halves.Of, half => half == FormedBy.Side ? ChangePlace.SideCore : ChangePlace.Open);
        foreach (var (slot, flanks) in new CutByTool(surface, halves).Ribs())
            if (slot.WideMm < cutters.DiameterAt(slot.DeepMm))
                foreach (var i in flanks)
                    map[i] = ChangePlace.Sparked;
        progress.Over(map.Length, i => map[i] = line.IsWithin(surface.Samples.All[i].Point, NearMm) ? ChangePlace.Parting : map[i]);
        return map;
    }
}
