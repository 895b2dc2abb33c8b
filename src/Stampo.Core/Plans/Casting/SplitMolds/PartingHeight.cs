namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// Where to lay the parting plane: at the height that leaves least upright shut-off outside of the part. The mold may part a
/// stretch of the outline anywhere between its lower and its upper edge for nothing; beyond, each mm of height costs its length.
/// </summary>
internal static class PartingHeight
{
    public static int Of(IReadOnlyList<OutlineStretch> outline, PartSeen seen)
    {
        int lowest = Grid.Of(seen.Box.Min.Z),
            highest = Grid.Of(seen.Box.Max.Z);
        var heights = outline
            .Select(s => s.Z)
            .Where(z => z >= lowest && z <= highest)
            .Append(lowest)
            .Append(highest)
            .Distinct()
            .Order()
            .ToList();
        double Cost(double h) => outline.Sum(s => s.ShutOffAt(h));
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
        return (int)Math.Round(Hollow(seen.Down, lowest) >= Hollow(seen.Up, highest) ? heights[low] : heights[last]);
    }

    /// <summary>The room between the facets and the plane that touches the part at one end.</summary>
    private static double Hollow(IReadOnlyList<Facet> facets, int end) =>
        facets.Sum(f => Math.Abs(f.Turn) * Math.Abs((f.Za + (double)f.Zb + f.Zc) / 3 - end));
}
