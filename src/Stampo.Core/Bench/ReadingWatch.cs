using NodaTime;
using Stampo.Core.Planning;

namespace Stampo.Core.Bench;

/// <summary>What is watched in a run: the reading of an ask, on the device it was answered from.</summary>
public sealed record WatchedReading(string Operation, Ask Ask, string Device)
{
    /// <summary>
    /// All that is depended on now: a reading taken from a device, from then to the end of the wait; where nothing waits, until everything
    /// that was asked is answered.
    /// </summary>
    public static IEnumerable<WatchedReading> Of(RunSheet sheet, RunState state, Instant now)
    {
        foreach (var (operation, stands) in sheet.Operations.Zip(state.Operations))
        {
            if (state.IsOver || !IsDependedOn(operation, stands, now))
                continue;
            foreach (var ask in operation.Asks.Where(a => a.IsWatched))
            {
                if (stands.Answers.FirstOrDefault(a => a.Ask == ask.Id)?.Source is { } device)
                    yield return new WatchedReading(operation.Id, ask, device);
            }
        }
    }

    private static bool IsDependedOn(Operation operation, OperationState stands, Instant now) =>
        stands.Phase switch
        {
            OperationPhase.Hands => operation.WaitMin > 0 || stands.Unanswered.Count > 0,
            OperationPhase.Alone => stands.WaitEnd is null && now < stands.HandsEnd + Duration.FromMinutes(operation.WaitMin),
            _ => false,
        };
}

/// <summary>
/// Listens to one device for one ask: keeps its curve, thinner as it grows longer, and says when the reading is lost and when it is back.
/// </summary>
/// <param name="of">What is watched.</param>
/// <param name="from">Since when.</param>
/// <param name="isLost">It was lost when this began to listen.</param>
/// <param name="newId">Makes ids for acts.</param>
public sealed class ReadingWatch(WatchedReading of, Instant from, bool isLost, Func<string> newId)
{
    private const int PointsAnAct = 60;

    private const double ChangeShare = 0.02,
        CurvePoints = 300,
        CurveActs = 12;

    private static readonly Duration Settles = Duration.FromSeconds(3),
        Silent = Duration.FromSeconds(30),
        LeastApart = Duration.FromMilliseconds(500),
        LeastStep = Duration.FromSeconds(2),
        LeastAct = Duration.FromMinutes(1);

    private readonly List<CurvePoint> _points = [];
    private readonly Instant _from = from;
    private CurvePoint? _last;
    private Instant _heard = from,
        _told = from;
    private Instant? _otherwise;
    private bool _isLost = isLost;

    /// <summary>What a reading makes of it.</summary>
    public IEnumerable<DeviceAct> Hear(Instant now, double value)
    {
        _heard = now;
        if (IsWorthKeeping(now, value))
            _points.Add(_last = new CurvePoint(now, value));
        if (of.Ask.Holds(value) != _isLost)
        {
            _otherwise = null;
            yield break;
        }

        // A moment out of the band is noise; three seconds of it are not.
        _otherwise ??= now;
        if (now - _otherwise < Settles)
            yield break;
        (_otherwise, _isLost) = (null, !_isLost);
        yield return _isLost
            ? new Lost(newId(), of.Device, of.Operation, of.Ask.Id, value)
            : new HeldAgain(newId(), of.Device, of.Operation, of.Ask.Id, value);
    }

    /// <summary>What time alone makes of it: nothing is heard any more, or there is enough of the curve to keep.</summary>
    public IEnumerable<DeviceAct> Look(Instant now)
    {
        if (!_isLost && now - _heard > Silent)
        {
            _isLost = true;
            yield return new Lost(newId(), of.Device, of.Operation, of.Ask.Id, null);
        }

        if (_points.Count >= PointsAnAct || now - _told > Duration.Max(LeastAct, (now - _from) / CurveActs))
        {
            foreach (var act in Close(now))
                yield return act;
        }
    }

    /// <summary>What is left of the curve.</summary>
    public IEnumerable<DeviceAct> Close(Instant now)
    {
        _told = now;
        if (_points.Count == 0)
            yield break;
        yield return new Watched(newId(), of.Device, of.Operation, of.Ask.Id, [.. _points]);
        _points.Clear();
    }

    private bool IsWorthKeeping(Instant now, double value)
    {
        if (_last is not { } last)
            return true;
        var apart = now - last.At;
        var changed = Math.Abs(value - last.Value) > ChangeShare * Math.Max(Math.Abs(of.Ask.Target ?? 0), Math.Abs(last.Value));
        return changed
            ? apart >= Duration.Max(LeastApart, (now - _from) / (10 * CurvePoints))
            : apart >= Duration.Max(LeastStep, (now - _from) / CurvePoints);
    }
}
