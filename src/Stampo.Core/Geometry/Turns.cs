namespace Stampo.Core.Geometry;

/// <summary>Sums in turns of a fixed length, so that any number of processors gives the same sum to the last bit.</summary>
internal static class Turns
{
    private const int Length = 1 << 16;

    /// <param name="count">How many things there are.</param>
    /// <param name="of">The sum over the things from one number to before another.</param>
    public static double Sum(int count, Func<int, int, double> of)
    {
        var sums = new double[(count + Length - 1) / Length];
        Parallel.For(0, sums.Length, i => sums[i] = of(i * Length, Math.Min(count, (i + 1) * Length)));
        return sums.Sum();
    }
}
