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

    /// <summary>Corners that have come and are not numbered yet.</summary>
    private readonly Vector3[] _waiting = new Vector3[PointTable.AtOnce];
    private int _waitingCount;
    private int[] _corners;
    private int _count;
    private UnusableCorner? _unusable;

    public Facets(int expectedTriangles = 0)
    {
        _corners = GC.AllocateUninitializedArray<int>(Math.Max(48, 3 * expectedTriangles));
        _points = new PointTable(_corners.Length / CornersOfPoint);
    }

    public int Count => (_count + _waitingCount) / 3;

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

        // Adding zero turns −0 into +0, which a file may use for the same point.
        _waiting[_waitingCount] = a + Vector3.Zero;
        _waiting[_waitingCount + 1] = b + Vector3.Zero;
        _waiting[_waitingCount + 2] = c + Vector3.Zero;
        _waitingCount += 3;
        if (_waitingCount == _waiting.Length)
            Join();
    }

    public TriangleSoup Soup(string format, string? statedUnit = null)
    {
        Join();
        Array.Resize(ref _corners, _count);
        return new TriangleSoup(format, _points.Points.ToArray(), _corners, statedUnit) { Unusable = _unusable };
    }

    private void Join()
    {
        if (_count + _waitingCount > _corners.Length)
            Array.Resize(ref _corners, 2 * _corners.Length + _waiting.Length);
        _points.Number(_waiting.AsSpan(0, _waitingCount), _corners.AsSpan(_count));
        _count += _waitingCount;
        _waitingCount = 0;
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
