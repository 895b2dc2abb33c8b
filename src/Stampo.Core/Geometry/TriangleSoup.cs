using System.Numerics;
using System.Runtime.InteropServices;

namespace Stampo.Core.Geometry;

/// <summary>A triangle with a corner that is no number to work with, and that number.</summary>
public sealed record UnusableCorner(int Triangle, float Value);

/// <summary>
/// Triangles as a file lists them, every one and in order; corners at exactly the same place share a point. The points are in the
/// file's own unit; a format that states its unit is handed over in millimetres and names the unit it stated.
/// </summary>
public sealed record TriangleSoup(string Format, Vector3[] Points, int[] Corners, string? StatedUnit = null)
{
    public int TriangleCount => Corners.Length / 3;

    /// <summary>The first corner that is no usable number; the triangles from there on are not told.</summary>
    public UnusableCorner? Unusable { get; init; }

    /// <summary>From nine coordinates a triangle.</summary>
    public static TriangleSoup Of(string format, ReadOnlySpan<float> coordinates)
    {
        var facets = new Facets(coordinates.Length / 9);
        facets.Add(MemoryMarshal.Cast<float, Vector3>(coordinates));
        return facets.Soup(format);
    }

    public Mesh InMm(double mmPerUnit)
    {
        var positions = GC.AllocateUninitializedArray<double>(3 * Points.Length);
        for (var v = 0; v < Points.Length; v++)
        {
            positions[3 * v] = Points[v].X * mmPerUnit;
            positions[3 * v + 1] = Points[v].Y * mmPerUnit;
            positions[3 * v + 2] = Points[v].Z * mmPerUnit;
        }

        return new Mesh(positions, Corners);
    }
}
