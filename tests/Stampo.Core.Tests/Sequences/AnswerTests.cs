using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using static Stampo.Core.Tests.TheHousing;

namespace Stampo.Core.Tests.Sequences;

public class AnswerTests
{
    /// <summary>Three to fit, forty to try, then the series.</summary>
    private static readonly Brief InTurn = Plain with
    {
        Demand =
        [
            new DemandRow(Monday.AddDays(4), 3, Purpose.Fit),
            new DemandRow(Monday.AddDays(70), 40, Purpose.Function),
            new DemandRow(Monday.AddDays(260), 1_200, Purpose.Sale, 3),
        ],
        ChangeRisk = new ChangeRisk(0.12, ChangeSize.Large),
    };

    private static readonly Gen<Brief> Briefs = Gen.Select(
            Gen.Int[1, 40],
            Gen.Int[5, 200],
            Gen.Int[50, 4_000],
            Gen.Int[5, 120],
            Gen.Int[60, 300],
            Gen.Int[0, 3],
            Gen.Double[0, 0.2]
        )
        .Select(
            (few, some, many, soon, later, years, chance) =>
                Plain with
                {
                    Demand =
                    [
                        new DemandRow(Monday.AddDays(soon), few, Purpose.Look),
                        new DemandRow(Monday.AddDays(soon + 30), some, Purpose.Function),
                        new DemandRow(Monday.AddDays(soon + later), many, Purpose.Sale, years),
                    ],
                    ChangeRisk = new ChangeRisk(chance, ChangeSize.Small),
                }
        );

    private static Answer Of(Brief brief) => Answering.Of(Compare(brief), RouteCatalogue.All);

    private static Sequence Hand(RouteComparison comparison, params HandStretch[] stretches) => Answering.HandMade(comparison, stretches);

    [Fact]
    public void The_cheapest_sequence_is_never_dearer_than_a_single_route_that_meets_everything() =>
        Briefs.Sample(
            brief =>
            {
                var answer = Of(brief);
                var inTime = answer
                    .Contenders.Where(c => c.DaysLate == 0)
                    .Select(c => c.Cost)
                    .DefaultIfEmpty(double.PositiveInfinity)
                    .Min();
                return (answer.Cheapest ?? answer.InTime ?? answer.Best)!.Total <= inTime + 0.005;
            },
            iter: 15
        );

    [Fact]
    public void A_single_route_is_the_sequence_held_to_one_stretch_to_the_cent() =>
        Briefs.Sample(
            brief =>
            {
                var comparison = Compare(brief);
                return Answering
                    .Of(comparison, RouteCatalogue.All)
                    .Contenders.All(c => Math.Abs(Hand(comparison, new HandStretch(c.RouteId)).Total - c.Cost) < 0.005);
            },
            iter: 2
        );

    [Fact]
    public void What_a_stretch_costs_to_make_is_what_its_lane_says_at_that_quantity() =>
        Gen.Int[2, 3_000]
            .Sample(
                quantity =>
                {
                    var comparison = Compare(Plain with { Demand = [new DemandRow(Monday.AddDays(400), quantity, Purpose.Function)] });
                    return comparison
                        .LanesAt(quantity)
                        .Where(l => l.Verdict != Verdict.Out)
                        .All(lane =>
                            Math.Abs(Hand(comparison, new HandStretch(lane.Route.Id)).Stretches[0].Cost.Made - lane.Total.P50) < 0.005
                        );
                },
                iter: 8
            );

    [Fact]
    public void Letting_dates_slip_never_raises_the_total() =>
        Gen.Select(Briefs, Gen.Int[0, 15], Gen.Int[1, 20])
            .Sample(
                (brief, late, more) =>
                {
                    var table = new StretchTable(new Account(Compare(brief)));
                    return table.Cheapest(table.LateBy(late)) is not { } tight
                        || Total(table.Cheapest(table.LateBy(late + more))!) <= Total(tight) + 1e-6;

                    double Total(IReadOnlyList<Trial> trials) => trials.Sum(t => t.TotalAt(table.Account.ChancePerMonth));
                },
                iter: 20
            );

    [Fact]
    public void Looking_only_at_what_could_be_cheapest_finds_what_looking_at_everything_finds() =>
        Gen.Select(Briefs, Gen.Int[0, 30])
            .Sample(
                (brief, late) =>
                {
                    var account = new Account(Compare(brief));
                    var (table, marks, routes) = (new StretchTable(account), account.Deliveries.Marks, account.Routes);
                    var lateBy = table.LateBy(late);
                    var all = new SequenceSearch(
                        marks.Count - 1,
                        routes.Count,
                        (r, i, j) =>
                            account.Try(routes[r], marks[i], marks[j]) is { } trial && trial.IsInTime(lateBy)
                                ? trial.TotalAt(account.ChancePerMonth)
                                : double.PositiveInfinity
                    );
                    return table.Cheapest(lateBy) is { } found
                        ? Math.Abs(found.Sum(t => t.TotalAt(account.ChancePerMonth)) - all.Total) < 0.005
                        : !all.IsFound;
                },
                iter: 10
            );

