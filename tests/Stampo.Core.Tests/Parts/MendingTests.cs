using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;

namespace Stampo.Core.Tests.Parts;

/// <summary>A gallery of spoiled solids: what is found on each, what is offered, and what mending it gives.</summary>
public class MendingTests
{
    private static readonly List<Vec3> Brick = Solids.Block(10, 20, 30);

    public static TheoryData<string, string[], Mend[], double?> Gallery =>
        new()
        {
            { "sound", [], [], 6000 },
            { "inside out", ["inside-out"], [Mend.TurnFaces], 6000 },
            { "one triangle turned", ["flipped-edges"], [Mend.TurnFaces], 6000 },
            { "a face missing", ["open-edges"], [Mend.CloseHoles], 6000 },
            { "two faces missing", ["open-edges"], [Mend.CloseHoles], 6000 },
            { "a triangle missing", ["open-edges"], [Mend.CloseHoles], 6000 },
            { "a triangle twice", ["duplicate"], [Mend.DropFaulty], 6000 },
            { "corners a little apart", ["open-edges"], [Mend.JoinCorners, Mend.CloseHoles], 6000 },
            { "an empty triangle", ["degenerate"], [Mend.DropFaulty], 6000 },
            { "void facing outward", ["shell-reversed", "void"], [Mend.TurnFaces], 6000 - 27 },
            { "second shell inside out", ["shell-reversed", "several-shells"], [Mend.TurnFaces], 6125 },
            { "everything at once", ["open-edges", "duplicate"], [Mend.DropFaulty, Mend.CloseHoles, Mend.TurnFaces], 6000 },
        };

    private static List<Vec3> Spoiled(string name) =>
        name switch
        {
            "inside out" => Solids.TurnedOver(Brick),
            "one triangle turned" => [Brick[0], Brick[2], Brick[1], .. Brick[3..]],
            "a face missing" => Brick[6..],
            "two faces missing" => Brick[12..],
            "a triangle missing" => Brick[3..],
            "a triangle twice" => [.. Brick, .. Brick[..3]],
            "corners a little apart" => [.. Brick[..6].Select(v => v + new Vec3(0.002, 0, 0)), .. Brick[6..]],
            "an empty triangle" => [.. Brick, Brick[0], Brick[0], Brick[1]],
            "void facing outward" => [.. Brick, .. Solids.Block(3, 3, 3, new Vec3(3, 3, 3))],
            "second shell inside out" => [.. Brick, .. Solids.TurnedOver(Solids.Block(5, 5, 5, new Vec3(40, 0, 0)))],
            "everything at once" => [Brick[6], Brick[8], Brick[7], .. Brick[9..], .. Brick[30..33]],
            _ => Brick,
        };

    [Theory]
    [MemberData(nameof(Gallery))]
    public void Each_fault_is_found_offered_and_mended(string name, string[] found, Mend[] offered, double? volumeMm3)
    {
        var part = MeshCheck.Run(Solids.Soup(Spoiled(name)), LengthUnit.Mm);
        var codes = part.Report.Messages.Select(m => m.Code).ToList();
        Assert.All(found, code => Assert.Contains(code, codes));
        var offers = MeshMending.Offers(part);
        Assert.Equal(offered, offers.Select(o => o.Mend));

        var mended = MeshCheck.Run(StlWriter.Write(MeshMending.Apply(part.Mesh, offered)), LengthUnit.Mm);
        Assert.True(mended.Report.Watertight);
        Assert.Equal(volumeMm3!.Value, mended.Report.VolumeMm3!.Value, 2.0);
        Assert.DoesNotContain(mended.Report.Messages, m => m.Severity == Severity.Fault || m.Code == "inside-out");
        Assert.Empty(MeshMending.Offers(mended));
    }

    [Fact]
    public void Mending_leaves_the_mesh_it_was_given_alone()
    {
        var part = MeshCheck.Run(Solids.Soup(Spoiled("everything at once")), LengthUnit.Mm);
        int[] corners = [.. part.Mesh.Corners];
        MeshMending.Apply(part.Mesh, [Mend.DropFaulty, Mend.CloseHoles, Mend.TurnFaces]);
        Assert.Equal(corners, part.Mesh.Corners);
    }

    [Fact]
    public void A_round_hole_in_a_flat_face_is_closed_to_the_volume_of_the_solid()
    {
        // A ball without its cap: the rim is a circle.
        var ball = Solids.Sphere(10, 48).Chunk(3).ToList();
        var open = ball.Where(t => t.Min(v => v.Z) < 7).SelectMany(t => t).ToList();
        var part = MeshCheck.Run(Solids.Soup(open), LengthUnit.Mm);
        Assert.Null(part.Report.VolumeMm3);
        Assert.Equal([Mend.CloseHoles], MeshMending.Offers(part).Select(o => o.Mend));
        var report = MeshCheck.Run(StlWriter.Write(MeshMending.Apply(part.Mesh, [Mend.CloseHoles])), LengthUnit.Mm).Report;
        var rim = open.Max(v => v.Z);
        var height = 10 - rim;
        Assert.Equal(
            4 / 3.0 * Math.PI * 1000 - Math.PI * height * height * (30 - height) / 3,
            report.VolumeMm3!.Value,
            0.01 * report.VolumeMm3!.Value
        );
    }

    [Fact]
    public void A_hole_that_is_not_flat_or_half_the_part_is_left_to_a_person()
    {
        var bent = Solids.Sphere(10, 24).Chunk(3).Where(t => !(t.Min(v => v.X) > 2 && t.Min(v => v.Z) > 2)).SelectMany(t => t).ToList();
        Assert.DoesNotContain(MeshMending.Offers(MeshCheck.Run(Solids.Soup(bent), LengthUnit.Mm)), o => o.Mend == Mend.CloseHoles);
        var half = Solids.Sphere(10, 24).Chunk(3).Where(t => t.Max(v => v.Z) <= 1e-9).SelectMany(t => t).ToList();
        Assert.DoesNotContain(MeshMending.Offers(MeshCheck.Run(Solids.Soup(half), LengthUnit.Mm)), o => o.Mend == Mend.CloseHoles);
    }

    [Fact]
    public void A_ring_shaped_hole_is_not_closed_over_its_island()
    {
        // The top of a tube: an outer rim and an inner one in the same plane.
        var tube = Turning.Of(48, (5, 0), (10, 0), (10, 20), (5, 20));
        var open = tube.Chunk(3).Where(t => !t.All(v => v.Z > 19.9)).SelectMany(t => t).ToList();
        var part = MeshCheck.Run(Solids.Soup(open), LengthUnit.Mm);
        var mended = MeshCheck.Run(StlWriter.Write(MeshMending.Apply(part.Mesh, [Mend.CloseHoles])), LengthUnit.Mm).Report;
        // Closing only the inner rim is flat and sound; covering the outer one would bury it.
        Assert.True(mended.VolumeMm3 is null || mended.VolumeMm3 < Math.PI * 100 * 20 * 0.99);
    }
}
