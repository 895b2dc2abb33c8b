using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;
using Molds = Stampo.Core.Plans.Casting.SplitMolds.SplitMolds;

namespace Stampo.Core.Tests.Plans.Casting.SplitMolds;

/// <summary>Parts that lock two halves, and the third piece that frees them: all pieces fill the block, and each leaves in its turn.</summary>
public sealed class ThirdPieceTests
{
    private static readonly Vec3[] Ends = [new(1, 0, 0), new(-1, 0, 0)];

    private static readonly Vec3[] Sides = [new(0, 1, 0), new(0, -1, 0)];

    /// <summary>Solids that lock halves drawn along z, with the ways the third piece may leave.</summary>
    private static readonly Gen<(List<Vec3> Corners, Vec3[] Ways)> Locking = Gen.OneOf(
        // A tube lying down: its bore is open at both ends.
        Gen.Select(Gen.Double[6, 14], Gen.Double[0.3, 0.8], Gen.Double[8, 40], Gen.Int[8, 40])
            .Select((r, bore, length, around) => (Lying(around, (r * bore, 0), (r, 0), (r, length), (r * bore, length)), Ends)),
        // A cup lying down: a blind bore.
        Gen.Select(Gen.Double[6, 14], Gen.Double[0.3, 0.8], Gen.Double[8, 40], Gen.Int[8, 40])
            .Select(
                (r, bore, length, around) =>
                    (Lying(around, (0, 0), (r, 0), (r, length), (r * bore, length), (r * bore * 0.9, 2), (0, 2)), Ends[..1])
            ),
        // A bar with a notch along its side.
        Gen.Select(Gen.Double[8, 30], Gen.Double[0.5, 0.85], Gen.Double[6, 20], Gen.Double[10, 50])
            .Select(
                (wide, notch, high, length) =>
                    (
                        Prism.Of(length, (0, 0), (0, high), (wide, high), (wide * notch, high / 2), (wide, 0)),
                        Ends[..1].Concat(Sides).ToArray()
                    )
            )
    );

    private static List<Vec3> Lying(int around, params (double, double)[] profile) =>
        Solids.Rotated(Turning.Of(around, profile), new Vec3(0, 1, 0), Math.PI / 2);

    /// <summary>As with two halves, it may happen that one does not close and is refused in words; rarely.</summary>
    [Fact]
    public void A_part_that_locks_two_halves_is_freed_by_a_third_piece()
    {
        const int asked = 10,
            mostRefused = 2;
        var refused = 0;
        Gen.Select(Locking, Gen.Bool, Gen.Double[5, 20], Gen.Double[-3, 3])
            .Sample(
                (solid, fitted, wall, turn) =>
                {
                    var bolt = fitted && wall > 8 ? 4.5 : (double?)null;
                    var request = (fitted ? new SplitMoldRequest { PourHoleMm = null } : SplitMoldTests.Bare) with { WallMm = wall };
                    // Turned about x, so that neither the pull nor the side pull lies along the file's axes.
                    var (axis, up) = (new Vec3(1, 0.3, 0), new Vec3(0, 0, 1));
                    var part = Surfaces.Of(Solids.Rotated(solid.Corners, axis, turn));
                    if (AnySplitMoldTests.Made(part, up.Turned(axis.Unit(), turn), request with { BoltHoleMm = bolt }) is not { } mold)
                    {
                        Interlocked.Increment(ref refused);
                        return;
                    }

                    var figures = mold.Figures;
                    var third = Assert.IsType<ThirdPieceFigures>(figures.Third);
                    SplitMoldTests.Sound(mold);
                    SplitMoldTests.ComeApart(mold);
                    LeavesInItsTurn(mold, part);
                    Assert.InRange(figures.DifferencePct, -0.5, 0.5);
                    var way = Vec(third.Pull);
                    Assert.Contains(solid.Ways, w => Solids.Rotated([w], axis, turn)[0].Dot(way) > 0.75);
                    var block = figures.BlockMm.Aggregate(1.0, (v, mm) => v * mm) / 1000;
                    var inBlock = figures.LowerCm3 + figures.UpperCm3 + figures.CavityCm3 + third.Cm3 - GripCm3(mold);
                    if (!fitted)
                        Assert.Equal(block, inBlock, 1e-3 * block);
                },
                iter: asked
            );
        Assert.InRange(refused, 0, mostRefused);
    }

    [Fact]
    public void Channel_and_vents_keep_clear_of_it() =>
        Locking.Sample(
            solid =>
            {
                var mold = Molds.Of(Surfaces.Of(solid.Corners), new Vec3(0, 0, 1), new SplitMoldRequest(), Progress.None);
                SplitMoldTests.Sound(mold);
                var (part, third) = (Surfaces.Of(solid.Corners), Read(mold.Third!));
                var (aside, pour) = (Vec(mold.Figures.Third!.Pull), Vec(mold.Figures.Pour!.PointMm));
                // Along the channel, just over and under the parting plane, the part is reached first.
                var along = new Vec3(-aside.Y, aside.X, 0);
                Vec3[] beside = [.. from s in new[] { -2, 0, 2 } from z in new[] { -0.2, 0.2 } select pour + aside * s + new Vec3(0, 0, z)];
                Assert.True(beside.Min(from => part.Bvh.FirstHit(from, along, 0)) < beside.Min(from => third.Bvh.FirstHit(from, along, 0)));
                foreach (var vent in mold.Figures.Vents)
                    Assert.True(third.Leaves(Vec(vent.PointMm) + new Vec3(0, 0, 0.01), new Vec3(0, 0, 1)));
            },
            iter: 8
        );

