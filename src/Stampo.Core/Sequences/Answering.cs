using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Sequences;

/// <summary>Works out the answer for a brief as a whole.</summary>
public static class Answering
{
    private const int MostLeastBad = 5;

    /// <summary>One route throughout that costs so many times the answer heads no page: it is listed among the single routes.</summary>
    private const double FarOff = 5;

    public static Answer Of(RouteComparison comparison, IReadOnlyList<IRoute> routes)
    {
        List<RouteCard> cards = [.. comparison.Candidates.Select(c => c.Route.Card)];
        if (comparison.Inputs.Deliveries.Count == 0)
            return Without("The brief has no demand rows yet; give what is needed by when.", []);
        var account = new Account(comparison);
        var quantity = account.Deliveries.Total;
        var table = new StretchTable(account);
        if (Choice.Of(table) is not { } choice)
            return Without("Every route misses a must. Below, the least bad and what to relax.", LeastBadOf(comparison, quantity)) with
            {
                Quantity = quantity,
            };
        var (throughout, late) = choice.Alone();
        var changed = WhatWouldChange.Of(choice, routes);
        IReadOnlyList<Trial>? cheapest = choice.Cheapest.SequenceEqual(choice.Best) ? null : choice.Cheapest;
        return new Answer(
            quantity,
            Sequences.Of(account, choice.Best),
            OrNull(choice.InTime),
            OrNull(choice.NearMiss),
            OrNull(cheapest),
            OrNull(Alone(Near(throughout))),
            OrNull(Alone(Near(late))),
            [.. Sentences(choice)],
            [.. changed.Select((c, i) => c.Trials.Count == 0 ? c.Change : c.Change with { Line = $"would{i + 1}.total" })],
            Contenders.Of(table),
            [],
            cards
        )
        {
            Working =
            [
                .. Sequences.Working(account, choice.Best),
                .. Lines(choice.InTime, "inTime.", "In time"),
                .. Lines(choice.NearMiss, "near.", "A few days late"),
                .. Lines(cheapest, "least.", "The cheapest, inside the noise"),
                .. table.Alone.SelectMany(t =>
                    Sequences.Working(account, [t], $"alone-{t.Route.Route.Card.Id}.", $"{t.Route.Route.Card.Name} throughout")
                ),
                .. changed.SelectMany(
                    (c, i) => c.Trials.Count == 0 ? [] : Sequences.Working(c.Account, c.Trials, $"would{i + 1}.", c.Change.What)
                ),
            ],
        };

        Answer Without(string why, IReadOnlyList<LeastBad> leastBad) =>
            new(0, null, null, null, null, null, null, [why], [], [], leastBad, cards);
        Trial? Near(Trial? single) =>
            single is not null && choice.TotalOf([single]) <= FarOff * choice.TotalOf(choice.Best) ? single : null;
        Sequence? OrNull(IReadOnlyList<Trial>? trials) => trials is null ? null : Sequences.Of(account, trials);
        IReadOnlyList<WorkLine> Lines(IReadOnlyList<Trial>? trials, string scope, string name) =>
            trials is null ? [] : Sequences.Working(account, trials, scope, name);
    }

    /// <summary>How the total of the best comes about, of all that an answer has worked out.</summary>
    public static IReadOnlyList<WorkLine> WorkingOfBest(Answer answer) =>
        [.. answer.Working.TakeWhile(line => line.Id != Sequences.TotalId), answer.Working.First(line => line.Id == Sequences.TotalId)];

    private static IReadOnlyList<Trial>? Alone(Trial? trial) => trial is null ? null : [trial];

    /// <summary>
    /// Stretches put together by hand: the account's figures for them, whatever they cost and however late they are. What they don't make
    /// stays open.
    /// </summary>
    public static Sequence HandMade(RouteComparison comparison, IReadOnlyList<HandStretch> stretches)
    {
        var (account, trials, beyond) = ByHand(comparison, stretches);
        var sequence = Sequences.Of(account, trials);
        return sequence with
        {
            Open = Math.Max(0, -beyond),
            Beyond = Math.Max(0, beyond),
            Stretches = [.. sequence.Stretches.Select((s, i) => s with { Reason = Worded(stretches[i].Reason, i) })],
        };
    }

    /// <summary>How the total of such stretches comes about.</summary>
    public static IReadOnlyList<WorkLine> HandMadeWorking(RouteComparison comparison, IReadOnlyList<HandStretch> stretches)
    {
        var (account, trials, _) = ByHand(comparison, stretches);
        return Sequences.Working(account, trials);
    }

    private static (Account Account, IReadOnlyList<Trial> Trials, double Beyond) ByHand(
        RouteComparison comparison,
        IReadOnlyList<HandStretch> stretches
    )
    {
        Check.Between(
            Check.Whole(stretches, "stretches").Count,
            1,
            HandStretch.Most,
            "stretches",
            "stretches",
            "more changes of route than that is a plan for nobody"
        );
        var asked = new Account(comparison);
        double[] quantities = [.. Quantities(stretches, asked.Deliveries.Total)];
        var account = asked.With(quantities.Sum() - asked.Deliveries.Total);
        var (made, trials) = (0.0, new List<Trial>());
        for (var s = 0; s < stretches.Count; s++)
        {
            var (at, to) = ($"stretches[{s}]", made + quantities[s]);
            trials.Add(
                account.Try(Candidate(comparison, stretches[s].RouteId, at), made, to)
                    ?? throw new RefusalException(
                        "sequence.must",
                        $"{NameOf(comparison, stretches[s].RouteId)} may not make parts {Text.Number(made + 1, 12)} to "
                            + $"{Text.Number(to, 12)}: {Missed(comparison, stretches[s].RouteId)} Give it fewer rows, or make "
                            + "that must a want.",
                        $"{at}.routeId"
                    )
            );
            made = to;
        }

        return (account, trials, made - asked.Deliveries.Total);
    }

