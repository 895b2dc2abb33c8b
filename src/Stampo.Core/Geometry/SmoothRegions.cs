namespace Stampo.Core.Geometry;

/// <summary>Facets joined over edges whose faces turn by less than an angle: what a person calls one face.</summary>
public static class SmoothRegions
{
    /// <summary>The region number of each triangle (−1 for one left out) and how many there are.</summary>
    public static (int[] RegionOf, int Count) Of(Vec3[] normals, ReadOnlySpan<bool> leftOut, int[] neighbours, double angleDeg)
    {
        var least = Math.Cos(angleDeg * Math.PI / 180);
        var sets = new DisjointSets(normals.Length);
        for (var edge = 0; edge < neighbours.Length; edge++)
        {
            if (neighbours[edge] is >= 0 and var other && normals[edge / 3].Dot(normals[other]) >= least)
                sets.Join(edge / 3, other);
        }

        return sets.Number(leftOut);
    }

    /// <summary>The triangles reached from one, each turned less than the angle from the one before.</summary>
    public static IEnumerable<int> From(Mesh mesh, int[] neighbours, int triangle, double angleDeg)
    {
        var least = Math.Cos(angleDeg * Math.PI / 180);
        var seen = new bool[mesh.TriangleCount];
        var waiting = new Stack<int>([triangle]);
        seen[triangle] = true;
        while (waiting.TryPop(out var t))
        {
            yield return t;
            var normal = mesh.UnitNormal(t);
            for (var k = 0; k < 3; k++)
            {
                var other = neighbours[3 * t + k];
                if (other < 0 || seen[other] || normal.Dot(mesh.UnitNormal(other)) < least)
                    continue;
                seen[other] = true;
                waiting.Push(other);
            }
        }
    }
}
