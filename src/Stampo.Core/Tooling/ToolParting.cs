using System.Runtime.CompilerServices;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>
/// Where cavity and core meet, as far as it is seen from outside: there the halves part and the air gets out. Shut-offs inside the part are
/// not of it. Kept as long as the surface is.
/// </summary>
public sealed class ToolParting
{
    private static readonly ConditionalWeakTable<SolidSurface, ToolParting> Kept = [];

    private readonly Dictionary<(int, int, int), List<(Vec3 From, Vec3 To)>> _near = [];
    private readonly List<(Vec3 From, Vec3 To)> _edges = [];
    private readonly double _roomMm;
    private readonly Vec3 _pull;

    private ToolParting(SolidSurface surface, Vec3 pull, Progress progress)
    {
        (_roomMm, _pull) = (Math.Max(1e-6, surface.Mesh.Bounds().Diagonal / 60), pull);
        Halves = ToolHalves.Split(surface, pull, progress);
        foreach (var (from, to) in Halves.OuterEdges(surface))
            Add(from, to);
    }

    public static ToolParting Of(SolidSurface surface, Vec3 pull, Progress progress)
    {
        if (Kept.TryGetValue(surface, out var known) && known._pull == pull)
            return known;
        var made = new ToolParting(surface, pull, progress);
        Kept.AddOrUpdate(surface, made);
        return made;
    }

    public ToolHalves Halves { get; }

    public IReadOnlyList<(Vec3 From, Vec3 To)> Edges => _edges;

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

    private void Add(Vec3 from, Vec3 to)
    {
        _edges.Add((from, to));
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
