namespace Stampo.Devices.StandIns;

/// <summary>Noise that is the same in every run.</summary>
internal sealed class Noise(int seed)
{
    private readonly Random _random = new(seed);

    /// <summary>About normal: twelve draws.</summary>
    public double Of(double sigma) => sigma * (Enumerable.Range(0, 12).Sum(_ => _random.NextDouble()) - 6);
}

/// <summary>A bench scale: what lies on it, what is being poured, its noise, drift and overload.</summary>
public sealed class ScaleStandIn(string name) : StandIn(name)
{
    private const double MaxG = 3000,
        StepG = 0.1,
        NoiseG = 0.03,
        SettlesS = 0.6;

    private readonly Noise _noise = new(7);
    private double _loadG,
        _tareG,
        _driftG,
        _driftGPerS,
        _toPourG,
        _gPerS,
        _restS;

    protected override IReadOnlyDictionary<string, object> Hello =>
        new Dictionary<string, object>(HelloAs("scale")) { ["step"] = StepG, ["max"] = MaxG };

    protected override void Step(double seconds)
    {
        var poured = Math.Min(_toPourG, _gPerS * seconds);
        (_loadG, _toPourG) = (_loadG + poured, _toPourG - poured);
        _driftG += _driftGPerS * seconds;
        _restS = poured > 0 ? 0 : _restS + seconds;
    }

    protected override object Reading() =>
        _loadG > MaxG
            ? new { at = Now(), over = true }
            : new
            {
                at = Now(),
                g = Math.Round(Math.Round((_loadG - _tareG + _driftG + _noise.Of(NoiseG)) / StepG) * StepG, 1) + 0.0,
                stable = _restS >= SettlesS,
            };

    protected override bool Do(string what, Command command)
    {
        switch (what)
        {
            case "tare":
                (_tareG, _driftG, _restS) = (_loadG, 0, 0);
                return true;
            case "pour":
                _toPourG += Math.Max(0, command.Number("g", 10));
                _gPerS = Math.Clamp(command.Number("gPerS", 8), 0.1, 500);
                return true;
            case "stop":
                _toPourG = 0;
                return true;
            case "put":
                (_loadG, _restS) = (Math.Max(0, _loadG + command.Number("g", 20)), 0);
                return true;
            case "clear":
                (_loadG, _tareG, _toPourG, _restS) = (0, 0, 0, 0);
                return true;
            case "drift":
                _driftGPerS = command.Number("gPerS", 0.02);
                return true;
            default:
                return false;
        }
    }
}

/// <summary>A vacuum gauge on a chamber: pump-down, a leak, and resin that boils as the pressure falls.</summary>
public sealed class VacuumStandIn(string name) : StandIn(name)
{
    private const double AirMbar = 1013,
        EndMbar = 0.8,
        TimeConstantS = 6,
        BoilsAtMbar = 30;

    private readonly Noise _noise = new(11);
    private double _mbar = AirMbar,
        _leakMbarPerS,
        _gasMbar;

    private bool _pumps;

    protected override IReadOnlyDictionary<string, object> Hello => HelloAs("gauge");

    protected override void Step(double seconds)
    {
        if (!_pumps)
        {
            _mbar += (AirMbar - _mbar) * Math.Min(1, seconds / 1.5);
            return;
        }

        _mbar += (EndMbar - _mbar) * seconds / TimeConstantS + _leakMbarPerS * seconds;
        // What is dissolved comes out for a while and holds the pressure up.
        if (_gasMbar > 0 && _mbar < BoilsAtMbar)
        {
            var out_ = Math.Min(_gasMbar, 4 * seconds);
            (_gasMbar, _mbar) = (_gasMbar - out_, _mbar + 0.7 * out_);
        }

        _mbar = Math.Clamp(_mbar, EndMbar, AirMbar);
    }

    protected override object Reading() => new { at = Now(), mbar = Math.Round(_mbar * (1 + _noise.Of(0.004)), _mbar < 100 ? 2 : 0) };

    protected override bool Do(string what, Command command)
    {
        switch (what)
        {
            case "pump":
                (_pumps, _gasMbar) = (true, Math.Max(0, command.Number("gas", 40)));
                return true;
            case "vent":
                _pumps = false;
                return true;
            case "leak":
                _leakMbarPerS = Math.Clamp(command.Number("mbarPerS", 2), 0, 200);
                return true;
            default:
                return false;
        }
    }
}

