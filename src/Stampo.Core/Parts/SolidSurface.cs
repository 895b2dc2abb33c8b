using Stampo.Core.Geometry;

namespace Stampo.Core.Parts;

/// <summary>A closed part made ready for questions about its inside: outward normals, samples, and a hierarchy to ask quickly.</summary>
public sealed class SolidSurface
{
    public SolidSurface(Mesh mesh, bool[] leftOut, bool insideOut)
    {
        (Mesh, LeftOut) = (mesh, leftOut);
        Normals = new Vec3[mesh.TriangleCount];
        Parallel.For(0, Normals.Length, t =>
        {
            var normal = mesh.AreaNormal(t);
            var length = normal.Length;
            Normals[t] = length > 0 ? normal * ((insideOut ? -1 : 1) / length) : default;
        });
        Samples = SurfaceSamples.Of(mesh, leftOut);
        Bvh = new Bvh(mesh, leftOut);
        AreaMm2 = Samples.Sum(s => s.AreaMm2);
        Tiny = 1e-5 * mesh.Bounds().Diagonal;
    }

    public Mesh Mesh { get; }

    public bool[] LeftOut { get; }

    /// <summary>Outward unit normals, one a triangle; zero for a needle.</summary>
    public Vec3[] Normals { get; }

    public SurfaceSample[] Samples { get; }

    public Bvh Bvh { get; }

    public double AreaMm2 { get; }

    /// <summary>A step too small to matter and large enough to leave the surface.</summary>
    public double Tiny { get; }
}
