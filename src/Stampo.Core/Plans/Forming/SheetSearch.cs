using Stampo.Core.Forming;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>A plug, and what it leaves at the thinnest place.</summary>
public sealed record TriedPlug(double DepthMm, double RadiusMm, double Hold, double MinMm);

/// <summary>Heat over the sheet three by three, and what it leaves at the thinnest place.</summary>
public sealed record TriedZones(IReadOnlyList<double> Shares, double MinMm);

/// <param name="PlainMm">Left without plug and with even heat, on a sheet as coarse.</param>
/// <param name="Plugs">Every plug tried; none for a male mold.</param>
/// <param name="Zones">Every heat tried.</param>
public sealed record SearchFigures(double PlainMm, IReadOnlyList<TriedPlug> Plugs, IReadOnlyList<TriedZones> Zones)
{
    public TriedPlug? BestPlug => Plugs.Count == 0 ? null : Plugs.MaxBy(p => p.MinMm);

    public TriedZones? BestZones => Zones.Count == 0 ? null : Zones.MaxBy(z => z.MinMm);
}

/// <summary>
/// What a plug, and what uneven heat buys at the thinnest place: plugs over a small grid of depth, radius and temperature; heat in turn
/// at the middle, the sides and the corners. On coarse sheets: they say which is better, the fine one says how thin.
/// </summary>
public sealed record SheetSearch(SheetFormed Sheet) : SheetQuestion
{
    private static readonly double[] DepthShares = [0.5, 0.7, 0.85],
        RadiusShares = [0.2, 0.3, 0.4],
        Holds = [0.1, Plug.UsualHold],
        Heats = [0.7, 0.85, 1.15, 1.3];

    /// <summary>Places of the three by three that are heated alike: a part alike on both sides stays so.</summary>
    private static readonly int[][] Rings =
    [
        [4],
        [1, 7],
        [3, 5],
        [0, 2, 6, 8],
    ];

    public override Type AnswerType() => typeof(SearchFigures);

    public override bool IsOnRequest => true;

    public override SheetAnswer Of(OpenShell shell, Progress progress)
    {
        var face = MoldFace.Under(shell, Sheet.Side, Sheet.Layout, progress);
        var cell = SheetSimulation.GuideMm(face);
        var runs = 1 + (Sheet.Side == FormSide.Female ? DepthShares.Length * RadiusShares.Length * Holds.Length : 0) + 16;
        var done = 0;
        var plain = MinOf(Order(null, null))!.Value;
        return new SheetAnswer(new SearchFigures(plain, Sheet.Side == FormSide.Female ? [.. Plugs()] : [], [.. Zones()]));

        IEnumerable<TriedPlug> Plugs()
        {
            var side = Math.Min(face.WidthMm, face.LengthMm) - 2 * Sheet.Layout.MarginMm;
            foreach (var hold in Holds)
            foreach (var depth in DepthShares)
            foreach (var radius in RadiusShares)
            {
                var plug = new Plug(depth * -face.LowestMm, radius * side, hold);
                if (MinOf(Order(plug, null)) is { } min)
                    yield return new TriedPlug(plug.DepthMm, plug.RadiusMm, hold, min);
            }
        }

        IEnumerable<TriedZones> Zones()
        {
            var (best, shares) = (
                MinOf(Order(OwnPlug(), null)) ?? plain,
                Enumerable.Repeat(1.0, SheetChoices.ZoneColumns * SheetChoices.ZoneColumns).ToArray()
            );
            foreach (var ring in Rings)
            {
                var kept = shares;
                foreach (var heat in Heats)
                {
                    var trial = (double[])kept.Clone();
                    Array.ForEach(ring, place => trial[place] = heat);
                    if (MinOf(Order(OwnPlug(), new HeatZones(SheetChoices.ZoneColumns, trial))) is not { } min)
                        continue;
                    yield return new TriedZones(trial, min);
                    if (min > best)
                        (best, shares) = (min, trial);
                }
            }
        }

        Plug? OwnPlug() => Sheet.OrderOn(face, cell).Plug;

        SheetOrder Order(Plug? plug, HeatZones? zones) => Sheet.OrderOn(face, cell) with { Plug = plug, Zones = zones };

        // A plug that runs into the mold is none.
        double? MinOf(SheetOrder order)
        {
            progress.Cancel.ThrowIfCancellationRequested();
            progress.Tell("trying plugs and heat", Math.Min(0.99, (double)done++ / runs));
            try
            {
                return SheetSimulation.Run(face, order, new Progress(cancel: progress.Cancel)).MinMm;
            }
            catch (RefusalException)
            {
                return null;
            }
        }
    }
}
