using NodaTime;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Shops;
using Stampo.Core.Tests.Briefs;

namespace Stampo.Core.Tests.Plans.Casting.Operations;

/// <summary>What a mold maker reads on the sheet: that each thing is there, in time, with its weight, its check and its caution.</summary>
public class CastingOperationsTests
{
    private static readonly PartFacts Part = new(80, 60, 40, 60, 300, new PartDeclaration { NominalWallMm = 3, ThinnestWallMm = 2 });

    private static readonly Place Somewhere = new([0, 0, 0], [0, 0, 1], 5);

    private static IReadOnlyList<Operation> Of(
        string route,
        Func<CastingChoices, CastingChoices>? choose = null,
        Brief? brief = null,
        string resin = "pu-rigid-fast",
        int cavities = 2,
        IReadOnlyList<BlindHole>? holes = null
    )
    {
        var part = holes is null
            ? Part
            : Part with
            {
                Measured = new MeasuredShape(null, null, null, Undercut.None, 0, null, new DraftShares(0, 0, 0, 0, 0), 48, 1, holes.Count)
                {
                    Slenders = holes,
                },
            };
        var job = new Job(part, brief ?? new Brief { ShowSide = Finish.Gloss }, MaterialLibrary.Find(resin)!, RateCard.Shipped);
        var method = RouteCatalogue.Find(route)!.Methods(job, cavities).OfType<CastingMethod>().Single();
        var plan = CastingChoices.From(method);
        plan = choose?.Invoke(plan) ?? plan;
        return CastingWork
            .Of(
                new CastingInputs(
                    plan,
                    method,
                    job,
                    Silicone.Of(SupplyLibrary.All.Single(s => s.Id == plan.Silicone.SupplyId))!,
                    MaterialLibrary.Find(plan.Printed.PrintId)!,
                    null,
                    null,
                    20,
                    new LocalDateTime(2026, 11, 26, 8, 0, 0)
                )
            )
            .Operations;
    }

    private static readonly Brief WithPot = new() { ShowSide = Finish.Gloss, Equipment = InHouse.With(("pot", "plateKpa", 600)) };

    private static Lag PotLife(Operation operation) => operation.Lags.Single(l => l.MostMin > 0);

    private static Operation One(IReadOnlyList<Operation> operations, string id) => operations.Single(o => o.Id == id);

    [Fact]
    public void A_glossy_pattern_gets_four_coats_and_the_hours_of_its_area()
    {
        var coats = Of("cast-silicone").Where(o => o.Id.StartsWith("coat-", StringComparison.Ordinal)).ToList();
        Assert.Equal(4, coats.Count);
        // Two patterns, half of 3 dm² each at 2.5 h; above one dm² by area^0.65.
        Assert.Equal(2 * 60 * Math.Pow(1.5, 0.65) * 2.5, coats.Sum(o => o.HandsMin), 1e-6);
        Assert.Contains("raking light", coats[^1].Asks[0].What, StringComparison.Ordinal);
        Assert.DoesNotContain(Of("cast-silicone", brief: new Brief()), o => o.Id.StartsWith("coat-", StringComparison.Ordinal));
    }

    [Fact]
    public void A_doubtful_pattern_waits_a_day_for_its_dab_and_a_milled_one_does_not()
    {
        var doubtful = Of("cast-silicone");
        Assert.Equal(24 * 60, doubtful.Single(o => o.Name.StartsWith("Test dab", StringComparison.Ordinal)).WaitMin);
        var milled = Of("cast-silicone", p => p with { Pattern = p.Pattern with { Material = PatternMaterial.ModelBoard } });
        Assert.DoesNotContain(milled, o => o.Id.StartsWith("inhibition", StringComparison.Ordinal));
        Assert.True(One(milled, "make-pattern").Needs(Resource.Mill));
        Assert.Contains("milling", One(milled, "make-pattern").Cautions);
    }

