using Stampo.Core.Geometry;

namespace Stampo.Core.Forming;

/// <summary>Columns of a grid, and the heights at which a triangle crosses them.</summary>
/// <param name="StepMm">Between two columns, both ways.</param>
/// <param name="Columns">Along x.</param>
/// <param name="Rows">Along y.</param>
/// <param name="AsideMm">From the origin to the first.</param>
/// <param name="Edge">Share of the triangle by which a column may lie outside it; below nought what lies on an edge is left out.</param>
internal readonly record struct Raster(double StepMm, int Columns, int Rows, double AsideMm, double Edge)
{
    public void Under(Vec3 a, Vec3 b, Vec3 c, Action<int, float> cross)
    {
        var twice = (b.X - a.X) * (c.Y - a.Y) - (c.X - a.X) * (b.Y - a.Y);
        if (Math.Abs(twice) < 1e-12)
            return;
        var (left, right) = (First(Math.Min(a.X, Math.Min(b.X, c.X))), Last(Math.Max(a.X, Math.Max(b.X, c.X)), Columns));
        var (from, until) = (First(Math.Min(a.Y, Math.Min(b.Y, c.Y))), Last(Math.Max(a.Y, Math.Max(b.Y, c.Y)), Rows));
        for (var j = from; j <= until; j++)
        for (var i = left; i <= right; i++)
        {
            var (x, y) = (i * StepMm + AsideMm, j * StepMm + AsideMm);
            var ofB = ((x - a.X) * (c.Y - a.Y) - (c.X - a.X) * (y - a.Y)) / twice;
            var ofC = ((b.X - a.X) * (y - a.Y) - (x - a.X) * (b.Y - a.Y)) / twice;
            if (ofB >= -Edge && ofC >= -Edge && ofB + ofC <= 1 + Edge)
                cross(j * Columns + i, (float)(a.Z + ofB * (b.Z - a.Z) + ofC * (c.Z - a.Z)));
        }
    }

    private int First(double least) => Math.Max(0, (int)Math.Ceiling((least - AsideMm) / StepMm - Math.Max(0, Edge)));

    private int Last(double most, int count) => Math.Min(count - 1, (int)Math.Floor((most - AsideMm) / StepMm + Math.Max(0, Edge)));
}
