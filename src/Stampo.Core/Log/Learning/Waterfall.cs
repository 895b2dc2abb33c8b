using Stampo.Core.Comparison;
using Stampo.Core.Jobs;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Learning;

/// <summary>What the records of a stretch tell of its estimate. Null: they tell nothing yet.</summary>
/// <param name="GoodShare">Of the parts counted.</param>
/// <param name="Parts">Counted.</param>
/// <param name="LifeShots">Of a tool, as it is to be expected now.</param>
/// <param name="ToolsWorn">Behind it.</param>
/// <param name="HandsHPerPiece">Hands of a shot over its pieces.</param>
/// <param name="Shots">Behind it.</param>
/// <param name="Invoices">Of the route.</param>
public sealed record StretchFacts(
    double? GoodShare,
    int Parts,
    double? LifeShots,
    int ToolsWorn,
    double? HandsHPerPiece,
    int Shots,
    IReadOnlyList<Invoice> Invoices
)
{
    /// <summary>What was done once before; null while nothing was.</summary>
    public HandsOfRuns? Preparation { get; init; }

    /// <summary>What tools took to make; null while none was made.</summary>
    public HandsOfRuns? Making { get; init; }
}

/// <summary>Hands of some runs, as planned and as they were, in all.</summary>
public sealed record HandsOfRuns(double PlannedH, double WasH, int Runs)
{
    /// <summary>Null when they have none planned: nothing to hold them against.</summary>
    public static HandsOfRuns? Of(IReadOnlyCollection<RunRecord> runs) =>
        runs.Sum(r => r.PlannedHandsMin) is > 0 and var planned
            ? new HandsOfRuns(planned / 60, runs.Sum(r => r.HandsMin) / 60, runs.Count)
            : null;
}

/// <summary>
/// One reason why a stretch comes to more or less: what was estimated, what was, of how many records, and what it makes of the whole.
/// </summary>
public sealed record WaterfallStep(string Name, double? Stated, double? Was, string Unit, int Records, double Difference);

/// <summary>
/// From what was decided to what is to be expected by the records so far. <paramref name="NotKnown"/> says what no record tells; there
/// the estimate stands.
/// </summary>
public sealed record Waterfall(double Decided, IReadOnlyList<WaterfallStep> Steps, double Expected, IReadOnlyList<string> NotKnown)
{
    /// <summary>Of what was decided, changes to expect and money held: no record tells of them.</summary>
    public double Besides { get; init; }

    /// <summary>The estimate, then what each step made of it; null for a step that only adds money.</summary>
    internal IReadOnlyList<RouteEstimate?> Stages { get; init; } = [];

    /// <summary>The estimate with one figure after the other replaced by what was; the differences add up to the whole.</summary>
    /// <param name="decided">What the stretch was decided at.</param>
    /// <param name="estimate">It was decided on.</param>
    /// <param name="asRun">The estimate with as many cavities as were run; the same when none were.</param>
    /// <param name="quantity">Good parts.</param>
    /// <param name="facts">Of its records.</param>
    public static Waterfall Of(double decided, RouteEstimate estimate, RouteEstimate asRun, double quantity, StretchFacts facts)
    {
        var steps = new List<WaterfallStep>();
        var unknown = new List<string>();
        var now = estimate;
        var total = TotalOf(now, quantity);
        var stages = new List<RouteEstimate?> { estimate };

        if (asRun.Cavities != estimate.Cavities)
            Step("Cavities", estimate.Cavities, asRun.Cavities, "", facts.Shots, asRun);
        estimate = asRun;
        if (facts.GoodShare is > 0 and { } good)
            Step(
                "Good parts",
                estimate.Yield.Likely,
                good,
                "share",
                facts.Parts,
                now with
                {
                    Good = (JobFigures.Count("parts that serve", good * facts.Parts) / JobFigures.Count("parts counted", facts.Parts)).As(
                        "counted",
                        "good parts, counted",
                        "share",
                        "the records"
                    ),
                }
            );
        else if (!estimate.Yield.IsPoint)
            unknown.Add("good parts: too few are counted");
        if (facts.LifeShots is { } life && estimate.LifeShots is { } planned)
            Step(
                "Life of a tool",
                planned.Likely,
                life,
                "shots",
                facts.ToolsWorn,
                now with
                {
                    Life = Figure.Given("life, as worn out", life, "shots"),
                }
            );
        else if (estimate.LifeShots is not null)
            unknown.Add("life of a tool: none has worn out");
        Hands("Hands for the preparation", facts.Preparation, ChargedOn.OneOff);
        Hands("Hands for a tool", facts.Making, ChargedOn.Tool);
        if (HandsOf(estimate) is > 0 and var hands)
        {
            if (facts.HandsHPerPiece is { } was)
                Step("Hands for a part", hands, was, "h", facts.Shots, WithHands(now, IsHands, was / hands));
            else
                unknown.Add("hands for a part: too few shots were run");
        }

        foreach (var paid in facts.Invoices.Where(i => i.As == BoughtAs.Priced).GroupBy(i => i.Key!))
        {
            var lines = estimate.Costs.Where(l => l.RateKey == paid.Key).ToList();
            if (lines.Count == 0)
                continue;
            var each = paid.Sum(i => i.Paid) / paid.Sum(i => i.Amount);
            Step(lines[0].Name, lines[0].Rate.Likely, each, lines[0].RateUnit, paid.Count(), WithPrice(now, paid.Key, each));
        }

        Bought(BoughtAs.Tool, ChargedOn.Tool, "Price of a tool", "€", 1);
        Bought(BoughtAs.Parts, ChargedOn.Piece, "Price of a part", "€/part", estimate.Yield.Likely);
        var other = facts.Invoices.Where(i => i.As == BoughtAs.Other).ToList();
        if (other.Count > 0)
            Add(new WaterfallStep("Bought besides", null, other.Sum(i => i.Paid), "€", other.Count, other.Sum(i => i.Paid)), null);
        return new Waterfall(decided, steps, decided + steps.Sum(s => s.Difference), unknown) { Stages = stages };

        void Step(string name, double stated, double was, string unit, int records, RouteEstimate then)
        {
            var after = TotalOf(then, quantity);
            Add(new WaterfallStep(name, stated, was, unit, records, after - total), then);
            (now, total) = (then, after);
        }

        void Add(WaterfallStep step, RouteEstimate? then)
        {
            steps.Add(step);
            stages.Add(then);
        }

        void Hands(string name, HandsOfRuns? of, ChargedOn on)
        {
            if (of is not null)
                Step(
                    name,
                    of.PlannedH / of.Runs,
                    of.WasH / of.Runs,
                    "h",
                    of.Runs,
                    WithHands(now, l => IsLabour(l, on), of.WasH / of.PlannedH)
                );
        }

        void Bought(BoughtAs what, ChargedOn on, string name, string unit, double goodShare)
        {
            var bought = facts.Invoices.Where(i => i.As == what).ToList();
            if (bought.Count == 0)
                return;
            // A price for good parts: what is spoiled on the way is the supplier's.
            var each = bought.Sum(i => i.Paid) / bought.Sum(i => i.Amount);
            var then = what == BoughtAs.Parts ? now with { Good = Figure.Given("good parts, as bought", 1, "share") } : now;
            Step(name, estimate.Sum(on).Likely / goodShare, each, unit, bought.Count, WithLine(then, on, name, each));
        }
    }

