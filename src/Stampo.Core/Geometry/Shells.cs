namespace Stampo.Core.Geometry;

/// <summary>
/// Numbers the shells of a mesh in the order of their first triangles: each triangle takes its number from a neighbour that came before
/// it, and numbers that turn out to be of one shell are joined (the two passes of labelling connected components).
/// </summary>
internal static class Shells
{
    /// <param name="across">The triangle across each side; negative where there is none or more than one.</param>
    /// <param name="leftOut">Triangles that belong to no shell: they get −1.</param>
    /// <param name="meetings">Pairs of triangles that share an edge with others too.</param>
    public static (int[] ShellOf, int Count) Of(int[] across, bool[] leftOut, IEnumerable<(int A, int B)> meetings)
    {
        var numbers = GC.AllocateUninitializedArray<int>(leftOut.Length);
        var shells = new DisjointSets(0);
        for (var t = 0; t < numbers.Length; t++)
            numbers[t] = leftOut[t] ? -1 : NumberOf(t);
        foreach (var (a, b) in meetings)
            shells.Join(numbers[a], numbers[b]);
        var (setOf, count) = shells.Number(new bool[shells.Count]);
        if (count < setOf.Length)
        {
            for (var t = 0; t < numbers.Length; t++)
                numbers[t] = leftOut[t] ? -1 : setOf[numbers[t]];
        }

        return (numbers, count);

        int NumberOf(int t)
        {
            var number = -1;
            foreach (var other in across.AsSpan(3 * t, 3))
            {
                if ((uint)other >= (uint)t || numbers[other] == number)
                    continue;
                if (number >= 0)
                    shells.Join(number, numbers[other]);
                else
                    number = numbers[other];
            }

            return number >= 0 ? number : shells.Add();
        }
    }
}
