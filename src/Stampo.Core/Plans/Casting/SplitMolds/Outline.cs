namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// A stretch of the part's outline seen along the pull, from one end to the other. The parting must not lie below it for nothing when it
/// is a lower edge, and not above it when it is an upper one.
/// </summary>
internal readonly record struct OutlineStretch(Node A, Node B, int Za, int Zb, bool IsLower)
{
    public double Length
    {
        get
        {
            double dx = B.X - A.X,
                dy = B.Y - A.Y;
            return Math.Sqrt(dx * dx + dy * dy);
        }
    }

    public double Z => (Za + Zb) / 2.0;

    /// <summary>How much upright face a parting at this height leaves here, in steps squared.</summary>
    public double ShutOffAt(double z) => Length * Math.Max(0, IsLower ? Z - z : z - Z);

    /// <summary>The same in so many equal parts.</summary>
    public IEnumerable<OutlineStretch> Divided(int parts)
    {
        for (var p = 0; p < parts; p++)
        {
            var ((a, za), (b, zb)) = (At((double)p / parts), At((p + 1.0) / parts));
            yield return new OutlineStretch(a, b, za, zb, IsLower);
        }
    }

    private (Node, int) At(double share) =>
        (
            new Node((int)Math.Round(A.X + share * (B.X - A.X)), (int)Math.Round(A.Y + share * (B.Y - A.Y))),
            (int)Math.Round(Za + share * (Zb - Za))
        );
}

/// <summary>Where the part ends, seen along the pull.</summary>
internal static class Outline
{
    /// <summary>How far beside an edge it is asked whether the part goes on there, in steps.</summary>
    private const double Beside = 20;

    public static List<OutlineStretch> Of(SeenFacets down, SeenFacets up) => [.. Of(down, isLower: true), .. Of(up, isLower: false)];

    private static List<OutlineStretch> Of(SeenFacets facets, bool isLower)
    {
        var edges = new SeenEdges();
        for (var f = 0; f < facets.All.Length; f++)
            edges.Add(facets.All[f], f);
        return
        [
            .. edges
                .All.Where(e => e.Left < 0 || e.Right < 0)
                .Select(e => (Edge: e, Facet: facets.All[Math.Max(e.Left, e.Right)]))
                .Where(e => IsOpenBeside(facets, e.Edge))
                .Select(e => new OutlineStretch(e.Edge.A, e.Edge.B, e.Facet.HeightAt(e.Edge.A), e.Facet.HeightAt(e.Edge.B), isLower)),
        ];
    }

    private static bool IsOpenBeside(SeenFacets facets, SeenEdge edge)
    {
        double dx = edge.B.X - edge.A.X,
            dy = edge.B.Y - edge.A.Y,
            away = Beside / Math.Sqrt(dx * dx + dy * dy) * (edge.Left >= 0 ? 1 : -1);
        return !facets.Over((edge.A.X + edge.B.X) / 2.0 + away * dy, (edge.A.Y + edge.B.Y) / 2.0 - away * dx).Any();
    }
}
