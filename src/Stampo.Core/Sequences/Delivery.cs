using Stampo.Core.Briefs;

namespace Stampo.Core.Sequences;

/// <summary>So many parts by a day; <paramref name="Row"/> is the row of the brief it belongs to.</summary>
public sealed record Delivery(int Row, DateOnly NeededBy, double Quantity, Purpose Purpose)
{
    /// <summary>In place of a row: made beyond what is asked for, by no date.</summary>
    public const int Beyond = -1;
}

/// <summary>All deliveries of a brief in the order of their dates, with how much is made before each.</summary>
public sealed class Deliveries
{
    /// <summary>More deliveries are joined, each by its earlier date; a change of route falls on one of so many marks.</summary>
    private const int Most = 240,
        MostMarks = 48;

    private readonly double[] _before;

    private Deliveries(IReadOnlyList<Delivery> all)
    {
        All = all;
        _before = new double[all.Count + 1];
        for (var k = 0; k < all.Count; k++)
            _before[k + 1] = _before[k] + all[k].Quantity;
        Marks = [.. MarksOf(all).Select(k => _before[k]), Total];
    }

    public IReadOnlyList<Delivery> All { get; }

    public double Total => _before[^1];

    /// <summary>
    /// How many parts may have been made when one route takes over from another: before the first, between deliveries, after the last.
    /// </summary>
    public IReadOnlyList<double> Marks { get; }

    public double Before(int delivery) => _before[delivery];

    public static Deliveries Of(Brief brief)
    {
        // A date that can't move is the latest day of whatever is asked for once.
        var all = brief
            .Demand.SelectMany(
                (row, i) =>
                    row.Calls()
                        .Select(call => new Delivery(
                            i,
                            row.Years == 0 && brief.FixedDate < call.NeededBy ? brief.FixedDate.Value : call.NeededBy,
                            call.Quantity,
                            call.Purpose
                        ))
            )
            .OrderBy(d => d.NeededBy)
            .ThenBy(d => d.Row)
            .ToList();
        while (all.Count > Most && Halved(all) is { } fewer && fewer.Count < all.Count)
            all = fewer;
        return new Deliveries(all);
    }

    /// <summary>The same deliveries with more or fewer parts in each, one at least.</summary>
    public Deliveries Times(double factor) => new([.. All.Select(d => d with { Quantity = Math.Max(1, Math.Round(d.Quantity * factor)) })]);

    /// <summary>
    /// With so many parts after all others that nobody has asked for, dated like the last; without any demand, like today.
    /// </summary>
    public Deliveries With(double beyond, DateOnly today) =>
        new([
            .. All,
            new Delivery(Delivery.Beyond, All.Count > 0 ? All[^1].NeededBy : today, beyond, All.Count > 0 ? All[^1].Purpose : Purpose.Fit),
        ]);

    /// <summary>The delivery that the next part goes into when so many are made.</summary>
    public int IndexAt(double made)
    {
        var at = Array.BinarySearch(_before, made);
        return at >= 0 ? at : ~at - 1;
    }

    /// <summary>Round whatever is asked for once, and between the monthly calls as often as there is room for.</summary>
    private static List<int> MarksOf(IReadOnlyList<Delivery> all)
    {
        var once = all.CountBy(d => d.Row).Where(row => row.Value == 1).Select(row => row.Key).ToHashSet();
        for (var apart = 1; ; apart++)
        {
            List<int> marks =
            [
                .. Enumerable
                    .Range(0, all.Count)
                    .Where(k =>
                        k % apart == 0 || (once.Count < MostMarks / 2 && (once.Contains(all[k].Row) || once.Contains(all[k - 1].Row)))
                    ),
            ];
            if (marks.Count <= MostMarks)
                return marks;
        }
    }

    private static List<Delivery> Halved(List<Delivery> all)
    {
        var half = new List<Delivery>();
        for (var i = 0; i < all.Count; i++)
            half.Add(
                i + 1 < all.Count && all[i].Purpose == all[i + 1].Purpose
                    ? all[i] with
                    {
                        Quantity = all[i].Quantity + all[++i].Quantity,
                    }
                    : all[i]
            );
        return half;
    }
}
