using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Casting.Batches;

public class CastingBatchTests
{
    private static readonly CastingBatchRequest Example = new()
    {
        PartVolumeCm3 = 18.4,
        Count = 8,
        LossPct = 15,
        DensityGPerCm3 = 1.08,
        Ratio = new MixRatio(100, 60, "weight"),
    };

    private static readonly PotLife SixMinutes = new(6, 100, 23);

    private static readonly PourSteps Steps = new(1.5, 2, 0.3);

    [Fact]
    public void The_worked_example_by_weight()
    {
        var batch = CastingBatch.Compute(Example);
        Assert.Equal(147.2, batch.NetCm3, 1e-9);
        Assert.Equal(169.28, batch.PouredCm3, 1e-9);
        Assert.Equal(182.8224, batch.MassG, 1e-9);
        Assert.Equal(114.264, batch.AG, 1e-9);
        Assert.Equal(68.5584, batch.BG, 1e-9);
    }

    [Fact]
    public void The_worked_example_by_volume()
    {
        var batch = CastingBatch.Compute(Example with { Ratio = new MixRatio(1, 1, "volume", 1.05, 1.20) });
        Assert.Equal(85.317, batch.AG, 5e-4);
        Assert.Equal(97.505, batch.BG, 5e-4);
    }

    [Fact]
    public void Specific_volume_is_turned_into_density() =>
        Assert.Equal(
            1.116125,
            CastingBatch.Compute(Example with { DensityGPerCm3 = null, SpecificVolumeIn3PerLb = 24.8 }).DensityGPerCm3,
            1e-6
        );

    [Fact]
    public void Grossing_up_pours_more_than_adding()
    {
        Assert.Equal(147.2 / 0.85, CastingBatch.Compute(Example with { LossBasis = "ofPoured" }).PouredCm3, 1e-9);
    }

    [Fact]
    public void Gate_and_reservoir_count_for_each_part() =>
        Assert.Equal(8 * (18.4 + 2.5), CastingBatch.Compute(Example with { ExtraCm3PerPart = 2.5 }).NetCm3, 1e-9);

    [Fact]
    public void Bulk_shortens_the_pot_life_and_the_batch_is_split_to_keep_inside_it()
    {
        var batch = CastingBatch.Compute(Example with { PotLife = SixMinutes, Steps = Steps });
        Assert.Equal(6 * Math.Pow(100 / 182.8224, 0.25), batch.WorkingTimeMin!.Value, 1e-9);
        Assert.Equal(1.5 + 2 + 0.3 * 8, batch.TimeNeededMin!.Value, 1e-9);
        Assert.False(batch.Fits);
        Assert.Equal([4, 4], batch.Charges.Select(c => c.Cavities));
        Assert.All(batch.Charges, c => Assert.True(c.Fits));
        Assert.Equal(batch.MassG, batch.Charges.Sum(c => c.AG + c.BG), 1e-9);
    }

    [Fact]
    public void Ten_degrees_warmer_halves_the_working_time()
    {
        var cool = CastingBatch.Compute(Example with { PotLife = SixMinutes, ResinC = 23 });
        var warm = CastingBatch.Compute(Example with { PotLife = SixMinutes, ResinC = 33 });
        Assert.Equal(cool.WorkingTimeMin!.Value / 2, warm.WorkingTimeMin!.Value, 1e-9);
    }

    [Fact]
    public void A_charge_size_that_was_asked_for_is_kept()
    {
        var batch = CastingBatch.Compute(Example with { CavitiesPerCharge = 3, PotLife = SixMinutes, Steps = Steps });
        Assert.Equal([3, 3, 2], batch.Charges.Select(c => c.Cavities));
        Assert.True(batch.Fits);
    }

    [Fact]
    public void When_even_one_part_gels_first_it_says_so()
    {
        var batch = CastingBatch.Compute(Example with { PotLife = new PotLife(2, 100, 23), Steps = Steps });
        Assert.All(batch.Charges, c => Assert.False(c.Fits));
        Assert.Contains(batch.Messages, m => m.Code == "pot-life");
    }

