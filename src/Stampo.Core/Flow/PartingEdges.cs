using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;
using Stampo.Core.Parts;

namespace Stampo.Core.Flow;

/// <summary>
/// Edges where a part turns from facing one half of a tool to facing the other, seen from outside: there the halves part, and the air gets
/// out.
/// </summary>
public sealed class PartingEdges
{
    /// <summary>Walls that stand along the pull may part at either end.</summary>
    private const double Upright = 0.02;

    private readonly Dictionary<(int, int, int), List<(Vec3 From, Vec3 To)>> _near = [];
    private readonly double _roomMm;

    public PartingEdges(SolidSurface surface, Vec3 pull)
    {
        var (mesh, neighbours) = (surface.Mesh, surface.Topology.Neighbours);
        _roomMm = Math.Max(1e-6, mesh.Bounds().Diagonal / 60);
        for (var edge = 0; edge < neighbours.Length; edge++)
        {
            var (t, across) = (edge / 3, neighbours[edge]);
            if (across <= t || !Parts(surface.Normals[t].Dot(pull), surface.Normals[across].Dot(pull)))
                continue;
            var (from, to) = mesh.Side(edge);
            Add(surface, pull, mesh.Vertex(from), mesh.Vertex(to), surface.Normals[t] + surface.Normals[across]);
        }
    }

    /// <summary>All of it.</summary>
    public double LengthMm { get; private set; }

    public bool IsWithin(Vec3 point, double mm)
    {
        var reach = (int)Math.Ceiling(mm / _roomMm);
        var (x, y, z) = RoomOf(point);
        for (var k = z - reach; k <= z + reach; k++)
        for (var j = y - reach; j <= y + reach; j++)
        for (var i = x - reach; i <= x + reach; i++)
            if (
                _near.TryGetValue((i, j, k), out var edges)
                && edges.Exists(e => (point - Triangles.NearestOnSide(e.From, e.To, point)).Length <= mm)
            )
                return true;
        return false;
    }

    private static bool Parts(double one, double other) =>
        Math.Max(one, other) > -Upright && Math.Min(one, other) < Upright && Math.Abs(one - other) > Upright;

    private void Add(SolidSurface surface, Vec3 pull, Vec3 from, Vec3 to, Vec3 outward)
    {
        var level = outward - pull * outward.Dot(pull);
        if (level.Length < 1e-9)
            return;
        var away = level.Unit();
        if (surface.Bvh.AnyHit((from + to) * 0.5 + away * (10 * surface.Tiny), away, surface.Tiny))
            return;
        LengthMm += (to - from).Length;
        var pieces = Math.Max(1, (int)Math.Ceiling((to - from).Length / _roomMm));
        for (var i = 0; i < pieces; i++)
        {
            var (a, b) = (from + (to - from) * ((double)i / pieces), from + (to - from) * ((double)(i + 1) / pieces));
            var room = RoomOf((a + b) * 0.5);
            if (!_near.TryGetValue(room, out var edges))
                _near[room] = edges = [];
            edges.Add((a, b));
        }
    }

    private (int, int, int) RoomOf(Vec3 at) =>
        ((int)Math.Floor(at.X / _roomMm), (int)Math.Floor(at.Y / _roomMm), (int)Math.Floor(at.Z / _roomMm));
}
