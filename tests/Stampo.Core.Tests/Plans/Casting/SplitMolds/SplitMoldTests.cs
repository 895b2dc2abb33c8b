using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Molds = Stampo.Core.Plans.Casting.SplitMolds.SplitMolds;

namespace Stampo.Core.Tests.Plans.Casting.SplitMolds;

public sealed class SplitMoldTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    internal static readonly SplitMoldRequest Bare = new()
    {
        Keys = false,
        BoltHoleMm = null,
        PourHoleMm = null,
        VentMm = null,
    };

    public static TheoryData<string, double[]> Parts { get; } =
        new()
        {
            { "gateway-housing.stl", [0, 0, 1] },
            { "vent-disc.stl", [0, 0, 1] },
            { "frame-grip.stl", [0, 0, 1] },
            { "frame-grip.stl", [0, -1, 0] },
            { "weather-roof.stl", [0, 0, 1] },
        };

    [Theory]
    [MemberData(nameof(Parts))]
    public void Halves_around_a_part_close_hold_its_volume_and_come_apart(string name, double[] pull)
    {
        var part = Surfaces.Demo(name);
        var mold = Molds.Of(part, new Vec3(pull[0], pull[1], pull[2]), new SplitMoldRequest(), Progress.None);
        Sound(mold);
        Assert.InRange(mold.Figures.DifferencePct, -0.5, 0.5);
        ComeApart(mold);
    }

    [Fact]
    public void Without_fittings_halves_and_part_are_the_block()
    {
        List<Vec3>[] solids =
        [
            Solids.Sphere(12, 48),
            Solids.Block(30, 20, 10),
            Turning.Of(48, (0, 0), (12, 0), (6, 20), (0, 20)),
            Turning.Of(48, (6, 0), (12, 0), (10, 16), (7, 16)),
            Prism.Of(10, (0, 0), (4, 12), (14, 12), (22, 0)),
        ];
        foreach (var solid in solids)
        {
            var surface = Surfaces.Of(solid);
            var mold = Molds.Of(surface, Up, Bare, Progress.None);
            var f = mold.Figures;
            var block = f.BlockMm[0] * f.BlockMm[1] * f.BlockMm[2] / 1000;
            Assert.Equal(block, f.LowerCm3 + f.UpperCm3 + f.PartCm3, 0.005 * f.PartCm3);
            Sound(mold);
            ComeApart(mold);
        }
    }

    [Fact]
    public void Scale_makes_the_cavity_larger_by_its_cube()
    {
        var part = Surfaces.Of(Solids.Sphere(12, 48));
        var (plain, larger) = (
            Molds.Of(part, Up, Bare, Progress.None).Figures,
            Molds.Of(part, Up, Bare with { Scale = 1.01 }, Progress.None).Figures
        );
        Assert.Equal(Math.Pow(1.01, 3), larger.CavityCm3 / plain.CavityCm3, 1e-4);
    }

    [Fact]
    public void Holes_keys_and_channel_take_and_give_what_they_should()
    {
        var part = Surfaces.Of(Turning.Of(48, (0, 0), (12, 0), (6, 20), (0, 20)));
        var bare = Molds.Of(part, Up, Bare, Progress.None).Figures;
        var keyed = Molds.Of(part, Up, Bare with { Keys = true }, Progress.None).Figures;
        Assert.True(keyed.LowerCm3 > bare.LowerCm3 && keyed.UpperCm3 < bare.UpperCm3);
        // The sockets are larger than the keys by their play.
        Assert.True(bare.UpperCm3 - keyed.UpperCm3 > keyed.LowerCm3 - bare.LowerCm3);
        var bolted = Molds.Of(part, Up, Bare with { BoltHoleMm = 4 }, Progress.None).Figures;
        var bolts = 4 * Math.PI * 4 * bare.BlockMm[2] / 1000;
        Assert.Equal(bolts, bare.LowerCm3 + bare.UpperCm3 - bolted.LowerCm3 - bolted.UpperCm3, 0.03 * bolts);
        var vented = Molds.Of(part, Up, Bare with { VentMm = 3 }, Progress.None);
        Assert.Single(vented.Figures.Vents);
        Assert.True(vented.Figures.UpperCm3 < bare.UpperCm3);
        Sound(vented);
    }

    [Fact]
    public void An_undercut_is_refused_with_its_place()
    {
        // A spool: the groove between its flanges locks both halves.
        var spool = Surfaces.Of(Turning.Of(48, (0, 0), (12, 0), (12, 4), (6, 4), (6, 12), (12, 12), (12, 16), (0, 16)));
        var refused = Assert.Throws<PlacedRefusal>(() => Molds.Of(spool, Up, Bare, Progress.None));
        Assert.Equal(("split.undercut", "part.pull"), (refused.Code, refused.Field));
        Assert.Contains("z 8 mm", refused.Message, StringComparison.Ordinal);
        // In the groove, seen from outside of it.
        Assert.InRange(new Vec3(refused.At.PointMm[0], refused.At.PointMm[1], 0).Length, 6, 12);
        Assert.Equal(8, refused.At.PointMm[2], 0.1);
        Assert.Equal(0, refused.At.From[2]);
        // Across its axis the same spool parts.
        ComeApart(Molds.Of(spool, new Vec3(1, 0, 0), Bare, Progress.None));
    }

    [Fact]
    public void It_can_be_stopped_and_a_plane_beside_the_part_is_refused()
    {
        var part = Surfaces.Demo("frame-grip.stl");
        using var stop = new CancellationTokenSource();
        Assert.ThrowsAny<OperationCanceledException>(() =>
            Molds.Of(
                part,
                Up,
                new SplitMoldRequest(),
                new Progress(
                    (_, share) =>
                    {
                        if (share > 0.2)
                            stop.Cancel();
                    },
                    stop.Token
                )
            )
        );
        Assert.Equal(
            "split.partingMm",
            Assert.Throws<RefusalException>(() => Molds.Of(part, Up, Bare with { PartingMm = 400 }, Progress.None)).Field
        );
    }

    [Fact]
    public void A_plane_of_ones_own_only_moves_the_shut_off()
    {
        var part = Surfaces.Of(Solids.Block(30, 20, 10));
        foreach (var height in new[] { 0, 3.3, 10 })
        {
            var mold = Molds.Of(part, Up, Bare with { PartingMm = height }, Progress.None);
            Assert.Equal(6, mold.Figures.CavityCm3, 0.03);
            Sound(mold);
        }
    }

    /// <summary>All pieces as files, read back by the same check as any part.</summary>
    internal static void Sound(SplitMold mold)
    {
        var pieces = new[] { (mold.Lower, mold.Figures.LowerCm3), (mold.Upper, mold.Figures.UpperCm3) }.ToList();
        if (mold.Third is { } third)
            pieces.Add((third, mold.Figures.Third!.Cm3));
        foreach (var (half, cm3) in pieces)
        {
            var report = MeshCheck.Run(StlWriter.Write(half), LengthUnit.Mm).Report;
            Assert.True(report.Watertight, $"{report.OpenEdges} open, {report.NonManifoldEdges} shared");
            Assert.Equal(0, report.FlippedEdges);
            Assert.Equal(cm3, report.VolumeMm3!.Value / 1000, 1e-3 * cm3);
        }
    }

    /// <summary>
    /// Over every point of the block the lower half ends below where the upper begins, however far they are drawn apart: no ray along the
    /// pull meets the upper half before it has left the lower for good.
    /// </summary>
    internal static void ComeApart(SplitMold mold, double withinMm = 2e-3)
    {
        SolidSurface lower = Surfaces.Of(StlWriter.Write(mold.Lower)),
            upper = Surfaces.Of(StlWriter.Write(mold.Upper));
        var pull = new Vec3(mold.Figures.Pull[0], mold.Figures.Pull[1], mold.Figures.Pull[2]);
        var (u, v) = pull.Plane();
        var box = lower.Mesh.Bounds().Around(upper.Mesh.Bounds());
        var reach = box.Diagonal;
        var (met, random) = (0, new Random(7));
        for (var i = 0; i < 3_000; i++)
        {
            var from = box.Centre + u * ((random.NextDouble() - 0.5) * reach) + v * ((random.NextDouble() - 0.5) * reach);
            var top = reach - lower.Bvh.FirstHit(from + pull * reach, pull * -1, 0);
            var bottom = upper.Bvh.FirstHit(from - pull * reach, pull, 0) - reach;
            if (!double.IsFinite(top) || !double.IsFinite(bottom))
                continue;
            met++;
            Assert.True(top <= bottom + withinMm, $"lower reaches {top}, upper begins at {bottom}");
        }

        Assert.True(met > 150);
    }
}
