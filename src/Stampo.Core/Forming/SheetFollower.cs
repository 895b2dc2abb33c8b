namespace Stampo.Core.Forming;

/// <summary>A fine sheet goes the way of a coarse one, stage by stage, and settles at each.</summary>
internal static class SheetFollower
{
    private const float Damping = 0.15f,
        LastRise = 1.025f;

    private const int LastSteps = 900,
        LookEvery = 3;

    public static void Follow(SheetOnMold sheet, SheetOrder order, SheetGuide guide, Action<string, double> tell)
    {
        var stages = guide.Stages;
        var from = new Between(sheet.Grid, guide.Sheet.Grid);
        var ratio = (double)sheet.Grid.Columns / guide.Sheet.Grid.Columns;
        var settling = (int)Math.Clamp(3 * ratio, 10, 30);
        var (steps, cooled) = (0, false);
        sheet.Raise(stages[0].Lift);
        sheet.Touch(0);
        for (var s = 1; s < stages.Count; s++)
        {
            var (before, now) = (stages[s - 1], stages[s]);
            if (before.PlugEnd is not null && now.Pressure > 0)
                LeavePlug(before.PlugEnd, now.PlugEnd);
            sheet.Raise(now.Lift);
            from.Move(before, now);
            if (now is { PlugEnd: { } end, Pressure: <= 0 })
                sheet.Take(order.Plug!, end);
            sheet.Touch(steps);
            Settle(settling, now.Pressure);
            sheet.HoldSharp(now.Pressure, order.GaugeMm);
            tell("following it finely", 0.9 * s / stages.Count);
        }

        var pressure = guide.Pressure;
        for (var s = 0; s < LastSteps && sheet.Grid.FreePoints > 0; s += LookEvery)
        {
            pressure *= LastRise;
            Settle(LookEvery, pressure);
            sheet.HoldSharp(pressure, order.GaugeMm);
            tell("pressing it into the corners", 0.9 + 0.1 * s / LastSteps);
        }

        void LeavePlug(float? before, float? now)
        {
            if (!cooled)
                sheet.Cool(order.Plug!.Hold);
            cooled = true;
            sheet.LeavePlug(isDrawnBack: before is not null && now is null);
        }

        void Settle(int count, float pressure)
        {
            sheet.Grid.Halt();
            for (var k = 1; k <= count; k++)
            {
                sheet.Grid.Step(pressure, Damping);
                if (++steps % LookEvery == 0)
                    sheet.Touch(steps);
            }

            sheet.Touch(steps);
        }
    }

    /// <summary>Where points of the fine sheet lie between those of the coarse one.</summary>
    private sealed class Between
    {
        private readonly SheetGrid _fine,
            _coarse;
        private readonly (int At, float Share)[] _across,
            _along;

        public Between(SheetGrid fine, SheetGrid coarse)
        {
            (_fine, _coarse) = (fine, coarse);
            _across = Places(fine.Across, coarse.Across);
            _along = Places(fine.Along, coarse.Along);
        }

        /// <summary>What is free goes as far as the coarse sheet has gone there.</summary>
        public void Move(SheetStage before, SheetStage now) =>
            Parallel.For(
                1,
                _fine.Rows,
                j =>
                {
                    var (row, up) = _along[j];
                    for (var i = 1; i < _fine.Columns; i++)
                    {
                        var at = j * _fine.Stride + i;
                        if (_fine.Held[at] != SheetGrid.Free)
                            continue;
                        var (column, right) = _across[i];
                        var a = row * _coarse.Stride + column;
                        _fine.X[at] += Gone(before.X, now.X, a, right, up);
                        _fine.Y[at] += Gone(before.Y, now.Y, a, right, up);
                        _fine.Z[at] += Gone(before.Z, now.Z, a, right, up);
                    }
                }
            );

        private float Gone(float[] before, float[] now, int a, float right, float up)
        {
            float Of(int at) => now[at] - before[at];
            var low = Of(a) * (1 - right) + Of(a + 1) * right;
            var high = Of(a + _coarse.Stride) * (1 - right) + Of(a + _coarse.Stride + 1) * right;
            return low * (1 - up) + high * up;
        }

        private static (int, float)[] Places(float[] fine, float[] coarse)
        {
            var places = new (int, float)[fine.Length];
            for (int i = 0, c = 0; i < fine.Length; i++)
            {
                while (c < coarse.Length - 2 && coarse[c + 1] < fine[i])
                    c++;
                places[i] = (c, Math.Clamp((fine[i] - coarse[c]) / (coarse[c + 1] - coarse[c]), 0, 1));
            }

            return places;
        }
    }
}
