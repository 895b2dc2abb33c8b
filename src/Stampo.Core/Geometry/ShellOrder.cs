using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Geometry;

/// <summary>
/// Which shells of a closed mesh face the wrong way: a shell inside an odd number of others is a void and must face inward.
/// </summary>
public static class ShellOrder
{
    /// <summary>Most ray tests spent on telling which shell lies in which; beyond it the answer would take too long.</summary>
    private const long MostTests = 200_000_000;

    /// <summary>
    /// How many shells lie inside an odd number of others, and which face the wrong way; null when there are too many shells to tell.
    /// </summary>
    public static (int Voids, List<int> Reversed)? Of(Mesh mesh, Topology topology, ReadOnlySpan<double> shellVolumes)
    {
        if (shellVolumes.Length == 1)
            return (0, shellVolumes[0] < 0 ? [0] : []);
        var shells = Split(mesh, topology);
        var reversed = new List<int>();
        var voids = 0;
        var tests = 0L;
        for (var s = 0; s < shells.Length; s++)
        {
            var depth = 0;
            for (var other = 0; other < shells.Length; other++)
            {
                if (++tests > MostTests)
                    return null;
                if (other == s || !shells[other].Box.Holds(shells[s].Box))
                    continue;
                tests += shells[other].Triangles.Count;
                if (Inside(mesh, shells[other].Triangles, mesh.Corner(shells[s].Triangles[0], 0)))
                    depth++;
            }

            voids += depth % 2;
            if (shellVolumes[s] < 0 != (depth % 2 == 1))
                reversed.Add(s);
        }

        return (voids, reversed);
    }

    private static (Box Box, List<int> Triangles)[] Split(Mesh mesh, Topology topology)
    {
        var triangles = new List<int>[topology.ShellCount];
        for (var s = 0; s < triangles.Length; s++)
            triangles[s] = [];
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (topology.ShellOf[t] >= 0)
                triangles[topology.ShellOf[t]].Add(t);
        }

        return Array.ConvertAll(triangles, list => (BoxOf(mesh, list), list));
    }

    private static Box BoxOf(Mesh mesh, List<int> triangles)
    {
        var box = Box.Nothing;
        foreach (var t in triangles)
            for (var k = 0; k < 3; k++)
                box = box.Around(mesh.Corner(t, k));
        return box;
    }

    /// <summary>Parity of crossings along a ray in a direction no modelled face is likely to hold.</summary>
    private static bool Inside(Mesh mesh, List<int> triangles, Vec3 point)
    {
        var ray = new Ray(point, new Vec3(0.5773, 0.2113, 0.7887));
        var crossings = triangles.Count(t =>
            Triangles.RayDistance(mesh.Corner(t, 0), mesh.Corner(t, 1), mesh.Corner(t, 2), ray, slack: 0) > 0
        );
        return crossings % 2 == 1;
    }
}
