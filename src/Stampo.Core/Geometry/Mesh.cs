using System.Runtime.CompilerServices;

namespace Stampo.Core.Geometry;

/// <summary>
/// An indexed triangle mesh in flat arrays: three coordinates a vertex, three vertex numbers a triangle.
/// The arrays are the mesh's own; treat them as read-only.
/// </summary>
public sealed class Mesh(double[] positions, int[] corners)
{
    public double[] Positions { get; } = positions;

    public int[] Corners { get; } = corners;

    public int VertexCount => Positions.Length / 3;

    public int TriangleCount => Corners.Length / 3;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Vec3 Vertex(int vertex) => new(Positions[3 * vertex], Positions[3 * vertex + 1], Positions[3 * vertex + 2]);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Vec3 Corner(int triangle, int corner) => Vertex(Corners[3 * triangle + corner]);

    /// <summary>The vertices a side runs between: side 3·triangle + k goes from its corner k to the next.</summary>
    public (int From, int To) Side(int side) => (Corners[side], Corners[side - side % 3 + (side + 1) % 3]);

    /// <summary>The nine coordinates of a triangle, in single precision.</summary>
    public void CopyCorners(int triangle, Span<float> into)
    {
        for (var k = 0; k < 3; k++)
        for (var axis = 0; axis < 3; axis++)
            into[3 * k + axis] = (float)Positions[3 * Corners[3 * triangle + k] + axis];
    }

    /// <summary>Twice the area, along the outward normal when the triangle winds counter-clockwise seen from outside.</summary>
    public Vec3 AreaNormal(int triangle)
    {
        var a = Corner(triangle, 0);
        return (Corner(triangle, 1) - a).Cross(Corner(triangle, 2) - a);
    }

    /// <summary>Unit normal by the winding; zero for a triangle without area.</summary>
    public Vec3 UnitNormal(int triangle)
    {
        var normal = AreaNormal(triangle);
        return normal.Length is > 0 and var length ? normal * (1 / length) : default;
    }

    public Box Bounds() => Bounds(Positions);

    public static Box Bounds(ReadOnlySpan<double> positions)
    {
        double x0 = double.PositiveInfinity,
            y0 = x0,
            z0 = x0,
            x1 = double.NegativeInfinity,
            y1 = x1,
            z1 = x1;
        for (var i = 0; i < positions.Length; i += 3)
        {
            x0 = Math.Min(x0, positions[i]);
            x1 = Math.Max(x1, positions[i]);
            y0 = Math.Min(y0, positions[i + 1]);
            y1 = Math.Max(y1, positions[i + 1]);
            z0 = Math.Min(z0, positions[i + 2]);
            z1 = Math.Max(z1, positions[i + 2]);
        }

        return new Box(new Vec3(x0, y0, z0), new Vec3(x1, y1, z1));
    }
}
