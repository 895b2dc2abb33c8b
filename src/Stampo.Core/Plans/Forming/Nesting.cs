namespace Stampo.Core.Plans.Forming;

/// <summary>Rectangles from a larger one by guillotine cuts: rows one way round, the strip that is left the other way.</summary>
public static class Nesting
{
    /// <summary>Whether one goes into the larger, either way round.</summary>
    public static bool Fits(double length, double width, double inLength, double inWidth) =>
        Math.Max(length, width) <= Math.Max(inLength, inWidth) + 1e-9 && Math.Min(length, width) <= Math.Min(inLength, inWidth) + 1e-9;

    public static int Most(double length, double width, double stockLength, double stockWidth) =>
        new[] { (length, width), (width, length) }.Max(of =>
            Math.Max(InStrips(of.Item1, of.Item2, stockLength, stockWidth), InStrips(of.Item1, of.Item2, stockWidth, stockLength))
        );

    /// <summary>So many rows as given, whatever that leaves filled with turned ones.</summary>
    private static int InStrips(double length, double width, double stockLength, double stockWidth) =>
        Enumerable
            .Range(0, Along(stockWidth, width) + 1)
            .Max(rows => rows * Along(stockLength, length) + Along(stockWidth - rows * width, length) * Along(stockLength, width));

    private static int Along(double room, double side) => (int)Math.Floor(room / side + 1e-9);
}
