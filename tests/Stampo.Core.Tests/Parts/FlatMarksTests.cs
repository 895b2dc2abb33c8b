using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;

namespace Stampo.Core.Tests.Parts;

/// <summary>Lettering as a mesh shows it: low small faces on a large one.</summary>
public class FlatMarksTests
{
    /// <summary>The marks lie a hair above the plate: two bodies that touch nowhere are both sound.</summary>
    private static List<Vec3> Plate(double heightMm, int marks) =>
        [
            .. Solids.Block(60, 30, 3),
            .. Enumerable.Range(0, marks).SelectMany(i => Solids.Block(2, 5, heightMm - 0.02, new Vec3(4 + 6 * i, 10, 3.02))),
        ];

    [Fact]
    public void Marks_are_counted_and_measured_however_the_part_lies() =>
        Gen.Select(Gen.Double[0.2, 1.2], Gen.Int[3, 8], Gen.Double[0, 3])
            .Sample(
                (height, count, angle) =>
                {
                    var found = FlatMarks.Of(Surfaces.Of(Solids.Rotated(Plate(height, count), new Vec3(1, 2, 3), angle)));
                    return found.Count == count && found.Raised && Math.Abs(found.HeightMm - height) < 0.01 && found.Place is not null;
                },
                iter: 60
            );

    [Theory]
    [InlineData(0.5, 2)]
    [InlineData(4, 6)]
    [InlineData(0.06, 6)]
    public void Two_pads_ribs_and_the_roughness_of_a_mesh_are_no_lettering(double heightMm, int marks) =>
        Assert.Equal(0, FlatMarks.Of(Surfaces.Of(Plate(heightMm, marks))).Count);

    [Fact]
    public void A_ball_has_none() => Assert.Equal(MarksFound.None, FlatMarks.Of(Surfaces.Of(Solids.Sphere(20, 48))));
}
