using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Molds = Stampo.Core.Plans.Casting.SplitMolds.SplitMolds;

namespace Stampo.Core.Tests.Plans.Casting.SplitMolds;

/// <summary>Solids drawn at random that can be parted, and where a plane is laid on solids whose answer is plain.</summary>
public sealed class AnySplitMoldTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    /// <summary>Turned solids that grow to a belt and shrink above it: no undercut along their axis.</summary>
    private static readonly Gen<(double R, double Z)[]> Profile = Gen.Select(
            Gen.Double[3, 20],
            Gen.Double[0.1, 0.95],
            Gen.Double[0.1, 0.95],
            Gen.Double[1, 20],
            Gen.Double[1, 20]
        )
        .Select(
            (belt, foot, top, below, above) =>
                new (double, double)[] { (0, 0), (belt * foot, 0), (belt, below), (belt * top, below + above), (0, below + above) }
        );

    private static readonly Gen<SplitMoldRequest> Request = Gen.Select(
            Gen.Double[6, 25],
            Gen.Bool,
            Gen.Bool,
            Gen.Bool,
            Gen.Bool,
            Gen.Double[0.99, 1.02]
        )
        .Select(
            (wall, keys, bolts, pour, vents, scale) =>
                new SplitMoldRequest
                {
                    WallMm = wall,
                    Keys = keys,
                    BoltHoleMm = bolts ? 3 : null,
                    PourHoleMm = pour ? 6 : null,
                    VentMm = vents ? 2 : null,
                    Scale = scale,
                }
        );

    /// <summary>
    /// Known to be short of what is wanted: of some hundreds one does not close where features meet to the last digit, and is refused in
    /// words. Such a refusal must stay rare, and anything that is given must be right.
    /// </summary>
    [Fact]
    public void Whatever_is_asked_both_halves_close_and_the_cavity_is_the_part()
    {
        const int asked = 40,
            mostRefused = 2;
        var refused = 0;
        Gen.Select(Profile, Request, Gen.Int[5, 40])
            .Sample(
                (profile, request, around) =>
                {
                    if (Made(Surfaces.Of(Turning.Of(around, profile)), Up, request) is not { } mold)
                    {
                        Interlocked.Increment(ref refused);
                        return;
                    }

                    foreach (var half in new[] { mold.Lower, mold.Upper })
                        Assert.True(MeshCheck.Run(StlWriter.Write(half), LengthUnit.Mm).Report.Watertight);
                    Assert.InRange(mold.Figures.DifferencePct, -0.5, 0.5);
                    Assert.Equal(profile[2].Z * request.Scale!.Value, mold.Figures.PartingMm, 0.01);
                },
                iter: asked
            );
        Assert.InRange(refused, 0, mostRefused);
    }

    internal static SplitMold? Made(SolidSurface part, Vec3 pull, SplitMoldRequest request)
    {
        try
        {
            return Molds.Of(part, pull, request, Progress.None);
        }
        catch (RefusalException refused) when (refused.Code == "split.not-closed")
        {
            return null;
        }
    }

    [Fact]
    public void Tilted_and_moved_about_a_part_makes_the_same_mold() =>
        Gen.Select(Gen.Double[-2, 2], Gen.Double[-500, 500])
            .Sample(
                (angle, away) =>
                {
                    var corners = Turning.Of(24, (0, 0), (6, 0), (12, 8), (5, 20), (0, 20));
                    var plain = Molds
                        .Of(
                            Surfaces.Of(corners),
                            Up,
                            new SplitMoldRequest
                            {
                                BoltHoleMm = null,
                                PourHoleMm = null,
                                VentMm = null,
                                Keys = false,
                            },
                            Progress.None
                        )
                        .Figures;
                    var axis = new Vec3(1, 0.3, 0).Unit();
                    var moved = Solids.Rotated(corners, axis, angle).ConvertAll(p => p + new Vec3(away, -away, 7));
                    var tilted = Molds
                        .Of(
                            Surfaces.Of(moved),
                            Up.Turned(axis, angle),
                            new SplitMoldRequest
                            {
                                BoltHoleMm = null,
                                PourHoleMm = null,
                                VentMm = null,
                                Keys = false,
                            },
                            Progress.None
                        )
                        .Figures;
                    Assert.Equal(plain.CavityCm3, tilted.CavityCm3, 0.005 * plain.CavityCm3);
                    Assert.Equal(plain.PartingMm, tilted.PartingMm, 0.02);
                },
                iter: 20
            );

    public static TheoryData<string, double> Planes { get; } =
        new()
        {
            { "cone", 0 },
            { "upturned cone", 20 },
            { "double cone", 8 },
            { "cup", 20 },
            { "step", 5 },
        };

    [Theory]
    [MemberData(nameof(Planes))]
    public void The_plane_lies_where_least_is_shut_off(string solid, double planeMm)
    {
        var corners = solid switch
        {
            "cone" => Turning.Of(48, (0, 0), (12, 0), (6, 20), (0, 20)),
            "upturned cone" => Turning.Of(48, (0, 0), (6, 0), (12, 20), (0, 20)),
            "double cone" => Turning.Of(48, (0, 0), (5, 0), (12, 8), (5, 20), (0, 20)),
            "cup" => Turning.Of(48, (0, 0), (8, 0), (10, 20), (8.5, 20), (6.5, 2), (0, 2)),
            _ => Prism.Of(20, (0, 0), (0, 5), (4, 15), (24, 15), (28, 5), (28, 0)),
        };
        var figures = Molds.Of(Surfaces.Of(corners), Up, new SplitMoldRequest(), Progress.None).Figures;
        if (solid == "step")
            Assert.InRange(figures.PartingMm, 0, planeMm); // anywhere on the upright foot
        else
            Assert.Equal(planeMm, figures.PartingMm, 0.01);
        Assert.Equal(0, figures.ShutOffMm, 0.01);
    }

    /// <summary>The belt climbs from 5 to 12 mm along the part.</summary>
    private static readonly List<Vec3> Ramp = Prism.Of(30, (0, 5), (4, 20), (36, 20), (40, 12), (36, 0), (4, 0));

    [Fact]
    public void An_outline_that_leaves_the_plane_is_shut_off_upright_and_its_height_said()
    {
        var mold = Molds.Of(Surfaces.Of(Ramp), Up, new SplitMoldRequest { Steps = false }, Progress.None);
        Assert.InRange(mold.Figures.ShutOffMm, 3, 12);
        Assert.Contains(mold.Figures.Messages, m => m.Code == "shut-off");
        Assert.InRange(mold.Figures.DifferencePct, -0.5, 0.5);
    }

    [Theory]
    [InlineData("split.wallMm")]
    [InlineData("split.scale")]
    [InlineData("split.keyClearanceMm")]
    [InlineData("split.boltHoleMm")]
    [InlineData("split.pourHoleMm")]
    [InlineData("split.partingMm")]
    public void Odd_fittings_are_refused_by_name(string field)
    {
        var request = field switch
        {
            "split.wallMm" => new SplitMoldRequest { WallMm = 1 },
            "split.scale" => new SplitMoldRequest { Scale = 20 },
            "split.keyClearanceMm" => new SplitMoldRequest { KeyClearanceMm = double.NaN },
            "split.boltHoleMm" => new SplitMoldRequest { BoltHoleMm = 40 },
            "split.pourHoleMm" => new SplitMoldRequest { PourHoleMm = 0 },
            _ => new SplitMoldRequest { PartingMm = -3 },
        };
        Assert.Equal(field, Assert.Throws<RefusalException>(() => request.Checked()).Field);
    }
}
