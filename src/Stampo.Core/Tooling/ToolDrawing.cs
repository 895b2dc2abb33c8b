using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Tooling;

/// <summary>One cavity as a draughtsman draws it, in mm from a corner of the part's box in the tool's frame.</summary>
/// <param name="SizeMm">Long, wide and deep.</param>
/// <param name="Front">Seen from the core: four numbers a line, x1, y1, x2, y2.</param>
/// <param name="Section">Cut lengthwise through the middle: x1, z1, x2, z2; z towards the core.</param>
public sealed record ToolDrawing(double[] SizeMm, float[] Front, float[] Section)
{
    public static ToolDrawing Of(SolidSurface surface, Vec3 toCore)
    {
        var frame = MoldFrame.Of(surface.Mesh, toCore);
        return new ToolDrawing(
            frame.Box.Size.ToArray(),
            ViewLines.Of(surface, frame, new Vec3(1, 0, 0), new Vec3(0, 1, 0)).Seen,
            Cut(surface, frame)
        );
    }

    /// <summary>A hair beside the middle, so that no plane of a part drawn in round numbers lies in it.</summary>
    private const double Aside = 0.5 + 1.3e-4;

    private static float[] Cut(SolidSurface surface, MoldFrame frame)
    {
        var y = frame.Box.Min.Y + Aside * frame.Box.Size.Y;
        var lines = new List<float>();
        for (var t = 0; t < surface.Mesh.TriangleCount; t++)
        {
            if (surface.LeftOut[t])
                continue;
            var ends = 0;
            for (var k = 0; k < 3; k++)
            {
                var (a, b) = (frame.In(surface.Mesh.Corner(t, k)), frame.In(surface.Mesh.Corner(t, (k + 1) % 3)));
                if (a.Y < y == b.Y < y)
                    continue;
                var on = a + (b - a) * ((y - a.Y) / (b.Y - a.Y)) - frame.Box.Min;
                lines.AddRange([(float)on.X, (float)on.Z]);
                ends++;
            }

            if (ends == 1)
                lines.RemoveRange(lines.Count - 2, 2);
        }

        return [.. lines];
    }
}
