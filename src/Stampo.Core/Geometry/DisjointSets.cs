namespace Stampo.Core.Geometry;

/// <summary>
/// Union–find with path halving (Tarjan and van Leeuwen 1984). Several may join at once: a set's root is given a parent by compare
/// and exchange, and halving a path only ever puts an ancestor in the place of another.
/// </summary>
internal sealed class DisjointSets
{
    private readonly int[] _parent;

    public DisjointSets(int count)
    {
        _parent = new int[count];
        for (var i = 0; i < count; i++)
            _parent[i] = i;
    }

    public void Join(int a, int b)
    {
        while ((a = Root(a)) != (b = Root(b)))
        {
            // The lower number wins, so that sets are numbered in the order of their first member.
            if (a > b)
                (a, b) = (b, a);
            if (Interlocked.CompareExchange(ref _parent[b], a, b) == b)
                return;
        }
    }

    /// <summary>Numbers the sets 0, 1, …; members of <paramref name="leftOut"/> get −1.</summary>
    public (int[] SetOf, int Count) Number(ReadOnlySpan<bool> leftOut)
    {
        var numbers = new int[_parent.Length];
        var count = 0;
        for (var i = 0; i < numbers.Length; i++)
            numbers[i] =
                leftOut[i] ? -1
                : Root(i) == i ? count++
                : numbers[Root(i)];
        return (numbers, count);
    }

    public int Root(int i)
    {
        while (_parent[i] != i)
            i = _parent[i] = _parent[_parent[i]];
        return i;
    }
}
