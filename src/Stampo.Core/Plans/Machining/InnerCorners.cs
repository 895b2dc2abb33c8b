using Stampo.Core.Parts;
using Stampo.Core.Planning;

namespace Stampo.Core.Plans.Machining;

/// <summary>
/// Inner corners that stand along a cutter and are sharper than it is round. Where two facets meet inwards by more than a facet of a
/// fillet would, the corner is sharp; where they are a fillet's, its radius is a facet's width over twice the sine of half the angle.
/// </summary>
/// <param name="LengthMm">
/// Of all of them, as right-angled ones: an edge counts by its turn, so that a fillet of many facets is one corner.
/// </param>
/// <param name="SharpestMm">The smallest radius, 0 for a sharp corner; null when there are none.</param>
/// <param name="Sharpest">Where the longest of the sharpest is.</param>
public sealed record InnerCorners(double LengthMm, double? SharpestMm, Place? Sharpest)
{
    /// <summary>Facets that turn by more are no fillet, facets that turn by less are flat.</summary>
    private const double SharpDeg = 40,
        FlatDeg = 1;

    /// <summary>An edge leans from the spindle by less than about eleven degrees.</summary>
    private const double Along = 0.98;

    /// <summary>A fillet of the cutter's own radius, meshed, is not sharper than the cutter.</summary>
    private const double Slack = 0.97;

    public static InnerCorners Of(SolidSurface surface, IReadOnlyList<BoxSide> spindles, double radiusMm)
    {
        var (mesh, neighbours) = (surface.Mesh, surface.Topology.Neighbours);
        var (length, sharpest, longest) = (0.0, (double?)null, 0.0);
        Place? place = null;
        for (var edge = 0; edge < neighbours.Length; edge++)
        {
            var (t, across) = (edge / 3, neighbours[edge]);
            if (across <= t || At(surface, edge, spindles) is not { RadiusMm: var radius, Turn: var turn } || radius >= Slack * radiusMm)
                continue;
            var (from, to) = (mesh.Corner(t, edge % 3), mesh.Corner(t, (edge + 1) % 3));
            var edgeMm = (to - from).Length;
            length += edgeMm * turn / (Math.PI / 2);
            if (sharpest is not { } so || radius < so || (radius == so && edgeMm > longest))
            {
                (sharpest, longest) = (radius, edgeMm);
                place = Place.Of((from + to) * 0.5, (surface.Normals[t] + surface.Normals[across]).Unit(), edgeMm / 2);
            }
        }

        return new InnerCorners(length, sharpest, place);
    }

    /// <summary>Null where the edge is no inner corner along a spindle.</summary>
    private static (double RadiusMm, double Turn)? At(SolidSurface surface, int edge, IReadOnlyList<BoxSide> spindles)
    {
        var (mesh, t, across) = (surface.Mesh, edge / 3, surface.Topology.Neighbours[edge]);
        var (from, to) = (mesh.Corner(t, edge % 3), mesh.Corner(t, (edge + 1) % 3));
        var along = (to - from).Unit();
        if (!spindles.Any(side => Math.Abs(along.Dot(side.Direction())) > Along))
            return null;
        var (normal, other) = (surface.Normals[t], surface.Normals[across]);
        var turn = Math.Acos(Math.Clamp(normal.Dot(other), -1, 1));
        // The face beyond an inner corner rises on the outside of this one.
        var rises = Enumerable.Range(0, 3).Max(k => (mesh.Corner(across, k) - from).Dot(normal));
        if (turn < FlatDeg * Math.PI / 180 || rises < surface.Tiny)
            return null;
        if (turn > SharpDeg * Math.PI / 180)
            return (0, turn);
        var width = Math.Min(mesh.AreaNormal(t).Length, mesh.AreaNormal(across).Length) / (to - from).Length;
        return (width / (2 * Math.Sin(turn / 2)), turn);
    }
}
