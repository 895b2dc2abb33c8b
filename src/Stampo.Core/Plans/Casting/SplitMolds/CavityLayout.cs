using Stampo.Core.Bench;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>Where a part stands in the block: moved by whole steps of the grid, or also turned half round about the pull.</summary>
internal readonly record struct CavityPlace(int X, int Y, bool IsTurned)
{
    public Node Of(Node n) => IsTurned ? new(X - n.X, Y - n.Y) : new(X + n.X, Y + n.Y);

    public Facet Of(in Facet f) => f with { A = Of(f.A), B = Of(f.B), C = Of(f.C) };

    public Vec3 Of(Vec3 p) => IsTurned ? new(Grid.Mm(X) - p.X, Grid.Mm(Y) - p.Y, p.Z) : new(Grid.Mm(X) + p.X, Grid.Mm(Y) + p.Y, p.Z);
}

/// <summary>
/// Parts side by side in one block, in a row behind the runner, or in two rows that face it from both sides: whichever makes the smaller
/// block. All are copies to the last step of the grid.
/// </summary>
/// <param name="Places">Of each part; the first is where it was when there is but one.</param>
/// <param name="Parts">The box around all.</param>
/// <param name="RunnerMm">Where the runner lies, along y.</param>
/// <param name="FrontMm">Mold before the parts.</param>
internal sealed record CavityLayout(IReadOnlyList<CavityPlace> Places, Box Parts, double RunnerMm, double FrontMm)
{
    private const double RoomMm = 4,
        LeastBetweenMm = 5;

    public static CavityLayout Of(SplitMoldRequest request, Box part)
    {
        var (oneRow, twoRows) = (InRows(1, request, part), InRows(2, request, part));
        return request.Cavities > 1 && twoRows.FootprintOf(request.WallMm) < oneRow.FootprintOf(request.WallMm) ? twoRows : oneRow;
    }

    private double FootprintOf(double wallMm) => (Parts.Size.X + 2 * wallMm) * (Parts.Size.Y + wallMm + FrontMm);

    private static CavityLayout InRows(int rows, SplitMoldRequest request, Box part)
    {
        var between = Math.Max(LeastBetweenMm, request.WallMm / 2);
        var runner = request.PourHoleMm is { } pour ? pour + 2 * RoomMm : between;
        var columns = (request.Cavities + rows - 1) / rows;
        var places = new List<CavityPlace>();
        for (var p = 0; p < request.Cavities; p++)
        {
            var aside = (p % columns - (columns - 1) / 2.0) * (part.Size.X + between);
            places.Add(
                p < columns
                    ? new CavityPlace(Grid.Of(aside), 0, false)
                    : new CavityPlace(Grid.Of(part.Min.X + part.Max.X + aside), Grid.Of(2 * part.Min.Y - runner), true)
            );
        }

        var parts = places.Aggregate(Box.Nothing, (box, place) => box.Around(place.Of(part.Min)).Around(place.Of(part.Max)));
        var front = rows > 1 || request.PourHoleMm is null ? request.WallMm : Math.Max(request.WallMm, runner);
        return new CavityLayout(places, parts, part.Min.Y - (rows > 1 ? runner : front) / 2, front);
    }

    /// <summary>The facets of all parts.</summary>
    public IReadOnlyList<Facet> All(IReadOnlyList<Facet> ofOne) => [.. Places.SelectMany(place => ofOne.Select(f => place.Of(f)))];

    public IReadOnlyList<Vec3> All(IReadOnlyList<Vec3> ofOne) => [.. Places.SelectMany(place => ofOne.Select(place.Of))];
}
