using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Parts;

/// <summary>
/// Where air stays when the cavity is filled with one side up: points and plateaus of the part from which its surface only
/// goes down. Each wants a vent or a riser.
/// </summary>
public static class LocalHighs
{
    /// <summary>Neighbouring points closer in height than this share of the part's diagonal are one plateau.</summary>
    private const double OneHeight = 1e-6;

    /// <summary>
    /// The highs, the highest first. Two between which the surface falls by less than <paramref name="apartMm"/> are one: the
    /// lower of them empties into the higher.
    /// </summary>
    public static IReadOnlyList<Place> Of(SolidSurface surface, Vec3 up, double apartMm = 0)
    {
        var mesh = surface.Mesh;
        var height = new double[mesh.VertexCount];
        for (var v = 0; v < height.Length; v++)
            height[v] = mesh.Vertex(v).Dot(up);
        var plateaus = new Plateaus(surface, up, height, OneHeight * mesh.Bounds().Diagonal);
        var summits = plateaus.Summits(apartMm);
        return [.. plateaus.PointsOn(summits).Select(point => Place.Of(point, up, 0.2 * mesh.Bounds().Diagonal))];
    }

    /// <summary>Connected points of one height, numbered from the highest down.</summary>
    private sealed class Plateaus
    {
        private readonly SolidSurface _surface;
        private readonly int[] _plateauOf;
        private readonly double[] _top,
            _facing;
        private readonly Vec3[] _middle;
        private readonly int[] _corners;
        private readonly int[] _higher,
            _higherFrom;

        public Plateaus(SolidSurface surface, Vec3 up, double[] height, double level)
        {
            var mesh = surface.Mesh;
            var (plateauOf, count) = Level(surface, height, level);
            var top = new double[count];
            Array.Fill(top, double.NegativeInfinity);
            for (var v = 0; v < height.Length; v++)
                top[plateauOf[v]] = Math.Max(top[plateauOf[v]], height[v]);
            var byHeight = FromTheHighest(top);
            var rank = new int[count];
            for (var r = 0; r < count; r++)
                rank[byHeight[r]] = r;
            _top = Array.ConvertAll(byHeight, p => top[p]);
            _plateauOf = Array.ConvertAll(plateauOf, p => rank[p]);
            (_surface, _facing, _middle, _corners) = (surface, new double[count], new Vec3[count], new int[count]);
            for (var t = 0; t < mesh.TriangleCount; t++)
            {
                if (surface.LeftOut[t])
                    continue;
                var facing = surface.Normals[t].Dot(up);
                for (var k = 0; k < 3; k++)
                {
                    var here = At(t, k);
                    _facing[here] += facing;
                    _middle[here] += mesh.Corner(t, k);
                    _corners[here]++;
                }
            }

            (_higher, _higherFrom) = Steps(count);
        }

        private int At(int triangle, int corner) => _plateauOf[_surface.Mesh.Corners[3 * triangle + corner % 3]];

        /// <summary>Their numbers by height; of equal ones the lower number first.</summary>
        private static int[] FromTheHighest(double[] top)
        {
            var order = new int[top.Length];
            for (var p = 0; p < order.Length; p++)
                order[p] = p;
            var keys = Array.ConvertAll(top, height => -height);
            Array.Sort(keys, order);
            for (int start = 0, end = 1; start < keys.Length; start = end++)
            {
                while (end < keys.Length && keys[end] == keys[start])
                    end++;
                Array.Sort(order, start, end - start);
            }

            return order;
        }

        /// <summary>The higher neighbours of each plateau in turn, the highest first, and where those of each begin.</summary>
        private (int[] Higher, int[] From) Steps(int count)
        {
            var from = new int[count + 1];
            Each((lower, _) => from[lower + 1]++);
            for (var p = 0; p < count; p++)
                from[p + 1] += from[p];
            var (higher, next) = (new int[from[count]], from[..count]);
            Each((lower, upper) => higher[next[lower]++] = upper);
            for (var p = 0; p < count; p++)
                Array.Sort(higher, from[p], from[p + 1] - from[p]);
            return (higher, from);

            void Each(Action<int, int> step)
            {
                for (var t = 0; t < _surface.Mesh.TriangleCount; t++)
                for (var k = 0; k < 3 && !_surface.LeftOut[t]; k++)
                {
                    if (At(t, k) != At(t, k + 1))
                        step(Math.Max(At(t, k), At(t, k + 1)), Math.Min(At(t, k), At(t, k + 1)));
                }
            }
        }

