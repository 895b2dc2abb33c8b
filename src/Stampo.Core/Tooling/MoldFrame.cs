using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;
using Stampo.Core.Geometry;

namespace Stampo.Core.Tooling;

/// <summary>
/// The part stood up for casting: z is up, x and y lie along the sides of the tightest box around it. Along an axis of the file the
/// other axes keep their places unless that wastes more than a few percent.
/// </summary>
public sealed class MoldFrame
{
    /// <summary>A tighter box is taken when it saves at least so much.</summary>
    private const double Worthwhile = 0.97;

    private readonly Mesh _mesh;

    private MoldFrame(Mesh mesh, Vec3 x, Vec3 y, Vec3 z)
    {
        (_mesh, X, Y, Z) = (mesh, x, y, z);
        var box = Box.Nothing;
        for (var v = 0; v < mesh.VertexCount; v++)
            box = box.Around(In(mesh.Vertex(v)));
        Box = box;
    }

    public Vec3 X { get; }

    public Vec3 Y { get; }

    public Vec3 Z { get; }

    /// <summary>The part's box in this frame.</summary>
    public Box Box { get; }

    public static MoldFrame Of(Mesh mesh, Vec3 up)
    {
        var z = up.Unit();
        var x = TightestSide(mesh, z);
        var tight = new MoldFrame(mesh, x, z.Cross(x), z);
        if (Beside(z) is not { } axis)
            return tight;
        var plain = new MoldFrame(mesh, axis, z.Cross(axis), z);
        return tight.Footprint < Worthwhile * plain.Footprint ? tight : plain;
    }

    private double Footprint => Box.Size.X * Box.Size.Y;

    public Vec3 In(Vec3 p) => new(p.Dot(X), p.Dot(Y), p.Dot(Z));

    /// <summary>Each point of the mesh in this frame.</summary>
    public Vec3[] Points() => [.. Enumerable.Range(0, _mesh.VertexCount).Select(v => In(_mesh.Vertex(v)))];

    /// <summary>The file's next axis when z is one of them.</summary>
    private static Vec3? Beside(Vec3 z) =>
        Math.Abs(z.X) > 1 - 1e-9 ? new(0, 1, 0)
        : Math.Abs(z.Y) > 1 - 1e-9 ? new(0, 0, 1)
        : Math.Abs(z.Z) > 1 - 1e-9 ? new(1, 0, 0)
        : null;

    /// <summary>Direction of the longer side of the smallest rectangle around the shadow (rotating calipers, Toussaint 1983).</summary>
    private static Vec3 TightestSide(Mesh mesh, Vec3 z)
    {
        var (u, v) = z.Plane();
        var points = Enumerable.Range(0, mesh.VertexCount).Select(i => mesh.Vertex(i)).Select(p => new Point(p.Dot(u), p.Dot(v))).ToArray();
        var corners = MinimumAreaRectangle.GetMinimumRectangle(new MultiPoint(points).ConvexHull()).Coordinates;
        if (corners.Length < 4)
            return u;
        var (a, b) = (corners[1].Distance(corners[0]), corners[2].Distance(corners[1]));
        var (from, to) = a >= b ? (corners[0], corners[1]) : (corners[1], corners[2]);
        return (u * (to.X - from.X) + v * (to.Y - from.Y)).Unit();
    }
}
