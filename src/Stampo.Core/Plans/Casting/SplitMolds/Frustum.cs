using NetTopologySuite.Geometries;
using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// The tapered block that a third piece is cut from, seen from the side it leaves by: low at its large end, on the side of the mold, high
/// at its small end.
/// </summary>
internal sealed class Frustum
{
    /// <summary>Corners that stand out less are left out, in mm.</summary>
    private const double Even = 0.2;

    /// <summary>How far a corner may run ahead of its sides: one plus the cosine of their turn.</summary>
    private const double Sharp = 0.5;

    private readonly Node[] _small;
    private readonly int _endZ;

    private Frustum(Node[] small, Node[] foot, int roofZ, int endZ) => (_small, Foot, RoofZ, _endZ) = (small, foot, roofZ, endZ);

    /// <summary>The large end, counter-clockwise and convex.</summary>
    public Node[] Foot { get; }

    /// <summary>The height of the small end.</summary>
    public int RoofZ { get; }

    public double FootMm2 =>
        Foot.Select((n, i) => Node.Turn(Foot[0], n, Foot[(i + 1) % Foot.Length])).Sum() / 2.0 / Grid.PerMm / Grid.PerMm;

    /// <summary>Where nothing else stands in the mold: x has no bounds.</summary>
    public static Box Bounds(Box part, SplitMoldRequest request)
    {
        var beside = Fittings.RoomBesideMm(request);
        return new Box(
            new Vec3(double.NegativeInfinity, part.Min.Y - beside, part.Min.Z - request.WallMm / 2),
            new Vec3(double.PositiveInfinity, part.Max.Y + beside, part.Max.Z + request.WallMm / 2)
        );
    }

    /// <param name="filled">Places it has to fill, in the frame of the mold.</param>
    /// <param name="landMm">More, beside them.</param>
    /// <param name="alongMm">From its small end to the side of the mold, along x.</param>
    /// <param name="taper">By how much its sides lean.</param>
    /// <param name="within">Its sides stay in here.</param>
    public static Frustum Around(IEnumerable<Vec3> filled, double landMm, (double Inner, double End) alongMm, double taper, Box within)
    {
        var hull = Hull(filled);
        Node[] Ring(double more) =>
            [
                .. Enumerable
                    .Range(0, hull.Count)
                    .Select(i => Outwards(hull[(i + hull.Count - 1) % hull.Count], hull[i], hull[(i + 1) % hull.Count], more))
                    .Select(p => Grid.Node(Math.Clamp(p.X, within.Min.Z, within.Max.Z), Math.Clamp(p.Y, within.Min.Y, within.Max.Y))),
            ];
        return new Frustum(
            Ring(landMm),
            Ring(landMm + taper * (alongMm.End - alongMm.Inner)),
            -Grid.Of(alongMm.Inner),
            -Grid.Of(alongMm.End)
        );
    }

    /// <summary>Around the places seen from the side, counter-clockwise, without corners that hardly turn.</summary>
    private static List<Coordinate> Hull(IEnumerable<Vec3> places)
    {
        var hull = new MultiPoint([.. places.Select(p => new Point(p.Z, p.Y))]).ConvexHull();
        // A line or a point has to become wide.
        var ring = (hull is Polygon ? hull : hull.Buffer(Even)).Coordinates;
        if (!NetTopologySuite.Algorithm.Orientation.IsCCW(ring))
            Array.Reverse(ring);
        var corners = ring.Skip(1).ToList();
        while (corners.Count > 3 && corners.Select((c, i) => (I: i, Off: OffLine(corners, i))).MinBy(c => c.Off) is { Off: < Even } least)
            corners.RemoveAt(least.I);
        return corners;
    }

    private static double OffLine(List<Coordinate> ring, int i) =>
        NetTopologySuite.Algorithm.DistanceComputer.PointToLinePerpendicular(
            ring[i],
            ring[(i + ring.Count - 1) % ring.Count],
            ring[(i + 1) % ring.Count]
        );