    [Fact]
    public void Weights_on_the_scale_keep_the_ratio_and_never_fall_short() =>
        Gen.Select(Gen.Double[1, 500], Gen.Int[1, 40], Gen.Double[20, 200], Gen.OneOfConst(0.01, 0.1, 0.5))
            .Sample(
                (volume, count, partsB, step) =>
                {
                    var batch = CastingBatch.Compute(
                        Example with
                        {
                            PartVolumeCm3 = volume,
                            Count = count,
                            Ratio = new MixRatio(100, partsB),
                            ScaleStepG = step,
                        }
                    );
                    return batch.Charges.All(c =>
                            IsWhole(c.AG / step)
                            && IsWhole(c.BG / step)
                            && (
                                ScaleRounding.RatioErrorPct(c.AG, c.BG, 100 / partsB) <= 0.5
                                || batch.Messages.Any(m => m.Code == "ratio-off")
                            )
                        )
                        && batch.WeighedG >= batch.MassG * (1 - 1e-9)
                        && batch.WeighedG <= batch.MassG * 1.12 + 4 * step;
                }
            );

    [Fact]
    public void A_plus_b_is_the_total_and_the_ratio_holds() =>
        Gen.Select(Gen.Double[0.1, 2000], Gen.Int[1, 200], Gen.Double[0, 60], Gen.Double[10, 300])
            .Sample(
                (volume, count, loss, partsB) =>
                {
                    var batch = CastingBatch.Compute(
                        Example with
                        {
                            PartVolumeCm3 = volume,
                            Count = count,
                            LossPct = loss,
                            Ratio = new MixRatio(100, partsB),
                        }
                    );
                    return Math.Abs(batch.AG + batch.BG - batch.MassG) <= 1e-9 * batch.MassG
                        && Math.Abs(batch.AG / batch.BG * partsB / 100 - 1) < 1e-9;
                }
            );

    [Fact]
    public void A_scale_too_coarse_for_the_charge_is_said()
    {
        var batch = CastingBatch.Compute(Example with { PartVolumeCm3 = 2, Count = 1, ScaleStepG = 1 });
        Assert.Contains(batch.Messages, m => m.Code == "below-scale");
        Assert.Contains(batch.Messages, m => m.Code == "ratio-off");
        Assert.Equal(100 / (60 / 160.0), batch.SmallestChargeG!.Value, 1e-9);
    }

    [Fact]
    public void Filler_is_weighed_on_top_of_A() =>
        Assert.Equal(0.02 * 114.264, CastingBatch.Compute(Example with { FillerPctOfA = 2 }).FillerG, 1e-9);

    [Theory]
    [InlineData(24.8, "1.116")]
    [InlineData(0.5, "2 g/cm³")]
    public void A_density_typed_the_wrong_way_round_is_asked_about(double density, string suggestion)
    {
        var refusal = Assert.Throws<RefusalException>(() => CastingBatch.Compute(Example with { DensityGPerCm3 = density }));
        Assert.Equal("batch.density-odd", refusal.Code);
        Assert.Contains(suggestion, refusal.Message, StringComparison.Ordinal);
        Assert.Equal(density, CastingBatch.Compute(Example with { DensityGPerCm3 = density, DensityConfirmed = true }).DensityGPerCm3);
    }

    public static TheoryData<CastingBatchRequest, string> Bad =>
        new()
        {
            { Example with { PartVolumeCm3 = 0 }, "partVolumeCm3" },
            { Example with { PartVolumeCm3 = double.NaN }, "partVolumeCm3" },
            { Example with { Count = 0 }, "count" },
            { Example with { LossPct = 100 }, "lossPct" },
            { Example with { LossBasis = "guess" }, "lossBasis" },
            { Example with { DensityGPerCm3 = null }, "densityGPerCm3" },
            { Example with { Ratio = new MixRatio(100, 0) }, "ratio.b" },
            { Example with { Ratio = new MixRatio(1, 1, "volume") }, "ratio" },
            { Example with { ScaleStepG = 0 }, "scaleStepG" },
            { Example with { Steps = new PourSteps(-1, 0, 0) }, "steps.mixMin" },
            { Example with { Count = 100_000, CavitiesPerCharge = 1 }, "cavitiesPerCharge" },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void Numbers_out_of_range_name_their_field(CastingBatchRequest request, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(() => CastingBatch.Compute(request)).Field);

    [Fact]
    public void Every_figure_of_the_answer_has_a_line_of_working()
    {
        var batch = CastingBatch.Compute(Example with { PotLife = SixMinutes, Steps = Steps, ScaleStepG = 0.1 });
        string[] ids = ["net", "poured", "density", "mass", "a", "b", "working", "needed", "vessel", "smallest"];
        Assert.All(ids, id => Assert.Contains(batch.Working, line => line.Id == id));
        Assert.Equal(batch.PouredCm3, batch.Working.Single(l => l.Id == "poured").Value.Likely);
    }

    private static bool IsWhole(double steps) => Math.Abs(steps - Math.Round(steps)) < 1e-6;
}
