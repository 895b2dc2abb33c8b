using MathNet.Numerics.LinearAlgebra;
using Stampo.Core.Geometry;

namespace Stampo.Core.Parts;

public abstract record RoundHole;

/// <summary>A round hole that ends inside the part; in a mold, a free-standing pin.</summary>
public sealed record BlindHole(double DiameterMm, double DepthMm, Place Place) : RoundHole
{
    public double Slenderness => DepthMm / DiameterMm;
}

/// <summary>A round hole open at both ends.</summary>
public sealed record ThroughHole(double DiameterMm, double LengthMm, Place Place) : RoundHole;

/// <summary>Round holes; <paramref name="ThroughOf"/> gives each triangle the number of the through hole whose wall it is, or −1.</summary>
public sealed record HolesFound(IReadOnlyList<BlindHole> Blind, IReadOnlyList<ThroughHole> Through, int[] ThroughOf);

/// <summary>
/// Finds round holes, blind and through: a smooth region whose normals lie in a plane and point at one axis all round. Holes that are not
/// round, or blend into their floor without an edge, are not seen.
/// </summary>
public static class RoundHoles
{
    /// <summary>Wide enough for a circle of a dozen facets.</summary>
    private const double SmoothDeg = 35;

    private const int FewestTriangles = 10,
        Sectors = 12;
    private const double OutOfPlane = 0.1,
        OutOfRound = 0.06;

    /// <summary>
    /// A floor lies no further below the wall than this, in diameters: a drill point or a dome; beyond it the hole opens into the inside.
    /// </summary>
    private const double FloorWithin = 0.75;

    public static HolesFound Of(SolidSurface surface)
    {
        var (regionOf, count) = SmoothRegions.Of(surface.Normals, surface.LeftOut, surface.Topology.Neighbours, SmoothDeg);
        var regions = new List<int>[count];
        for (var t = 0; t < regionOf.Length; t++)
        {
            if (regionOf[t] >= 0)
                (regions[regionOf[t]] ??= []).Add(t);
        }

        List<BlindHole> blind = [];
        List<ThroughHole> through = [];
        var throughOf = new int[regionOf.Length];
        Array.Fill(throughOf, -1);
        foreach (var region in regions.Where(region => region.Count >= FewestTriangles))
        {
            switch (Fit(surface, region))
            {
                case BlindHole hole:
                    blind.Add(hole);
                    break;
                case ThroughHole hole:
                    region.ForEach(t => throughOf[t] = through.Count);
                    through.Add(hole);
                    break;
            }
        }

        return new HolesFound([.. blind.OrderByDescending(hole => hole.Slenderness)], through, throughOf);
    }

    /// <summary>A <see cref="BlindHole"/>, a <see cref="ThroughHole"/>, or null when the region is no round hole.</summary>
    private static RoundHole? Fit(SolidSurface surface, List<int> region)
    {
        var axis = Axis(surface, region);
        var wall = region.Where(t => Math.Abs(surface.Normals[t].Dot(axis)) < OutOfPlane).ToList();
        if (wall.Count < Math.Max(FewestTriangles, 0.6 * region.Count))
            return null;
        var (u, v) = axis.Plane();
        var corners = wall.SelectMany(t => Enumerable.Range(0, 3).Select(k => surface.Mesh.Corner(t, k))).ToList();
        var (x, y, radius) = Circle(corners.ConvertAll(p => (p.Dot(u), p.Dot(v))));
        var centre = u * x + v * y;
        if (!(radius > 0) || corners.Exists(p => Math.Abs(Across(p).Length - radius) > OutOfRound * radius) || !FacesAxisAllRound())
            return null;
        double low = corners.Min(p => p.Dot(axis)),
            high = corners.Max(p => p.Dot(axis)),
            length = high - low;
        var middle = centre + axis * ((low + high) / 2);
        bool up = Opens(axis),
            down = Opens(axis * -1);
        if (!up && !down)
            return null;
        var outward = surface.Leaves(middle, axis) || !down ? axis : axis * -1;
        var mouth = middle + outward * (length / 2);
        if (up && down)
            return new ThroughHole(2 * radius, length, Place.Of(mouth, outward, 4 * radius + length));
        // To the floor on the axis, which a drill point or a dome lays deeper than the wall.
        var depth = surface.Bvh.FirstHit(mouth, outward * -1, 0);
        return new BlindHole(2 * radius, depth, Place.Of(mouth, outward, 2 * depth));

        bool Opens(Vec3 way) => surface.Bvh.FirstHit(middle, way, 0) > length / 2 + FloorWithin * 2 * radius;

        Vec3 Across(Vec3 p) => p - centre - axis * p.Dot(axis);

        bool FacesAxisAllRound()
        {
            var seen = new bool[Sectors];
            foreach (var t in wall)
            {
                var arm = Across((surface.Mesh.Corner(t, 0) + surface.Mesh.Corner(t, 1) + surface.Mesh.Corner(t, 2)) * (1 / 3.0));
                if (arm.Unit().Dot(surface.Normals[t]) > -0.8)
                    return false;
                seen[(int)((Math.Atan2(arm.Dot(v), arm.Dot(u)) / (2 * Math.PI) + 1) * Sectors) % Sectors] = true;
            }

            return seen.Count(s => s) >= Sectors - 2;
        }
    }

    /// <summary>The direction the normals have least of: the eigenvector to the least eigenvalue of their scatter.</summary>
    private static Vec3 Axis(SolidSurface surface, List<int> region)
    {
        double xx = 0,
            xy = 0,
            xz = 0,
            yy = 0,
            yz = 0,
            zz = 0;
        foreach (var t in region)
        {
            var (n, weight) = (surface.Normals[t], surface.Mesh.AreaNormal(t).Length);
            (xx, xy, xz) = (xx + weight * n.X * n.X, xy + weight * n.X * n.Y, xz + weight * n.X * n.Z);
            (yy, yz, zz) = (yy + weight * n.Y * n.Y, yz + weight * n.Y * n.Z, zz + weight * n.Z * n.Z);
        }

        var scatter = Matrix<double>.Build.Dense(3, 3, [xx, xy, xz, xy, yy, yz, xz, yz, zz]);
        var least = scatter.Evd(Symmetricity.Symmetric).EigenVectors.Column(0);
        return new Vec3(least[0], least[1], least[2]).Unit();
    }

    /// <summary>Least-squares circle: x² + y² = 2ax + 2by + c is linear in a, b, c (Kåsa 1976).</summary>
    private static (double X, double Y, double Radius) Circle(List<(double X, double Y)> points)
    {
        double mx = points.Average(p => p.X),
            my = points.Average(p => p.Y);
        double xx = 0,
            xy = 0,
            yy = 0,
            xr = 0,
            yr = 0,
            rr = 0;
        foreach (var (px, py) in points)
        {
            var (x, y) = (px - mx, py - my);
            var r = x * x + y * y;
            (xx, xy, yy) = (xx + x * x, xy + x * y, yy + y * y);
            (xr, yr, rr) = (xr + x * r, yr + y * r, rr + r);
        }

        // About their middle the sums of x and y are nought: c stands alone.
        var determinant = xx * yy - xy * xy;
        double a = (xr * yy - yr * xy) / (2 * determinant),
            b = (yr * xx - xr * xy) / (2 * determinant);
        return (a + mx, b + my, Math.Sqrt(rr / points.Count + a * a + b * b));
    }
}