        /// <summary>The point of each plateau that is nearest to its middle: the middle of a ring lies in the air.</summary>
        public IEnumerable<Vec3> PointsOn(IReadOnlyList<int> plateaus)
        {
            var mesh = _surface.Mesh;
            var isAsked = new bool[_top.Length];
            foreach (var plateau in plateaus)
                isAsked[plateau] = true;
            var best = plateaus.ToDictionary(p => p, _ => (Point: default(Vec3), Away: double.PositiveInfinity));
            for (var t = 0; t < mesh.TriangleCount; t++)
            {
                if (_surface.LeftOut[t])
                    continue;
                if (isAsked[At(t, 0)] && At(t, 0) == At(t, 1) && At(t, 1) == At(t, 2))
                    Offer(At(t, 0), Triangles.NearestPoint(mesh.Corner(t, 0), mesh.Corner(t, 1), mesh.Corner(t, 2), Middle(At(t, 0))));
                for (var k = 0; k < 3; k++)
                {
                    var plateau = At(t, k);
                    if (isAsked[plateau])
                        Offer(
                            plateau,
                            plateau == At(t, k + 1)
                                ? Triangles.NearestOnSide(mesh.Corner(t, k), mesh.Corner(t, (k + 1) % 3), Middle(plateau))
                                : mesh.Corner(t, k)
                        );
                }
            }

            return plateaus.Select(p => best[p].Point);

            void Offer(int plateau, Vec3 point)
            {
                if ((point - Middle(plateau)).Length is var away && away < best[plateau].Away)
                    best[plateau] = (point, away);
            }
        }

        private Vec3 Middle(int plateau) => _middle[plateau] * (1.0 / _corners[plateau]);

        /// <summary>
        /// Lets the level sink from the top: where two hills meet, the lower one counts if it stands high enough over the saddle.
        /// A pocket's ceiling is also higher than all around it, but the part lies above it and the mold below: no summit.
        /// </summary>
        public List<int> Summits(double apartMm)
        {
            var hills = new DisjointSets(_top.Length);
            var summit = new int[_top.Length];
            var summits = new List<int>();
            for (var p = 0; p < _top.Length; p++)
            {
                summit[p] = -1;
                var higher = _higher.AsSpan(_higherFrom[p], _higherFrom[p + 1] - _higherFrom[p]);
                foreach (var neighbour in higher)
                {
                    var other = hills.Root(neighbour);
                    var mine = hills.Root(p);
                    if (other == mine)
                        continue;
                    var (kept, lost) =
                        summit[other] < 0 || (summit[mine] >= 0 && summit[mine] < summit[other])
                            ? (summit[mine], summit[other])
                            : (summit[other], summit[mine]);
                    if (lost >= 0 && _top[lost] - _top[p] > apartMm)
                        summits.Add(lost);
                    hills.Join(mine, other);
                    summit[hills.Root(p)] = kept;
                }

                if (higher.Length == 0 && _corners[p] > 0 && _facing[p] > 0)
                    summit[p] = p;
            }

            for (var p = 0; p < _top.Length; p++)
                if (hills.Root(p) == p && summit[p] >= 0)
                    summits.Add(summit[p]);
            summits.Sort();
            return summits;
        }
    }

    private static (int[] PlateauOf, int Count) Level(SolidSurface surface, double[] height, double level)
    {
        var mesh = surface.Mesh;
        var sets = new DisjointSets(mesh.VertexCount);
        for (var side = 0; side < mesh.Corners.Length; side++)
        {
            var (v, next) = mesh.Side(side);
            if (!surface.LeftOut[side / 3] && Math.Abs(height[v] - height[next]) <= level)
                sets.Join(v, next);
        }

        return sets.Number(new bool[mesh.VertexCount]);
    }
}
