using Stampo.Core.Geometry;

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
        private readonly long[] _steps;

        public Plateaus(SolidSurface surface, Vec3 up, double[] height, double level)
        {
            var mesh = surface.Mesh;
            var (plateauOf, count) = Level(surface, height, level);
            var top = new double[count];
            Array.Fill(top, double.NegativeInfinity);
            for (var v = 0; v < height.Length; v++)
                top[plateauOf[v]] = Math.Max(top[plateauOf[v]], height[v]);
            int[] byHeight = [.. Enumerable.Range(0, count).OrderByDescending(p => top[p])];
            var rank = new int[count];
            for (var r = 0; r < count; r++)
                rank[byHeight[r]] = r;
            _top = Array.ConvertAll(byHeight, p => top[p]);
            (_facing, _middle, _corners) = (new double[count], new Vec3[count], new int[count]);
            var steps = new List<long>();
            for (var t = 0; t < mesh.TriangleCount; t++)
            {
                if (surface.LeftOut[t])
                    continue;
                for (var k = 0; k < 3; k++)
                {
                    int v = mesh.Corners[3 * t + k],
                        here = rank[plateauOf[v]],
                        next = rank[plateauOf[mesh.Corners[3 * t + (k + 1) % 3]]];
                    if (here != next)
                        steps.Add(((long)Math.Max(here, next) << 32) | (uint)Math.Min(here, next));
                    _facing[here] += surface.Normals[t].Dot(up);
                    _middle[here] += mesh.Vertex(v);
                    _corners[here]++;
                }
            }

            _steps = [.. steps];
            Array.Sort(_steps);
            (_surface, _plateauOf) = (surface, Array.ConvertAll(plateauOf, p => rank[p]));
        }

        /// <summary>The point of each plateau that is nearest to its middle: the middle of a ring lies in the air.</summary>
        public IEnumerable<Vec3> PointsOn(IReadOnlyList<int> plateaus)
        {
            var mesh = _surface.Mesh;
            var best = plateaus.ToDictionary(p => p, _ => (Point: default(Vec3), Away: double.PositiveInfinity));
            void Offer(int plateau, Vec3 point, Vec3 middle)
            {
                if ((point - middle).Length is var away && away < best[plateau].Away)
                    best[plateau] = (point, away);
            }

            Span<float> corners = stackalloc float[9];
            for (var t = 0; t < mesh.TriangleCount; t++)
            {
                if (_surface.LeftOut[t])
                    continue;
                var (a, b, c) = (_plateauOf[mesh.Corners[3 * t]], _plateauOf[mesh.Corners[3 * t + 1]], _plateauOf[mesh.Corners[3 * t + 2]]);
                if (a == b && b == c && best.ContainsKey(a))
                {
                    mesh.CopyCorners(t, corners);
                    Offer(a, Triangles.NearestPoint(corners, Middle(a)), Middle(a));
                }

                for (var k = 0; k < 3; k++)
                {
                    var (plateau, next) = (_plateauOf[mesh.Corners[3 * t + k]], _plateauOf[mesh.Corners[3 * t + (k + 1) % 3]]);
                    if (best.ContainsKey(plateau))
                        Offer(
                            plateau,
                            plateau == next
                                ? OnSegment(mesh.Corner(t, k), mesh.Corner(t, (k + 1) % 3), Middle(plateau))
                                : mesh.Corner(t, k),
                            Middle(plateau)
                        );
                }
            }

            return plateaus.Select(p => best[p].Point);
        }

        private static Vec3 OnSegment(Vec3 a, Vec3 b, Vec3 p)
        {
            var arm = b - a;
            return arm.Dot(arm) is > 0 and var squared ? a + arm * Math.Clamp((p - a).Dot(arm) / squared, 0, 1) : a;
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
            for (int p = 0, step = 0; p < _top.Length; p++)
            {
                summit[p] = -1;
                var first = step;
                for (; step < _steps.Length && _steps[step] >> 32 == p; step++)
                {
                    var other = hills.Root((int)_steps[step]);
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

                if (step == first && _corners[p] > 0 && _facing[p] > 0)
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
        for (var t = 0; t < mesh.TriangleCount; t++)
        for (var k = 0; k < 3; k++)
        {
            int v = mesh.Corners[3 * t + k],
                next = mesh.Corners[3 * t + (k + 1) % 3];
            if (!surface.LeftOut[t] && Math.Abs(height[v] - height[next]) <= level)
                sets.Join(v, next);
        }

        return sets.Number(new bool[mesh.VertexCount]);
    }
}
