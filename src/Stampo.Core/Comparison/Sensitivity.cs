using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>
/// What one uncertain input does to the lead: the margin of the cheapest route over the next at its low and its high end, all else
/// likely, and who leads there. A margin below nought means that the lead changes hands.
/// </summary>
public sealed record Swing(
    string Key,
    string Name,
    string Unit,
    ThreePoint Range,
    string? RouteId,
    double MarginLow,
    double MarginHigh,
    string LeaderLow,
    string LeaderHigh
)
{
    public double Span => Math.Abs(MarginHigh - MarginLow);

    /// <summary>How its bar came about.</summary>
    internal void Write(Worksheet sheet, int at, string leader) =>
        sheet.Found(
            "rule",
            $"swing-{at}",
            $"{Name}: how far it moves the lead",
            "lead with the input at its high end − lead at its low end; lead = the cheapest other − the leader, all else likely",
            Span,
            "€",
            "likely totals of all routes that compete, one input moved",
            Figure.Given(Name, Range, Unit, RouteId is null ? $"rates/{Key}" : null),
            Figure.Given($"lead of {leader} at its low end", MarginLow, "€"),
            Figure.Given("lead at its high end", MarginHigh, "€")
        );
}

/// <summary>The likely margin at a quantity, and the inputs that move it most, the strongest first.</summary>
public sealed record Sensitivity(
    double Quantity,
    string Leader,
    string? Next,
    double Margin,
    IReadOnlyList<Swing> Swings,
    IReadOnlyList<WorkLine> Working
)
{
    private const int Shown = 10;

    /// <summary>Null when fewer than two routes compete.</summary>
    public static Sensitivity? Of(RouteComparison comparison, double quantity)
    {
        List<Standing> standing =
        [
            .. comparison
                .Candidates.Where(c => !c.IsOutAt(quantity))
                .Select(c => new Standing(c.Route.Card.Id, c.BestWay(quantity).Estimate, quantity)),
        ];
        if (standing.Count < 2)
            return null;
        var field = new Field(standing);
        var inputs = standing
            .SelectMany(s => s.Inputs(comparison.Inputs.Rates))
            .Where(i => !i.Range.IsPoint)
            .DistinctBy(i => (i.Key, i.RouteId));
        List<Swing> swings = [.. inputs.Select(field.Swing).OrderByDescending(s => s.Span).Take(Shown)];
        var leader = comparison.Candidates.Single(c => c.Route.Card.Id == field.Leader).Route.Card.Within;
        var sheet = new Worksheet();
        for (var i = 0; i < swings.Count; i++)
            swings[i].Write(sheet, i, leader);
        return new Sensitivity(quantity, field.Leader, field.Next, field.Margin, swings, sheet.Lines);
    }

    /// <summary>An input of one route, or, without a route, of all that use it.</summary>
    private sealed record Input(string Key, string Name, string Unit, ThreePoint Range, string? RouteId);

    private sealed record Standing(string Id, RouteEstimate Estimate, double Quantity)
    {
        private const string Life = "life",
            Yield = "yield";

        public IEnumerable<Input> Inputs(Reference.RateCard rates)
        {
            foreach (var line in Estimate.Costs)
            {
                yield return new Input(line.RateKey, rates.Find(line.RateKey)?.Name ?? line.Name, line.RateUnit, line.Rate, null);
                yield return new Input(line.Name, line.Name, line.AmountUnit, line.Amount, Id);
                foreach (var markup in line.Markups)
                    yield return new Input(markup.Key, markup.Name, markup.Unit, markup.Value, null);
            }

            yield return new Input(Yield, "Yield", "share", Estimate.Yield, Id);
            if (Estimate.LifeShots is { } life)
                yield return new Input(Life, "Tool life", "shots", life, Id);
        }

        /// <summary>Likely total with one input held at a value.</summary>
        public double Total(Input? held = null, double at = 0)
        {
            double[] sums = new double[4];
            foreach (var line in Estimate.Costs)
            {
                var rate =
                    Shared(line.RateKey, line.Rate)
                    * line.Markups.Aggregate(1.0, (product, markup) => product * Shared(markup.Key, markup.Value));
                var amount = held is not null && held.RouteId == Id && held.Key == line.Name ? at : line.Amount.Likely;
                sums[(int)line.On] += rate * amount;
            }

            var yield = held?.RouteId == Id && held.Key == Yield ? at : Estimate.Yield.Likely;
            var life = held?.RouteId == Id && held.Key == Life ? at : Estimate.LifeShots?.Likely ?? double.PositiveInfinity;
            return new CostPoint(
                sums[(int)ChargedOn.OneOff],
                sums[(int)ChargedOn.Tool],
                life * Estimate.Cavities * yield,
                sums[(int)ChargedOn.Piece] / yield,
                sums[(int)ChargedOn.Batch],
                Estimate.PiecesPerBatch ?? double.PositiveInfinity
            ).Total(Quantity);

            double Shared(string key, ThreePoint range) => held is { RouteId: null } && held.Key == key ? at : range.Likely;
        }

        public bool Uses(Input input) =>
            input.RouteId is null
                ? Estimate.Costs.Any(c => c.RateKey == input.Key || c.Markups.Any(m => m.Key == input.Key))
                : input.RouteId == Id;
    }

    /// <summary>All competing routes at their likely totals.</summary>
    private sealed class Field
    {
        private readonly List<Standing> _standing;
        private readonly double[] _totals;
        private readonly int _leader;

        public Field(List<Standing> standing)
        {
            _standing = standing;
            _totals = [.. standing.Select(s => s.Total())];
            _leader = Array.IndexOf(_totals, _totals.Min());
            var next = Enumerable.Range(0, standing.Count).Where(i => i != _leader).MinBy(i => _totals[i]);
            (Leader, Next, Margin) = (standing[_leader].Id, standing[next].Id, _totals[next] - _totals[_leader]);
        }

        public string Leader { get; }

        public string Next { get; }

        public double Margin { get; }

        public Swing Swing(Input input)
        {
            var (low, leaderLow) = At(input, input.Range.Low);
            var (high, leaderHigh) = At(input, input.Range.High);
            return new Swing(input.Key, input.Name, input.Unit, input.Range, input.RouteId, low, high, leaderLow, leaderHigh);
        }

        private (double Margin, string Leader) At(Input input, double value)
        {
            var totals = _standing.Select((s, i) => s.Uses(input) ? s.Total(input, value) : _totals[i]).ToArray();
            var best = Array.IndexOf(totals, totals.Min());
            return (totals.Where((_, i) => i != _leader).Min() - totals[_leader], _standing[best].Id);
        }
    }
}
