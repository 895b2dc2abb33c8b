using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Tooling;

/// <summary>
/// What a draughtsman would draw of the part from one side: its outline and its edges. Millimetres from a corner of its box.
/// </summary>
/// <param name="Seen">Four numbers a line: x1, y1, x2, y2, y upward.</param>
/// <param name="Hidden">Lines behind the part.</param>
public sealed record ViewLines(float[] Seen, float[] Hidden)
{
    private const double EdgeDeg = 28;

    /// <summary>More lines than these are a texture; the hidden ones go first, then the edges that are no outline.</summary>
    private const int MostLines = 4_000;

    /// <summary>
    /// The part in its mold frame, looked at along a direction of that frame, with what is right and what is up on the sheet.
    /// </summary>
    public static ViewLines Of(SolidSurface surface, MoldFrame frame, Vec3 right, Vec3 up)
    {
        var mesh = surface.Mesh;
        var towards = right.Cross(up); // to the eye, in the frame
        Vec3 World(Vec3 inFrame) => frame.X * inFrame.X + frame.Y * inFrame.Y + frame.Z * inFrame.Z;
        var (eye, across, along) = (World(towards), World(right), World(up));
        double x0 = Low(frame.Box, right),
            y0 = Low(frame.Box, up),
            cosine = Math.Cos(EdgeDeg * Math.PI / 180);
        var outline = new List<(Vec3 A, Vec3 B, Vec3 Side)>();
        var creases = new List<(Vec3 A, Vec3 B, Vec3 Side)>();
        for (var edge = 0; edge < surface.Topology.Neighbours.Length; edge++)
        {
            var (t, other) = (edge / 3, surface.Topology.Neighbours[edge]);
            if (other < t || surface.LeftOut[t])
                continue;
            var (n, m) = (surface.Normals[t], surface.Normals[other]);
            var isOutline = n.Dot(eye) > 1e-9 != m.Dot(eye) > 1e-9;
            if (!isOutline && n.Dot(m) > cosine)
                continue;
            var side = (n + m).Length > 1e-9 ? (n + m).Unit() : n;
            var (from, to) = mesh.Side(edge);
            (isOutline ? outline : creases).Add((mesh.Vertex(from), mesh.Vertex(to), side));
        }

        var drawn = outline.Take(MostLines).Concat(creases.Take(Math.Max(0, MostLines - outline.Count)));
        List<float> seen = [],
            hidden = [];
        foreach (var (a, b, side) in drawn)
        {
            var free = surface.Leaves((a + b) * 0.5 + side * (20 * surface.Tiny), eye);
            (free ? seen : hidden).AddRange([X(a), Y(a), X(b), Y(b)]);
        }

        return new ViewLines([.. seen], [.. hidden]);

        float X(Vec3 p) => (float)(p.Dot(across) - x0);

        float Y(Vec3 p) => (float)(p.Dot(along) - y0);
    }

    /// <summary>The box's least coordinate along an axis of the frame, which may be looked at backward.</summary>
    private static double Low(Box box, Vec3 axis) => Math.Min(box.Min.Dot(axis), box.Max.Dot(axis));
}