    private static Vec3 Vec(double[] v) => new(v[0], v[1], v[2]);

    [Fact]
    public void Where_one_block_to_the_side_does_not_free_it_or_none_is_wanted_the_mold_is_refused()
    {
        // A groove all round, and a hollow inside.
        var spool = Turning.Of(48, (0, 0), (12, 0), (12, 4), (6, 4), (6, 12), (12, 12), (12, 16), (0, 16));
        List<Vec3> hollow = [.. Solids.Sphere(12, 24), .. Solids.TurnedOver(Solids.Sphere(6, 24))];
        foreach (var solid in new[] { spool, hollow })
            Assert.Contains("No single block", Refused(solid, SplitMoldTests.Bare), StringComparison.Ordinal);
        var tube = Lying(24, (5, 0), (9, 0), (9, 20), (5, 20));
        Assert.Contains("Let a third piece", Refused(tube, SplitMoldTests.Bare with { ThirdPiece = false }), StringComparison.Ordinal);
        Assert.Contains("One part in a block", Refused(tube, SplitMoldTests.Bare with { Cavities = 2 }), StringComparison.Ordinal);
    }

    private static string Refused(List<Vec3> solid, SplitMoldRequest request) =>
        Assert.Throws<PlacedRefusal>(() => Molds.Of(Surfaces.Of(solid), new Vec3(0, 0, 1), request, Progress.None)).Message;

    /// <summary>
    /// The halves are drawn off the part and the third piece, and that then off the part: along its own way nothing of what has to stay is
    /// before any point of a piece.
    /// </summary>
    private static void LeavesInItsTurn(SplitMold mold, SolidSurface part)
    {
        const double within = 0.02,
            aSide = 3e-3;
        var pull = Vec(mold.Figures.Pull);
        var aside = Vec(mold.Figures.Third!.Pull);
        var (lower, upper, third) = (Read(mold.Lower), Read(mold.Upper), Read(mold.Third!));
        (SolidSurface Piece, Vec3 Way, SolidSurface[] Stay)[] turns =
        [
            (upper, pull, [third, part]),
            (lower, pull * -1, [third, part]),
            (third, aside, [part]),
        ];
        foreach (var (piece, way, stay) in turns)
        {
            var box = piece.Mesh.Bounds();
            var (u, v) = way.Plane();
            var (met, random) = (0, new Random(11));
            for (var i = 0; i < 6_000; i++)
            {
                var from =
                    box.Centre
                    + u * ((random.NextDouble() - 0.5) * box.Diagonal)
                    + v * ((random.NextDouble() - 0.5) * box.Diagonal)
                    - way * box.Diagonal;
                var begins = piece.Bvh.FirstHit(from, way, 0);
                foreach (var staying in stay)
                {
                    // The last of what stays, seen from the far end, lies before the piece begins; along a steep wall a step of the grid
                    // aside is many along the way.
                    var end = from + way * (3 * box.Diagonal);
                    Vec3[] beside = [u * aSide, u * -aSide, v * aSide, v * -aSide];
                    var ends = 3 * box.Diagonal - beside.Max(b => staying.Bvh.FirstHit(end + b, way * -1, 0));
                    if (!double.IsFinite(begins) || !double.IsFinite(ends))
                        continue;
                    met++;
                    Assert.True(ends <= begins + within, $"what stays ends at {ends}, the piece begins at {begins}");
                }
            }

            Assert.True(met > 20);
        }
    }

    private static SolidSurface Read(Mesh mesh) => Surfaces.Of(StlWriter.Write(mesh));

    /// <summary>Of what stands out of the block.</summary>
    private static double GripCm3(SplitMold mold)
    {
        var aside = Vec(mold.Figures.Third!.Pull);
        var side = Enumerable.Range(0, mold.Lower.VertexCount).Max(i => mold.Lower.Vertex(i).Dot(aside));
        var (third, area) = (mold.Third!, 0.0);
        for (var t = 0; t < third.TriangleCount; t++)
        {
            var (a, b, c) = (third.Corner(t, 0), third.Corner(t, 1), third.Corner(t, 2));
            if (Math.Min(a.Dot(aside), Math.Min(b.Dot(aside), c.Dot(aside))) > side + 1)
                area += (b - a).Cross(c - a).Length / 2;
        }

        var end = Enumerable.Range(0, third.VertexCount).Max(i => third.Vertex(i).Dot(aside));
        return area * (end - side) / 1000;
    }
}
