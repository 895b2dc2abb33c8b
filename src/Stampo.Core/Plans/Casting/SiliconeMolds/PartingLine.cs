using System.Text.Json.Serialization;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>
/// Where a mold may part: the part's outline seen along the pull. Points in the file's axes, mm, as segments end to end;
/// heights along the pull from the part's lowest point.
/// </summary>
/// <param name="Segments">Six numbers a segment.</param>
/// <param name="Loops">The outer line, and one for each hole right through.</param>
/// <param name="LengthMm">Of all loops.</param>
/// <param name="LowMm">Its lowest point.</param>
/// <param name="HighMm">Its highest point.</param>
/// <param name="MeanMm">Its mean height, by length.</param>
public sealed record PartingLine(
    [property: JsonIgnore] float[] Segments,
    int Loops,
    double LengthMm,
    double LowMm,
    double HighMm,
    double MeanMm
)
{
    /// <summary>A line that stays within this share of its length lies on a plane, for a hand that lays clay to it.</summary>
    private const double Flat = 0.01;

    /// <summary>Facets closer to the pull than this are upright: the line may run anywhere on them.</summary>
    private const double UprightDeg = 0.2;

    public bool IsFlat => HighMm - LowMm <= Math.Max(0.5, Flat * LengthMm);

    /// <summary>
    /// Edges between what looks along the pull and what looks back, of which beside the edge a ray gets away both ways. An upright
    /// wall goes to the side that leaves the line on the edge with less height between its ends.
    /// </summary>
    public static PartingLine? Of(SolidSurface surface, Vec3 pull)
    {
        var d = pull.Unit();
        var withUpright = Line(surface, d, uprightIsUp: true);
        var without = Line(surface, d, uprightIsUp: false);
        if (withUpright is null || without is null)
            return withUpright ?? without;
        return
            (withUpright.HighMm - withUpright.LowMm, -withUpright.MeanMm).CompareTo((without.HighMm - without.LowMm, -without.MeanMm)) < 0
            ? withUpright
            : without;
    }

    private static PartingLine? Line(SolidSurface surface, Vec3 d, bool uprightIsUp)
    {
        var mesh = surface.Mesh;
        var steep = Math.Sin(UprightDeg * Math.PI / 180);
        bool IsUp(int t) => surface.Normals[t].Dot(d) is var n && (uprightIsUp ? n >= -steep : n > steep);
        var edges = new List<(int A, int B)>();
        for (var edge = 0; edge < surface.Topology.Neighbours.Length; edge++)
        {
            var (t, other) = (edge / 3, surface.Topology.Neighbours[edge]);
            if (other < 0 || surface.LeftOut[t] || !IsUp(t) || IsUp(other))
                continue;
            var (a, b) = mesh.Side(edge);
            if (IsOutline(surface, t, other, (mesh.Vertex(a) + mesh.Vertex(b)) * 0.5, d))
                edges.Add((a, b));
        }

        return edges.Count == 0 ? null : Measured(mesh, edges, d);
    }

    private static bool IsOutline(SolidSurface surface, int t, int other, Vec3 middle, Vec3 d)
    {
        var outward = surface.Normals[t] + surface.Normals[other];
        outward -= d * outward.Dot(d);
        // Two flat faces back to back meet in a knife's edge, which no solid has.
        if (outward.Length < 1e-6)
            return false;
        var beside = middle + outward.Unit() * (20 * surface.Tiny);
        return surface.Leaves(beside, d) && surface.Leaves(beside, d * -1);
    }

    private static PartingLine Measured(Mesh mesh, List<(int A, int B)> edges, Vec3 d)
    {
        var lowest = double.PositiveInfinity;
        for (var v = 0; v < mesh.VertexCount; v++)
            lowest = Math.Min(lowest, mesh.Vertex(v).Dot(d));
        var joined = new DisjointSets(mesh.VertexCount);
        double length = 0,
            low = double.PositiveInfinity,
            high = 0,
            moment = 0;
        var segments = new float[6 * edges.Count];
        for (var i = 0; i < edges.Count; i++)
        {
            Vec3 a = mesh.Vertex(edges[i].A),
                b = mesh.Vertex(edges[i].B);
            joined.Join(edges[i].A, edges[i].B);
            var (here, za, zb) = ((b - a).Length, a.Dot(d) - lowest, b.Dot(d) - lowest);
            (length, low, high, moment) = (
                length + here,
                Math.Min(low, Math.Min(za, zb)),
                Math.Max(high, Math.Max(za, zb)),
                moment + here * (za + zb) / 2
            );
            float[] six = [(float)a.X, (float)a.Y, (float)a.Z, (float)b.X, (float)b.Y, (float)b.Z];
            six.CopyTo(segments, 6 * i);
        }

        return new PartingLine(segments, edges.Select(e => joined.Root(e.A)).Distinct().Count(), length, low, high, moment / length);
    }
}
