using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Parts;

/// <summary>What routes are told about a part: measured, declared, or both.</summary>
public class PartFactsTests
{
    private static readonly DeclaredSize Size = new(100, 60, 30, 40, 300);

    private static MeasuredShape Measured(double? wall = 2, Undercut undercut = Undercut.None, int regions = 0) =>
        new(wall, 2.5, 6, undercut, regions, null, new DraftShares(0.1, 0.2, 0.3, 0.4, 0.5), 50, 1.5, 0);

    [Fact]
    public void A_part_without_a_mesh_is_what_was_declared()
    {
        var facts = PartFacts.From(null, new PartDeclaration { Size = Size, NominalWallMm = 2 })!;
        Assert.Equal((100, 40, 300, 2), (facts.LengthMm, facts.VolumeCm3, facts.AreaCm2, facts.WallMm));
        Assert.Null(PartFacts.From(null, new PartDeclaration()));
    }

    [Fact]
    public void A_mesh_with_a_volume_goes_before_the_declared_size_and_one_without_does_not()
    {
        var sound = MeshCheck.Run(Solids.Soup(Solids.Block(10, 20, 30)), LengthUnit.Mm).Report;
        var open = MeshCheck.Run(Solids.Soup(Solids.Block(10, 20, 30)[3..]), LengthUnit.Mm).Report;
        var declared = new PartDeclaration { Size = Size };
        Assert.Equal(6, PartFacts.From(sound, declared)!.VolumeCm3, 1e-9);
        Assert.Equal(40, PartFacts.From(open, declared)!.VolumeCm3);
        Assert.Null(PartFacts.From(open, new PartDeclaration()));
    }

    [Fact]
    public void What_is_declared_goes_before_what_was_measured()
    {
        var facts = new PartFacts(100, 60, 30, 40, 300, new PartDeclaration())
        {
            Measured = Measured(undercut: Undercut.Strong, regions: 12),
        };
        Assert.Equal(
            (2.5, 6, 2, Undercut.Strong, 8),
            (facts.WallMm, facts.SectionMm, facts.ThinnestWallMm, facts.Undercut, facts.UndercutRegions)
        );
        Assert.Equal(50, facts.PartingCm2);
        var said = facts with
        {
            Declared = new PartDeclaration
            {
                NominalWallMm = 3,
                ThinnestWallMm = 1,
                Undercut = Undercut.Mild,
            },
        };
        Assert.Equal((3, 3, 1, Undercut.Mild, 1), (said.WallMm, said.SectionMm, said.ThinnestWallMm, said.Undercut, said.UndercutRegions));
    }

    [Fact]
    public void Slender_holes_are_those_measured_until_a_person_says_how_many_are_molded()
    {
        var hole = new BlindHole(2, 9, new Place([0, 0, 0], [0, 0, 1], 5));
        var facts = new PartFacts(100, 60, 30, 40, 300, new PartDeclaration());
        Assert.Null(facts.SlenderHoles);
        var measured = facts with { Measured = Measured() with { SlenderHoles = 1, Slenders = [hole] } };
        Assert.Equal((1, 1), (measured.SlenderHoles, measured.Slenders.Count));
        var drilled = measured with { Declared = new PartDeclaration { SlenderHoles = 0, Agreed = [Seen.Walls] }.Checked() };
        Assert.Equal((0, 0), (drilled.SlenderHoles, drilled.Slenders.Count));
        Assert.Throws<RefusalException>(() => new PartDeclaration { SlenderHoles = -1 }.Checked());
    }

    [Fact]
    public void A_picked_show_side_goes_before_half_of_the_surface()
    {
        var facts = new PartFacts(100, 60, 30, 40, 300, new PartDeclaration());
        Assert.Equal(1.5, facts.ShowAreaDm2);
        Assert.Equal(0.8, (facts with { PickedShowCm2 = 80 }).ShowAreaDm2);
    }

    [Theory]
    [InlineData(0, 60, 30, 40, 300, "size.lengthMm")]
    [InlineData(100, double.NaN, 30, 40, 300, "size.widthMm")]
    [InlineData(100, 60, 30_000, 40, 300, "size.heightMm")]
    [InlineData(100, 60, 30, 181, 300, "size.volumeCm3")]
    [InlineData(100, 60, 30, 40, 50, "size.areaCm2")]
    public void An_impossible_size_is_refused(double length, double width, double height, double volume, double area, string field) =>
        Assert.Equal(
            field,
            Assert
                .Throws<RefusalException>(() =>
                    new PartDeclaration { Size = new DeclaredSize(length, width, height, volume, area) }.Checked()
                )
                .Field
        );

    [Fact]
    public void A_ball_and_a_full_box_are_possible()
    {
        var ball = 4 / 3.0 * Math.PI;
        Assert.NotNull(new PartDeclaration { Size = new DeclaredSize(20, 20, 20, ball, 4 * Math.PI) }.Checked());
        Assert.NotNull(new PartDeclaration { Size = new DeclaredSize(10, 10, 10, 1, 6) }.Checked());
    }

    [Theory]
    [InlineData(0.3, 0.1)]
    [InlineData(0.5, 0.1)]
    [InlineData(0.75, 0.2)]
    [InlineData(1.5, 0.3)]
    [InlineData(3, 0.4)]
    [InlineData(10, 0.5)]
    public void Draft_between_two_angles_is_taken_at_the_larger(double deg, double share) =>
        Assert.Equal(share, Measured().NoDraftShares.Below(deg));
}
