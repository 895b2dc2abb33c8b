using Stampo.Core.Jobs;
using Stampo.Core.Wording;

namespace Stampo.Core.Routes.Injection;

/// <summary>
/// Whether the melt gets to the end: flow length from one gate in the middle over the usual wall, against what the material reaches.
/// Within its low end it fits; above it at risk; above its high end it takes more gates.
/// </summary>
internal static class FlowGate
{
    private const int MostGates = 4;

    public static Gate Of(Job job)
    {
        const string name = "Flow length ÷ wall";
        if (job.Material.Melt is not { FlowRatioLow: { } low, FlowRatioHigh: { } high })
            return new Gate(
                Verdict.NotKnown,
                name,
                $"How far {job.Material.Name} flows is not stated.",
                "State its flow ratio in the library."
            );
        var lengthMm = LengthMm(job.Part);
        var ratio = lengthMm / job.Part.WallMm;
        var said =
            $"{Text.Number(lengthMm, 2)} mm of flow in a wall of {Text.Number(job.Part.WallMm, 2)} mm is {Text.Number(ratio, 3)}; "
            + $"{job.Material.Name} reaches {Text.Number(low)} to {Text.Number(high)}";
        if (ratio <= low)
            return new Gate(Verdict.Fits, name, $"{said}.");
        if (ratio <= high)
            return new Gate(
                Verdict.AtRisk,
                name,
                $"{said}: it may fall short or need high pressure.",
                "A thicker wall, a second gate, or an easier flowing grade."
            );
        var gates = (int)Math.Ceiling(ratio / low);
        return gates <= MostGates
            ? new Gate(
                Verdict.AtRisk,
                name,
                $"{said}: {gates} gates, and a weld line where their flows meet.",
                "Place the weld lines where they neither show nor carry; or a thicker wall."
            )
            : new Gate(Verdict.Out, name, $"{said}.", $"A wall of {Text.Number(lengthMm / high, 2)} mm would fill from one gate.");
    }

    /// <summary>From the middle of the opening to a far corner, and down its depth.</summary>
    private static double LengthMm(Parts.PartFacts part)
    {
        double[] sides = [part.LengthMm, part.WidthMm, part.HeightMm];
        Array.Sort(sides);
        return 0.5 * Math.Sqrt(sides[2] * sides[2] + sides[1] * sides[1]) + sides[0];
    }
}
