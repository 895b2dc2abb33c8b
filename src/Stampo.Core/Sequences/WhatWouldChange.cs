using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Sequences;

/// <summary>
/// What would change the answer: one thing let go, moved or made surer at a time, each with the sequence it would then be.
/// </summary>
internal static class WhatWouldChange
{
    private static readonly int[] Days = [1, 2, 3, 5, 10, 20];

    /// <summary>What changes the total by less is not worth a line.</summary>
    private const double WorthSaying = 0.02;

    private const int MostLater = 2;

    public static IReadOnlyList<Changed> Of(Choice choice, IReadOnlyList<IRoute> routes)
    {
        IEnumerable<Changed>[] all = new IEnumerable<Changed>[5];
        Parallel.Invoke(
            () => all[0] = Dates(choice).ToList(),
            () => all[1] = Quantities(choice).ToList(),
            () => all[2] = Musts(choice, routes),
            () => all[3] = Lives(choice).ToList(),
            () => all[4] = Design(choice).ToList()
        );
        return [.. all.SelectMany(changes => changes)];
    }

    /// <summary>The fewest days that are worth something, later or sooner, one row at a time.</summary>
    private static IEnumerable<Changed> Dates(Choice choice)
    {
        if (choice.Best.Any(t => t.DaysLate > 0))
            return [];
        var rows = choice.Table.Account.Comparison.Inputs.Brief.Demand;
        var asked = choice.Table.Account.Deliveries.All.Select(d => d.Row).Distinct().ToList();
        var later = asked
            .AsParallel()
            .AsOrdered()
            .Select(row => Fewest(choice, row, 1))
            .OfType<(int Row, int Days, IReadOnlyList<Trial>? Then)>()
            .ToList();
        var sooner = asked
            .AsParallel()
            .AsOrdered()
            .Select(row => Fewest(choice, row, -1))
            .OfType<(int Row, int Days, IReadOnlyList<Trial>? Then)>()
            .ToList();
        return
        [
            .. later
                .OrderBy(l => choice.TotalOf(l.Then!))
                .Take(MostLater)
                .Select(l => Said(choice, ChangeOf.Date, $"{Text.Count(l.Days, "working day")} later for {Row(rows[l.Row])}", l.Then!)),
            .. sooner
                .OrderBy(s => s.Days)
                .Take(1)
                .Select(s =>
                    s.Then is null
                        ? Changed.ToNothing(
                            ChangeOf.Date,
                            $"{Text.Count(s.Days, "working day")} sooner for {Row(rows[s.Row])}: nothing is ready by then",
                            choice
                        )
                        : Said(choice, ChangeOf.Date, $"{Text.Count(s.Days, "working day")} sooner for {Row(rows[s.Row])}", s.Then)
                ),
        ];
    }

    private static (int Row, int Days, IReadOnlyList<Trial>? Then)? Fewest(Choice choice, int row, int sign)
    {
        // Most rows are far from any edge: one look at the most days is all they cost.
        if (!Differs(At(Days[^1])))
            return null;
        var days = Days.First(d => Differs(At(d)));
        return (row, days, At(days));

        IReadOnlyList<Trial>? At(int d) => choice.Table.Cheapest(choice.Table.LateBy(row, sign * d));

        bool Differs(IReadOnlyList<Trial>? then) =>
            then is null
            || (
                sign > 0
                    ? choice.TotalOf(then) < (1 - WorthSaying) * choice.TotalOf(choice.Cheapest)
                    : choice.TotalOf(then) > (1 + WorthSaying) * choice.TotalOf(choice.Cheapest)
            );
    }

    private static string Row(DemandRow row) =>
        $"the {Text.Number(row.Quantity, 9)}{(row.Years > 0 ? " a year" : "")} for {Binding.Said(row.Purpose)}";

    private static IEnumerable<Changed> Quantities(Choice choice)
    {
        foreach (var (factor, name) in new[] { (0.5, "Half as many"), (2.0, "Twice as many") })
        {
            if (Choice.Of(new StretchTable(choice.Table.Account.Times(factor))) is { } then)
                yield return Changed.To(ChangeOf.Quantity, name, then.Table.Account, then.Best, choice);
        }
    }

    /// <summary>Each must let go in turn, where that saves something or makes another sequence lead.</summary>
    private static List<Changed> Musts(Choice choice, IReadOnlyList<IRoute> routes)
    {
        var comparison = choice.Table.Account.Comparison;
        return
        [
            .. WithoutEach(comparison.Inputs.Brief)
                .ToList()
                .AsParallel()
                .AsOrdered()
                .Select(less =>
                    (
                        less.What,
                        Then: Choice.Of(
                            new StretchTable(
                                new Account(new RouteComparison(comparison.Inputs with { Brief = less.Brief }, routes, comparison.Draws))
                            )
                        )
                    )
                )
                .Where(c => c.Then is { } then && then.Total < (1 - WorthSaying) * choice.Total)
                .Select(c =>
                    Changed.To(ChangeOf.Must, $"{c.What}{ShortBy(comparison, c.Then!.Best)}", c.Then.Table.Account, c.Then.Best, choice)
                ),
        ];
    }