    [Fact]
    public void Every_row_is_served_once_whole_and_in_the_order_of_dates() =>
        Briefs.Sample(
            brief =>
            {
                var best = Of(brief).Best!;
                return best.Stretches.Sum(s => s.Quantity) == brief.TotalQuantity
                    && best.Open == 0
                    && best.Stretches.Zip(best.Stretches.Skip(1))
                        .All(p => p.First.Until <= p.Second.From && p.First.RouteId != p.Second.RouteId)
                    && best.Stretches.All(s =>
                        s.OrderBy >= Monday
                        && (s.DaysLate > 0 || s.OrderBy <= s.From)
                        && s.Rows.Sum(r => r.Quantity) == s.Quantity
                        && s.DaysLate == Math.Max(0, -s.Rows.Min(r => r.SlackDays))
                    );
            },
            iter: 12
        );

    [Fact]
    public void A_few_then_dozens_then_thousands_go_from_soft_to_metal()
    {
        var answer = Of(InTurn);
        var best = answer.Best!;
        Assert.InRange(best.Stretches.Count, 2, 3);
        Assert.All(best.RouteIds.SkipLast(1), id => Assert.True(id == "print" || id.StartsWith("cast-", StringComparison.Ordinal), id));
        Assert.Equal("inject-aluminium", best.RouteIds.Last());
        Assert.Equal(3_643, answer.Quantity);
        Assert.Equal(best.Total, best.Stretches.Sum(s => s.Cost.Made + s.Cost.Holding + s.Cost.Change), 1e-9);
        Assert.True(answer.Throughout is not { DaysLate: 0 } single || single.Total >= best.Total);
        Assert.True(answer.ThroughoutLate is not { DaysLate: 0 });
        Assert.All(
            new[] { answer.Throughout, answer.ThroughoutLate }.OfType<Sequence>(),
            s => Assert.InRange(s.Total, 0, 5 * best.Total + 0.01)
        );
        Assert.Equal(best.Total, answer.Working.Single(l => l.Id == "total").Value.Likely, 1e-9);
        Assert.All(best.Stretches, s => Assert.Equal(s.Cost.Total, answer.Working.Single(l => l.Id == $"{s.Id}.total").Value.Likely, 1e-9));
        // What adds up does, in every scope, and what an input comes from is there.
        Assert.All(
            answer.Working.Where(l => l.Source == "sum"),
            l => Assert.Equal(l.Value.Likely, l.Inputs.Sum(i => i.Value.Likely), 1e-6)
        );
        Assert.All(
            answer.Working.SelectMany(l => l.Inputs).Where(i => i.From is not null),
            i => Assert.Equal(i.Value, answer.Working.Single(l => l.Id == i.From).Value)
        );
        Assert.All(
            answer.Changes.Where(c => c.Line is not null),
            c => Assert.Equal(c.Total, answer.Working.Single(l => l.Id == c.Line).Value.Likely, 1e-6)
        );
        Assert.All(
            answer.Working.Where(l => l.Formula.StartsWith("chance a month", StringComparison.Ordinal)),
            l => Assert.Equal(l.Value.Likely, l.Inputs.Aggregate(1.0, (product, input) => product * input.Value.Likely), 1e-6)
        );
        Assert.Contains(answer.Changes, c => c.Of == ChangeOf.Design && c.Difference > 0);
        Assert.Contains(answer.Changes, c => c is { Of: ChangeOf.Quantity, What: "Half as many", Difference: < 0 });
    }

