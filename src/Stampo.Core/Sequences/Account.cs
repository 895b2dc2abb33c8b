using System.Collections.Concurrent;
using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Comparison;
using Stampo.Core.Jobs;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Sequences;

/// <summary>
/// The one account of a brief's demand: what any stretch of it costs on any route, and whether it comes in time. Every total of a
/// sequence, of one route throughout, of the memo and of a decision is taken from here.
/// </summary>
public sealed class Account
{
    private const double DaysPerMonth = 365.25 / 12,
        MonthsPerYear = 12;
    private const double LogStep = 0.35,
        Margin = 0.95;

    private readonly JobInputs _inputs;
    private readonly DateOnly _settled;
    private readonly ConcurrentDictionary<(Way, double), double> _made;
    private readonly ConcurrentDictionary<Way, double> _tool = [];
    private readonly ConcurrentDictionary<(CandidateRoute Route, double Step), double> _atLeast;
    private readonly int[] _workingDays;
    private readonly int _rows;
    private double _moreChance;

    public Account(RouteComparison comparison)
        : this(comparison, Deliveries.Of(comparison.Inputs.Brief), [.. comparison.Candidates.Where(c => c.Competes)], [], []) { }

    private Account(
        RouteComparison comparison,
        Deliveries deliveries,
        IReadOnlyList<CandidateRoute> routes,
        ConcurrentDictionary<(Way, double), double> made,
        ConcurrentDictionary<(CandidateRoute Route, double Step), double> atLeast
    )
    {
        (Comparison, Deliveries, Routes, _inputs, _made, _atLeast) = (comparison, deliveries, routes, comparison.Inputs, made, atLeast);
        _settled = deliveries.All.FirstOrDefault(d => d.Purpose == Purpose.Sale)?.NeededBy ?? DateOnly.MaxValue;
        _rows = deliveries.All.Select(d => d.Row).DefaultIfEmpty(-1).Max() + 1;
        _workingDays = [.. deliveries.All.Select(d => DaysUntil(d.NeededBy))];
    }

    public RouteComparison Comparison { get; }

    public Deliveries Deliveries { get; }

    /// <summary>Routes that nothing rules out whatever the quantity.</summary>
    public IReadOnlyList<CandidateRoute> Routes { get; }

    public double ChancePerMonth => (_inputs.Brief.ChangeRisk?.ChancePerMonth ?? 0) + _moreChance;

    /// <summary>Months until the design counts as settled: the first parts are sold, or the last are made.</summary>
    public double OpenMonths
    {
        get
        {
            var end = Deliveries.All[^1].NeededBy < _settled ? Deliveries.All[^1].NeededBy : _settled;
            return Math.Max(1, MonthsBetween(_inputs.Today, end));
        }
    }

    /// <summary>The same account of more or fewer parts in each delivery.</summary>
    public Account Times(double factor) => new(Comparison, Deliveries.Times(factor), Routes, _made, _atLeast);

    /// <summary>The same account with parts that nobody has asked for.</summary>
    public Account With(double beyond) =>
        beyond <= 0 ? this : new(Comparison, Deliveries.With(beyond, _inputs.Today), Routes, _made, _atLeast);

    /// <summary>The same account with changes of the design likelier by so much a month.</summary>
    public Account Changing(double moreChance) => new(Comparison, Deliveries, Routes, _made, _atLeast) { _moreChance = moreChance };

    /// <summary>The same account with one route as another would be.</summary>
    public Account With(CandidateRoute route, CandidateRoute other) =>
        new(Comparison, Deliveries, [.. Routes.Select(r => r == route ? other : r)], _made, _atLeast);

    /// <summary>Working days a row may be late by at most: a date that can't move is never passed.</summary>
    public int MostLate(int row)
    {
        var before = Deliveries
            .All.Where(d => d.Row == row && d.NeededBy <= _inputs.Brief.FixedDate)
            .Select(d => d.NeededBy)
            .DefaultIfEmpty(DateOnly.MaxValue)
            .Max();
        return before == DateOnly.MaxValue ? int.MaxValue : WorkingDays.Between(before, _inputs.Brief.FixedDate!.Value);
    }

