using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>Looks for a third piece that frees what two halves can't: the way it leaves, and how far it has to reach.</summary>
internal static class SidePulls
{
    private const int AllRound = 24,
        MostWalls = 4,
        MostTried = 4,
        MostGrown = 4,
        MostAsked = 2000;

    /// <summary>The share of what is locked that must see out along a way.</summary>
    private const double Free = 0.98;

    /// <summary>Beside what is locked, from wide to narrow: wider than the wall it would close around the part.</summary>
    private static readonly double[] LandsMm = [1.5, 1.1, 0.6];

    /// <summary>Of a direction: what is along an axis of the part stays so.</summary>
    private const int Digits = 9;

    /// <summary>How nearly upright a wall stands whose direction is tried.</summary>
    private const double Upright = 0.01;

    /// <summary>Pieces that each free it, those first that leave room for the channel; none when no single block does.</summary>
    public static IEnumerable<ThirdPiece> Freeing(PartSeen part, LockedMold locked, SplitMoldRequest request, CancellationToken cancel)
    {
        var asked = locked.Spots.OrderByDescending(s => s.VolumeMm3).Take(MostAsked).ToList();
        var whole = asked.Sum(s => s.VolumeMm3);
        bool Frees(Vec3 way) => asked.Where(s => Leaves(part, s.Middle, way)).Sum(s => s.VolumeMm3) >= Free * whole;
        IEnumerable<Vec3> ByLength(IEnumerable<Vec3> ways) => ways.Where(Frees).OrderBy(way => LengthAlong(part, locked, way));
        // The part's own directions first: a straight bore lets go along its axis alone.
        var pieces = ByLength(Own(part, locked))
            .Concat(ByLength(Around))
            .Take(MostTried)
            .Select(part.WithXAlong)
            .SelectMany(seen => Reaching(seen, request, cancel));
        return request.PourHoleMm is null ? pieces : pieces.Where(piece => piece.Gate() is not null).Concat(pieces.Take(1));
    }

    /// <summary>Pieces that leave one way, from a wide land to a narrow one; where none of a land frees it, a narrower one won't.</summary>
    private static IEnumerable<ThirdPiece> Reaching(PartSeen seen, SplitMoldRequest request, CancellationToken cancel)
    {
        var locked = Undercuts.Under(seen.Down, seen.Up, seen.Box.Diagonal, cancel);
        return LandsMm
            .Select(land =>
                new[] { true, false }.Select(flush => Grown(seen, locked, land, flush, request, cancel)).OfType<ThirdPiece>().ToList()
            )
            .TakeWhile(pieces => pieces.Count > 0)
            .SelectMany(pieces => pieces);
    }

    private static IEnumerable<Vec3> Around =>
        Enumerable.Range(0, AllRound).Select(i => new Vec3(1, 0, 0).Turned(new Vec3(0, 0, 1), 2 * Math.PI * i / AllRound));

    /// <summary>Across and along the walls that lock, and the largest upright walls of the part.</summary>
    private static IEnumerable<Vec3> Own(PartSeen part, LockedMold locked)
    {
        var walls = part.UprightWalls(Upright)
            .GroupBy(w => Math.Round(Math.Atan2(w.Y, w.X) / Upright))
            .OrderByDescending(g => g.Sum(w => w.Length))
            .Take(MostWalls)
            .Select(g => g.MaxBy(w => w.Length).Unit());
        return walls
            .Prepend(LeastAlong(locked))
            .SelectMany(w => new[] { w, w * -1, new Vec3(-w.Y, w.X, 0), new Vec3(w.Y, -w.X, 0) })
            .DistinctBy(w => (Math.Round(w.X, 6), Math.Round(w.Y, 6)));
    }

    /// <summary>The direction that the walls over what is locked lean least along: the axis of a bore.</summary>
    private static Vec3 LeastAlong(LockedMold locked)
    {
        double xx = 0,
            xy = 0,
            yy = 0;
        foreach (var spot in locked.Spots)
        {
            var n = spot.Normal;
            (xx, xy, yy) = (xx + n.X * n.X * spot.VolumeMm3, xy + n.X * n.Y * spot.VolumeMm3, yy + n.Y * n.Y * spot.VolumeMm3);
        }

        // The axis of least spread of a two by two matrix lies across that of most.
        var (sin, cos) = Math.SinCos(Math.Atan2(2 * xy, xx - yy) / 2);
        return new Vec3(Math.Round(-sin, Digits), Math.Round(cos, Digits), 0).Unit();
    }

    private static bool Leaves(PartSeen part, Vec3 spot, Vec3 way) =>
        part.Surface.Leaves(part.OutOfFrame(spot) * (1 / part.Scale), part.OutOfFrame(way));

    /// <summary>From the deepest of what is locked to the end of the part's box.</summary>
    private static double LengthAlong(PartSeen part, LockedMold locked, Vec3 way) =>
        Math.Max(part.Box.Min.X * way.X, part.Box.Max.X * way.X)
        + Math.Max(part.Box.Min.Y * way.Y, part.Box.Max.Y * way.Y)
        - locked.Spots.Min(s => s.Middle.Dot(way));

    /// <summary>A piece that fills what is locked, and what is locked by itself then, as long as that becomes less.</summary>
    private static ThirdPiece? Grown(
        PartSeen seen,
        LockedMold locked,
        double landMm,
        bool isFlush,
        SplitMoldRequest request,
        CancellationToken cancel
    )
    {
        var filled = new List<LockedSpot>();
        for (var (grown, before) = (0, double.PositiveInfinity); grown < MostGrown && locked.VolumeMm3 < before; grown++)
        {
            before = locked.VolumeMm3;
            filled.AddRange(locked.Spots);
            var inner = filled.Min(s => s.Low.X);
            var extent = new PieceExtent(landMm, (isFlush ? LastCornerBefore(inner, seen) : null) ?? inner - landMm);
            var piece = new ThirdPiece(seen, filled, extent, request, cancel);
            locked = Undercuts.Under([.. seen.Down, .. piece.Down], [.. seen.Up, .. piece.Up], seen.Box.Diagonal, cancel);
            if (!locked.LocksHalvesOf(seen))
                return piece;
        }

        return null;
    }

    /// <summary>A corner of the part, along x: a piece through it that ends there leaves nothing beside the far end of the part.</summary>
    private static double? LastCornerBefore(double x, PartSeen seen)
    {
        var most = Grid.Of(x);
        int? last = null;
        foreach (var f in seen.Down)
        foreach (var corner in f.Corners)
            if (corner.X <= most && !(corner.X <= last))
                last = corner.X;
        return last is { } steps ? Grid.Mm(steps) : null;
    }
}
