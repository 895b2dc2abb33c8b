using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics.X86;
using System.Security.Cryptography;

namespace Stampo.Core.Geometry;

/// <summary>
/// Numbers points in the order they first come. The table is kept small and grows; a slot holds a number in its lower 24 bits and above
/// it eight bits of the point's hash, so that another point is hardly ever looked at.
/// </summary>
internal sealed class PointTable
{
    /// <summary>As many slots are fetched from memory at a time as a processor can wait for.</summary>
    public const int AtOnce = 96;

    /// <summary>Three times <see cref="Reading.MeshReader.MaxTriangles"/> are fewer.</summary>
    private const int MostPoints = (1 << 24) - 1;

    /// <summary>Not the same in every process, so that nobody can make a file whose points all fall into one slot.</summary>
    private static readonly ulong OfPlane = Odd(),
        OfAll = Odd();

    private Vector3[] _points;
    private int[] _slots;
    private int _count;

    public PointTable(int expected)
    {
        _points = GC.AllocateUninitializedArray<Vector3>(AtOnce + expected + expected / 8);
        _slots = new int[BitOperations.RoundUpToPowerOf2((uint)(_points.Length + _points.Length / 2))];
    }

    public ReadOnlySpan<Vector3> Points => _points.AsSpan(0, _count);

    /// <summary>
    /// Writes the numbers of the corners of some triangles, <see cref="AtOnce"/> points at most. Where the triangle before has a corner
    /// at the same place, its number is taken; of the others the slots are fetched ahead.
    /// </summary>
    public void Number(ReadOnlySpan<Vector3> points, Span<int> numbers)
    {
        if (_count + points.Length > _points.Length)
            Grow();
        Span<int> hashes = stackalloc int[AtOnce];
        hashes = hashes[..points.Length];
        for (var i = 0; i < hashes.Length; i++)
        {
            var before = i - i % 3 - 3;
            if (before >= 0 && Same(points.Slice(before, 3), points[i]) is >= 0 and var same)
            {
                hashes[i] = ~(before + same);
                continue;
            }

            hashes[i] = Hash(points[i]);
            Fetch(ref _slots[hashes[i] & (_slots.Length - 1)]);
        }

        for (var i = 0; i < hashes.Length; i++)
            numbers[i] = hashes[i] < 0 ? numbers[~hashes[i]] : NumberOf(points[i], hashes[i]);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static int Same(ReadOnlySpan<Vector3> triangle, Vector3 point) =>
        triangle[0] == point ? 0
        : triangle[1] == point ? 1
        : triangle[2] == point ? 2
        : -1;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private int NumberOf(Vector3 point, int hash)
    {
        var slot = SlotOf(point, hash);
        if (_slots[slot] == 0)
        {
            _points[_count] = point;
            _slots[slot] = Marked(++_count, hash);
        }

        return (_slots[slot] & MostPoints) - 1;
    }

    private void Grow()
    {
        if (_points.Length == MostPoints)
            throw new InvalidOperationException($"A mesh has at most {MostPoints} points.");
        Array.Resize(ref _points, Math.Min(2 * _points.Length, MostPoints));
        _slots = new int[2 * _slots.Length];
        for (var v = 0; v < _count; v++)
        {
            var hash = Hash(_points[v]);
            _slots[SlotOf(_points[v], hash)] = Marked(v + 1, hash);
        }
    }

    /// <summary>The slot that holds a point's number, or the empty one where it belongs.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private int SlotOf(Vector3 point, int hash)
    {
        var (slots, points) = (_slots, _points);
        var marked = Marked(0, hash);
        var slot = hash & (slots.Length - 1);
        while (slots[slot] is not 0 and var held && ((held & ~MostPoints) != marked || points[(held & MostPoints) - 1] != point))
            slot = (slot + 1) & (slots.Length - 1);
        return slot;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static int Marked(int number, int hash) => number | (hash << 1 & ~MostPoints);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static unsafe void Fetch(ref int slot)
    {
        if (Sse.IsSupported)
            Sse.Prefetch0(Unsafe.AsPointer(ref slot));
    }

    private static ulong Odd() => BitConverter.ToUInt64(RandomNumberGenerator.GetBytes(8)) | 1;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static int Hash(Vector3 p)
    {
        var h = (BitConverter.SingleToUInt32Bits(p.X) | ((ulong)BitConverter.SingleToUInt32Bits(p.Y) << 32)) * OfPlane;
        h = (h ^ (h >> 32) ^ BitConverter.SingleToUInt32Bits(p.Z)) * OfAll;
        return (int)(h >> 33);
    }
}
