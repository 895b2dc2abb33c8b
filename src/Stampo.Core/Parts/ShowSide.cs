using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

/// <summary>One stroke of picking: the smooth region around a triangle becomes show side, or back side again.</summary>
public sealed record ShowPick(int Triangle, double AngleDeg, bool Shown);

/// <summary>Which faces are the show side: strokes over smooth regions, the later over the earlier.</summary>
public static class ShowSide
{
    public const int MostPicks = 500;

    public static void Check(CheckedMesh part, ShowPick pick)
    {
        Wording.Check.Between(pick.AngleDeg, 0, 180, "angleDeg", "°", "faces turn against each other by so much at most");
        if (pick.Triangle < 0 || pick.Triangle >= part.Mesh.TriangleCount)
            throw new RefusalException(
                "input.out-of-range",
                $"There is no triangle {pick.Triangle}; the part has {part.Mesh.TriangleCount:#,0}.",
                "triangle"
            );
    }

    /// <summary>For each triangle, whether it is show side.</summary>
    public static bool[] Of(CheckedMesh part, IEnumerable<ShowPick> picks)
    {
        var shown = new bool[part.Mesh.TriangleCount];
        foreach (var pick in picks.Where(p => p.Triangle < shown.Length))
        foreach (var t in SmoothRegions.From(part.Mesh, part.Topology.Neighbours, pick.Triangle, pick.AngleDeg))
            shown[t] = pick.Shown;
        return shown;
    }

    /// <summary>Area of the show side in cm².</summary>
    public static double AreaCm2(CheckedMesh part, IReadOnlyList<ShowPick> picks)
    {
        var shown = Of(part, picks);
        return Measures.AreaMm2(part.Mesh, Array.ConvertAll(shown, s => !s)) / 100;
    }
}
