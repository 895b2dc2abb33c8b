using Stampo.Core.Bridging;
using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>Works out the pick of a comparison: lowest middle total that meets every must and date, and what would change it.</summary>
public static class Picking
{
    /// <summary>Enough draws to tell whether dropping a requirement changes the pick.</summary>
    private const int FewDraws = 200;

    private const int MostLeastBad = 5;

    public static Pick Of(RouteComparison comparison, IReadOnlyList<IRoute> routes, Weights weights)
    {
        var quantity = (double)Math.Clamp(comparison.Inputs.Brief.TotalQuantity, 1, Brief.MaxQuantity);
        var contenders = Contenders(comparison, quantity);
        var (first, second) = Lead(contenders, weights);
        if (first is null)
            return new Pick(quantity, null, null, false, ["Every route misses a must. Below, the least bad and what to relax."], [], LeastBadOf(comparison, quantity));
        string[] inTurn = [.. InTurn(comparison, first)];
        List<string> sentences = [.. inTurn, Said(first, quantity, alone: inTurn.Length > 0), .. second is null ? [] : (string[])[Second(first, second)], .. Cheaper(contenders, first), .. ByQuantity(comparison, first, quantity), .. ByDate(contenders, first), .. ByMust(comparison.Inputs, routes, first, weights)];
        return new Pick(quantity, first.RouteId, second?.RouteId, first.DaysLate == 0, sentences, Ordered(contenders, weights), []);
    }

    private static List<Contender> Contenders(RouteComparison comparison, double quantity)
    {
        var inputs = comparison.Inputs;
        List<Contender> all = [.. comparison.LanesAt(quantity).Where(l => !l.Gates.Any(g => g.Stops)).Select(lane =>
        {
            var estimate = comparison.Candidates.Single(c => c.Route.Card.Id == lane.Route.Id).BestWay(quantity).Estimate;
            var slack = Slack(inputs, estimate, lane.LastPart);
            return new Contender(lane.Route.Id, lane.Route.Name, lane.Total.P50, lane.LastPart, Math.Max(0, -slack), slack, lane.Likeness?.Share ?? 1, lane.ToleranceMm, null);
        })];
        return all.ConvertAll(c => c with { DominatedBy = all.Find(other => Dominates(other, c))?.Name });
    }

    /// <summary>Working days to spare at the tightest delivery; negative is late.</summary>
    private static int Slack(JobInputs inputs, RouteEstimate estimate, DateOnly lastPart)
    {
        var slack = inputs.Brief.FixedDate is { } date ? Between(lastPart, date) : int.MaxValue;
        var made = 0.0;
        foreach (var row in inputs.Deliveries)
        {
            made += row.Quantity;
            slack = Math.Min(slack, Between(Dates.Of(estimate, made, inputs.Today).LastPart, row.NeededBy));
        }

        return slack;
    }

    private static int Between(DateOnly ready, DateOnly needed) =>
        ready <= needed ? WorkingDays.Between(ready, needed) : -WorkingDays.Between(needed, ready);

    private static bool Dominates(Contender a, Contender b) =>
        a.Cost <= b.Cost && a.LastPart <= b.LastPart && a.Likeness >= b.Likeness && a.ToleranceMm <= b.ToleranceMm
        && (a.Cost < b.Cost || a.LastPart < b.LastPart || a.Likeness > b.Likeness || a.ToleranceMm < b.ToleranceMm);

    /// <summary>Those in time first, or failing them the least late; among them by weights.</summary>
    private static (Contender? First, Contender? Second) Lead(List<Contender> contenders, Weights weights)
    {
        var ordered = Ordered(contenders, weights).OrderBy(c => c.DaysLate == 0 ? 0 : c.DaysLate).ToList();
        return (ordered.FirstOrDefault(), ordered.Skip(1).FirstOrDefault());
    }

    /// <summary>What nothing dominates, by weighted distance from the best on each aim; then the dominated by cost.</summary>
    private static List<Contender> Ordered(List<Contender> contenders, Weights weights)
    {
        var front = contenders.FindAll(c => c.DominatedBy is null);
        return [.. front.OrderBy(Score).ThenBy(c => c.Cost), .. contenders.Where(c => c.DominatedBy is not null).OrderBy(c => c.Cost)];

        double Score(Contender c) => weights.Cost * Place(c.Cost, front.ConvertAll(f => f.Cost)) + weights.Date * Place(c.LastPart.DayNumber, front.ConvertAll(f => (double)f.LastPart.DayNumber))
            + weights.Likeness * Place(-c.Likeness, front.ConvertAll(f => -f.Likeness)) + weights.Tolerance * Place(c.ToleranceMm, front.ConvertAll(f => f.ToleranceMm));
    }

    /// <summary>0 for the best of the front on one aim, 1 for the worst.</summary>
    private static double Place(double value, List<double> front) => front.Max() > front.Min() ? (value - front.Min()) / (front.Max() - front.Min()) : 0;

    private static string Said(Contender first, double quantity, bool alone) => first.DaysLate == 0
        ? $"{(alone ? $"Of single routes, {first.Name} has" : $"{first.Name}:")} the lowest middle total for all {Text.Number(quantity, 9)} that meets every must and date, {Text.Euros(first.Cost)}."
        : $"No single route meets every date. {first.Name} comes nearest, {Text.Count(first.DaysLate, "working day")} late at the tightest row.";

    private static string Second(Contender first, Contender second) => second.DaysLate > first.DaysLate
        ? $"Runner-up: {second.Name}, {Text.Euros(second.Cost)} but {Text.Count(second.DaysLate, "working day")} late."
        : $"Runner-up: {second.Name}, {Text.Euros(Math.Abs(second.Cost - first.Cost))} {(second.Cost >= first.Cost ? "more" : "less")}.";

