using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>Both halves of a mold in the frame of the pull, shut around the parts.</summary>
internal sealed class Halves
{
    private readonly HeightSolid _lower,
        _over;

    /// <param name="down">Facets of what the halves shut around, that look back along the pull.</param>
    /// <param name="up">Those that look along it.</param>
    /// <param name="fittings">What else the halves have.</param>
    /// <param name="plane">Height of the parting where nothing else is.</param>
    /// <param name="progress">Told how far it is.</param>
    public Halves(IReadOnlyList<Facet> down, IReadOnlyList<Facet> up, Fittings fittings, int plane, Progress progress)
    {
        progress.Begin("The lower half", 0.35);
        _lower = HeightSolid.Of(
            [.. down, .. fittings.OnLower],
            fittings.Outline,
            fittings.LowerHoles,
            plane,
            Grid.Of(fittings.Bottom),
            progress.Cancel
        );
        progress.Begin("The upper half", 0.35);
        _over = HeightSolid.Of(
            [.. up.Concat(fittings.InUpper).Select(f => f.TurnedOver)],
            [.. fittings.Outline.Select(Over)],
            [.. fittings.UpperHoles.Select(ring => ring.Select(Over).ToArray())],
            -plane,
            -Grid.Of(fittings.Top),
            progress.Cancel
        );
        Upper = new Mesh(TurnedOver(_over.Mesh.Positions), _over.Mesh.Corners);
        (LowerMm3, UpperMm3) = (_lower.ClosedMm3("lower half"), _over.ClosedMm3("upper half"));
    }

    public Mesh Lower => _lower.Mesh;

    public Mesh Upper { get; }

    public double LowerMm3 { get; }

    public double UpperMm3 { get; }

    /// <summary>What they leave room for, holes and channels left out.</summary>
    /// <remarks>The turned-over roof lies below its plane by what stands above it.</remarks>
    public double BetweenMm3 => -(_lower.PartRoofVolume + _over.PartRoofVolume) / Math.Pow(Grid.PerMm, 3);

    public double ShutOffMm => Grid.Mm(Math.Max(_lower.SteepestStep, _over.SteepestStep));

    private static Node Over(Node n) => new(n.X, -n.Y);

    private static double[] TurnedOver(double[] positions) => [.. positions.Select((p, i) => i % 3 == 0 ? p : -p)];
}
