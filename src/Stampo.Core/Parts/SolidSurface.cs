using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Parts;

/// <summary>A closed part made ready for questions about its inside: outward normals, samples, and a hierarchy to ask quickly.</summary>
public sealed class SolidSurface
{
    /// <summary>So many boxes are looked into for a place; beyond them the nearest so far is good enough.</summary>
    private const int MostVisits = 100_000;

    public SolidSurface(Mesh mesh, Faults faults, Topology topology, bool insideOut)
    {
        (Mesh, LeftOut, Topology) = (mesh, faults.LeftOut, topology);
        Normals = new Vec3[mesh.TriangleCount];
        Parallel.For(0, Normals.Length, t => Normals[t] = mesh.UnitNormal(t) * (insideOut ? -1 : 1));
        Samples = SurfaceSamples.Of(mesh, LeftOut);
        Bvh = new Bvh(mesh, LeftOut);
        _farWall = insideOut ? Facing.Against : Facing.Along;
        AreaMm2 = Samples.All.Sum(s => s.AreaMm2);
        Tiny = 1e-5 * mesh.Bounds().Diagonal;
    }

    public Mesh Mesh { get; }

    public bool[] LeftOut { get; }

    public Topology Topology { get; }

    /// <summary>Outward unit normals, one a triangle; zero for a needle.</summary>
    public Vec3[] Normals { get; }

    public SurfaceSamples Samples { get; }

    public Bvh Bvh { get; }

    public double AreaMm2 { get; }

    private readonly Facing _farWall;

    /// <summary>The place of the surface that is nearest; null for one farther off than the part is large.</summary>
    public NearPoint? NearestTo(Vec3 point) => Bvh.Nearest(point, Mesh.Bounds().Diagonal, MostVisits);

    /// <summary>How far the far wall is along a unit direction, from the surface or inside; infinite where there is none.</summary>
    public double FarWall(Vec3 from, Vec3 direction) => Bvh.FirstHit(from, direction, Tiny, _farWall);

    /// <summary>Whether a ray from just outside a sample gets away along the unit direction.</summary>
    public bool Leaves(Vec3 outside, Vec3 direction) => !Bvh.AnyHit(outside, direction, 0);

    public Vec3 JustOutside(SurfaceSample sample) => sample.Point + Normals[sample.Triangle] * Tiny;

    /// <summary>A step too small to matter and large enough to leave the surface.</summary>
    public double Tiny { get; }
}
