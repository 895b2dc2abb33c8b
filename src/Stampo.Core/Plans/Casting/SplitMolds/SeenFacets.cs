using NetTopologySuite.Geometries;
using NetTopologySuite.Index.Strtree;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>Facets to be asked what lies over a point.</summary>
internal sealed class SeenFacets
{
    private readonly STRtree<int> _tree = new(8);

    public SeenFacets(IReadOnlyList<Facet> facets)
    {
        All = facets;
        for (var i = 0; i < facets.Count; i++)
            _tree.Insert(EnvelopeOf(facets[i]), i);
        if (facets.Count > 0)
            _tree.Build();
    }

    public IReadOnlyList<Facet> All { get; }

    public IEnumerable<Facet> Over(double x, double y) =>
        All.Count == 0 ? [] : _tree.Query(new Envelope(x, x, y, y)).Select(i => All[i]).Where(f => f.Covers(x, y));

    private static Envelope EnvelopeOf(Facet f) =>
        new(
            Math.Min(f.A.X, Math.Min(f.B.X, f.C.X)),
            Math.Max(f.A.X, Math.Max(f.B.X, f.C.X)),
            Math.Min(f.A.Y, Math.Min(f.B.Y, f.C.Y)),
            Math.Max(f.A.Y, Math.Max(f.B.Y, f.C.Y))
        );
}
