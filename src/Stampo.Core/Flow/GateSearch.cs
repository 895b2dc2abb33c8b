using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Flow;

/// <summary>Where a gate may stand.</summary>
public enum GateStands
{
    /// <summary>At the parting line, from the side.</summary>
    Edge,

    /// <summary>On a face that looks along the pull, from above.</summary>
    Face,
}

/// <summary>
/// Proposes gates: of some places all over where one may stand, the one, then the ones, from which the flow length ÷ wall to the farthest
/// place is least.
/// </summary>
public static class GateSearch
{
    private const int Tried = 14;

    public static IReadOnlyList<Vec3> Of(SolidSurface surface, GateStands stands, int count, Vec3 pull, Progress progress)
    {
        var walls = WallField.Of(surface, progress);
        var cells = walls.Cells;
        var candidates = Candidates(surface, walls, stands, pull);
        var arrivals = new double[candidates.Count][];
        progress.Over(
            candidates.Count,
            i => arrivals[i] = Arrival.Of(cells, [cells.Nearest(candidates[i], 3 * walls.UsualMm)], walls.Slowness, progress).At
        );
        var best = Enumerable.Repeat(double.PositiveInfinity, cells.Count).ToArray();
        List<Vec3> chosen = [];
        for (var n = 0; n < count; n++)
        {
            var taken = Enumerable.Range(0, candidates.Count).MinBy(i => Farthest(best, arrivals[i]));
            chosen.Add(candidates[taken]);
            for (var c = 0; c < best.Length; c++)
                best[c] = Math.Min(best[c], arrivals[taken][c]);
        }

        return chosen;
    }

    private static double Farthest(double[] best, double[] with)
    {
        var most = 0.0;
        for (var c = 0; c < best.Length; c++)
            if (Math.Min(best[c], with[c]) is var at && double.IsFinite(at) && at > most)
                most = at;
        return most;
    }

    /// <summary>Spread out: each next one is that farthest from those before it.</summary>
    private static List<Vec3> Candidates(SolidSurface surface, WallField walls, GateStands stands, Vec3 pull)
    {
        var parting = stands == GateStands.Edge ? new PartingEdges(surface, pull) : null;
        var near = Math.Max(walls.UsualMm, 2 * walls.Cells.StepMm);
        var open = surface
            .Samples.All.Where(s =>
                parting is null
                    ? Math.Abs(surface.Normals[s.Triangle].Dot(pull)) > 0.9
                    : Math.Abs(surface.Normals[s.Triangle].Dot(pull)) < 0.5 && parting.IsWithin(s.Point, near)
            )
            .Select(s => s.Point)
            .Where(p => walls.Cells.Nearest(p, near) >= 0)
            .ToList();
        if (open.Count == 0)
            open = [.. surface.Samples.All.Select(s => s.Point).Where(p => walls.Cells.Nearest(p, near) >= 0)];
        var middle = (surface.Mesh.Bounds().Min + surface.Mesh.Bounds().Max) * 0.5;
        List<Vec3> chosen = [open.MinBy(p => (p - middle).Length)];
        var off = open.ConvertAll(p => (p - chosen[0]).Length);
        while (chosen.Count < Math.Min(Tried, open.Count))
        {
            var next = open[off.IndexOf(off.Max())];
            chosen.Add(next);
            for (var i = 0; i < off.Count; i++)
                off[i] = Math.Min(off[i], (open[i] - next).Length);
        }

        return chosen;
    }
}