    /// <summary>
    /// Parts <paramref name="from"/> to <paramref name="to"/> of the demand on a route; null when a must of theirs rules its material
    /// out.
    /// </summary>
    public Trial? Try(CandidateRoute route, double from, double to)
    {
        var way = route.BestWay(to - from);
        var estimate = way.Estimate;
        var first = way.FirstArticleDays;
        Span<int> tightestOf = stackalloc int[_rows];
        tightestOf.Fill(int.MaxValue);
        var (tightest, touched) = (int.MaxValue, 0);
        DateOnly? begins = null;
        var ends = DateOnly.MinValue;
        for (var k = Deliveries.IndexAt(from); k < Deliveries.All.Count && Deliveries.Before(k) < to; k++)
        {
            var delivery = Deliveries.All[k];
            if (!route.Material.Serves(delivery.Purpose))
                return null;
            (begins, ends) = (begins ?? delivery.NeededBy, delivery.NeededBy);
            if (delivery.Row == Delivery.Beyond)
                continue;
            var made = Math.Min(to, Deliveries.Before(k + 1)) - from;
            var spare = _workingDays[k] - WorkingDays.Whole(first + made / estimate.PartsPerDay);
            tightest = Math.Min(tightest, spare);
            touched += tightestOf[delivery.Row] == int.MaxValue ? 1 : 0;
            tightestOf[delivery.Row] = Math.Min(tightestOf[delivery.Row], spare);
        }

        var slack = new RowSlack[touched];
        for (int row = 0, at = 0; at < touched; row++)
        {
            if (tightestOf[row] < int.MaxValue)
                slack[at++] = new RowSlack(row, tightestOf[row]);
        }

        var orderBy = WorkingDays.Add(_inputs.Today, tightest == int.MaxValue ? 0 : Math.Max(0, tightest));
        return new Trial(
            this,
            route,
            way,
            from,
            to,
            Holding(way, begins!.Value, ends),
            OpenMonthsOf(orderBy, ends) * ChangeShare(route) * Tool(way),
            slack,
            orderBy,
            begins!.Value,
            ends
        );
    }

    /// <summary>A drawn total for each draw, with what is expected on top.</summary>
    public void Draw(Trial trial, Span<double> totals)
    {
        trial.Way.Drawn.Totals(trial.Quantity, totals);
        var more = trial.Holding + ChancePerMonth * trial.ChangePerChance;
        for (var d = 0; d < totals.Length; d++)
            totals[d] += more;
    }

    /// <summary>
    /// No more than it costs to make so many parts on a route, without drawing for that quantity: what some fewer cost. The margin is for
    /// a route whose way of tooling changes in between.
    /// </summary>
    public double AtLeast(CandidateRoute route, double quantity)
    {
        // A quote is sure of its figures, and at a price break it falls below what fewer cost.
        if (route.IsQuoted)
            return route.BestWay(quantity).Likely.Total(quantity);
        var step = Math.Floor(Math.Log(quantity) / LogStep);
        return Margin
            * _atLeast.GetOrAdd(
                (route, step),
                static (at, account) =>
                {
                    var fewer = Math.Max(1, Math.Floor(Math.Exp(at.Step * LogStep)));
                    return account.Made(at.Route.BestWay(fewer), fewer);
                },
                this
            );
    }

    /// <summary>The middle of the draws for so many parts, as the lane at that quantity has it.</summary>
    public double Made(Way way, double quantity) =>
        _made.GetOrAdd((way, quantity), static asked => asked.Item1.Drawn.MiddleAt(asked.Item2));

    private double Tool(Way way) => _tool.GetOrAdd(way, static w => Band.MiddleOf(w.Drawn.Tool));

    /// <summary>A stretch in words.</summary>
    public static string NameOf(Trial t) => $"{t.Route.Route.Card.Name} for {Text.Number(t.Quantity, 12)}";