    [Fact]
    public void Holes_inserts_guards_and_plugs_are_seen_to_before_the_box()
    {
        var operations = Of(
            "cast-silicone",
            p => p with { Pattern = p.Pattern with { Plugs = 2 } },
            new Brief { Inserts = 3, Guards = 1 },
            holes: [new BlindHole(4, 20, Somewhere)]
        );
        Assert.Contains("steel pin", One(operations, "holes").Detail, StringComparison.Ordinal);
        var fittings = One(operations, "fittings").Detail!;
        Assert.Contains("3 inserts", fittings, StringComparison.Ordinal);
        Assert.Contains("1 guard", fittings, StringComparison.Ordinal);
        Assert.Contains("2 plugs", fittings, StringComparison.Ordinal);
        // Resin holds on clean, rough metal: blasted and primed the same day, each of the shot's.
        Assert.StartsWith("Blast, degrease, prime 6 inserts", One(operations, "inserts").Name, StringComparison.Ordinal);
        Assert.Contains(One(operations, "close").Lags, l => l is { After: "inserts", MostMin: 8 * 60 });
        Assert.Contains("6 inserts on their pins", One(operations, "close").Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void Each_lot_of_silicone_has_its_own_clock_that_ends_inside_the_pot_life()
    {
        var operations = Of("cast-silicone", p => p with { Silicone = p.Silicone with { School = SplitSchool.CutOpen, VesselL = 2 } });
        var ends = operations.Where(o => o.Id.StartsWith("second-degas", StringComparison.Ordinal)).ToList();
        Assert.True(ends.Count > 1);
        foreach (var end in ends)
        {
            var at = operations.ToList().IndexOf(end);
            var clock = operations.Skip(at - 3).Take(4).ToList();
            Assert.False(clock[0].FollowsAtOnce);
            Assert.All(clock.Zip(clock.Skip(1)), pair => Assert.Equal(Lag.AtOnce(pair.First.Id), pair.Second.Lags[0]));
            Assert.Equal(["mix", "degas", "pour", "second"], clock.Select(o => o.Id.Split('-')[0]));
            Assert.Equal(Lag.EndsWithin(60, clock[0].Id, "mixing"), end.Lags[1]);
            Assert.Equal(3 + 20 + 8 + 10, clock.Sum(o => o.HandsMin));
        }

        Assert.All(operations.Where(o => o.Needs(Resource.Chamber)), o => Assert.Contains("vacuum", o.Cautions));
    }

    [Fact]
    public void The_mold_cures_under_the_parts_pressure_and_warm_in_an_oven()
    {
        var pressed = One(Of("cast-silicone", brief: WithPot), "cure-silicone-1");
        Assert.True(pressed.Needs(Resource.Pot));
        Assert.Contains("300 kPa", pressed.Detail, StringComparison.Ordinal);
        var warm = One(
            Of(
                "cast-silicone",
                p => p with { Filling = p.Filling with { School = FillingSchool.Degassed }, Silicone = p.Silicone with { CureC = 43 } }
            ),
            "cure-silicone-1"
        );
        Assert.Equal([Hold.OvenAt(43)], warm.Holds);
        Assert.True(warm.WaitMin > 16 * 60 / 4.0); // and the middle of the block has to become warm
        Assert.Equal(["oven"], warm.Cautions);
    }

    [Theory]
    [InlineData(FillingSchool.Open, false, false, "Pour from the low end")]
    [InlineData(FillingSchool.Pressure, false, true, "Pour from the low end")]
    [InlineData(FillingSchool.Degassed, true, false, "Pour from the low end")]
    [InlineData(FillingSchool.DegassedPressure, true, true, "Pour from the low end")]
    [InlineData(FillingSchool.Chamber, false, false, "Pour through the funnel")]
    [InlineData(FillingSchool.MeterMix, false, false, "Fill from the machine")]
    public void Every_school_of_filling_has_its_own_acts(FillingSchool school, bool degasses, bool presses, string fills)
    {
        var shot = Of("cast-silicone", p => p with { Filling = p.Filling with { School = school } }, WithPot)
            .Where(o => o.Repeats == Repeats.EachShot)
            .ToList();
        Assert.Equal(degasses, shot.Exists(o => o.Id == "degas-1"));
        Assert.Equal(presses, One(shot, "cure").Needs(Resource.Pot));
        Assert.StartsWith(fills, One(shot, "pour-1").Name, StringComparison.Ordinal);
        Assert.Equal(school == FillingSchool.Chamber, shot.Exists(o => o.Id == "warm"));
    }

    [Fact]
    public void Many_cups_end_in_one_card_for_the_rest_and_nothing_is_lost()
    {
        var operations = Of("cast-silicone", p => p with { Pour = p.Pour with { Cavities = 30, CavitiesPerCharge = 1 } });
        Assert.Equal(12, operations.Count(o => o.Id.StartsWith("weigh-", StringComparison.Ordinal) && o.Repeats == Repeats.EachShot));
        var last = One(operations, "weigh-12");
        Assert.Contains("charges 12 to 30", last.Name, StringComparison.Ordinal);
        Assert.Equal(19 * One(operations, "weigh-1").HandsMin, last.HandsMin);
        // Nineteen cups have nineteen pot lives, one after the other.
        Assert.Equal(19 * PotLife(One(operations, "pour-1")).MostMin!.Value, PotLife(One(operations, "pour-12")).MostMin!.Value, 1e-9);
        Assert.Contains("each of 19 cups", PotLife(One(operations, "pour-12")).Says, StringComparison.Ordinal);
        Assert.Equal(10 * Math.Pow(30, 0.6), One(operations, "demold").HandsMin, 1e-9);
    }

    [Fact]
    public void A_printed_mold_for_silicone_is_proved_first_and_a_syringe_counts_its_fills()
    {
        var operations = Of("cast-printed", p => p with { Order = p.Order with { SyringeMl = 50 } }, resin: "casting-silicone-20a");
        Assert.Equal(24 * 60, One(operations, "seal-mold").WaitMin);
        Assert.Matches("by syringe from the low end, [0-9]+ fills", One(operations, "pour-1").Name);
        Assert.DoesNotContain(Of("cast-printed"), o => o.Id == "seal-mold");
        Assert.Contains(
            "Crack",
            One(Of("cast-printed", p => p with { Printed = p.Printed with { Kind = PrintedMoldKind.Eggshell } }), "demold").Name,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Pigment_is_weighed_on_top_of_a()
    {
        var weigh = One(Of("cast-silicone", p => p with { Pour = p.Pour with { FillerPctOfA = 2 } }), "weigh-1").Weighings.ToList();
        Assert.Equal(["A", "B", "filler in A"], weigh.Select(w => w.What));
        Assert.Equal(0.02 * weigh[0].Target!.Value, weigh[2].Target!.Value, 1e-9);
    }

    [Fact]
    public void A_mold_silicone_is_read_from_how_its_mix_is_written()
    {
        var supply = SupplyLibrary.All.First(s => s.Kind == SupplyKind.MoldSilicone);
        Assert.Equal((10, 1), (Silicone.Of(supply)!.Ratio.A, Silicone.Of(supply)!.Ratio.B));
        Assert.Null(Silicone.Of(supply with { Mix = new MixRatio(10, 1, "volume") }));
        var byVolume = Silicone.Of(supply with { Mix = new MixRatio(10, 1, "volume", 1.1, 0.98) })!;
        Assert.Equal(11 / 11.98, byVolume.Ratio.ShareOfA(), 1e-12);
        Assert.Null(Silicone.Of(supply with { Cure = null }));
        Assert.False(Silicone.Of(supply with { Name = "not the condensation one" })!.IsCondensation);
        Assert.Null(Silicone.Of(supply with { PotLifeMin = null }));
        Assert.Null(Silicone.Of(SupplyLibrary.All.First(s => s.Kind == SupplyKind.Fibre)));
        Assert.All(SupplyLibrary.All.Where(s => s.Kind == SupplyKind.MoldSilicone), s => Assert.NotNull(Silicone.Of(s)));
    }

    [Fact]
    public void Silicone_is_degassed_in_a_saw_tooth_or_metered_where_that_is_the_school()
    {
        var tooth = Of("cast-silicone", p => p with { Silicone = p.Silicone with { Degas = SiliconeDegas.SawTooth } });
        Assert.Contains(
            "saw-tooth",
            tooth.First(o => o.Id.StartsWith("degas-silicone", StringComparison.Ordinal)).Name,
            StringComparison.Ordinal
        );
        Assert.Equal(30, tooth.First(o => o.Id.StartsWith("degas-silicone", StringComparison.Ordinal)).HandsMin);
        var metered = Of("cast-silicone", p => p with { Silicone = p.Silicone with { Degas = SiliconeDegas.MeterMix } });
        Assert.DoesNotContain(
            metered,
            o => o.Id.Contains("degas-silicone", StringComparison.Ordinal) || o.Id.StartsWith("mix-silicone", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_chamber_degasses_a_and_b_apart_before_any_clock_and_calms_what_gases()
    {
        var ids = Of("cast-vacuum").Select(o => o.Id).ToList();
        Assert.True(ids.IndexOf("predegas") < ids.IndexOf("mix-1"));
        Assert.False(One(Of("cast-vacuum"), "predegas").FollowsAtOnce);
        Assert.Contains("flood of air", One(Of("cast-vacuum"), "mix-1").Detail, StringComparison.Ordinal);
    }

    [Fact]
    public void A_groove_filled_by_syringe_is_degassed_open_and_shut_on_the_same_clock()
    {
        var shot = Of("cast-printed", p => p with { Order = p.Order with { SyringeMl = 50 } });
        Assert.True(One(shot, "degas-open-1").FollowsAtOnce && One(shot, "shut-1").FollowsAtOnce);
        Assert.Equal(
            ("mix-1", Edge.Start, Edge.End),
            (PotLife(One(shot, "shut-1")).After, PotLife(One(shot, "shut-1")).From, PotLife(One(shot, "shut-1")).To)
        );
        Assert.StartsWith("shut-", One(shot, "demold").Lags[0].After, StringComparison.Ordinal);
    }

    [Fact]
    public void Hot_resin_is_post_cured_in_a_fixture_and_a_shell_is_dry_before_it_is_filled()
    {
        var post = One(Of("cast-silicone", resin: "pu-high-temp"), "post-cure");
        Assert.Equal(Repeats.Last, post.Repeats);
        Assert.Contains("oven", post.Cautions);
        Assert.DoesNotContain(Of("cast-silicone"), o => o.Id == "post-cure");
        Assert.Contains(
            One(Of("cast-sacrificial", cavities: 1), "wash-mold").Ticks,
            c => c.What.StartsWith("dry", StringComparison.Ordinal)
        );
        Assert.Contains(
            "support-bath",
            One(
                Of("cast-sacrificial", p => p with { Printed = p.Printed with { Kind = PrintedMoldKind.Soluble } }, cavities: 1),
                "demold"
            ).Cautions
        );
    }

    [Fact]
    public void A_pattern_hangs_by_its_weight_or_is_held_down_where_silicone_lifts_it()
    {
        SplitSchool open = SplitSchool.CutOpen;
        Assert.Contains(
            "On its riser",
            One(Of("cast-silicone", p => p with { Silicone = p.Silicone with { School = open } }), "hang").Detail,
            StringComparison.Ordinal
        );
        var board = One(
            Of(
                "cast-silicone",
                p =>
                    p with
                    {
                        Silicone = p.Silicone with { School = open },
                        Pattern = p.Pattern with { Material = PatternMaterial.ModelBoard },
                    }
            ),
            "hang"
        );
        Assert.Contains("hold it down", board.Detail, StringComparison.Ordinal);
        Assert.Contains(board.Ticks, t => t.What == "it cannot rise when the silicone comes");
    }

    [Fact]
    public void The_sizes_to_measure_stand_on_the_sheet_and_a_bought_in_mold_waits_for_its_supplier()
    {
        Assert.Matches(@"Over all [0-9.]+ × [0-9.]+ × [0-9.]+ mm", One(Of("cast-silicone"), "make-pattern").Detail);
        var bought = Of("cast-silicone", brief: new Brief { Sources = new Sources { SoftMolds = Source.BoughtIn } });
        Assert.Equal("order-mold", bought[0].Id);
        Assert.True(bought[0].WaitMin >= 3 * 24 * 60);
        Assert.Contains(
            "hot-pot",
            One(
                Of("cast-silicone", p => p with { Filling = p.Filling with { School = FillingSchool.Pressure, CureC = 60 } }, WithPot),
                "cure"
            ).Cautions
        );
    }
}
