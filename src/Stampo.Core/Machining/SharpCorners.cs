using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Machining;

/// <summary>Which corners of a part are looked at.</summary>
public enum CornerTurn
{
    /// <summary>Its inner corners: those that a cutter leaves round in the part itself.</summary>
    Inward,

    /// <summary>Its outer corners, which are the inner ones of a tool that it is molded in.</summary>
    Outward,
}

/// <summary>A corner edge of the mesh along a spindle: how round it is, and by how much it turns.</summary>
public readonly record struct CornerEdge(Vec3 From, Vec3 To, Vec3 Outward, int Triangle, double RadiusMm, double Turn)
{
    public double LengthMm => (To - From).Length;
}

/// <summary>
/// Corners that stand along a cutter and are sharper than it is round. Where two facets meet by more than a facet of a
/// fillet would, the corner is sharp; where they are a fillet's, its radius is a facet's width over twice the sine of half the angle.
/// </summary>
/// <param name="LengthMm">
/// Of all of them, as right-angled ones: an edge counts by its turn, so that a fillet of many facets is one corner.
/// </param>
/// <param name="SharpestMm">The smallest radius, 0 for a sharp corner; null when there are none.</param>
/// <param name="Sharpest">Where the longest of the sharpest is.</param>
public sealed record SharpCorners(double LengthMm, double? SharpestMm, Place? Sharpest)
{
    /// <summary>Facets that turn by more are no fillet, facets that turn by less are flat.</summary>
    private const double SharpDeg = 40,
        FlatDeg = 1;

    /// <summary>An edge leans from the spindle by less than about eleven degrees.</summary>
    private const double Along = 0.98;

    /// <summary>A fillet of the cutter's own radius, meshed, is not sharper than the cutter.</summary>
    private const double Slack = 0.97;

    public static SharpCorners Of(SolidSurface surface, IReadOnlyList<Vec3> spindles, double radiusMm)
    {
        var (length, sharpest, longest) = (0.0, (double?)null, 0.0);
        Place? place = null;
        foreach (var edge in Edges(surface, spindles, CornerTurn.Inward).Where(e => e.RadiusMm < Slack * radiusMm))
        {
            length += edge.LengthMm * edge.Turn / (Math.PI / 2);
            if (sharpest is not { } so || edge.RadiusMm < so || (edge.RadiusMm == so && edge.LengthMm > longest))
            {
                (sharpest, longest) = (edge.RadiusMm, edge.LengthMm);
                place = Place.Of((edge.From + edge.To) * 0.5, edge.Outward, edge.LengthMm / 2);
            }
        }

        return new SharpCorners(length, sharpest, place);
    }

    /// <summary>All corner edges along the spindles, however round.</summary>
    public static IEnumerable<CornerEdge> Edges(SolidSurface surface, IReadOnlyList<Vec3> spindles, CornerTurn turn)
    {
        var neighbours = surface.Topology.Neighbours;
        for (var edge = 0; edge < neighbours.Length; edge++)
            if (neighbours[edge] > edge / 3 && At(surface, edge, spindles, turn) is { } corner)
                yield return corner;
    }

    /// <summary>Null where the edge is no such corner along a spindle.</summary>
    private static CornerEdge? At(SolidSurface surface, int edge, IReadOnlyList<Vec3> spindles, CornerTurn looksAt)
    {
        var (mesh, t, across) = (surface.Mesh, edge / 3, surface.Topology.Neighbours[edge]);
        var (from, to) = (mesh.Corner(t, edge % 3), mesh.Corner(t, (edge + 1) % 3));
        var along = (to - from).Unit();
        if (!spindles.Any(spindle => Math.Abs(along.Dot(spindle)) > Along))
            return null;
        var (normal, other) = (surface.Normals[t], surface.Normals[across]);
        var turn = Math.Acos(Math.Clamp(normal.Dot(other), -1, 1));
        // The face beyond an inner corner rises on the outside of this one; beyond an outer corner it falls away.
        var rises = Enumerable.Range(0, 3).Max(k => (mesh.Corner(across, k) - from).Dot(normal));
        if (turn < FlatDeg * Math.PI / 180 || rises < surface.Tiny == (looksAt == CornerTurn.Inward))
            return null;
        var width = Math.Min(mesh.AreaNormal(t).Length, mesh.AreaNormal(across).Length) / (to - from).Length;
        var radius = turn > SharpDeg * Math.PI / 180 ? 0 : width / (2 * Math.Sin(turn / 2));
        return new CornerEdge(from, to, (normal + other).Unit(), t, radius, turn);
    }
}