    /// <summary>What a few days would save.</summary>
    private static IEnumerable<string> Cheaper(List<Contender> contenders, Contender first)
    {
        if (contenders.Where(c => c.DaysLate > first.DaysLate && c.Cost < first.Cost).MinBy(c => c.Cost) is { } late)
            yield return $"{late.Name} would cost {Text.Euros(first.Cost - late.Cost)} less if {Text.Count(late.DaysLate, "working day")} were found at the tightest row.";
    }

    /// <summary>Several routes in turn, where that costs less than one throughout or only that is in time: then it is what is picked.</summary>
    private static IEnumerable<string> InTurn(RouteComparison comparison, Contender first)
    {
        if (comparison.Inputs.Deliveries.Count < 2)
            return [];
        try
        {
            var bridge = ProjectBridge.Of(comparison);
            if (bridge.Stretches.Count < 2 || (first.DaysLate == 0 && bridge.Total >= first.Cost))
                return [];
            var names = bridge.Stretches.Select(s => NameOf(comparison, ProjectBridge.RouteIdOf(s.RouteId))).Select((name, i) => i == 0 ? name : char.ToLowerInvariant(name[0]) + name[1..]);
            return [$"{string.Join(", then ", names)}: every row in time for {Text.Euros(bridge.Total)}, expected changes of design included."];
        }
        catch (RefusalException)
        {
            return [];
        }
    }

    /// <summary>Where another route leads below and above the quantity.</summary>
    private static IEnumerable<string> ByQuantity(RouteComparison comparison, Contender first, double quantity)
    {
        var spans = comparison.Overview.Spans;
        var at = Enumerable.Range(0, spans.Count).FirstOrDefault(i => spans[i].Id == first.RouteId && spans[i].From <= quantity && quantity <= spans[i].To, -1);
        if (at < 0)
            yield break;
        if (at > 0)
            yield return $"Changes to {NameOf(comparison, spans[at - 1].Id)} if fewer than {Text.Number(spans[at].From, 9)} are made.";
        if (at + 1 < spans.Count)
            yield return $"Changes to {NameOf(comparison, spans[at + 1].Id)} if more than {Text.Number(spans[at].To, 9)} are made.";
    }

    private static IEnumerable<string> ByDate(List<Contender> contenders, Contender first)
    {
        if (first.DaysLate > 0 || first.SlackDays == int.MaxValue)
            yield break;
        if (contenders.Where(c => c.SlackDays > first.SlackDays).MinBy(c => c.Cost) is { } quicker)
            yield return $"Changes to {quicker.Name} if the dates come {(first.SlackDays == 0 ? "any sooner" : $"more than {Text.Count(first.SlackDays, "working day")} sooner")}.";
        else
            yield return $"No route is quicker: it has {Text.Count(first.SlackDays, "working day")} to spare.";
    }

    /// <summary>Each must let go in turn: does another route take the lead?</summary>
    private static IEnumerable<string> ByMust(JobInputs inputs, IReadOnlyList<IRoute> routes, Contender first, Weights weights)
    {
        foreach (var (what, brief) in WithoutEach(inputs.Brief))
        {
            var loosened = new RouteComparison(inputs with { Brief = brief }, routes, FewDraws);
            var (other, _) = Lead(Contenders(loosened, Math.Clamp(brief.TotalQuantity, 1, Brief.MaxQuantity)), weights);
            if (other is not null && other.RouteId != first.RouteId)
                yield return $"Changes to {other.Name} if {what}.";
        }
    }

    private static IEnumerable<(string What, Brief Brief)> WithoutEach(Brief brief)
    {
        if (brief.Hardness is { Must: true } hardness)
            yield return ($"the hardness need not be {hardness.Hardness} ± {hardness.TolerancePoints:0.#}", brief with { Hardness = null });
        if (brief.ServiceTemperature is { Must: true } service)
            yield return ($"it need not hold {service.Celsius:0} °C", brief with { ServiceTemperature = null });
        foreach (var target in brief.Properties.Where(t => t.Must))
            yield return ($"{target.Property.Named().ToLowerInvariant()} need not be {Text.Number(target.AtLeast)} {target.Property.Unit()}", brief with { Properties = [.. brief.Properties.Where(t => t != target)] });
        if (brief.Clarity is { Must: true } clarity)
            yield return ($"it need not be {clarity.AtLeast.ToString().ToLowerInvariant()}", brief with { Clarity = null });
        if (brief.Colour is { Must: true })
            yield return ("its colour is free", brief with { Colour = null });
        if (brief.ToleranceMm is { } tolerance)
            yield return ($"± {Text.Number(tolerance)} mm need not be held", brief with { ToleranceMm = null });
        if (brief.BothSides)
            yield return ("one finished side will do", brief with { BothSides = false });
    }

    /// <summary>The routes with the fewest reasons to be out, the cheapest first.</summary>
    private static List<LeastBad> LeastBadOf(RouteComparison comparison, double quantity) =>
        [.. comparison.LanesAt(quantity).Select(lane => (lane, Out: lane.Gates.Where(g => g.Verdict == Verdict.Out).ToList()))
            .OrderBy(l => l.Out.Count + l.lane.Properties.Count(p => p is { Must: true, IsMissed: true })).ThenBy(l => l.lane.Total.P50).Take(MostLeastBad)
            .Select(l => new LeastBad(l.lane.Route.Id, l.lane.Route.Name, [.. l.Out.Select(g => $"{g.Name}: {g.Reason}")], [.. l.Out.Select(g => g.Remedy).OfType<string>().Distinct()]))];

    private static string NameOf(RouteComparison comparison, string id) => comparison.Candidates.Single(c => c.Route.Card.Id == id).Route.Card.Name;
}
