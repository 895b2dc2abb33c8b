using Stampo.Core.Wording;

namespace Stampo.Core.Log.Charts;

/// <summary>A feature of the tool and what the part of a shot has of it.</summary>
public sealed record ReplicationPair(int Shot, double ToolMm, double PartMm);

/// <summary>
/// How far a part takes the tool's features on, part ÷ tool, and whether that changes along the run: least squares of the degree on the
/// shot, with the 95 % interval of the slope by Student's t with n − 2 degrees of freedom. It drifts when the interval leaves 0 out by more
/// than rounding.
/// </summary>
public sealed record Replication(
    IReadOnlyList<double> Degrees,
    double Mean,
    double SlopePerShot,
    double SlopeLow,
    double SlopeHigh,
    bool Drifts
)
{
    private const int Least = 3;

    public static Replication Of(IReadOnlyList<ReplicationPair> pairs)
    {
        Check.Between(Check.Whole(pairs, "pairs").Count, Least, ControlChart.Most, "pairs", "pairs", "a slope needs three");
        for (var i = 0; i < pairs.Count; i++)
        {
            Check.Between(pairs[i].Shot, 0, 1e9, $"pairs[{i}].shot", "", "shots are counted from 1");
            Check.Positive(pairs[i].ToolMm, $"pairs[{i}].toolMm", "mm", 1e6);
            Check.Between(pairs[i].PartMm, 0, 1e6, $"pairs[{i}].partMm", "mm", "a size is not negative");
        }

        var degrees = pairs.Select(p => p.PartMm / p.ToolMm).ToArray();
        var drift =
            Slope.Of([.. pairs.Select(p => p.Shot)], degrees)
            ?? throw new RefusalException("replication.one-shot", "All pairs are of the same shot; a drift needs several.", "pairs");
        return new Replication(degrees, degrees.Average(), drift.PerShot, drift.Low, drift.High, drift.IsSeen);
    }
}
