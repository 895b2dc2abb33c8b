namespace Stampo.Core.Geometry;

/// <summary>
/// A small grey picture of a part seen from the front right above: shade and coverage per pixel, row by row from the top.
/// </summary>
public sealed record Picture(int Width, int Height, byte[] Shade, byte[] Coverage)
{
    private const int Oversampling = 2;

    /// <summary>Pixels looked at before drawing stops: a mesh of a million overlapping sheets shows no more after that.</summary>
    private const long MostPixels = 300_000_000;

    private static readonly Vec3 Right = new Vec3(0.83, 0.56, 0).Unit();
    private static readonly Vec3 Toward = new Vec3(0.46, -0.68, 0.57).Unit();
    private static readonly Vec3 Light = new Vec3(0.1, -0.6, 0.79).Unit();

    /// <summary>Orthographic depth-buffer drawing with flat shading; both faces of a triangle are lit.</summary>
    public static Picture Of(Mesh mesh, int width, int height)
    {
        int w = width * Oversampling,
            h = height * Oversampling;
        var depth = new float[w * h];
        Array.Fill(depth, float.NegativeInfinity);
        var shade = new byte[w * h];
        var up = Toward.Cross(Right).Unit();
        var (centre, scale) = Fit(mesh, up, w, h);
        var looked = 0L;
        for (var t = 0; t < mesh.TriangleCount && looked < MostPixels; t++)
        {
            var normal = mesh.AreaNormal(t);
            if (normal.Length == 0)
                continue;
            var light = (byte)(70 + 175 * Math.Abs(normal.Unit().Dot(Light)));
            Fill(Project(mesh.Corner(t, 0)), Project(mesh.Corner(t, 1)), Project(mesh.Corner(t, 2)), light);
        }

        return Shrink(shade, depth, width, height);

        Vec3 Project(Vec3 p) =>
            new(w / 2.0 + ((p - centre).Dot(Right) * scale), h / 2.0 - (p - centre).Dot(up) * scale, (p - centre).Dot(Toward));

        void Fill(Vec3 a, Vec3 b, Vec3 c, byte light)
        {
            var area = (b.X - a.X) * (c.Y - a.Y) - (b.Y - a.Y) * (c.X - a.X);
            if (area == 0)
                return;
            int x0 = (int)Math.Max(0, Min3(a.X, b.X, c.X)),
                x1 = (int)Math.Min(w - 1, Max3(a.X, b.X, c.X));
            int y0 = (int)Math.Max(0, Min3(a.Y, b.Y, c.Y)),
                y1 = (int)Math.Min(h - 1, Max3(a.Y, b.Y, c.Y));
            looked += Math.Max(0, x1 - x0 + 1) * (long)Math.Max(0, y1 - y0 + 1);
            for (var y = y0; y <= y1; y++)
            for (var x = x0; x <= x1; x++)
            {
                double px = x + 0.5,
                    py = y + 0.5;
                var u = ((b.X - px) * (c.Y - py) - (b.Y - py) * (c.X - px)) / area;
                var v = ((c.X - px) * (a.Y - py) - (c.Y - py) * (a.X - px)) / area;
                if (u < 0 || v < 0 || u + v > 1)
                    continue;
                var z = (float)(u * a.Z + v * b.Z + (1 - u - v) * c.Z);
                if (z <= depth[y * w + x])
                    continue;
                depth[y * w + x] = z;
                shade[y * w + x] = light;
            }
        }
    }

    private static (Vec3 Centre, double Scale) Fit(Mesh mesh, Vec3 up, int w, int h)
    {
        var box = mesh.Bounds();
        double across = 0,
            high = 0;
        for (var corner = 0; corner < 8; corner++)
        {
            var half = box.Size * 0.5;
            var arm = new Vec3(
                (corner & 1) == 0 ? half.X : -half.X,
                (corner & 2) == 0 ? half.Y : -half.Y,
                (corner & 4) == 0 ? half.Z : -half.Z
            );
            across = Math.Max(across, Math.Abs(arm.Dot(Right)));
            high = Math.Max(high, Math.Abs(arm.Dot(up)));
        }

        return (box.Centre, 0.47 * Math.Min(w / Math.Max(across, 1e-9), h / Math.Max(high, 1e-9)));
    }

    private static Picture Shrink(byte[] shade, float[] depth, int width, int height)
    {
        byte[] small = new byte[width * height],
            coverage = new byte[width * height];
        for (var y = 0; y < height; y++)
        for (var x = 0; x < width; x++)
        {
            int sum = 0,
                hits = 0;
            for (var dy = 0; dy < Oversampling; dy++)
            for (var dx = 0; dx < Oversampling; dx++)
            {
                var at = (y * Oversampling + dy) * width * Oversampling + x * Oversampling + dx;
                if (float.IsNegativeInfinity(depth[at]))
                    continue;
                hits++;
                sum += shade[at];
            }

            small[y * width + x] = (byte)(hits == 0 ? 0 : sum / hits);
            coverage[y * width + x] = (byte)(255 * hits / (Oversampling * Oversampling));
        }

        return new Picture(width, height, small, coverage);
    }

    private static double Min3(double a, double b, double c) => Math.Min(a, Math.Min(b, c));

    private static double Max3(double a, double b, double c) => Math.Max(a, Math.Max(b, c));
}
