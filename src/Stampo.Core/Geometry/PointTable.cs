using System.Numerics;
using System.Runtime.CompilerServices;
using System.Security.Cryptography;

namespace Stampo.Core.Geometry;

/// <summary>Numbers points in the order they first come. It is kept small, so that it stays near the processor, and grows.</summary>
internal sealed class PointTable
{
    /// <summary>Not the same in every process, so that nobody can make a file whose points all fall into one slot.</summary>
    private static readonly uint OfX = Odd(),
        OfY = Odd(),
        OfZ = Odd();

    private Vector3[] _points;
    private int[] _slots;
    private int _count;

    public PointTable(int expected)
    {
        _points = new Vector3[Math.Max(8, expected + expected / 8)];
        _slots = new int[BitOperations.RoundUpToPowerOf2((uint)(2 * _points.Length))];
    }

    public ReadOnlySpan<Vector3> Points => _points.AsSpan(0, _count);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public int NumberOf(Vector3 point)
    {
        var slot = SlotOf(point);
        return _slots[slot] is > 0 and var number ? number - 1 : New(point, slot);
    }

    private int New(Vector3 point, int slot)
    {
        if (_count == _points.Length)
        {
            Grow();
            slot = SlotOf(point);
        }

        _points[_count] = point;
        _slots[slot] = ++_count;
        return _count - 1;
    }

    private void Grow()
    {
        Array.Resize(ref _points, 2 * _points.Length);
        _slots = new int[2 * _slots.Length];
        for (var v = 0; v < _count; v++)
            _slots[SlotOf(_points[v])] = v + 1;
    }

    /// <summary>The slot that holds a point's number, or the empty one where it belongs.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private int SlotOf(Vector3 point)
    {
        var (slots, points) = (_slots, _points);
        var slot = Hash(point) & (slots.Length - 1);
        while (slots[slot] is > 0 and var number && points[number - 1] != point)
            slot = (slot + 1) & (slots.Length - 1);
        return slot;
    }

    private static uint Odd() => BitConverter.ToUInt32(RandomNumberGenerator.GetBytes(4)) | 1;

    private static int Hash(Vector3 p)
    {
        var h = BitConverter.SingleToUInt32Bits(p.X) * OfX;
        h = BitOperations.RotateLeft(h, 15) ^ (BitConverter.SingleToUInt32Bits(p.Y) * OfY);
        h = BitOperations.RotateLeft(h, 13) ^ (BitConverter.SingleToUInt32Bits(p.Z) * OfZ);
        h ^= h >> 15;
        h *= 0x2C1B3C6Du;
        return (int)((h ^ (h >> 13)) & int.MaxValue);
    }
}
