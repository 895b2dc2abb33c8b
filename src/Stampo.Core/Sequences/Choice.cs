using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Sequences;

/// <summary>
/// The sequence to follow and those that stand beside it. A few days late is put first only where being in time costs a multiple;
/// then both are told.
/// </summary>
internal sealed record Choice(
    StretchTable Table,
    IReadOnlyList<Trial> Best,
    IReadOnlyList<Trial>? InTime,
    IReadOnlyList<Trial>? NearMiss,
    IReadOnlyList<Trial> Cheapest
)
{
    /// <summary>Days late that are asked after, and how much less a sequence must cost to be worth telling.</summary>
    private static readonly int[] FewDays = [1, 2, 3, 5, 10];
    private const double ClearlyLess = 0.9;

    /// <summary>Nobody sensible pays this many times as much for so few days.</summary>
    private const double Multiple = 2;
    private const int DaysForgiven = 5;

    /// <summary>Later than the longest plan.</summary>
    private const int Ever = 6_000;

    public double Total => TotalOf(Best);

    /// <summary>Null when a must rules every route out of some row.</summary>
    public static Choice? Of(StretchTable table)
    {
        var (late, least) = LeastLate(table);
        if (least is null)
            return null;
        var best = Safest(table, least, table.LateBy(late));
        if (late > 0)
            return new Choice(table, best, null, null, least);
        var near = FewDays
            .Select(days => table.Cheapest(table.LateWhereItCanMove(days)))
            .OfType<IReadOnlyList<Trial>>()
            .FirstOrDefault(trials => IsClearlyLess(table, trials, best));
        return near is not null && near.Max(t => t.DaysLate) <= DaysForgiven && TotalOf(table, best) >= Multiple * TotalOf(table, near)
            ? new Choice(table, near, best, null, near)
            : new Choice(table, best, null, near, least);
    }

    public double TotalOf(IReadOnlyList<Trial> trials) => TotalOf(Table, trials);

    private static double TotalOf(StretchTable table, IReadOnlyList<Trial> trials) =>
        trials.Sum(t => t.TotalAt(table.Account.ChancePerMonth));

    private static bool IsClearlyLess(StretchTable table, IReadOnlyList<Trial> trials, IReadOnlyList<Trial> than) =>
        TotalOf(table, trials) < ClearlyLess * TotalOf(table, than)
        && !Noise.Ties(Sequences.Drawn(table.Account, trials), Sequences.Drawn(table.Account, than));

    /// <summary>In time, or else the least late by halving.</summary>
    private static (int Days, IReadOnlyList<Trial>? Trials) LeastLate(StretchTable table)
    {
        if (table.Cheapest(table.OnTime) is { } inTime)
            return (0, inTime);
        if (table.Cheapest(table.LateBy(Ever)) is not { } found)
            return (0, null);
        var (never, ever) = (0, Ever);
        while (ever - never > 1)
        {
            var middle = (never + ever) / 2;
            if (table.Cheapest(table.LateBy(middle)) is { } trials)
                (ever, found) = (middle, trials);
            else
                never = middle;
        }

        return (ever, found);
    }

    /// <summary>
    /// Of what ties, the safer: all that fits before what is at risk, then stretch by stretch, then one route throughout if that too is
    /// inside the noise.
    /// </summary>
    private static Trial[] Safest(StretchTable table, IReadOnlyList<Trial> least, int[] lateBy)
    {
        Trial[] safest = [.. Fitting(table, least, lateBy) ?? least];
        for (var s = 0; s < safest.Length && safest.Length > 1; s++)
            safest[s] = Leading(
                [safest[s], .. table.InPlaceOf(safest[s]).Where(t => t.IsInTime(lateBy) && !Neighbours(safest, s).Contains(t.Route))],
                table
            );
        List<Trial> alone = [.. table.Alone.Where(t => t.IsInTime(lateBy))];
        return
            alone.Count > 0
            && Leading(alone, table) is var single
            && (least.Count == 1 || Noise.Ties(Sequences.Drawn(table.Account, safest), Sequences.Drawn(table.Account, [single])))
            ? [single]
            : safest;
    }

    private static IReadOnlyList<Trial>? Fitting(StretchTable table, IReadOnlyList<Trial> least, int[] lateBy) =>
        new[] { Verdict.Fits, Verdict.NotKnown }
            .Where(verdict => verdict < least.Max(t => t.Safety.Verdict))
            .Select(verdict => table.Cheapest(lateBy, atMost: verdict))
            .FirstOrDefault(trials =>
                trials is not null && Noise.Ties(Sequences.Drawn(table.Account, least), Sequences.Drawn(table.Account, trials))
            );

    private static IEnumerable<CandidateRoute> Neighbours(Trial[] trials, int s) =>
        trials.Where((_, at) => at == s - 1 || at == s + 1).Select(t => t.Route);

    private static Trial Leading(List<Trial> trials, StretchTable table)
    {
        double[][] totals = [.. trials.Select(t => Sequences.Drawn(table.Account, [t]))];
        var (leader, _) = Noise.Lead(
            [.. trials.Select(t => t.TotalAt(table.Account.ChancePerMonth))],
            totals,
            [.. trials.Select(_ => true)],
            [.. trials.Select(t => t.Safety)]
        );
        return trials[leader!.Value];
    }

    /// <summary>
    /// One route throughout: the one in time, and the one that is late where it costs clearly less or nothing is in time.
    /// </summary>
    public (Trial? InTime, Trial? Late) Alone()
    {
        List<Trial> inTime = [.. Table.Alone.Where(t => t.DaysLate == 0)],
            late = [.. Table.Alone.Where(t => t.DaysLate > 0)];
        var first = inTime.Count > 0 ? Leading(inTime, Table) : null;
        var second = late.Count > 0 ? Leading(late, Table) : null;
        return (first, second is not null && (first is null || IsClearlyLess(Table, [second], [first])) ? second : null);
    }

    public static string Names(IEnumerable<Trial> trials) => RouteCard.InTurn(trials.Select(t => t.Route.Route.Card));

    public string Euros(IReadOnlyList<Trial> trials) => Text.Euros(TotalOf(trials));
}
