using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tooling;
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

/// <summary>A gate, and the largest flow length ÷ wall that is left with it and those before it.</summary>
public sealed record ProposedGate(Place Place, double Ratio);

/// <summary>
/// Proposes gates: of some places all over where one may stand, the one, then the ones, from which the flow length ÷ wall to the farthest
/// place is least.
/// </summary>
public static class GateSearch
{
    private const int Tried = 14;

    /// <summary>However thick the wall is, a gate at the parting line stands within this share of the part of it.</summary>
    private const double NearestShare = 30;

    public static IReadOnlyList<ProposedGate> Of(SolidSurface surface, GateStands stands, int count, Vec3 pull, Progress progress)
    {
        var walls = WallField.Of(surface, progress);
        var cells = walls.Cells;
        var candidates = Candidates(surface, walls, stands, pull, progress);
        var arrivals = new double[candidates.Count][];
        progress.Over(
            candidates.Count,
            i => arrivals[i] = Arrival.Of(cells, [cells.Nearest(candidates[i], 3 * walls.UsualMm)], walls.Slowness, progress).At
        );
        var best = Enumerable.Repeat(double.PositiveInfinity, cells.Count).ToArray();
        List<ProposedGate> chosen = [];
        for (var n = 0; n < count && candidates.Count > 0; n++)
        {
            var taken = Enumerable.Range(0, candidates.Count).MinBy(i => Farthest(best, arrivals[i]));
            chosen.Add(new ProposedGate(OnSurface(surface, candidates[taken]), Farthest(best, arrivals[taken])));
            for (var c = 0; c < best.Length; c++)
                best[c] = Math.Min(best[c], arrivals[taken][c]);
        }

        return chosen;
    }

    private static Vec3 Level(Vec3 normal, Vec3 pull) => (normal - pull * normal.Dot(pull)).Unit();

    private static Place OnSurface(SolidSurface surface, Vec3 at)
    {
        var on = surface.NearestTo(at)!.Value;
        return Place.Of(on.Point, surface.Normals[on.Triangle], 5);
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
    private static List<Vec3> Candidates(SolidSurface surface, WallField walls, GateStands stands, Vec3 pull, Progress progress)
    {
        var parting = stands == GateStands.Edge ? ToolParting.Of(surface, pull, progress) : null;
        var near = Math.Min(Math.Max(walls.UsualMm, 2 * walls.Cells.StepMm), surface.Mesh.Bounds().Diagonal / NearestShare);
        var open = surface
            .Samples.All.Where(s =>
                parting is null
                    ? Math.Abs(surface.Normals[s.Triangle].Dot(pull)) > 0.9
                    : Math.Abs(surface.Normals[s.Triangle].Dot(pull)) < 0.5
                        && parting.IsWithin(s.Point, near)
                        && surface.Leaves(surface.JustOutside(s), Level(surface.Normals[s.Triangle], pull))
            )
            .Select(s => s.Point)
            .Where(p => walls.Cells.Nearest(p, near) >= 0)
            .ToList();
        if (open.Count == 0)
            open = [.. surface.Samples.All.Select(s => s.Point).Where(p => walls.Cells.Nearest(p, near) >= 0)];
        // So thin against its size that no cube lies inside: nobody can say how it fills.
        if (open.Count == 0)
            return [];
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
