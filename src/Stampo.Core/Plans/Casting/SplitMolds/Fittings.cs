using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// What a mold half has besides the cavity, seen along the pull: keys with their sockets, bolt holes, the pour hole with its
/// channel, vents. Lengths in mm, places in the mold's own plane.
/// </summary>
internal sealed class Fittings
{
    private const double KeyTopShare = 0.65,
        ChannelMm = 4,
        ChannelDepthMm = 3,
        UnderPartMm = 1.5,
        KeyRoomMm = 0.5,
        MostBesideMm = 3;

    private readonly SplitMoldRequest _request;
    private readonly IReadOnlyList<Vec3> _gates;
    private readonly bool _isRightTaken;

    /// <param name="request">What was asked for.</param>
    /// <param name="layout">How the parts stand, in the frame of the pull.</param>
    /// <param name="parting">What the halves meet on outside of the parts.</param>
    /// <param name="gates">Where the outline of each part is reached by its channel; none without a pour hole.</param>
    /// <param name="vents">Where vents open.</param>
    /// <param name="isRightTaken">Whether a third piece leaves on the right: it locates there, and no key stands in its way.</param>
    public Fittings(
        SplitMoldRequest request,
        CavityLayout layout,
        PartingSurface parting,
        IReadOnlyList<Vec3> gates,
        IReadOnlyList<Vec3> vents,
        bool isRightTaken
    )
    {
        (_request, Parting, _gates, _isRightTaken) = (request, parting, gates, isRightTaken);
        Vents = request.VentMm is null ? [] : vents;
        var (wall, parts) = (request.WallMm, layout.Parts);
        (Left, Right, Front, Back) = (parts.Min.X - wall, parts.Max.X + wall, parts.Min.Y - layout.FrontMm, parts.Max.Y + wall);
        Bottom = Math.Min(parts.Min.Z, Grid.Mm(parting.Lowest)) - wall;
        Top = Math.Max(parts.Max.Z, Grid.Mm(parting.Highest)) + wall;
        if (gates.Count > 0)
        {
            // In the middle of the runner.
            var x = (gates.Min(g => g.X) + gates.Max(g => g.X)) / 2;
            var at = Grid.Node(x, layout.RunnerMm);
            Pour = new Vec3(x, layout.RunnerMm, Grid.Mm(parting.LowestBetween(at, at)));
        }
    }

    public PartingSurface Parting { get; }

    public double Left { get; }

    public double Right { get; }

    public double Front { get; }

    public double Back { get; }

    public double Bottom { get; }

    public double Top { get; }

    public Vec3? Pour { get; }

    public IReadOnlyList<Vec3> Vents { get; }

    public Node[] Outline => [Grid.Node(Left, Front), Grid.Node(Right, Front), Grid.Node(Right, Back), Grid.Node(Left, Back)];

    /// <summary>Through the lower half: bolts only.</summary>
    public IReadOnlyList<Node[]> LowerHoles =>
        _request.BoltHoleMm is { } bolt ? [.. Corners(bolt).Select(c => Circle(c.X, c.Y, bolt / 2))] : [];

    /// <summary>Through the upper half: bolts, pour hole, vents.</summary>
    public IReadOnlyList<Node[]> UpperHoles =>
        [
            .. LowerHoles,
            .. Pour is { } pour ? [Circle(pour.X, pour.Y, _request.PourHoleMm!.Value / 2)] : Array.Empty<Node[]>(),
            .. Vents.Select(v => Circle(v.X, v.Y, _request.VentMm!.Value / 2)),
        ];

    /// <summary>The parting surface, keys on the lower half and the channel cut into it.</summary>
    public IEnumerable<Facet> OnLower => [.. Steps, .. Keys(0), .. Channel()];

    /// <summary>The parting surface, and sockets in the upper half, larger by the clearance.</summary>
    public IEnumerable<Facet> InUpper => [.. Steps, .. Keys(_request.KeyClearanceMm)];

    private IEnumerable<Facet> Steps => Parting.Facets(Outline[0], Outline[2]);

    private IEnumerable<(double X, double Y)> Corners(double bolt)
    {
        var inset = BoltInsetMm(_request, bolt);
        return [(Left + inset, Front + inset), (Right - inset, Front + inset), (Right - inset, Back - inset), (Left + inset, Back - inset)];
    }

