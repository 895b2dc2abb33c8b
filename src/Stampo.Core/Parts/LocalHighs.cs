using Stampo.Core.Geometry;

namespace Stampo.Core.Parts;

/// <summary>
/// Where air stays when the cavity is filled with one side up: points and plateaus of the part from which its surface only
/// goes down. Each wants a vent or a riser.
/// </summary>
public static class LocalHighs
{
    /// <summary>Neighbouring points closer in height than this share of the part's diagonal are one plateau.</summary>
    private const double Level = 1e-6;

    public static IReadOnlyList<Place> Of(SolidSurface surface, Vec3 up)
    {
        var mesh = surface.Mesh;
        var height = new double[mesh.VertexCount];
        for (var v = 0; v < height.Length; v++)
            height[v] = mesh.Vertex(v).Dot(up);
        var (plateauOf, count) = Plateaus(surface, height, Level * mesh.Bounds().Diagonal);
        var top = new double[count];
        Array.Fill(top, double.NegativeInfinity);
        for (var v = 0; v < height.Length; v++)
            top[plateauOf[v]] = Math.Max(top[plateauOf[v]], height[v]);
        var canRise = new bool[count];
        var facing = new double[count];
        var middle = new Vec3[count];
        var corners = new int[count];
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (surface.LeftOut[t])
                continue;
            for (var k = 0; k < 3; k++)
            {
                int v = mesh.Corners[3 * t + k], plateau = plateauOf[v], next = plateauOf[mesh.Corners[3 * t + (k + 1) % 3]];
                canRise[plateau] |= top[next] > top[plateau];
                canRise[next] |= top[plateau] > top[next];
                facing[plateau] += surface.Normals[t].Dot(up);
                middle[plateau] += mesh.Vertex(v);
                corners[plateau]++;
            }
        }

        // A pocket's ceiling is also higher than all around it, but the part lies above it and the mold below.
        return [.. Enumerable.Range(0, count).Where(p => corners[p] > 0 && !canRise[p] && facing[p] > 0)
            .Select(p => middle[p] * (1.0 / corners[p])).OrderByDescending(p => p.Dot(up)).Select(p => Place.Of(p, up, 0.2 * mesh.Bounds().Diagonal))];
    }

    private static (int[] PlateauOf, int Count) Plateaus(SolidSurface surface, double[] height, double level)
    {
        var mesh = surface.Mesh;
        var sets = new DisjointSets(mesh.VertexCount);
        for (var t = 0; t < mesh.TriangleCount; t++)
            for (var k = 0; k < 3; k++)
            {
                int v = mesh.Corners[3 * t + k], next = mesh.Corners[3 * t + (k + 1) % 3];
                if (!surface.LeftOut[t] && Math.Abs(height[v] - height[next]) <= level)
                    sets.Join(v, next);
            }

        return sets.Number(new bool[mesh.VertexCount]);
    }
}
