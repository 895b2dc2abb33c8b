using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>How far a third piece reaches.</summary>
/// <param name="LandMm">Mold beside what is locked, so that it seals on the part and not on a knife edge.</param>
/// <param name="InnerMm">Where its small end lies, along x.</param>
internal readonly record struct PieceExtent(double LandMm, double InnerMm);

/// <summary>
/// A block between the halves, there where the part would lock them, drawn out to the side after the halves are off. Seen from that side
/// it has one height everywhere, so it leaves the part straight; its sides taper inwards, so it seats in the halves. In the frame of the
/// pull it leaves along x.
/// </summary>
internal sealed class ThirdPiece
{
    /// <summary>Of its sides: two degrees.</summary>
    private const double Taper = 0.035;

    /// <summary>It stands out of the block, to be taken hold of.</summary>
    private const double GripMm = 8;

    /// <summary>Between it and the channel.</summary>
    private const double BesideMm = 2.5;

    private readonly HeightSolid _solid;
    private double? _mm3;
    private readonly SeenFacets _downs,
        _ups;

    /// <param name="seen">The part, x along the side pull.</param>
    /// <param name="locked">What it has to fill, in that frame.</param>
    /// <param name="extent">How far it goes beyond.</param>
    /// <param name="request">What the mold is made by.</param>
    /// <param name="cancel">Stops it.</param>
    public ThirdPiece(
        PartSeen seen,
        IReadOnlyList<LockedSpot> locked,
        PieceExtent extent,
        SplitMoldRequest request,
        CancellationToken cancel
    )
    {
        var end = seen.Box.Max.X + request.WallMm;
        Frustum = Frustum.Around(
            locked.SelectMany(spot => new[] { spot.Low, spot.High }),
            Math.Min(extent.LandMm, request.WallMm / 4),
            (extent.InnerMm, end),
            Taper,
            Frustum.Bounds(seen.Box, request)
        );
        var aside = seen.FromAside();
        var solid = HeightSolid.Of(
            [.. Frustum.Cut(aside.Down), .. Frustum.Sides],
            Frustum.Foot,
            [],
            Frustum.RoofZ,
            -Grid.Of(end + GripMm),
            cancel
        );
        Mesh = BackInFrame(solid.Mesh);
        _solid = solid;
        var (down, up) = (new List<Facet>(), new List<Facet>());
        for (var t = 0; t < Mesh.TriangleCount; t++)
        {
            var (a, b, c) = (Mesh.Corner(t, 0), Mesh.Corner(t, 1), Mesh.Corner(t, 2));
            // Not the grip.
            if (Grid.Of(Math.Max(a.X, Math.Max(b.X, c.X))) > Grid.Of(end))
                continue;
            var facet = new Facet(
                Grid.Node(a.X, a.Y),
                Grid.Node(b.X, b.Y),
                Grid.Node(c.X, c.Y),
                Grid.Of(a.Z),
                Grid.Of(b.Z),
                Grid.Of(c.Z),
                FacetKind.Part
            );
            if (facet.Turn != 0)
                (facet.Turn > 0 ? up : down).Add(facet);
        }

        (Seen, Down, Up) = (seen, down, up);
        (_downs, _ups) = (new SeenFacets([.. seen.Down, .. down]), new SeenFacets([.. seen.Up, .. up]));
    }

    /// <summary>The part, x along the side pull.</summary>
    public PartSeen Seen { get; }

    private Frustum Frustum { get; }

    /// <summary>Where the channel reaches the part: at its front, where this does not lie before it; null without such a place.</summary>
    public Vec3? Gate()
    {
        const int looks = 20;
        return Enumerable
            .Range(0, looks)
            .Select(i => Seen.Foremost(i == 0 ? double.PositiveInfinity : Seen.Box.Max.X - Seen.Box.Size.X * i / looks))
            .FirstOrDefault(gate => gate is { } place && !IsInTheWayTo(place));
    }

    /// <summary>With its grip.</summary>
    public Mesh Mesh { get; }

    /// <summary>With its grip; refused when it did not close.</summary>
    public double Mm3 => _mm3 ??= _solid.ClosedMm3("third piece");

    public double InBlockMm3 => Mm3 - GripMm * Frustum.FootMm2;

    /// <summary>Its facets within the block that look back along the pull.</summary>
    public IReadOnlyList<Facet> Down { get; }

    public IReadOnlyList<Facet> Up { get; }

    /// <summary>Whether it lies over the part at a place, so that a vent there would end on it.</summary>
    public bool Covers(Vec3 place) => IsOutermost(_ups, Seen.Up.Count, place.X, place.Y, 1);

    /// <summary>Whether it lies under or before the part where a channel from the front reaches a place.</summary>
    private bool IsInTheWayTo(Vec3 place)
    {
        const double step = 0.5;
        var front = Mesh.Bounds().Min.Y;
        for (var x = -BesideMm; x <= BesideMm; x += step)
        for (var y = front; y <= place.Y + BesideMm; y += step)
            if (IsOutermost(_downs, Seen.Down.Count, place.X + x, y, -1))
                return true;
        return false;
    }

    /// <summary>Whether the highest layer at a place, or the lowest, is none of the part's.</summary>
    private static bool IsOutermost(SeenFacets layers, int ofPart, double xMm, double yMm, int side)
    {
        var (x, y) = (Grid.Of(xMm), Grid.Of(yMm));
        return layers
                .Over(x, y)
                .Select(f => (Of: f, Z: side * layers.All[f].HeightAt(x, y)))
                .DefaultIfEmpty((-1, 0))
                .MaxBy(l => l.Item2)
                .Item1 >= ofPart;
    }

    private static Mesh BackInFrame(Mesh aside)
    {
        var positions = new double[aside.Positions.Length];
        for (var i = 0; i < positions.Length; i += 3)
            (positions[i], positions[i + 1], positions[i + 2]) = (-aside.Positions[i + 2], aside.Positions[i + 1], aside.Positions[i]);
        return new Mesh(positions, aside.Corners);
    }
}