    /// <summary>How many each makes; the last, when it doesn't say, what is left.</summary>
    private static IEnumerable<double> Quantities(IReadOnlyList<HandStretch> stretches, double asked)
    {
        var left = asked;
        for (var s = 0; s < stretches.Count; s++)
        {
            var quantity = Check.Between(
                stretches[s].Quantity ?? (s == stretches.Count - 1 ? left : 0),
                1,
                Briefs.Brief.MaxQuantity,
                $"stretches[{s}].quantity",
                "parts",
                "a stretch makes at least one part, and only the last takes what is left"
            );
            left -= quantity;
            yield return quantity;
        }
    }

    private static string? Worded(string? reason, int stretch) =>
        string.IsNullOrWhiteSpace(reason) ? null
        : reason.Trim() is { Length: <= 500 } words ? words
        : throw new RefusalException("input.length", "Say why in up to 500 characters.", $"stretches[{stretch}].reason");

    private static CandidateRoute Candidate(RouteComparison comparison, string routeId, string at)
    {
        var candidate =
            comparison.Candidates.SingleOrDefault(c => c.Route.Card.Id == routeId)
            ?? throw new RefusalException("decision.no-route", $"There is no route \"{routeId}\" in this comparison.", $"{at}.routeId");
        return candidate.Gates.FirstOrDefault(g => g.Verdict == Verdict.Out) is not { } gate
            ? candidate
            : throw new RefusalException(
                "decision.ruled-out",
                $"{candidate.Route.Card.Name} is ruled out: {gate.Reason} Change what rules it out, or choose another.",
                $"{at}.routeId"
            );
    }

    private static string Missed(RouteComparison comparison, string routeId) =>
        string.Join(" ", comparison.Candidates.Single(c => c.Route.Card.Id == routeId).Material.MissedMusts.Select(m => m + "."));

    private static IEnumerable<string> Sentences(Choice choice)
    {
        var total = choice.Total;
        if (choice.InTime is { } inTime)
            yield return $"In time it would be {Choice.Names(inTime)} for {choice.Euros(inTime)}: "
                + $"{Text.Euros(choice.TotalOf(inTime) - total)} more for "
                + $"{Text.Count(choice.Best.Max(t => t.DaysLate), "working day")}.";
        else if (choice.Best.Max(t => t.DaysLate) is > 0 and var late)
            yield return $"Nothing meets every date; this comes nearest, {Text.Count(late, "working day")} late at the tightest row. "
                + "Move that date, or let another route make its first parts.";
        if (choice.NearMiss is { } near)
            yield return $"{Text.Count(near.Max(t => t.DaysLate), "working day")} late, {Choice.Names(near)} would do it for "
                + $"{choice.Euros(near)}, {Text.Euros(total - choice.TotalOf(near))} less.";
        foreach (var ended in choice.Best.Select(Sequences.EndedBy).OfType<Gate>())
            yield return ended.Reason;
        if (!choice.Cheapest.SequenceEqual(choice.Best))
            yield return $"{Choice.Names(choice.Cheapest)} would be {Text.Euros(Math.Max(0, total - choice.TotalOf(choice.Cheapest)))} "
                + "less, inside the noise: the safer leads.";
        if (choice.Table.Alone.Count == 0)
            yield return "No single route may serve every row.";
    }

    /// <summary>The routes with the fewest reasons to be out, the cheapest first.</summary>
    private static List<LeastBad> LeastBadOf(RouteComparison comparison, double quantity) =>
        [
            .. comparison
                .LanesAt(quantity)
                .Select(lane => (lane, Out: lane.Gates.Where(g => g.Verdict == Verdict.Out).ToList()))
                .OrderBy(l => l.Out.Count + l.lane.Properties.Count(p => p is { Must: true, IsMissed: true }))
                .ThenBy(l => l.lane.Total.P50)
                .Take(MostLeastBad)
                .Select(l => new LeastBad(
                    l.lane.Route.Id,
                    l.lane.Route.Name,
                    [.. l.Out.Select(g => $"{g.Name}: {g.Reason}")],
                    [.. l.Out.Select(g => g.Remedy).OfType<string>().Distinct()]
                )),
        ];

    private static string NameOf(RouteComparison comparison, string id) =>
        comparison.Candidates.Single(c => c.Route.Card.Id == id).Route.Card.Name;
}

/// <summary>A stretch somebody puts together: a route and how many parts; the last takes what is left when it says none.</summary>
public sealed record HandStretch(string RouteId, double? Quantity = null, string? Reason = null)
{
    public const int Most = 12;
}
