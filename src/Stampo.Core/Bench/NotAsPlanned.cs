using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Bench;

/// <summary>
/// What the acts themselves show that did not go as planned, whether or not anybody said so: waits cut short, beginnings before their time,
/// clocks run out, answers out of their band, readings lost.
/// </summary>
internal static class NotAsPlanned
{
    /// <summary>A tap a moment early is no deviation.</summary>
    private const double SlackMin = 0.1;

    /// <param name="operation">As planned.</param>
    /// <param name="state">As it went.</param>
    /// <param name="clocks">Of the run, of this operation.</param>
    /// <param name="acts">That began and ended it.</param>
    /// <param name="reason">Said when the wait was ended early; null when nobody was asked.</param>
    public static IEnumerable<Remark> Of(
        Operation operation,
        OperationState state,
        IEnumerable<RunClock> clocks,
        ActsOfOperation acts,
        string? reason
    )
    {
        foreach (var clock in clocks.Where(c => c.Stopped is not null))
        {
            if (Of(operation, clock, acts, reason) is { } remark)
                yield return remark;
        }

        foreach (var answer in state.Answers.Where(a => a.Within == false))
            yield return new Remark(
                answer.Act,
                operation.Id,
                Deviation.OutOfBand,
                OutOfBand(operation.Asks.First(a => a.Id == answer.Ask), answer),
                answer.By,
                answer.At
            );
        foreach (var watched in state.Watched)
        {
            var ask = operation.Asks.FirstOrDefault(a => a.Id == watched.Ask);
            foreach (var loss in watched.Losses)
                yield return new Remark(
                    loss.Act,
                    operation.Id,
                    Deviation.Lost,
                    $"{ask?.What ?? watched.Ask}: {(loss.Value is { } value ? $"{Text.Number(value)} {ask?.Unit}" : "nothing heard")}"
                        + (loss.Until is { } until ? $", back after {Text.Duration((until - loss.At).TotalMinutes)}" : ""),
                    watched.Device,
                    loss.At
                );
        }
    }

    private static Remark? Of(Operation operation, RunClock clock, ActsOfOperation acts, string? reason)
    {
        var stopped = clock.Stopped!.Value;
        var missing = clock.Minutes - (stopped - clock.From).TotalMinutes;
        return clock.Kind switch
        {
            ClockKind.Alone when missing > SlackMin && !operation.EndsWhenDone && acts.WaitOver is { } over => new Remark(
                over.Id,
                operation.Id,
                Deviation.EndedEarly,
                $"ended {Text.Duration(missing)} early of {Text.Duration(clock.Minutes)}: {reason ?? "no reason said"}",
                over.By,
                stopped,
                missing
            ),
            ClockKind.NotBefore when missing > SlackMin && acts.Began is { } began => new Remark(
                began.Id,
                operation.Id,
                Deviation.BegunEarly,
                $"begun {Text.Duration(missing)} before its time, {Text.Duration(clock.Minutes)} after {clock.Event}",
                began.By,
                stopped,
                missing
            ),
            ClockKind.Within when -missing > SlackMin && (acts.Finished ?? acts.Began) is { } finished => new Remark(
                finished.Id,
                operation.Id,
                Deviation.Overrun,
                $"{Text.Duration(-missing)} over the {Text.Duration(clock.Minutes)} since {clock.Event}",
                finished.By,
                stopped
            ),
            _ => null,
        };
    }

    private static string OutOfBand(Ask ask, AskAnswer answer) =>
        $"{ask.What} {Text.Number(answer.Value!.Value, 4)} {ask.Unit}, asked {ask.BandSaid(answer.Target)}";
}

/// <summary>Which acts began and ended an operation, and ended its wait.</summary>
internal sealed record ActsOfOperation(Act? Began, Act? WaitOver, Act? Finished);
