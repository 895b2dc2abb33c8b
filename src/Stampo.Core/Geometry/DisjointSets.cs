namespace Stampo.Core.Geometry;

/// <summary>Union–find with path halving (Tarjan and van Leeuwen 1984).</summary>
internal sealed class DisjointSets
{
    private int[] _parent;

    public DisjointSets(int count)
    {
        _parent = new int[count];
        while (Count < count)
            Add();
    }

    public int Count { get; private set; }

    /// <summary>A further set, by its number.</summary>
    public int Add()
    {
        if (Count == _parent.Length)
            Array.Resize(ref _parent, 2 * Count + 16);
        return _parent[Count] = Count++;
    }

    public void Join(int a, int b)
    {
        a = Root(a);
        b = Root(b);
        // The lower number wins, so that sets are numbered in the order of their first member.
        if (a < b)
            _parent[b] = a;
        else
            _parent[a] = b;
    }

    /// <summary>Numbers the joined sets 0, 1, … in the order of their first members; those of <paramref name="leftOut"/> get −1.</summary>
    public (int[] SetOf, int Count) Number(ReadOnlySpan<bool> leftOut)
    {
        var numbers = new int[Count];
        var joined = 0;
        for (var i = 0; i < numbers.Length; i++)
            numbers[i] =
                leftOut[i] ? -1
                : Root(i) == i ? joined++
                : numbers[Root(i)];
        return (numbers, joined);
    }

    public int Root(int i)
    {
        while (_parent[i] != i)
            i = _parent[i] = _parent[_parent[i]];
        return i;
    }
}
