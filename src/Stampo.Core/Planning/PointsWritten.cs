using System.Globalization;
using Stampo.Core.Geometry;

namespace Stampo.Core.Planning;

/// <summary>Places written out in a question to the mesh: equal questions have one answer.</summary>
internal static class PointsWritten
{
    public static string Of(IEnumerable<double[]> points) =>
        string.Join(';', points.Select(p => string.Join(',', p.Select(c => c.ToString("R", CultureInfo.InvariantCulture)))));

    public static IReadOnlyList<Vec3> Read(string written) =>
        [
            .. written
                .Split(';', StringSplitOptions.RemoveEmptyEntries)
                .Select(p => p.Split(',').Select(c => double.Parse(c, CultureInfo.InvariantCulture)).ToArray())
                .Select(p => new Vec3(p[0], p[1], p[2])),
        ];
}
