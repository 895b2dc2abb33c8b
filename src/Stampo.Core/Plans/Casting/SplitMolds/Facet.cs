using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>A place seen along the pull, in whole steps of the grid.</summary>
internal readonly record struct Node(int X, int Y)
{
    public Vec3 At(int z) => new(X, Y, z);

    public static long Turn(Node a, Node b, Node c) => (long)(b.X - a.X) * (c.Y - a.Y) - (long)(b.Y - a.Y) * (c.X - a.X);
}

/// <summary>
/// The grid that everything is laid on: steps of 1/1024 mm, which single precision holds exactly up to sixteen metres, so that
/// what is joined here stays joined in a file.
/// </summary>
internal static class Grid
{
    public const double PerMm = 1024;

    public static int Of(double mm) => (int)Math.Round(mm * PerMm);

    public static double Mm(double steps) => steps / PerMm;

    public static Node Node(double xMm, double yMm) => new(Of(xMm), Of(yMm));
}

internal enum FacetKind
{
    /// <summary>Of the part: the mold ends there.</summary>
    Part,

    /// <summary>Cut into the mold, below whatever is there.</summary>
    Channel,

    /// <summary>On the parting surface: a key or its socket.</summary>
    Key,

    /// <summary>A flat or slope of a stepped parting surface, in place of the plane.</summary>
    Step,
}

/// <summary>A triangle seen along the pull, with the heights of its corners.</summary>
internal readonly record struct Facet(Node A, Node B, Node C, int Za, int Zb, int Zc, FacetKind Kind)
{
    /// <summary>How far from an edge, in steps, a noded point may have been rounded.</summary>
    private const double Rounded = 2;

    /// <summary>Twice the area seen, positive when it winds counter-clockwise.</summary>
    public long Turn => Node.Turn(A, B, C);

    /// <summary>Out of the part.</summary>
    public Vec3 Normal => (B.At(Zb) - A.At(Za)).Cross(C.At(Zc) - A.At(Za)).Unit();

    public Facet TurnedOver => new(Over(A), Over(B), Over(C), -Za, -Zb, -Zc, Kind);

    public (Node A, Node B)[] Edges => [(A, B), (B, C), (C, A)];

    public Node[] Corners => [A, B, C];

    public PlaneBox Around(float margin) =>
        new(
            Math.Min(A.X, Math.Min(B.X, C.X)) - margin,
            Math.Min(A.Y, Math.Min(B.Y, C.Y)) - margin,
            Math.Max(A.X, Math.Max(B.X, C.X)) + margin,
            Math.Max(A.Y, Math.Max(B.Y, C.Y)) + margin
        );

    /// <summary>Whether a place that is none of its corners lies in it.</summary>
    public bool Holds(Node p) => p != A && p != B && p != C && Covers(p.X, p.Y);

    public bool Covers(double x, double y)
    {
        var (a, b, c) = (Side(A, B, x, y), Side(B, C, x, y), Side(C, A, x, y));
        return (a >= 0 && b >= 0 && c >= 0) || (a <= 0 && b <= 0 && c <= 0);
    }

    /// <summary>
    /// Height at a point of the facet. On an edge it is taken along that edge alone, always from the same end, so that both
    /// neighbours say the same.
    /// </summary>
    public int HeightAt(Node p)
    {
        if (p == A)
            return Za;
        if (p == B)
            return Zb;
        if (p == C)
            return Zc;
        var (ab, bc, ca) = (Away(A, B, p), Away(B, C, p), Away(C, A, p));
        var least = Math.Min(ab, Math.Min(bc, ca));
        if (least > Rounded)
            return (int)Math.Round(HeightAt((double)p.X, p.Y));
        return least == ab ? Along(A, Za, B, Zb, p)
            : least == bc ? Along(B, Zb, C, Zc, p)
            : Along(C, Zc, A, Za, p);
    }

    /// <summary>Height of the facet's plane, kept within the heights of its corners.</summary>
    public double HeightAt(double x, double y)
    {
        double a = Side(B, C, x, y),
            b = Side(C, A, x, y),
            c = Side(A, B, x, y),
            whole = a + b + c;
        var height = whole == 0 ? Za : (a * Za + b * Zb + c * Zc) / whole;
        return Math.Clamp(height, Math.Min(Za, Math.Min(Zb, Zc)), Math.Max(Za, Math.Max(Zb, Zc)));
    }

    private static Node Over(Node n) => new(n.X, -n.Y);

    private static double Side(Node a, Node b, double x, double y) => (b.X - a.X) * (y - a.Y) - (b.Y - a.Y) * (x - a.X);

    private static double Away(Node a, Node b, Node p) =>
        Math.Abs(Node.Turn(a, b, p)) / Math.Max(1, Math.Sqrt(Math.Pow(b.X - (double)a.X, 2) + Math.Pow(b.Y - (double)a.Y, 2)));

    private static int Along(Node a, int za, Node b, int zb, Node p)
    {
        if ((b.X, b.Y).CompareTo((a.X, a.Y)) < 0)
            (a, za, b, zb) = (b, zb, a, za);
        double dx = b.X - a.X,
            dy = b.Y - a.Y;
        var share = Math.Clamp(((p.X - a.X) * dx + (p.Y - a.Y) * dy) / Math.Max(1, dx * dx + dy * dy), 0, 1);
        return (int)Math.Round(za + share * (zb - za));
    }
}
