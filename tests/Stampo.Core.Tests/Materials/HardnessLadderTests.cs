using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Materials;

public class HardnessLadderTests
{
    private static LadderAnswer Of(LadderRequest request) => HardnessLadder.Of(request, MaterialLibrary.All);

    private static readonly LadderRequest Tab = new(LadderSection.Cantilever, 0.4, GiveMm: 2, LengthMm: 15, WidthMm: 12, ThicknessMm: 3);

    [Fact]
    public void A_tab_is_a_beam_held_at_one_end()
    {
        // I = 12·27/12 = 27 mm⁴; E = 0.4·3375/(3·27·2) = 8.333 MPa.
        var answer = Of(Tab);
        Assert.Equal(8.3333, answer.ModulusMpa, 1e-3);
        Assert.Equal(answer.ModulusMpa, Stiffness.GentMpa(answer.ShoreA), 1e-9);
        Assert.False(answer.OffScale);
    }

    [Fact]
    public void A_pad_is_stiffer_than_its_rubber_by_its_shape()
    {
        // S = 40/48, Ea = 400·12/(1256.6·1.5), E = Ea/(1 + 2·S²).
        var answer = Of(new LadderRequest(LadderSection.Pad, 400, GiveMm: 1.5, DiameterMm: 40, HeightMm: 12));
        Assert.Equal(400 * 12 / (Math.PI * 400 * 1.5) / (1 + 2 * Math.Pow(40 / 48.0, 2)), answer.ModulusMpa, 1e-9);
    }

    [Fact]
    public void A_ring_that_stretches_further_must_be_softer()
    {
        var near = new LadderRequest(LadderSection.Ring, 25, DiameterMm: 5, WidthMm: 4, ThicknessMm: 2, PostMm: 6);
        Assert.True(Of(near).ModulusMpa > Of(near with { PostMm = 7 }).ModulusMpa);
        Assert.Equal("postMm", Assert.Throws<RefusalException>(() => Of(near with { PostMm = 5 })).Field);
    }

    [Fact]
    public void Three_to_five_hardnesses_stand_around_the_answer_softest_first() =>
        Gen.Double[0.05, 5]
            .Sample(load =>
            {
                var answer = Of(Tab with { LoadN = load });
                var shores = answer.Rungs.Select(r => r.ShoreA).ToList();
                return shores.Count is >= 3 and <= 5
                    && shores.SequenceEqual(shores.Order())
                    && answer.ShoreA is >= 20 and <= 90
                    && answer.Rungs.Select(r => r.Tint).Distinct().Count() == shores.Count
                    && answer.Rungs.All(r => r.TintG >= 0.1 && r.TintG <= 0.02 * r.PartAG + 0.1)
                    && answer.Rungs.All(r => Math.Abs(r.PartAG + r.PartBG - r.SampleG) < 1e-9 && r.SampleG >= 20);
            });

    [Fact]
    public void What_a_section_needs_is_asked_for_by_name()
    {
        Assert.Equal("lengthMm", Assert.Throws<RefusalException>(() => Of(Tab with { LengthMm = null })).Field);
        Assert.Equal("loadN", Assert.Throws<RefusalException>(() => Of(Tab with { LoadN = 0 })).Field);
        Assert.Contains(
            "half its height",
            Assert
                .Throws<RefusalException>(() => Of(new LadderRequest(LadderSection.Pad, 10, GiveMm: 9, DiameterMm: 40, HeightMm: 12)))
                .Message,
            StringComparison.Ordinal
        );
        Assert.True(Of(Tab with { LoadN = 500 }).OffScale);
    }
}