    /// <summary>How the figures of a stretch came about; the lines are scoped by its id.</summary>
    public StretchLines Write(Worksheet sheet, Trial t, string id)
    {
        var made = WriteMade(sheet, t, id);
        var holding = t.Holding > 0 ? WriteHolding(sheet, t, id) : null;
        var change = ChancePerMonth * t.ChangePerChance > 0 ? WriteChange(sheet, t, id) : null;
        var sum = new[] { made, holding, change }.OfType<Figure>();
        return new StretchLines(sheet.Line($"{id}.total", NameOf(t), Term.Sum(sum), "€", "sum"), holding, change);
    }

    private Figure WriteMade(Worksheet sheet, Trial t, string id) =>
        sheet.Found(
            "draws",
            $"{id}.made",
            $"{NameOf(t)}: making them",
            "middle of the draws of one-off + sets × tool + set-ups + parts × piece ÷ yield, as in its lane at so many",
            t.Made,
            "€",
            "the lane at that quantity",
            Figure.Given("parts", t.Quantity, "parts", "brief/demand"),
            JobFigures.Count("tool sets", t.Way.Likely.Sets(t.Quantity)),
            JobFigures.Cavities(t.Way.Estimate.Cavities),
            JobFigures.Count("draws", Comparison.Draws)
        );

    private Figure WriteHolding(Worksheet sheet, Trial t, string id) =>
        sheet.Line(
            $"{id}.holding",
            $"{NameOf(t)}: holding what is made ahead",
            Figure.Given("parts in a run", t.Way.Estimate.Run!.Parts, "parts")
                / 2
                * Figure.Given("piece, likely", t.Way.Estimate.Sum(ChargedOn.Piece).Likely, "€")
                * _inputs.Rates["holding.share"].Figure.Likely
                * Figure.Given("time it delivers", MonthsBetween(t.Begins, t.Ends), "months"),
            "€",
            "half a run lies on the shelf while it delivers"
        );

    private Figure WriteChange(Worksheet sheet, Trial t, string id) =>
        sheet.Line(
            $"{id}.change",
            $"{NameOf(t)}: expected changes of the design",
            Figure.Given("chance a month", ChancePerMonth, "share/month", "brief/changeRisk")
                * Figure.Given("time its tool stands before the design is settled", OpenMonthsOf(t.OrderBy, t.Ends), "months")
                * Figure.Given("share of the tool", ChangeShare(t.Route), "share")
                * Figure.Given("tool, middle", Tool(t.Way), "€"),
            "€",
            "from the order to the first parts sold, or its last"
        );

    private double OpenMonthsOf(DateOnly orderBy, DateOnly ends) => Math.Max(0, MonthsBetween(orderBy, ends < _settled ? ends : _settled));

    /// <summary>Half a run lies on the shelf all the time that a route with runs delivers.</summary>
    private double Holding(Way way, DateOnly begins, DateOnly ends) =>
        way.Estimate.Run is not { } run
            ? 0
            : run.Parts
                / 2.0
                * way.Estimate.Sum(ChargedOn.Piece).Likely
                * _inputs.Rates["holding.share"].Value.Likely
                * MonthsBetween(begins, ends)
                / MonthsPerYear;

    /// <summary>A small change costs the likely share of the tool, a large one the whole tool.</summary>
    private double ChangeShare(CandidateRoute route) =>
        route.Route.ChangeKey is not { } key ? 0
        : _inputs.Brief.ChangeRisk?.Size == ChangeSize.Large ? 1
        : _inputs.Rates[key].Value.Likely;

    /// <summary>Working days from today to a day; negative before it.</summary>
    private int DaysUntil(DateOnly day) =>
        day >= _inputs.Today ? WorkingDays.Between(_inputs.Today, day) : -WorkingDays.Between(day, _inputs.Today);

    private static double MonthsBetween(DateOnly from, DateOnly to) => (to.DayNumber - from.DayNumber) / DaysPerMonth;
}

/// <summary>Working days to spare at the tightest delivery of a row; negative is late.</summary>
public readonly record struct RowSlack(int Row, int Days);

/// <summary>What a stretch comes to, and of it what is held ahead and what changes of the design may cost; null where nothing.</summary>
public sealed record StretchLines(Figure Total, Figure? Holding, Figure? Change);