    /// <summary>Of stretches that follow each other: alike steps are one.</summary>
    public static Waterfall Of(IReadOnlyList<Waterfall> stretches) =>
        new(
            stretches.Sum(s => s.Decided),
            [
                .. stretches
                    .SelectMany(s => s.Steps)
                    .GroupBy(s => s.Name)
                    .Select(g =>
                        g.Count() == 1
                            ? g.First()
                            : new WaterfallStep(g.Key, null, null, "", g.Sum(s => s.Records), g.Sum(s => s.Difference))
                    ),
            ],
            stretches.Sum(s => s.Expected),
            []
        )
        {
            Besides = stretches.Sum(s => s.Besides),
        };

    /// <summary>Hours at the bench for a piece, as estimated.</summary>
    public static double HandsOf(RouteEstimate estimate) => estimate.Costs.Where(IsHands).Sum(l => l.Amount.Likely);

    /// <summary>Keys of the norms in hours that those come from.</summary>
    public static IEnumerable<string> HandNormsOf(RouteEstimate estimate) =>
        estimate
            .Costs.Where(IsHands)
            .SelectMany(l => l.Of.Roots())
            .Where(i => i.Unit.StartsWith('h') && i.ChangeAt?.StartsWith(RateMark, StringComparison.Ordinal) == true)
            .Select(i => i.ChangeAt![RateMark.Length..])
            .Distinct();

    private const string RateMark = "rates/";

    private static bool IsHands(CostLine line) => line is { On: ChargedOn.Piece, RateKey: "labour.bench" };

    private static double TotalOf(RouteEstimate estimate, double quantity) => CostPoint.LikelyOf(estimate).Total(quantity);

    private static bool IsLabour(CostLine line, ChargedOn on) =>
        line.On == on && line.RateKey.StartsWith("labour.", StringComparison.Ordinal);

    private static RouteEstimate WithHands(RouteEstimate of, Func<CostLine, bool> ofThese, double factor) =>
        of with
        {
            Costs = [.. of.Costs.Select(l => ofThese(l) ? l.Times(Figure.Given("hours taken ÷ estimated", factor, "×")) : l)],
        };

    private static RouteEstimate WithPrice(RouteEstimate of, string key, double each) =>
        of with
        {
            Costs = [.. of.Costs.Select(l => l.RateKey == key ? l.At(each) : l)],
        };

    private static RouteEstimate WithLine(RouteEstimate of, ChargedOn on, string name, double each) =>
        of with
        {
            Costs =
            [
                .. of.Costs.Where(l => l.On != on),
                new CostLine(on, name, 1, "", Figure.Given($"{name}, as paid", each, "€"), "invoices"),
            ],
        };
}
