using System.Text.Json.Serialization;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Plans.Casting.PrintedMolds;

/// <summary>Ceilings inside a printed void that would need support nobody can take out.</summary>
/// <param name="AreaMm2">Flatter than 45°, the open top left out.</param>
/// <param name="At">The largest one.</param>
/// <param name="BestUp">Direction to print it in with least of it; unit, in the file's axes.</param>
/// <param name="BestAreaMm2">What is left then.</param>
public sealed record OverhangFigures(
    [property: JsonPropertyName("areaMm2")] double AreaMm2,
    Place? At,
    double[] BestUp,
    [property: JsonPropertyName("bestAreaMm2")] double BestAreaMm2
);

/// <summary>
/// Self-support of a void as large as the part. The void's ceilings are where the part faces up; one flatter than 45° to the build
/// plate sags or wants support. What lies at the very top is the open fill face.
/// </summary>
public static class Overhangs
{
    private const double LeastDeg = 45,
        OpenTopMm = 0.5;

    public static OverhangFigures Of(SolidSurface surface, Vec3 up)
    {
        var (area, at) = Ceilings(surface, up.Unit());
        var (best, least) = Vec3.Axes.Prepend(up.Unit()).Select(d => (d, Ceilings(surface, d).Area)).MinBy(c => Math.Round(c.Area, 6));
        return new OverhangFigures(area, at, [best.X, best.Y, best.Z], least);
    }

    private static (double Area, Place? At) Ceilings(SolidSurface surface, Vec3 up)
    {
        var top = double.NegativeInfinity;
        for (var v = 0; v < surface.Mesh.VertexCount; v++)
            top = Math.Max(top, surface.Mesh.Vertex(v).Dot(up));
        var flattest = Math.Cos(LeastDeg * Math.PI / 180) + 1e-9;
        double area = 0,
            largest = 0;
        Place? at = null;
        for (var t = 0; t < surface.Mesh.TriangleCount; t++)
        {
            if (surface.LeftOut[t] || surface.Normals[t].Dot(up) <= flattest)
                continue;
            var middle = (surface.Mesh.Corner(t, 0) + surface.Mesh.Corner(t, 1) + surface.Mesh.Corner(t, 2)) * (1 / 3.0);
            if (middle.Dot(up) > top - OpenTopMm)
                continue;
            var here = surface.Mesh.AreaNormal(t).Length / 2;
            area += here;
            if (here > largest)
                (largest, at) = (here, Place.Of(middle, up, 4 * Math.Sqrt(here)));
        }

        return (area, at);
    }
}
