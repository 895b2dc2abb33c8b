using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Learning;
using Stampo.Core.Planning;
using Stampo.Core.Ranges;

namespace Stampo.Core.Tests.Log;

public class LearnedFigureTests
{
    private static readonly Instant Day = Instant.FromUtc(2030, 1, 2, 9, 0);

    private static readonly ThreePoint Yields = new(0.85, 0.92, 0.97),
        Lives = new(12, 25, 50);

    private static RunRecord Shot(int number, bool isGood, double hands = 60) =>
        new(
            $"r{number}",
            "p",
            "plan/cast",
            "Cast",
            new WorkPiece(Repeats.EachShot, 1, number),
            $"Shot {number}, mold 1",
            RunPhase.Ended,
            Day,
            Day,
            ["Maud"],
            [],
            [new CavityCount(1, isGood ? Fate.Good : Fate.Scrap, isGood ? null : "bubbles", "a", "Maud", Day)],
            [],
            new Dictionary<string, double>(),
            hands,
            60
        )
        {
            LifeShots = 1.2 * Lives,
            Rates = new LearnedRates("cast.yield", "silicone.life", Lives),
        };

    private static List<RunRecord> Shots(int good, int bad) => [.. Enumerable.Range(1, good + bad).Select(i => Shot(i, i > bad))];

    [Fact]
    public void A_part_that_is_trimmed_or_mended_counts_as_made()
    {
        static RunRecord Mended(RunRecord shot) =>
            shot with
            {
                Counts = [.. shot.Counts.Select(c => c.Fate == Fate.Scrap ? c with { Fate = Fate.Rework, Defect = "flash" } : c)],
            };
        var mended = Shots(18, 4).Select(Mended).ToList();
        Assert.Equal(
            LearnedFigure.Yield("Cast", Shots(22, 0), _ => Yields)!.Actual,
            LearnedFigure.Yield("Cast", mended, _ => Yields)!.Actual
        );
        Assert.True(LearnedFigure.Yield("Cast", Shots(18, 4), _ => Yields)!.Actual.Likely < 0.9);
    }

    [Fact]
    public void The_share_of_good_parts_says_no_more_than_so_many_parts_can()
    {
        var few = LearnedFigure.Yield("Cast", Shots(8, 2), _ => Yields)!;
        var many = LearnedFigure.Yield("Cast", Shots(80, 20), _ => Yields)!;
        Assert.Equal((false, null, true), (few.IsEnough, few.Proposed, many.IsEnough));
        Assert.Equal(0.8, many.Actual.Likely, 0.005);
        Assert.True(many.Actual.High - many.Actual.Low < few.Actual.High - few.Actual.Low);
        Assert.Equal((false, many.Actual), (many.IsInside, many.Proposed!.Value));
        // All good is not certainly good.
        Assert.True(LearnedFigure.Yield("Cast", Shots(20, 0), _ => Yields)!.Actual.High < 1);
        Assert.Null(LearnedFigure.Yield("Cast", Shots(80, 20), _ => null)!.Proposed);
    }

    [Fact]
    public void A_life_that_was_shorter_lowers_the_rate_by_as_much_and_once()
    {
        var learned = LearnedFigure.Life("Cast", Shots(20, 0), [14, 15, 16], [10])!;
        Assert.Equal(1.2 * Lives, learned.Stated);
        Assert.True(learned.Actual.Likely < 1.2 * Lives.Likely);
        Assert.Equal(learned.Actual.Likely / 1.2, learned.Proposed!.Value.Likely, 1e-9);
        // Molds that serve yet are no proof of an end.
        var serving = LearnedFigure.Life("Cast", Shots(20, 0), [], [10, 12])!;
        Assert.Equal((false, null), (serving.IsEnough, serving.Proposed));
        Assert.Null(LearnedFigure.Life("Cast", Shots(20, 0), [], []));
    }

    [Fact]
    public void Hands_are_told_by_the_shot_against_those_planned()
    {
        List<RunRecord> shots = [.. Enumerable.Range(1, 10).Select(i => Shot(i, true, 60 + 6 * i))];
        var hands = LearnedFigure.Hands("Cast", shots)!;
        Assert.Equal((1.2, 1.6, 2.0), (hands.Actual.Low, hands.Actual.Likely, hands.Actual.High));
        Assert.Equal((10, true, null), (hands.Records, hands.IsEnough, hands.Proposed));
        Assert.Equal("r10", hands.Runs[^1]);
    }

    [Fact]
    public void The_norm_that_hands_hang_on_takes_the_whole_difference()
    {
        // 0.5 h a part estimated, of which the norm of 0.8 h gives half; an hour was: (1 − 0.5) ÷ 0.5 more than 0.8.
        var norm = new HandsNorm("cast.shot", "Mix, pour, demold", new ThreePoint(0.6, 0.8, 1), 0.5, 0.5);
        var figure = LearnedFigure.Hours(norm, Shots(6, 0))!;
        Assert.Equal(("cast.shot", "Mix, pour, demold", 6, true), (figure.RateKey, figure.Named, figure.Records, figure.IsEnough));
        Assert.Equal(1.8, figure.Proposed!.Value.Likely, 9);
        Assert.False(figure.IsInside);
        // With the norm as it was, nothing is left to learn.
        var taken = norm with
        {
            Range = figure.Proposed.Value,
            EstimatedH = 0.5 + 0.5 * (1.8 - 0.8),
        };
        Assert.Equal(1.8, LearnedFigure.Hours(taken, Shots(6, 0))!.Actual.Likely, 9);
        Assert.Null(LearnedFigure.Hours(norm, Shots(3, 0))!.Proposed);
        Assert.Null(LearnedFigure.Hours(norm, []));
    }
}
