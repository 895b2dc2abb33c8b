using Stampo.Core.Calendar;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Sequences;

/// <summary>Puts tried stretches together to a sequence with its dates, its band and its sentence.</summary>
internal static class Sequences
{
    /// <summary>Of the line that closes a sequence.</summary>
    public const string TotalId = "total";

    public static Sequence Of(Account account, IReadOnlyList<Trial> trials)
    {
        var band = Band.Of(Drawn(account, trials));
        List<SequenceStretch> stretches = [.. trials.Select((t, i) => StretchOf(account, t, $"s{i + 1}"))];
        return Sequence.Of(stretches, band.P10, band.P90, Said(trials, stretches));
    }

    /// <summary>Line by line, stretch by stretch, then the total; the lines of several sequences are told apart by their scope.</summary>
    public static IReadOnlyList<WorkLine> Working(
        Account account,
        IReadOnlyList<Trial> trials,
        string scope = "",
        string name = "All that is asked for"
    )
    {
        var sheet = new Worksheet();
        var lines = trials.Select((t, i) => account.Write(sheet, t, IdOf(i))).ToList();
        Sum("holding", "Holding what is made ahead", l => l.Holding);
        Sum("change", "Expected changes of the design", l => l.Change);
        Sum(TotalId, name, l => l.Total);
        return sheet.Lines;

        string IdOf(int stretch) => $"{scope}s{stretch + 1}";

        void Sum(string what, string said, Func<StretchLines, Figure?> of)
        {
            List<Figure> parts = [.. lines.Select(of).OfType<Figure>()];
            if (parts.Count > 0)
                sheet.Line($"{scope}{what}", said, Term.Sum(parts), "€", "sum of the stretches");
        }
    }

    /// <summary>The total of a sequence in every draw.</summary>
    public static double[] Drawn(Account account, IReadOnlyList<Trial> trials)
    {
        var sum = new double[account.Comparison.Draws];
        var one = new double[sum.Length];
        foreach (var trial in trials)
        {
            account.Draw(trial, one);
            for (var d = 0; d < sum.Length; d++)
                sum[d] += one[d];
        }

        return sum;
    }

    private static SequenceStretch StretchOf(Account account, Trial t, string id)
    {
        var estimate = t.Way.Estimate;
        var worst = EndedBy(t) ?? t.Route.Gates.Where(g => g.Verdict != Verdict.Fits).MaxBy(g => g.Verdict);
        return new SequenceStretch(
            id,
            t.Route.Route.Card.Id,
            t.Route.Material.Material.Id,
            t.Route.Material.Material.Name,
            estimate.Cavities,
            t.Way.Assist,
            t.Quantity,
            t.OrderBy,
            WorkingDays.Add(t.OrderBy, estimate.FirstArticleDays.Likely),
            t.Begins,
            t.Ends,
            (long)t.Way.Likely.Sets(t.Quantity),
            SequenceCost.Of(t.Made, t.Holding, account.ChancePerMonth * t.ChangePerChance),
            t.DaysLate,
            RowsOf(account, t),
            worst?.Verdict ?? Verdict.Fits,
            worst?.Reason,
            null
        );
    }

    /// <summary>A price that has ended by the day it would be ordered at.</summary>
    public static Gate? EndedBy(Trial t) =>
        t.Way.Quote is not { } quote || quote.ValidUntil >= t.OrderBy
            ? null
            : new Gate(
                Verdict.AtRisk,
                "Quote",
                $"{quote.Supplier}'s quote ends {quote.ValidUntil:d MMM yyyy}, before this is ordered: order sooner, or "
                    + "ask for a longer one."
            );

    private static List<ServedRow> RowsOf(Account account, Trial t)
    {
        var all = account.Deliveries;
        return
        [
            .. t.Slack.Select(slack =>
            {
                var served = Enumerable
                    .Range(0, all.All.Count)
                    .Where(k => all.All[k].Row == slack.Row && all.Before(k) < t.To && all.Before(k + 1) > t.From)
                    .ToList();
                return new ServedRow(
                    slack.Row,
                    served.Sum(k => Math.Min(t.To, all.Before(k + 1)) - Math.Max(t.From, all.Before(k))),
                    all.All[served[0]].Purpose,
                    all.All[served[0]].NeededBy,
                    slack.Days
                );
            }),
        ];
    }

    private static string Said(IReadOnlyList<Trial> trials, IReadOnlyList<SequenceStretch> stretches)
    {
        var parts = trials.Select(
            (t, i) =>
                $"{(i == 0 ? t.Route.Route.Card.Name : t.Route.Route.Card.Within)} for "
                + $"{(trials.Count == 1 ? "all " : "")}{Text.Number(t.Quantity, 12)}"
        );
        var late = stretches.SelectMany(s => s.Rows).Where(r => r.SlackDays < 0).OrderBy(r => r.SlackDays).ToList();
        var dates =
            late.Count == 0
                ? "every row in time"
                : string.Join(
                    ", ",
                    late.Take(2)
                        .Select(r =>
                            $"the {Text.Number(r.Quantity, 9)} for {Briefs.Binding.Said(r.Purpose)} "
                            + $"{Text.Count(-r.SlackDays, "working day")} late"
                        )
                );
        return $"{string.Join(", then ", parts)}: {Text.Euros(stretches.Sum(s => s.Cost.Total))}, {dates}.";
    }
}
