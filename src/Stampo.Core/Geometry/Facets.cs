using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry;

/// <summary>Takes triangles in as they come and joins corners at exactly the same place, so that neighbours know each other.</summary>
public sealed class Facets
{
    /// <summary>In a closed mesh about six corners of triangles meet in a point.</summary>
    private const int CornersOfPoint = 6;

    /// <summary>Beyond a million kilometres in millimetres nothing is a part; it also keeps squares finite.</summary>
    private const float Most = 1e15f;

    private readonly PointTable _points;
    private int[] _corners;
    private int _count;
    private UnusableCorner? _unusable;

    public Facets(int expectedTriangles = 0)
    {
        _corners = new int[Math.Max(48, 3 * expectedTriangles)];
        _points = new PointTable(_corners.Length / CornersOfPoint);
    }

    public int Count => _count / 3;

    /// <summary>Nine coordinates a triangle.</summary>
    public void Add(ReadOnlySpan<Vector3> corners)
    {
        for (var i = 0; i + 3 <= corners.Length; i += 3)
            Add(corners[i], corners[i + 1], corners[i + 2]);
    }

    /// <summary>From the first triangle that has an unusable corner on, nothing is taken in.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public void Add(Vector3 a, Vector3 b, Vector3 c)
    {
        if (_unusable is not null || !IsUsable(a) || !IsUsable(b) || !IsUsable(c))
        {
            _unusable ??= new UnusableCorner(Count, Unusable(a, b, c));
            return;
        }

        if (_count == _corners.Length)
            Array.Resize(ref _corners, 2 * _count);
        var triangle = _corners.AsSpan(_count, 3);
        _count += 3;
        // Adding zero turns −0 into +0, which a file may use for the same point.
        triangle[0] = _points.NumberOf(a + Vector3.Zero);
        triangle[1] = _points.NumberOf(b + Vector3.Zero);
        triangle[2] = _points.NumberOf(c + Vector3.Zero);
    }

    public TriangleSoup Soup(string format, string? statedUnit = null)
    {
        Array.Resize(ref _corners, _count);
        return new TriangleSoup(format, _points.Points.ToArray(), _corners, statedUnit) { Unusable = _unusable };
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static bool IsUsable(Vector3 corner) => Vector128.LessThanAll(Vector128.Abs(corner.AsVector128()), Vector128.Create(Most));

    private static float Unusable(params ReadOnlySpan<Vector3> corners)
    {
        foreach (var corner in corners)
        {
            for (var axis = 0; axis < 3; axis++)
            {
                if (!(Math.Abs(corner[axis]) < Most))
                    return corner[axis];
            }
        }

        return 0;
    }
}
