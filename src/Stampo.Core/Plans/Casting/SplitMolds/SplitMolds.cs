using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// Makes a printed mold in two halves around a part. Each half is a solid with one height everywhere along the pull, so the
/// halves always come apart; a part with an undercut has two heights somewhere and is refused with the place. The cavity is the
/// part's own facets, laid on a grid of 1/1024 mm: it is as true as the mesh, not as a raster.
/// </summary>
public static class SplitMolds
{
    /// <summary>Highs of the cavity this much apart in height want a vent each.</summary>
    private const double VentApartMm = 2;

    private const double MostDifference = 0.005;

    private const int MostTriangles = 1_000_000;

    public static SplitMold Of(SolidSurface part, Vec3 pull, SplitMoldRequest request, Progress progress)
    {
        request.Checked();
        if ((long)part.Mesh.TriangleCount * request.Cavities > MostTriangles)
            throw new RefusalException(
                "split.too-fine",
                $"The parts in a block have {Text.Number((double)part.Mesh.TriangleCount * request.Cavities, 9)} triangles; "
                    + $"a split mold is made of up to {Text.Number(MostTriangles, 9)}. Export the part coarser: "
                    + "0.01 mm is finer than any printed mold.",
                "part"
            );
        progress.Begin("Looking along the pull", 0.1);
        var seen = new PartSeen(part, pull, request.Scale ?? 1);
        Undercuts.RefuseIn(seen, progress.Cancel);
        progress.Begin("Laying the parting plane", 0.15);
        var lowest = seen.Box.Min.Z;
        // A plane that was asked for needs no outline.
        var outline = request.PartingMm is null ? Outline.Of(new SeenFacets(seen.Down), new SeenFacets(seen.Up)) : [];
        var plane = request.PartingMm is { } asked ? Grid.Of(lowest + asked) : PartingHeight.Of(outline, seen);
        var planeMm = Grid.Mm(plane);
        if (planeMm > seen.Box.Max.Z)
            throw new RefusalException(
                "split.parting-outside",
                $"The parting plane would lie over the part, which is {Text.Number(seen.Box.Size.Z)} mm high along the pull.",
                "split.partingMm"
            );
        var layout = CavityLayout.Of(request, seen.Box);
        var gates = layout.All(request.PourHoleMm is null ? [] : [seen.Foremost]);
        var vents = layout.All([.. LocalHighs.Of(part, pull, VentApartMm).Select(high => seen.InFrame(high.Point))]);
        var parting = request is { Steps: true, PartingMm: null, Cavities: 1 }
            ? PartingSteps.Of(outline, seen.Box, plane)
            : PartingSurface.Plane(plane);
        var fittings = new Fittings(request, layout, parting, gates, vents);

        progress.Begin("The lower half", 0.35);
        var lower = HeightSolid.Of(
            [.. layout.All(seen.Down), .. fittings.OnLower],
            fittings.Outline,
            fittings.LowerHoles,
            plane,
            Grid.Of(fittings.Bottom),
            progress.Cancel
        );
        progress.Begin("The upper half", 0.35);
        var over = HeightSolid.Of(
            [.. layout.All(seen.Up).Concat(fittings.InUpper).Select(f => f.TurnedOver)],
            [.. fittings.Outline.Select(Over)],
            [.. fittings.UpperHoles.Select(ring => ring.Select(Over).ToArray())],
            -plane,
            -Grid.Of(fittings.Top),
            progress.Cancel
        );
        progress.Begin("Checking both halves", 0.05);
        var upper = new Mesh(TurnedOver(over.Mesh.Positions), over.Mesh.Corners);
        var (lowerMm3, upperMm3) = (ClosedMm3(lower.Mesh, "lower"), ClosedMm3(upper, "upper"));
        var perMm3 = Math.Pow(Grid.PerMm, 3);
        // The turned-over roof lies below its plane by what the part stands above it.
        var cavity = -(lower.PartRoofVolume + over.PartRoofVolume) / perMm3;
        var whole = seen.VolumeMm3 * request.Cavities;
        if (Math.Abs(cavity / whole - 1) > MostDifference)
            throw new RefusalException(
                "split.not-true",
                $"The cavity came out {Text.Number(100 * (cavity / whole - 1), 2)} % off the part's volume; "
                    + $"{100 * MostDifference} % is the limit. The mesh may run through itself: mend it on the Part page.",
                "part"
            );
        var figures = new SplitMoldFigures(
            [fittings.Right - fittings.Left, fittings.Back - fittings.Front, fittings.Top - fittings.Bottom],
            [pull.X, pull.Y, pull.Z],
            planeMm - lowest,
            [.. parting.Flats.Skip(parting.IsPlane ? 1 : 0).Select(f => Grid.Mm(f.Z) - lowest)],
            whole / 1000,
            cavity / 1000,
            100 * (cavity / whole - 1),
            lowerMm3 / 1000,
            upperMm3 / 1000,
            Grid.Mm(Math.Max(lower.SteepestStep, over.SteepestStep)),
            Math.Max(0, cavity - whole),
            [lower.Mesh.TriangleCount, upper.TriangleCount],
            [.. fittings.Vents.Select(v => Place.Of(seen.OutOfFrame(v), pull, 20))],
            fittings.Pour is { } pour ? Place.Of(seen.OutOfFrame(pour), pull, 20) : null,
            []
        );
        return new SplitMold(seen.OutOfFrame(lower.Mesh), seen.OutOfFrame(upper), figures with { Messages = [.. Messages(figures)] });
    }

    private static Node Over(Node n) => new(n.X, -n.Y);

    private static double[] TurnedOver(double[] positions) => [.. positions.Select((p, i) => i % 3 == 0 ? p : -p)];

    private static double ClosedMm3(Mesh mesh, string half)
    {
        var faults = Faults.Of(mesh);
        var topology = Topology.Of(mesh, faults.LeftOut);
        if (!topology.IsClosed || topology.FlippedEdges > 0)
            throw new RefusalException(
                "split.not-closed",
                $"The {half} half did not close ({topology.OpenEdges} open and {topology.NonManifoldEdges} shared edges). "
                    + "Move the parting plane by some tenths of a millimetre and try again.",
                "split.partingMm"
            );
        return Measures.ShellVolumesMm3(mesh, topology).Sum();
    }

    private static IEnumerable<Finding> Messages(SplitMoldFigures figures)
    {
        if (figures.ShutOffMm > 1)
            yield return new Finding(
                Severity.Warning,
                "shut-off",
                $"The outline leaves the parting {(figures.StepsMm.Count > 0 ? "flats" : "plane")} by up to "
                    + $"{Text.Number(figures.ShutOffMm, 3)} mm; the halves meet there on an upright face without draft. "
                    + (figures.StepsMm.Count > 0 ? "Ease it with a file." : "Ease it with a file, let the parting step, or move the plane.")
            );
        if (figures.StepsMm.Count > 0)
            yield return new Finding(
                Severity.Note,
                "steps",
                $"The parting surface steps along with the outline, at {string.Join(", ", figures.StepsMm.Select(z => Text.Number(z, 3)))} "
                    + "mm over the lowest point. Clamp the halves straight: the slopes between the flats wedge when they close askew."
            );
        if (figures.FilledMm3 > 0.01)
            yield return new Finding(
                Severity.Note,
                "filled",
                $"{Text.Number(figures.FilledMm3, 3)} mm³ of tiny undercuts are filled with mold."
            );
        yield return new Finding(
            Severity.Note,
            "layers",
            "The model is true to the mesh; the printed cavity is as true as the printer: layers copy, holes come out "
                + "small. Smooth and seal before the first pour."
        );
    }
}