    [Fact]
    public void A_day_late_is_told_beside_the_dear_way_out_and_never_replaced_by_it_in_silence()
    {
        // The tool comes some days after the series is wanted; until it does, only dear routes are there.
        var tool = Hand(
            Compare(Plain with { Demand = [new DemandRow(Monday.AddDays(400), 12_000, Purpose.Sale)] }),
            new HandStretch("inject-aluminium")
        ).Stretches[0];
        var days = 400 - tool.OrderBy.DayNumber + Monday.DayNumber - 3;
        var answer = Of(Plain with { Demand = [new DemandRow(Monday.AddDays(days), 12_000, Purpose.Sale)] });
        Assert.Equal("inject-aluminium", Assert.Single(answer.Best!.RouteIds));
        Assert.InRange(answer.Best!.DaysLate, 1, 5);
        if (answer.InTime is { } inTime)
        {
            Assert.True(inTime.DaysLate == 0 && inTime.Total >= 2 * answer.Best.Total);
            Assert.Contains(answer.Sentences, s => s.StartsWith("In time it would be", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void A_date_that_can_not_move_is_not_passed_for_money()
    {
        var tight = InTurn with { FixedDate = Monday.AddDays(70) };
        Assert.True(Of(tight).Best!.Stretches.SelectMany(s => s.Rows).Where(r => r.NeededBy <= tight.FixedDate).All(r => r.SlackDays >= 0));
    }

    [Fact]
    public void Stretches_by_hand_are_costed_as_they_are_and_refused_with_their_field()
    {
        var comparison = Compare(InTurn);
        var open = Hand(comparison, new HandStretch("print", 3), new HandStretch("cast-silicone", 60, " More for the trial. "));
        Assert.Equal((3_580, "More for the trial."), (open.Open, open.Stretches[1].Reason));
        Assert.Equal([1, 2], open.Stretches[1].Rows.Select(r => r.Row));
        Assert.Equal((40, 20), (open.Stretches[1].Rows[0].Quantity, open.Stretches[1].Rows[1].Quantity));
        Assert.Equal(3_640, Hand(comparison, new HandStretch("print", 3), new HandStretch("inject-aluminium")).Stretches[1].Quantity);
        var spare = Hand(comparison, new HandStretch("cast-silicone", 43), new HandStretch("inject-aluminium", 4_000));
        Assert.Equal((400, 3_600), (spare.Beyond, spare.Stretches[1].Rows.Sum(r => r.Quantity)));
        Assert.Equal((12, 0), (Hand(Compare(Plain with { Demand = [] }), new HandStretch("print", 12)).Beyond, spare.Open));
        Assert.Equal(
            ("decision.no-route", "stretches[0].routeId"),
            (Refused(new HandStretch("nowhere", 3)).Code, Refused(new HandStretch("nowhere", 3)).Field)
        );
        Assert.Equal("stretches[1].quantity", Refused(new HandStretch("print", 3), new HandStretch("print", 0)).Field);
        Assert.Null(Of(Plain with { Demand = [] }).Best);

        RefusalException Refused(params HandStretch[] stretches) => Assert.Throws<RefusalException>(() => Hand(comparison, stretches));
    }

    [Fact]
    public void When_a_must_rules_everything_out_the_least_bad_say_what_to_relax()
    {
        var answer = Of(Plain with { ServiceTemperature = new TemperatureTarget(390, true) });
        Assert.Null(answer.Best);
        Assert.InRange(answer.LeastBad.Count, 3, 5);
        Assert.All(answer.LeastBad, l => Assert.NotEmpty(l.Relax));
        Assert.All(answer.LeastBad, l => Assert.Contains(l.Reasons, r => r.Contains("390", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_must_that_costs_is_named()
    {
        // Molded plastics here stop at 120 °C: without that must a tool would do.
        var answer = Of(
            Plain with
            {
                Demand = [new DemandRow(Monday.AddDays(200), 2_000, Purpose.Function)],
                ServiceTemperature = new TemperatureTarget(125, true),
                Hardness = null,
            }
        );
        Assert.Contains(
            answer.Changes,
            c => c is { Of: ChangeOf.Must, What: "It need not hold 125 °C (ABS is short by 36 %)", Difference: < 0 }
        );
    }

    [Fact]
    public void What_another_beats_on_every_aim_is_named_and_weights_reorder_only_the_rest()
    {
        var all = Of(Plain).Contenders;
        Assert.All(
            all.Where(c => c.DominatedBy is not null),
            c => Assert.Contains(all, o => o.Name == c.DominatedBy && o.Cost <= c.Cost && o.LastPart <= c.LastPart)
        );
        var byLikeness = Contenders.Ordered(all, new Weights(0, 0, 5, 0));
        Assert.NotEqual(all[0], byLikeness[0]);
        Assert.Equal(all.Select(c => c.RouteId).Order(), byLikeness.Select(c => c.RouteId).Order());
        Assert.Null(byLikeness[0].DominatedBy);
        Assert.Equal("weights.date", Assert.Throws<RefusalException>(() => new Weights(1, -1).Checked()).Field);
    }

    [Fact]
    public void Inside_the_noise_the_safer_leads_alike_in_lanes_ruler_and_answer() =>
        Gen.Int[2, 5_000]
            .Sample(
                quantity =>
                {
                    var comparison = Compare(Plain with { Demand = [new DemandRow(Monday.AddDays(900), quantity, Purpose.Function)] });
                    var lanes = comparison.LanesAt(quantity);
                    var tied = lanes.Where(l => l.Tied).ToList();
                    var span = comparison.Overview.Spans.Single(s => s.From <= quantity && quantity <= s.To);
                    var best = Answering.Of(comparison, RouteCatalogue.All).Best!;
                    return lanes[0].Tied
                        && tied.All(l =>
                            lanes[0].Gates.Take(lanes[0].FixedGates).Max(g => g.Verdict) <= l.Gates.Take(l.FixedGates).Max(g => g.Verdict)
                        )
                        && (best.Stretches[0].RouteId == lanes[0].Route.Id || best.DaysLate > 0 || lanes[0].LastPart > Monday.AddDays(900))
                        && (span.Id == lanes[0].Route.Id || comparison.Overview.Quantities.All(q => q != quantity));
                },
                iter: 12
            );

    [Fact]
    public void Twenty_years_of_fifty_rows_are_still_answered()
    {
        var rows = Enumerable.Range(0, 50).Select(i => new DemandRow(Monday.AddDays(200 + i), 900, Purpose.Sale, 20)).ToList();
        Assert.Equal(50 * 900 * 20, Of(Plain with { Demand = rows }).Best!.Stretches.Sum(s => s.Quantity));
    }
}
