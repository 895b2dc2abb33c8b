using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
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

    /// <summary>Third pieces tried until all closes.</summary>
    private const int MostPieces = 4;

    /// <summary>From the proposed plane; it is told in tenths of a millimetre.</summary>
    private static readonly double[] NudgesMm = [0, 0.03, -0.07];

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
        return FirstThatCloses(
            Freed(new PartSeen(part, pull, request.Scale ?? 1), request, progress)
                .SelectMany(freed => (request.PartingMm is null ? NudgesMm : [0]).Select(nudge => (freed.Seen, freed.Third, nudge))),
            way => Of(way.Seen, way.Third, way.nudge, request, progress)
        );
    }

    /// <summary>Where edges meet to the last digit a half may not close; a plane or a third piece a little beside it does.</summary>
    private static SplitMold FirstThatCloses<T>(IEnumerable<T> ways, Func<T, SplitMold> make)
    {
        RefusalException? last = null;
        foreach (var way in ways)
        {
            try
            {
                return make(way);
            }
            catch (RefusalException refused) when (refused.Code == HeightSolid.NotClosed)
            {
                last = refused;
            }
        }

        throw last!;
    }

    private static SplitMold Of(PartSeen seen, ThirdPiece? third, double nudgeMm, SplitMoldRequest request, Progress progress)
    {
        var pull = seen.OutOfFrame(new Vec3(0, 0, 1));
        IReadOnlyList<Facet> down = third is null ? seen.Down : [.. seen.Down, .. third.Down],
            up = third is null ? seen.Up : [.. seen.Up, .. third.Up];
        progress.Begin("Laying the parting plane", 0.15);
        var lowest = Grid.Of(seen.Box.Min.Z);
        // A plane that was asked for needs no outline.
        var outline = request.PartingMm is null ? Outline.Of(new SeenFacets(down), new SeenFacets(up)) : [];
        var proposed = request.PartingMm is { } asked ? lowest + Grid.Of(asked) : PartingHeight.Of(outline, seen);
        if (proposed > Grid.Of(seen.Box.Max.Z))
            throw new RefusalException(
                "split.parting-outside",
                $"The parting plane would lie over the part, which is {Text.Number(seen.Box.Size.Z)} mm high along the pull.",
                "split.partingMm"
            );
        var layout = CavityLayout.Of(request, seen.Box);
        var gates = layout.All(request.PourHoleMm is null ? [] : [GateOf(seen, third)]);
        var highs = LocalHighs.Of(seen.Surface, pull, VentApartMm).Select(high => seen.InFrame(high.Point));
        var vents = layout.All([.. highs.Where(high => third?.Covers(high) != true)]);
        var plane = proposed + Grid.Of(nudgeMm);
        var parting =
            request is { Steps: true, PartingMm: null, Cavities: 1 } && third is null
                ? PartingSteps.Of(outline, seen.Box, plane)
                : PartingSurface.Plane(plane);
        var fittings = new Fittings(request, layout, parting, gates, vents, isRightTaken: third is not null);
        var halves = new Halves(layout.All(down), layout.All(up), fittings, plane, progress);
        progress.Begin("Checking what was made", 0.05);
        // A third piece fills what it takes up.
        var cavity = halves.BetweenMm3 - (third?.InBlockMm3 ?? 0);
        var whole = seen.VolumeMm3 * request.Cavities;
        if (Math.Abs(cavity / whole - 1) > MostDifference)
            throw new RefusalException(
                "split.not-true",
                $"The cavity came out {Text.Number(100 * (cavity / whole - 1), 2)} % off the part's volume; "
                    + $"{100 * MostDifference} % is the limit. The mesh may run through itself: mend it on the Part page.",
                "part"
            );
        var flats = parting.Flats;
        var figures = new SplitMoldFigures(
            [fittings.Right - fittings.Left, fittings.Back - fittings.Front, fittings.Top - fittings.Bottom],
            pull.ToArray(),
            Grid.Mm(plane - lowest),
            flats.Count > 1 ? [.. flats.Select(f => Grid.Mm(f.Z - lowest))] : [],
            whole / 1000,
            cavity / 1000,
            100 * (cavity / whole - 1),
            halves.LowerMm3 / 1000,
            halves.UpperMm3 / 1000,
            halves.ShutOffMm,
            Math.Max(0, cavity - whole),
            third is null ? null : new ThirdPieceFigures(third.Mm3 / 1000, seen.OutOfFrame(new Vec3(1, 0, 0)).ToArray()),
            [halves.Lower.TriangleCount, halves.Upper.TriangleCount, .. third is null ? Array.Empty<int>() : [third.Mesh.TriangleCount]],
            [.. fittings.Vents.Select(v => Place.Of(seen.OutOfFrame(v), pull, 20))],
            fittings.Pour is { } pour ? Place.Of(seen.OutOfFrame(pour), pull, 20) : null,
            []
        );
        return new SplitMold(
            seen.OutOfFrame(halves.Lower),
            seen.OutOfFrame(halves.Upper),
            third is null ? null : seen.OutOfFrame(third.Mesh),
            figures with
            {
                Messages = [.. Messages(figures)],
            }
        );
    }

    /// <summary>The part or, where it would lock two halves, the third pieces that free it; x is then along the side pull.</summary>
    private static IEnumerable<(PartSeen Seen, ThirdPiece? Third)> Freed(PartSeen seen, SplitMoldRequest request, Progress progress)
    {
        var locked = Undercuts.Under(seen.Down, seen.Up, seen.Box.Diagonal, progress.Cancel);
        if (!locked.LocksHalvesOf(seen))
        {
            yield return (seen, null);
            yield break;
        }

        if (!request.ThirdPiece)
            throw locked.Refusal(seen, $"Let a third piece free it, {OtherWays}");
        if (request.Cavities > 1)
            throw locked.Refusal(seen, $"One part in a block may be freed by a third piece; or {OtherWays}");
        progress.Begin("Looking for a third piece", 0.1);
        var none = true;
        foreach (var piece in SidePulls.Freeing(seen, locked, request, progress.Cancel).Take(MostPieces))
        {
            none = false;
            yield return (piece.Seen, piece);
        }

        if (none)
            throw locked.Refusal(seen, $"No single block drawn out to the side frees it, either: {OtherWays}");
    }

    private const string OtherWays =
        "choose another pull on the Part page, take the undercut out of the model, or make the mold in silicone.";

    private static Vec3 GateOf(PartSeen seen, ThirdPiece? third) =>
        (third is null ? seen.Foremost() : third.Gate())
        ?? throw new RefusalException(
            "split.no-gate",
            "The third piece lies before the whole front of the part, where the channel would reach it. Leave out the pour hole and "
                + "drill one where the part can be filled.",
            "split.pourHoleMm"
        );

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
        if (figures.Third is not null)
            yield return new Finding(
                Severity.Note,
                "third-piece",
                "The part would lock two halves: a third piece, drawn out to the side, frees it. Put it in before the upper half, hold it "
                    + "with a band or tape against the resin, and draw it out of the part after the halves are off. Air under it leaves "
                    + "by its joints only: look there for bubbles."
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
