namespace Stampo.Core.Forming;

/// <summary>
/// A sheet with what it meets: the mold's face, which it sticks to where it comes through it, and a plug that carries what it touches.
/// </summary>
internal sealed class SheetOnMold
{
    private readonly MoldFace _face;
    private float _plugEnd;
    private readonly float[] _fromX,
        _fromY,
        _fromZ;

    public SheetOnMold(MoldFace face, SheetOrder order, float[] across, float[] along)
    {
        _face = face;
        Grid = new SheetGrid(across, along);
        Touched = new int[Grid.X.Length];
        Array.Fill(Touched, -1);
        (_fromX, _fromY, _fromZ) = ([.. Grid.X], [.. Grid.Y], [.. Grid.Z]);
        if (order.Zones?.Checked() is { } zones)
            Heat(zones);
    }

    public SheetGrid Grid { get; }

    /// <summary>At which step each point touched; −1 for one that has not.</summary>
    public int[] Touched { get; }

    /// <summary>How far the mold has still to come; negative below the clamp.</summary>
    public float Lift { get; private set; }

    /// <summary>The mold, and what sticks to it, moves.</summary>
    public void Raise(float lift)
    {
        var by = lift - Lift;
        Lift = lift;
        if (by == 0)
            return;
        for (var at = 0; at < Grid.Z.Length; at++)
        {
            if (Grid.Held[at] == SheetGrid.OnMold)
            {
                Grid.Z[at] += by;
                _fromZ[at] = Grid.Z[at];
            }
        }
    }

    /// <summary>
    /// A plug whose end has come to a height takes along what it touches: with its end what is under it, with its side what has been
    /// drawn in on it.
    /// </summary>
    public void Take(Plug plug, float end)
    {
        var (x, y, radius) = ((float)_face.WidthMm / 2, (float)_face.LengthMm / 2, (float)plug.RadiusMm);
        var by = end - _plugEnd;
        _plugEnd = end;
        for (var at = 0; at < Grid.Z.Length; at++)
        {
            if (Grid.Held[at] == SheetGrid.OnPlug)
                Grid.Z[at] += by;
            if (Grid.Held[at] != SheetGrid.Free || Grid.Z[at] <= end)
                continue;
            var (fromX, fromY) = (Grid.X[at] - x, Grid.Y[at] - y);
            var far = MathF.Sqrt(fromX * fromX + fromY * fromY);
            if (far >= radius)
                continue;
            if (Grid.Z[at] - end <= radius - far)
                Grid.Z[at] = end;
            else
                (Grid.X[at], Grid.Y[at]) = (x + fromX * radius / far, y + fromY * radius / far);
            (Grid.Vx[at], Grid.Vy[at], Grid.Vz[at]) = (0, 0, 0);
            Grid.Held[at] = SheetGrid.OnPlug;
        }
    }

    /// <summary>
    /// What the plug has cooled stretches from then on with the rest, and not before it: its stiffness makes up for its lesser stretch.
    /// </summary>
    public void Cool(double hold)
    {
        var free = FreeStretch();
        for (var j = 0; j < Grid.Rows; j++)
        for (var i = 0; i < Grid.Columns; i++)
        {
            var at = j * Grid.Stride + i;
            if (Grid.Held[at] != SheetGrid.OnPlug && Grid.Held[at + Grid.Stride + 1] != SheetGrid.OnPlug)
                continue;
            var stretch = Grid.AreaOf(i, j) / Grid.RestOf(i, j);
            Grid.Soft[at] *= (float)Math.Pow(Math.Max(1, free / stretch), hold);
        }
    }

    /// <summary>What the air pushes off the plug leaves it; all of it when it is drawn back. Whether any is left on it.</summary>
    public bool LeavePlug(bool isDrawnBack)
    {
        var left = false;
        for (var at = 0; at < Grid.Held.Length; at++)
        {
            if (Grid.Held[at] != SheetGrid.OnPlug)
                continue;
            if (isDrawnBack || Grid.ForceAt(at) < 0)
                Grid.Held[at] = SheetGrid.Free;
            else
                left = true;
        }

        Grid.Look();
        return left;
    }

