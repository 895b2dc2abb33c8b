namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>A flat of a parting surface, across the whole mold, from one place along an axis to another; in steps.</summary>
internal readonly record struct Flat(int From, int To, int Z);

/// <summary>
/// The surface two halves meet on outside of the part: a plane, or several flats one after the other along an axis, with slopes between
/// them. It has one height everywhere, so both halves still come apart straight.
/// </summary>
/// <param name="AlongX">Whether the flats follow each other along x; along y otherwise.</param>
/// <param name="Flats">From low to high along the axis; the first begins and the last ends anywhere outside of the part.</param>
internal sealed record PartingSurface(bool AlongX, IReadOnlyList<Flat> Flats)
{
    private const int FarAway = 1 << 24;

    public static PartingSurface Plane(int z) => new(true, [new Flat(-FarAway, FarAway, z)]);

    public bool IsPlane => Flats.Count == 1;

    public int Lowest => Flats.Min(f => f.Z);

    public int Highest => Flats.Max(f => f.Z);

    /// <summary>The lowest it is between two places.</summary>
    public int LowestBetween(Node a, Node b)
    {
        var (from, to) = AlongX ? (Math.Min(a.X, b.X), Math.Max(a.X, b.X)) : (Math.Min(a.Y, b.Y), Math.Max(a.Y, b.Y));
        return Flats.Index().Where(f => Reaches(f.Index).From <= to && Reaches(f.Index).To >= from).Min(f => f.Item.Z);
    }

    /// <summary>A flat with the slopes beside it.</summary>
    private (int From, int To) Reaches(int flat) =>
        (flat == 0 ? -FarAway : Flats[flat - 1].To, flat == Flats.Count - 1 ? FarAway : Flats[flat + 1].From);

    /// <summary>The place nearest to one, along the axis, that has so much of a flat around it; and the height of that flat.</summary>
    public (Node At, int Z) FlatNear(Node place, int room)
    {
        var at = AlongX ? place.X : place.Y;
        var (flat, nearest) = Flats
            .Select(f => (Flat: f, At: f.To - f.From < 2 * room ? (int?)null : Math.Clamp(at, f.From + room, f.To - room)))
            .Where(f => f.At is not null)
            .Select(f => (f.Flat, At: f.At!.Value))
            .MinBy(f => Math.Abs(f.At - at));
        return (AlongX ? place with { X = nearest } : place with { Y = nearest }, flat.Z);
    }

    /// <summary>Flats and slopes between the sides of the mold; none for a plane.</summary>
    public IEnumerable<Facet> Facets(Node leftFront, Node rightBack)
    {
        if (IsPlane)
            yield break;
        var (start, end) = AlongX ? (leftFront.X, rightBack.X) : (leftFront.Y, rightBack.Y);
        var corners = Flats
            .SelectMany(f => new[] { (At: f.From, f.Z), (At: f.To, f.Z) })
            .Select(c => c with { At = Math.Clamp(c.At, start, end) })
            .ToList();
        for (var c = 1; c < corners.Count; c++)
        {
            var ((from, z0), (to, z1)) = (corners[c - 1], corners[c]);
            if (from == to)
                continue;
            Node a = AlongX ? new(from, leftFront.Y) : new(leftFront.X, from),
                b = AlongX ? new(from, rightBack.Y) : new(rightBack.X, from),
                p = AlongX ? new(to, leftFront.Y) : new(leftFront.X, to),
                q = AlongX ? new(to, rightBack.Y) : new(rightBack.X, to);
            yield return new Facet(a, p, q, z0, z1, z1, FacetKind.Step);
            yield return new Facet(a, q, b, z0, z1, z0, FacetKind.Step);
        }
    }
}