    /// <summary>A near miss is told with how near: by how many per cent the materials now let in fall short of a must.</summary>
    private static string ShortBy(RouteComparison comparison, IReadOnlyList<Trial> then)
    {
        var missed = then.SelectMany(t =>
                comparison
                    .Candidates.Single(c => c.Route.Card.Id == t.Route.Route.Card.Id)
                    .Material.Properties.Where(p => p is { Must: true, ShortPct: not null })
                    .Select(p => $"{t.Route.Material.Material.Name} is short by {Text.Number(p.ShortPct!.Value, 2)} %")
            )
            .Distinct()
            .ToList();
        return missed.Count == 0 ? "" : $" ({string.Join(", ", missed)})";
    }

    /// <summary>A promise that the tool gives its high figure: worth what the remakes cost.</summary>
    private static IEnumerable<Changed> Lives(Choice choice)
    {
        foreach (var trial in choice.Best.Where(t => t.Way.Likely.Sets(t.Quantity) > 1).DistinctBy(t => t.Route))
        {
            var life = trial.Way.Estimate.LifeShots!.Value.High;
            if (
                Choice.Of(choice.Table.With(trial.Route, trial.Route.Lasting(life))) is { } then
                && then.Total < (1 - WorthSaying) * choice.Total
            )
                yield return Changed.To(
                    ChangeOf.Life,
                    $"{Text.Number(life, 9)} shots guaranteed of {trial.Route.Route.Card.Within}",
                    then.Table.Account,
                    then.Best,
                    choice
                );
        }
    }

    private static IEnumerable<Changed> Design(Choice choice)
    {
        var account = choice.Table.Account.Changing(1 / choice.Table.Account.OpenMonths);
        if (
            choice.Table.Cheapest(choice.Table.LateBy(choice.Best.Max(t => t.DaysLate)), account.ChancePerMonth) is { } then
            && Changed.To(ChangeOf.Design, "The design changes once more than expected", account, then, choice)
                is { Change.Difference: > 0 } changed
        )
            yield return changed;
    }

    private static Changed Said(Choice choice, ChangeOf of, string what, IReadOnlyList<Trial> then) =>
        Changed.To(of, what, choice.Table.Account, then, choice);

    private static IEnumerable<(string What, Brief Brief)> WithoutEach(Brief brief)
    {
        if (brief.Hardness is { Must: true } hardness)
            yield return ($"Hardness need not be {hardness.Hardness} ± {hardness.TolerancePoints:0.#}", brief with { Hardness = null });
        if (brief.ServiceTemperature is { Must: true } service)
            yield return ($"It need not hold {service.Celsius:0} °C", brief with { ServiceTemperature = null });
        foreach (var target in brief.Properties.Where(t => t.Must))
            yield return (
                $"{target.Property.Named()} need not be {target.Asked}",
                brief with
                {
                    Properties = [.. brief.Properties.Where(t => t != target)],
                }
            );
        if (brief.Clarity is { Must: true } clarity)
            yield return ($"It need not be {clarity.AtLeast.ToString().ToLowerInvariant()}", brief with { Clarity = null });
        if (brief.Colour is { Must: true })
            yield return ("Its colour is free", brief with { Colour = null });
        if (brief.ToleranceMm is { } tolerance)
            yield return ($"± {Text.Number(tolerance)} mm need not be held", brief with { ToleranceMm = null });
        if (brief.BothSides)
            yield return ("One finished side will do", brief with { BothSides = false });
    }
}

/// <summary>A change with the account and the stretches that its figures come from.</summary>
internal sealed record Changed(WouldChange Change, Account Account, IReadOnlyList<Trial> Trials)
{
    public static Changed To(ChangeOf of, string what, Account account, IReadOnlyList<Trial> then, Choice from)
    {
        var total = then.Sum(t => t.TotalAt(account.ChancePerMonth));
        return new Changed(
            new WouldChange(of, what, [.. then.Select(t => t.Route.Route.Card.Id)], total, total - from.Total, null),
            account,
            then
        );
    }

    public static Changed ToNothing(ChangeOf of, string what, Choice from) =>
        new(new WouldChange(of, what, [], from.Total, 0, null), from.Table.Account, []);
}