    private static double BoltInsetMm(SplitMoldRequest request, double bolt) => Math.Max(bolt / 2 + 1.5, Math.Min(request.WallMm / 2, 8));

    /// <summary>How far beside the part, across a side pull, nothing stands that a third piece could meet.</summary>
    public static double RoomBesideMm(SplitMoldRequest request) =>
        request.BoltHoleMm is { } bolt
            ? Math.Clamp(request.WallMm - BoltInsetMm(request, bolt) - bolt / 2 - 1, 0, MostBesideMm)
            : Math.Min(request.WallMm / 2, MostBesideMm);

    /// <summary>Three keys, so that the halves close one way only; the third piece takes the place of one.</summary>
    private IEnumerable<Facet> Keys(double clearance)
    {
        if (!_request.Keys)
            yield break;
        double wall = _request.WallMm,
            radius = Math.Min(5, wall * 0.32),
            height = Math.Min(4, wall * 0.4);
        double middleX = (Left + Right) / 2,
            middleY = (Front + Back) / 2;
        (double, double)[] places = [(Left + wall / 2, middleY), (middleX, Back - wall / 2), (Right - wall / 2, middleY)];
        foreach (var (x, y) in places.SkipLast(_isRightTaken ? 1 : 0))
        {
            // As much room for the key as for its socket: both stand in the same place.
            var (middle, low) = Parting.FlatNear(Grid.Node(x, y), Grid.Of(radius + _request.KeyClearanceMm + KeyRoomMm));
            var (foot, top) = (Circle(middle, radius + clearance), Circle(middle, radius * KeyTopShare + clearance));
            var high = low + Grid.Of(height + clearance);
            for (var i = 0; i < foot.Length; i++)
            {
                var next = (i + 1) % foot.Length;
                yield return new Facet(foot[i], foot[next], top[next], low, low, high, FacetKind.Key);
                yield return new Facet(foot[i], top[next], top[i], low, high, high, FacetKind.Key);
                yield return new Facet(middle, top[i], top[next], high, high, high, FacetKind.Key);
            }
        }
    }

    /// <summary>From under the pour hole to just under the edge of each part, by a common runner when there are several.</summary>
    private IEnumerable<Facet> Channel()
    {
        if (Pour is not { } pour)
            return [];
        var hole = _request.PourHoleMm!.Value / 2;
        const double half = ChannelMm / 2;
        var runner =
            _gates.Count == 1
                ? Cut(pour.X - half, pour.Y - hole, pour.X + half, pour.Y)
                : Cut(
                    Math.Min(_gates.Min(g => g.X) - half, pour.X - hole),
                    pour.Y - half,
                    Math.Max(_gates.Max(g => g.X) + half, pour.X + hole),
                    pour.Y + half
                );
        return runner.Concat(
            _gates.SelectMany(gate =>
            {
                var under = gate.Y + Math.Sign(gate.Y - pour.Y) * UnderPartMm;
                return Cut(gate.X - half, Math.Min(pour.Y, under), gate.X + half, Math.Max(pour.Y, under));
            })
        );
    }

    private IEnumerable<Facet> Cut(double left, double front, double right, double back)
    {
        var (a, b, c, d) = (Grid.Node(left, front), Grid.Node(right, front), Grid.Node(right, back), Grid.Node(left, back));
        var deep = Math.Max(Parting.LowestBetween(a, c) - Grid.Of(ChannelDepthMm), Grid.Of(Bottom + 2));
        yield return new Facet(a, b, c, deep, deep, deep, FacetKind.Channel);
        yield return new Facet(a, c, d, deep, deep, deep, FacetKind.Channel);
    }

    private static Node[] Circle(double x, double y, double radius) => Circle(Grid.Node(x, y), radius);

    private static Node[] Circle(Node middle, double radius)
    {
        const int sides = 24;
        return
        [
            .. Enumerable
                .Range(0, sides)
                .Select(i => 2 * Math.PI * i / sides)
                .Select(turn => new Node(middle.X + Grid.Of(radius * Math.Cos(turn)), middle.Y + Grid.Of(radius * Math.Sin(turn)))),
        ];
    }
}
