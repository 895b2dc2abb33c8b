using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Casting.Patterns;

public class PatternTests
{
    private static readonly Job Job = new(
        new PartFacts(100, 60, 40, 50, 400, new PartDeclaration()),
        new Brief
        {
            ShowSide = Finish.FineMatt,
            Inserts = 2,
            Guards = 1,
            Lettering = true,
        },
        MaterialLibrary.Find("pu-rigid-fast")!,
        RateCard.Shipped
    );

    private static ShrinkStep Shrink(double pct) => new($"a cast of {pct} %", pct);

    private static readonly Place Somewhere = new([0, 0, 0], [0, 0, 1], 5);

    [Theory]
    [InlineData(PatternMaterial.PrintedResin, SiliconeCure.Addition, false, false, false, false, 3)]
    [InlineData(PatternMaterial.PrintedResin, SiliconeCure.Addition, true, true, false, false, 1)]
    [InlineData(PatternMaterial.PrintedResin, SiliconeCure.Addition, true, true, true, true, 0)]
    [InlineData(PatternMaterial.PrintedResin, SiliconeCure.Condensation, false, false, false, true, 0)]
    [InlineData(PatternMaterial.SulphurClay, SiliconeCure.Addition, false, false, false, false, 2)]
    [InlineData(PatternMaterial.TinSilicone, SiliconeCure.Addition, false, true, false, false, 1)]
    [InlineData(PatternMaterial.RubberOrAmine, SiliconeCure.Addition, false, false, false, false, 2)]
    [InlineData(PatternMaterial.Metal, SiliconeCure.Addition, false, false, false, true, 0)]
    [InlineData(PatternMaterial.PrintedPlastic, SiliconeCure.Addition, false, false, false, true, 0)]
    public void Only_a_cured_dab_makes_a_doubtful_pattern_safe(
        PatternMaterial pattern,
        SiliconeCure cure,
        bool postCured,
        bool isSealed,
        bool dab,
        bool safe,
        int todo
    )
    {
        var inhibition = Inhibition.Of(pattern, cure, postCured, isSealed, dab);
        Assert.Equal((safe, todo), (inhibition.IsSafe, inhibition.ToDo.Count));
        Assert.Equal(todo > 0, inhibition.ToDo.Any(t => t.Says.StartsWith("Test dab", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_mold_cured_warm_closes_when_cold_and_one_cured_cold_opens_when_warm_less_where_a_frame_holds_it()
    {
        Assert.Equal(0, ShrinkChain.OfHeat(23, 23, 0.03).Pct.High);
        var closes = ShrinkChain.OfHeat(60, 23, 0.03).Pct;
        Assert.Equal((0.03 * 37, 0.03 * 37), (closes.Likely, closes.High));
        Assert.InRange(closes.Low, 0.8 * closes.High, closes.High);
        var opens = ShrinkChain.OfHeat(23, 70, 0.03).Pct;
        Assert.Equal(-0.03 * 47, opens.Low);
        Assert.InRange(opens.High, opens.Likely, -0.01);
        var sheet = new Worksheet();
        var scale = ShrinkChain.Scale(
            [new ShrinkStep("silicone", new(0.02, 0.05, 0.1)), ShrinkChain.OfHeat(23, 70, 0.03), new ShrinkStep("resin", 0.35)],
            sheet
        );
        Assert.True(scale.Low < scale.Likely && scale.Likely < scale.High && scale.Low < 1);
        Assert.Equal(
            ["silicone", "mold, from its cure to the cast", "resin"],
            sheet.Lines.Single(l => l.Id == "scale").Inputs.Select(i => i.Name)
        );
    }

    [Fact]
    public void It_is_larger_by_both_shrinks_and_finished_by_grade_and_area()
    {
        var plan = PatternPlan.Of(Job, new PatternChoices { Plugs = 1 }, SiliconeCure.Addition, [Shrink(0.1), Shrink(0.35)], 1);
        Assert.Equal(1.0045168, plan.Scale, 5e-8);
        Assert.Equal((2, 2.0, 2.0), (plan.Coats, plan.ShowDm2, plan.BackDm2));
        Assert.Equal(Math.Pow(2, 0.65) * 1.3, plan.ShowH, 1e-9);
        Assert.Equal(4, plan.Advice.Count);
        Assert.Equal(
            4,
            PatternPlan
                .Of(Job with { Brief = new Brief { ShowSide = Finish.Gloss } }, new PatternChoices(), SiliconeCure.Addition, [Shrink(0)], 1)
                .Coats
        );
        Assert.Equal(
            0,
            PatternPlan.Of(Job with { Brief = new Brief() }, new PatternChoices(), SiliconeCure.Addition, [Shrink(0)], 1).ShowH
        );
    }

    [Fact]
    public void Slender_holes_become_pins_or_are_drilled_and_others_are_cast()
    {
        BlindHole[] holes = [new(2, 12, Somewhere), new(4, 20, Somewhere), new(10, 12, Somewhere)];
        var job = Job with
        {
            Part = Job.Part with
            {
                Measured = new MeasuredShape(null, null, null, Undercut.None, 0, null, new DraftShares(0, 0, 0, 0, 0), 60, 1, 2)
                {
                    Slenders = [holes[0], holes[1]],
                },
            },
        };
        var plan = PatternPlan.Of(job, new PatternChoices(), SiliconeCure.Addition, [Shrink(0)], 1);
        Assert.Equal([HoleAdvice.ThirdAndDrill, HoleAdvice.Pin], plan.Holes.Select(h => h.Advice));
        Assert.Contains("4 mm deep", plan.Holes[0].Says, StringComparison.Ordinal);
        Assert.Empty(PatternPlan.Of(job, new PatternChoices { SoftCores = true }, SiliconeCure.Addition, [Shrink(0)], 1).Holes);
    }
}