    /// <summary>A corner moved so that both its sides move outwards by so much, or by a little less where it is sharp.</summary>
    private static Vec3 Outwards(Coordinate before, Coordinate at, Coordinate after, double by)
    {
        var (a, b) = (Away(before, at), Away(at, after));
        var (sum, turned) = (a + b, 1 + a.Dot(b));
        return new Vec3(at.X, at.Y, 0) + sum * (by / Math.Max(turned, Sharp));
    }

    private static Vec3 Away(Coordinate from, Coordinate to) => new Vec3(to.Y - from.Y, from.X - to.X, 0).Unit();

    /// <summary>Its tapered sides.</summary>
    public IEnumerable<Facet> Sides =>
        Enumerable
            .Range(0, Foot.Length)
            .SelectMany(Side)
            .Select(t => new Facet(NodeOf(t.A), NodeOf(t.B), NodeOf(t.C), (int)t.A.Z, (int)t.B.Z, (int)t.C.Z, FacetKind.Step))
            .Where(f => f.Turn != 0);

    /// <summary>One side in two triangles that turn counter-clockwise; it bulges where its corners lie in no plane.</summary>
    private (Vec3 A, Vec3 B, Vec3 C)[] Side(int i)
    {
        var next = (i + 1) % Foot.Length;
        var (a, b, c, d) = (Foot[i].At(_endZ), Foot[next].At(_endZ), _small[next].At(RoofZ), _small[i].At(RoofZ));
        return Plane.Through(a, c, d).Over(b) <= 0 ? [(a, b, c), (a, c, d)] : [(a, b, d), (b, c, d)];
    }

    /// <summary>What of the facets lies in it. Neighbours are cut at the same places of their common edge.</summary>
    public IEnumerable<Facet> Cut(IEnumerable<Facet> facets)
    {
        var planes = Enumerable
            .Range(0, Foot.Length)
            .SelectMany(Side)
            .Select(t => Plane.Through(t.A, t.B, t.C))
            .Append(Plane.Through(_small[0].At(RoofZ), _small[1].At(RoofZ), _small[^1].At(RoofZ)))
            .ToArray();
        foreach (var facet in facets)
        {
            List<Vec3> ring = [facet.A.At(facet.Za), facet.B.At(facet.Zb), facet.C.At(facet.Zc)];
            foreach (var plane in planes)
                ring = plane.Cut(ring);
            for (var i = 2; i < ring.Count; i++)
            {
                var cut = new Facet(
                    NodeOf(ring[0]),
                    NodeOf(ring[i - 1]),
                    NodeOf(ring[i]),
                    (int)ring[0].Z,
                    (int)ring[i - 1].Z,
                    (int)ring[i].Z,
                    FacetKind.Part
                );
                if (cut.Turn != 0)
                    yield return cut;
            }
        }
    }

    private static Node NodeOf(Vec3 p) => new((int)p.X, (int)p.Y);

    /// <summary>A plane whose far side is cut away.</summary>
    private readonly record struct Plane(Vec3 Normal, Vec3 Point)
    {
        /// <summary>Its far side is the one three places are seen from counter-clockwise.</summary>
        public static Plane Through(Vec3 a, Vec3 b, Vec3 c) => new((b - a).Cross(c - a), a);

        public double Over(Vec3 p) => Normal.Dot(p - Point);

        public List<Vec3> Cut(List<Vec3> ring)
        {
            var kept = new List<Vec3>(ring.Count + 1);
            for (var i = 0; i < ring.Count; i++)
            {
                var (from, to) = (ring[i], ring[(i + 1) % ring.Count]);
                var (before, after) = (Over(from), Over(to));
                if (before <= 0)
                    kept.Add(from);
                if (before < 0 != after < 0 && before != 0 && after != 0)
                    kept.Add(Crossed(from, to, before, after));
            }

            return kept;
        }

        /// <summary>Always reckoned from the same end, and laid on the grid.</summary>
        private static Vec3 Crossed(Vec3 from, Vec3 to, double before, double after)
        {
            if ((to.X, to.Y, to.Z).CompareTo((from.X, from.Y, from.Z)) < 0)
                (from, to, before, after) = (to, from, after, before);
            var p = from + (to - from) * (before / (before - after));
            return new Vec3(Math.Round(p.X), Math.Round(p.Y), Math.Round(p.Z));
        }
    }
}
