using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>Facets to be asked what lies over a point.</summary>
internal sealed class SeenFacets
{
    private readonly PlaneTree _tree;

    [ThreadStatic]
    private static List<int>? t_near;

    public SeenFacets(IReadOnlyList<Facet> facets)
    {
        All = [.. facets];
        _tree = new PlaneTree(All.Length, i => All[i].Around(1));
    }

    public Facet[] All { get; }

    /// <summary>The numbers of those that cover a point; read before the next is asked.</summary>
    public IEnumerable<int> Over(double x, double y) => Near(PlaceBox(x, y)).Where(i => All[i].Covers(x, y));

    /// <summary>Some that come near a box, among them all that touch it; read before the next is asked.</summary>
    public List<int> Near(in PlaneBox box)
    {
        var near = t_near ??= [];
        _tree.Near(box, near);
        return near;
    }

    private static PlaneBox PlaceBox(double x, double y) => new((float)x, (float)y, (float)x, (float)y);
}