    /// <summary>What has come through the mold's face since it was looked at last stays where it came through.</summary>
    public void Touch(int step)
    {
        Parallel.For(
            0,
            Grid.Rows + 1,
            j =>
            {
                for (int i = 0, at = j * Grid.Stride; i <= Grid.Columns; i++, at++)
                {
                    if (Grid.Held[at] != SheetGrid.Free)
                        continue;
                    if (Grid.Z[at] <= _face.HeightAt(Grid.X[at], Grid.Y[at]) + Lift)
                        Stick(at, step);
                    (_fromX[at], _fromY[at], _fromZ[at]) = (Grid.X[at], Grid.Y[at], Grid.Z[at]);
                }
            }
        );
        Grid.Look();
    }

    /// <summary>
    /// A bubble as sharp as the sheet was thick stays as it is: air presses no corner sharper. Its radius is its tension over the pressure.
    /// </summary>
    public void HoldSharp(float pressure, double gaugeMm)
    {
        Parallel.For(
            1,
            Grid.Rows,
            j =>
            {
                for (var i = 1; i < Grid.Columns; i++)
                {
                    var at = j * Grid.Stride + i;
                    if (Grid.Held[at] == SheetGrid.Free && pressure * gaugeMm >= TensionAt(i, j))
                        Grid.Held[at] = SheetGrid.OnMold;
                }
            }
        );
        Grid.Look();
    }

    /// <summary>Of the cells about a point.</summary>
    private double TensionAt(int column, int row)
    {
        var (tension, rest) = (0.0, 0.0);
        for (var j = row - 1; j <= row; j++)
        for (var i = column - 1; i <= column; i++)
        {
            tension += Grid.AreaOf(i, j) * Grid.Soft[j * Grid.Stride + i];
            rest += Grid.RestOf(i, j);
        }

        return tension / rest;
    }

    /// <summary>Of what touches nothing: area over area at rest; 1 when all touches.</summary>
    public double FreeStretch()
    {
        var (area, rest) = (0.0, 0.0);
        for (var j = 0; j < Grid.Rows; j++)
        for (var i = 0; i < Grid.Columns; i++)
        {
            if (!IsFree(j * Grid.Stride + i))
                continue;
            area += Grid.AreaOf(i, j);
            rest += Grid.RestOf(i, j);
        }

        return rest == 0 ? 1 : area / rest;
    }

    /// <summary>Hotter cells give way more easily, by the square of their heat.</summary>
    private void Heat(HeatZones zones)
    {
        for (var j = 0; j < Grid.Rows; j++)
        for (var i = 0; i < Grid.Columns; i++)
            Grid.Soft[j * Grid.Stride + i] = (float)Math.Pow(zones.At(Grid.Across[i] / _face.WidthMm, Grid.Along[j] / _face.LengthMm), -2);
    }

    private void Stick(int at, int step)
    {
        var (low, high) = (0f, 1f);
        for (var k = 0; k < 10; k++)
        {
            var half = (low + high) / 2;
            var (x, y, z) = Between(at, half);
            if (z > _face.HeightAt(x, y) + Lift)
                low = half;
            else
                high = half;
        }

        (Grid.X[at], Grid.Y[at], Grid.Z[at]) = Between(at, high);
        // A point that the mold has come up through lies on its face.
        if (low == 0)
            Grid.Z[at] = _face.HeightAt(Grid.X[at], Grid.Y[at]) + Lift;
        (Grid.Vx[at], Grid.Vy[at], Grid.Vz[at]) = (0, 0, 0);
        Grid.Held[at] = SheetGrid.OnMold;
        Touched[at] = step;
    }

    private (float, float, float) Between(int at, float share) =>
        (
            _fromX[at] + share * (Grid.X[at] - _fromX[at]),
            _fromY[at] + share * (Grid.Y[at] - _fromY[at]),
            _fromZ[at] + share * (Grid.Z[at] - _fromZ[at])
        );

    private bool IsFree(int at) =>
        Grid.Held[at] == SheetGrid.Free
        && Grid.Held[at + 1] == SheetGrid.Free
        && Grid.Held[at + Grid.Stride] == SheetGrid.Free
        && Grid.Held[at + Grid.Stride + 1] == SheetGrid.Free;
}
