using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics.X86;
using System.Security.Cryptography;

namespace Stampo.Core.Geometry;

/// <summary>Numbers points in the order they first come. The table is kept small and grows.</summary>
internal sealed class PointTable
{
    /// <summary>As many slots are fetched from memory at a time as a processor can wait for.</summary>
    public const int AtOnce = 96;

    /// <summary>Not the same in every process, so that nobody can make a file whose points all fall into one slot.</summary>
    private static readonly ulong OfPlane = Odd(),
        OfAll = Odd();

    private Vector3[] _points;
    private int[] _slots;
    private int _count;

    public PointTable(int expected)
    {
        _points = GC.AllocateUninitializedArray<Vector3>(AtOnce + expected + expected / 8);
        _slots = new int[BitOperations.RoundUpToPowerOf2((uint)(2 * _points.Length))];
    }

    public ReadOnlySpan<Vector3> Points => _points.AsSpan(0, _count);

    /// <summary>Writes the number of each of a few points, <see cref="AtOnce"/> at most.</summary>
    public void Number(ReadOnlySpan<Vector3> points, Span<int> numbers)
    {
        if (_count + points.Length > _points.Length)
            Grow();
        var slots = _slots;
        Span<int> wanted = stackalloc int[AtOnce];
        wanted = wanted[..points.Length];
        for (var i = 0; i < wanted.Length; i++)
        {
            wanted[i] = Hash(points[i]) & (slots.Length - 1);
            Fetch(ref slots[wanted[i]]);
        }

        for (var i = 0; i < wanted.Length; i++)
        {
            var slot = SlotOf(points[i], wanted[i]);
            if (slots[slot] == 0)
            {
                _points[_count] = points[i];
                slots[slot] = ++_count;
            }

            numbers[i] = slots[slot] - 1;
        }
    }

    private void Grow()
    {
        Array.Resize(ref _points, 2 * _points.Length);
        _slots = new int[2 * _slots.Length];
        for (var v = 0; v < _count; v++)
            _slots[SlotOf(_points[v], Hash(_points[v]) & (_slots.Length - 1))] = v + 1;
    }

    /// <summary>The slot that holds a point's number, or the empty one where it belongs, from the one on where it is wanted.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private int SlotOf(Vector3 point, int slot)
    {
        var (slots, points) = (_slots, _points);
        while (slots[slot] is > 0 and var number && points[number - 1] != point)
            slot = (slot + 1) & (slots.Length - 1);
        return slot;
    }

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
