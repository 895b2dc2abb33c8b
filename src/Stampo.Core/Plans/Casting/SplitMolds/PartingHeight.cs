namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// Where to lay the parting plane: at the height that leaves least upright shut-off outside of the part. The mold may part a
/// stretch of the outline anywhere between its lower and its upper edge for nothing; beyond, each mm of height costs its length.
/// </summary>
internal static class PartingHeight
{
    /// <summary>An outline stretch with the height it must not lie above (lower edges) or below (upper edges).</summary>
    private readonly record struct Stretch(double Z, double Length);

    /// <summary>How far beside an edge it is asked whether the part goes on there, in steps.</summary>
    private const double Beside = 20;

    public static int Of(IReadOnlyList<Facet> down, IReadOnlyList<Facet> up, int lowest, int highest)
    {
        var (lower, upper) = (Outline(down), Outline(up));
        var heights = lower.Concat(upper).Select(s => s.Z).Append(lowest).Append(highest).Distinct().Order().ToList();
        double Cost(double h) => lower.Sum(s => s.Length * Math.Max(0, s.Z - h)) + upper.Sum(s => s.Length * Math.Max(0, h - s.Z));
        // The cost is convex: walk down to its least, then along its flat bottom.
        int low = 0,
            high = heights.Count - 1;
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Cost(heights[middle]) <= Cost(heights[middle + 1]))
                high = middle;
            else
                low = middle + 1;
        }

        var least = Cost(heights[low]);
        var last = low;
        while (last + 1 < heights.Count && Cost(heights[last + 1]) <= least * (1 + 1e-9) + 1e-6)
            last++;
        // On a flat bottom any height will do; at the open end of the part the line lies on an edge and not across a wall.
        return (int)Math.Round(Hollow(down, lowest) >= Hollow(up, highest) ? heights[low] : heights[last]);
    }

    private static List<Stretch> Outline(IReadOnlyList<Facet> facets)
    {
        var seen = new SeenFacets(facets);
        var uses = new Dictionary<(Node, Node), int>();
        foreach (var f in facets)
        foreach (var (a, b, _, _, _) in EdgesOf(f))
            uses[Key(a, b)] = uses.GetValueOrDefault(Key(a, b)) + 1;
        var outline = new List<Stretch>();
        foreach (var f in facets)
        foreach (var (a, b, c, za, zb) in EdgesOf(f))
        {
            double dx = b.X - a.X,
                dy = b.Y - a.Y,
                length = Math.Sqrt(dx * dx + dy * dy);
            if (uses[Key(a, b)] != 1 || length < 1)
                continue;
            var outward = Node.Turn(a, b, c) > 0 ? -1 : 1;
            double x = (a.X + b.X) / 2.0 - outward * dy / length * Beside,
                y = (a.Y + b.Y) / 2.0 + outward * dx / length * Beside;
            if (!seen.Over(x, y).Any())
                outline.Add(new Stretch((za + zb) / 2.0, length));
        }

        return outline;
    }

    private static IEnumerable<(Node A, Node B, Node C, int Za, int Zb)> EdgesOf(Facet f) =>
        [(f.A, f.B, f.C, f.Za, f.Zb), (f.B, f.C, f.A, f.Zb, f.Zc), (f.C, f.A, f.B, f.Zc, f.Za)];

    private static (Node, Node) Key(Node a, Node b) => (a.X, a.Y).CompareTo((b.X, b.Y)) < 0 ? (a, b) : (b, a);

    /// <summary>The room between the facets and the plane that touches the part at one end.</summary>
    private static double Hollow(IReadOnlyList<Facet> facets, int end) =>
        facets.Sum(f => Math.Abs(f.Turn) * Math.Abs((f.Za + (double)f.Zb + f.Zc) / 3 - end));
}
