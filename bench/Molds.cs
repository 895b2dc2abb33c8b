using System.Diagnostics;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Working;

namespace Stampo.Bench;

/// <summary>What a plan asks of a mesh: a generated split mold, and the shape work that is done once and kept.</summary>
internal static class Molds
{
    private static readonly Vec3 Up = new(0, 0, 1);

    public static void Print()
    {
        var (part, surface) = Sphere(50_000);
        Split(part, surface, 1_500);
        var (large, itsSurface) = Sphere(500_000);
        Split(large, itsSurface, 15_000);
        Shapes.Line(
            $"{part.Mesh.TriangleCount:#,0} triangles: parting line, risers, ceilings, once a part",
            Ms(() => PlannedShape.Of(surface, Up, null, false, null)),
            2_000
        );
    }

    private static (CheckedMesh, SolidSurface) Sphere(int triangles)
    {
        var part = MeshCheck.Run(SphereStl.OfAtLeast(triangles), LengthUnit.Mm);
        return (part, new SolidSurface(part.Mesh, part.Faults, part.Topology, false));
    }

    private static void Split(CheckedMesh part, SolidSurface surface, double limitMs) =>
        Shapes.Line(
            $"{part.Mesh.TriangleCount:#,0} triangles: split mold, exact to 1/1024 mm",
            Ms(() => SplitMolds.Of(surface, Up, new SplitMoldRequest(), Progress.None)),
            limitMs
        );

    private static double Ms(Action work) =>
        Enumerable
            .Range(0, 3)
            .Select(_ =>
            {
                var watch = Stopwatch.StartNew();
                work();
                return watch.Elapsed.TotalMilliseconds;
            })
            .Order()
            .ElementAt(1);
}