/// <summary>A gauge on a pressure pot.</summary>
public sealed class PotStandIn(string name) : StandIn(name)
{
    private const double RatedKpa = 400,
        TimeConstantS = 4;

    private readonly Noise _noise = new(13);
    private double _kpa,
        _setKpa,
        _leakKpaPerS;

    protected override IReadOnlyDictionary<string, object> Hello => HelloAs("gauge");

    protected override void Step(double seconds)
    {
        _kpa += (_setKpa - _kpa) * seconds / TimeConstantS;
        _kpa = Math.Max(0, _kpa - _leakKpaPerS * seconds);
    }

    protected override object Reading() => new { at = Now(), kpa = Math.Round(Math.Max(0, _kpa + _noise.Of(0.4)), 1) };

    protected override bool Do(string what, Command command)
    {
        switch (what)
        {
            case "set" when command.Number("kpa", 0) <= RatedKpa:
                _setKpa = Math.Max(0, command.Number("kpa", 0));
                return true;
            case "vent":
                _setKpa = 0;
                return true;
            case "leak":
                _leakKpaPerS = Math.Clamp(command.Number("kpaPerS", 5), 0, 200);
                return true;
            default:
                return false;
        }
    }
}

/// <summary>An oven that lags behind its heater and goes past what it is set to before it holds.</summary>
public sealed class OvenStandIn(string name) : StandIn(name)
{
    private const double RoomC = 22,
        HighestC = 120,
        Frequency = 0.12,
        Damping = 0.45;

    private readonly Noise _noise = new(17);
    private double _c = RoomC,
        _rate,
        _setC = RoomC;

    protected override double EveryS => 0.5;

    protected override IReadOnlyDictionary<string, object> Hello => HelloAs("oven");

    protected override void Step(double seconds)
    {
        _rate += (Frequency * Frequency * (_setC - _c) - 2 * Damping * Frequency * _rate) * seconds;
        _c += _rate * seconds;
    }

    protected override object Reading() =>
        new
        {
            at = Now(),
            c = Math.Round(_c + _noise.Of(0.1), 1),
            set = _setC,
        };

    protected override bool Do(string what, Command command)
    {
        switch (what)
        {
            case "set" when command.Number("c", RoomC) is >= RoomC and <= HighestC:
                _setC = command.Number("c", RoomC);
                return true;
            case "open":
                (_c, _rate) = (_c - Math.Min(15, _c - RoomC), 0);
                return true;
            default:
                return false;
        }
    }
}

/// <summary>A hardness tester in somebody's hand: pressed, it reads what lies under it with the spread of a hand.</summary>
public sealed class HardnessStandIn(string name) : StandIn(name)
{
    private const double SpreadPoints = 0.8,
        HeldS = 3;

    private readonly Noise _noise = new(19);
    private double _shoreA,
        _heldS;

    protected override double EveryS => 0.5;

    protected override IReadOnlyDictionary<string, object> Hello => HelloAs("hardness");

    protected override void Step(double seconds) => _heldS = Math.Max(0, _heldS - seconds);

    protected override object Reading() => new { at = Now(), shoreA = _heldS > 0 ? Math.Round(_shoreA, 1) : 0.0 };

    protected override bool Do(string what, Command command)
    {
        if (what != "press")
            return false;
        (_shoreA, _heldS) = (Math.Clamp(command.Number("shoreA", 80) + _noise.Of(SpreadPoints), 0, 100), HeldS);
        return true;
    }
}

/// <summary>A calliper with a key that sends what stands between its jaws.</summary>
public sealed class CalliperStandIn(string name) : StandIn(name)
{
    private const double StepMm = 0.01,
        SpreadMm = 0.01;

    private readonly Noise _noise = new(23);
    private double _mm;
    private bool _keyed;

    protected override IReadOnlyDictionary<string, object> Hello => HelloAs("calliper");

    protected override void Step(double seconds) { }

    protected override object Reading()
    {
        var keyed = _keyed;
        _keyed = false;
        return new
        {
            at = Now(),
            mm = Math.Round(Math.Round(_mm / StepMm) * StepMm, 2),
            key = keyed,
        };
    }

    protected override bool Do(string what, Command command)
    {
        switch (what)
        {
            case "close":
                _mm = Math.Clamp(command.Number("mm", 10) + _noise.Of(SpreadMm), 0, 300);
                return true;
            case "key":
                _keyed = true;
                return true;
            default:
                return false;
        }
    }
}
