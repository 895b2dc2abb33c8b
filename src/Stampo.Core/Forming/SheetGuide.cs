namespace Stampo.Core.Forming;

/// <summary>The sheet at a stage of its stroke, and what acts on it.</summary>
/// <param name="X">Of its points.</param>
/// <param name="Y">Of its points.</param>
/// <param name="Z">Of its points.</param>
/// <param name="Pressure">From above, as a share of the tension at rest per mm.</param>
/// <param name="Lift">How far the mold has still to come.</param>
/// <param name="PlugEnd">Where the plug's end is; null without one, or when it is drawn back.</param>
internal sealed record SheetStage(float[] X, float[] Y, float[] Z, float Pressure, float Lift, float? PlugEnd);

/// <summary>Finds the way of a sheet, so slowly that it is at rest at every step, and keeps its stages.</summary>
internal sealed class SheetGuide
{
    /// <summary>How far the fastest point may go in a step, in cells; a plug and a mold go as fast.</summary>
    private const float Pace = 0.03f,
        Damping = 0.012f,
        SlowestRise = 1e-4f,
        FastestRise = 0.012f,
        StageRise = 1.35f;

    private const int MostSteps = 60_000,
        LookEvery = 3,
        RestSteps = 300;

    private readonly MoldFace _face;
    private readonly SheetOrder _order;
    private readonly Action<string, double> _tell;
    private readonly float _cell;
    private readonly List<SheetStage> _stages = [];
    private readonly int _cells;
    private float _gone,
        _fastest;
    private float? _plugEnd;

    public SheetGuide(MoldFace face, SheetOrder order, float[] across, float[] along, Action<string, double> tell)
    {
        (_face, _order, _tell) = (face, order, tell);
        Sheet = new SheetOnMold(face, order, across, along);
        _cell = Math.Min(across[1], along[1]);
        _cells = Sheet.Grid.Columns * Sheet.Grid.Rows;
    }

    public SheetOnMold Sheet { get; }

    public IReadOnlyList<SheetStage> Stages => _stages;

    /// <summary>The last pressure.</summary>
    public float Pressure { get; private set; }

    public int Steps { get; private set; }

    public void Form()
    {
        if (_order.Side == FormSide.Male)
            Drape();
        Sheet.Touch(Steps);
        Keep();
        if (_order.Plug is { } plug)
            Push(plug);
        Press();
        Keep();
    }

    /// <summary>Blown up first where asked for, then the mold comes up through the level of the clamp.</summary>
    private void Drape()
    {
        var height = _face.HighestMm + _cell;
        Sheet.Raise(-height);
        Keep();
        if (_order.BillowMm > 0)
            Blow((float)_order.BillowMm);
        var steps = (int)Math.Ceiling(height / (Pace * _cell));
        for (var s = 1; s <= steps; s++)
        {
            Sheet.Raise(-height * (1 - (float)s / steps));
            Go(Pressure);
            _tell("draping", 0.1 + 0.4 * s / steps);
        }

        Sheet.Raise(0);
        Rest();
    }

    private void Rest()
    {
        for (var s = 0; s < RestSteps; s++)
            Go(Pressure);
        Keep();
    }

    /// <summary>Until the bubble is so high.</summary>
    private void Blow(float height)
    {
        Pressure = -0.1f / (float)Math.Min(_face.WidthMm, _face.LengthMm);
        while (Sheet.Grid.Z.Max() < height && Steps < MostSteps)
        {
            Go(Pressure * (1 + Rise()));
            _tell("blowing up", 0.05);
        }
    }

    private void Push(Plug plug)
    {
        var depth = (float)plug.DepthMm;
        var steps = (int)Math.Ceiling(depth / (Pace * _cell));
        for (var s = 1; s <= steps; s++)
        {
            _plugEnd = -depth * s / steps;
            Sheet.Take(plug, _plugEnd.Value);
            Go(0);
            _tell("pushing the plug", 0.3 * s / steps);
        }

        Rest();
        Sheet.Cool(plug.Hold);
    }

    /// <summary>Air presses it on, more and more, no faster than it follows.</summary>
    private void Press()
    {
        var least = 0.1f / (float)Math.Min(_face.WidthMm, _face.LengthMm);
        // The air that has blown it up is let out.
        for (var (s, blown) = (1, Pressure); Pressure < least; s++)
            Go(blown + (least - blown) * s / RestSteps);
        var kept = Pressure;
        while (Steps < MostSteps)
        {
            Go(Pressure * (1 + Rise()));
            if (_plugEnd is not null && Steps % LookEvery == 0 && !Sheet.LeavePlug(isDrawnBack: false))
                _plugEnd = null;
            if (Pressure > kept * StageRise)
            {
                kept = Pressure;
                Keep();
            }

            if (Steps % 20 == 0)
                Sheet.HoldSharp(Pressure, _order.GaugeMm);
            if (Sheet.Grid.FreePoints == 0)
                break;
            if (Steps % 50 == 0)
                _tell("pressing it on", 0.5 + 0.5 * (1 - (double)Sheet.Grid.FreePoints / _cells));
        }
    }

    /// <summary>By how much of itself the pressure may rise after a step with such a fastest point.</summary>
    private float Rise() => Math.Clamp(FastestRise * (1 - _fastest / (Pace * _cell)), SlowestRise, FastestRise);

    private void Go(float pressure)
    {
        Pressure = pressure;
        _fastest = Sheet.Grid.Step(pressure, Damping);
        if (++Steps % LookEvery == 0)
            Sheet.Touch(Steps);
        _gone += _fastest;
        if (_gone > _cell)
            Keep();
    }

    private void Keep()
    {
        _gone = 0;
        var grid = Sheet.Grid;
        _stages.Add(new SheetStage([.. grid.X], [.. grid.Y], [.. grid.Z], Pressure, Sheet.Lift, _plugEnd));
    }
}
