import { Box, Typography } from '@mui/material';
import { ChartsDataProvider } from '@mui/x-charts/ChartsDataProvider';
import { ChartsSurface } from '@mui/x-charts/ChartsSurface';
import { ChartsXAxis } from '@mui/x-charts/ChartsXAxis';
import { ChartsYAxis } from '@mui/x-charts/ChartsYAxis';
import { useXScale, useYScale } from '@mui/x-charts/hooks';
import { memo, useDeferredValue, useMemo, useRef } from 'react';
import { useInk } from '../../app/theme/useInk';
import type { Comparison } from '../../app/api/types';
import { count, number } from '../../shared/format';
import { SaveDrawing } from '../../shared/SaveDrawing';

interface Props {
  quantities: Comparison['quantities'];
  curves: Comparison['curves'];
  quantity: number;
  chosen: string;
}

const dashes = ['', '7 3', '2 3', '10 3 2 3', '5 2', '1 4'];
const decades = (from: number, to: number) =>
  Array.from(
    { length: Math.max(1, Math.floor(Math.log10(to)) - Math.ceil(Math.log10(from)) + 1) },
    (_, i) => 10 ** (Math.ceil(Math.log10(from)) + i),
  );

/** Price each against quantity, both logarithmic: likely values as a staircase, the span of 10 to 90 % of the draws for the route in hand. */
export default memo(function CostStairs({ quantities, curves, quantity, chosen }: Props) {
  // The lanes answer first; the chart's marker may come a frame later.
  const marked = useDeferredValue(quantity);
  const drawing = useRef<HTMLDivElement>(null);
  const axes = useMemo(() => axesOf(quantities, curves), [quantities, curves]);
  return (
    <Box sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h2">Price each by quantity</Typography>
        <SaveDrawing of={drawing} name="cost-stairs" />
      </Box>
      <Typography variant="body2" color="textSecondary">
        Lines are likely values; each jump is a worn-out tool. Shaded: 10 to 90 of 100 draws for the open lane.
        Ruled-out routes are left out.
      </Typography>
      <Box sx={{ height: 320 }} ref={drawing}>
        <ChartsDataProvider {...axes} series={noSeries} margin={margin} skipAnimation>
          <ChartsSurface aria-label="Price each by quantity for every route that fits; the lanes above give the same figures at the marked quantity">
            <Stairs quantities={quantities} curves={curves} chosen={chosen} />
            <Marker quantity={marked} />
            <Axes />
          </ChartsSurface>
        </ChartsDataProvider>
      </Box>
    </Box>
  );
});

// The same objects at each drawing, so that the chart does not start over when only the marker moved.
const noSeries: [] = [];
const margin = { left: 4, right: 90, top: 8, bottom: 4 };

function axesOf(quantities: Props['quantities'], curves: Props['curves']) {
  const prices = curves
    .filter((c) => !c.out)
    .flatMap(({ likely }) => likely.totals.map((total, i) => total / likely.quantities[i]!));
  const [low, high] = prices.length ? [Math.min(...prices) * 0.8, Math.max(...prices) * 1.15] : [1, 1000];
  const top = quantities.at(-1) ?? 1000;
  const quantityAxis = { id: 'q', min: 1, max: top, tickInterval: decades(1, top), label: 'quantity', height: 42 };
  const priceAxis = { id: 'p', min: low, max: high, tickInterval: decades(low, high), width: 62 };
  return {
    xAxis: [{ ...quantityAxis, scaleType: 'log' as const, valueFormatter: (q: number) => count(q) }],
    yAxis: [{ ...priceAxis, scaleType: 'log' as const, valueFormatter: (p: number) => `${number(p, 2)} €` }],
  };
}

const Axes = memo(function Axes() {
  return (
    <>
      <ChartsXAxis axisId="q" />
      <ChartsYAxis axisId="p" />
    </>
  );
});

const Stairs = memo(function Stairs({ quantities, curves, chosen }: Omit<Props, 'quantity'>) {
  const ink = useInk();
  const x = useXScale() as (value: number) => number;
  const y = useYScale() as (value: number) => number;
  const shown = curves
    .map((curve, i) => ({
      ...curve,
      color: ink.lines[i % ink.lines.length]!,
      dash: dashes[i % dashes.length]!,
    }))
    .filter((c) => !c.out);
  const labels = spread(
    shown.map((curve) => ({ curve, at: y(curve.likely.totals.at(-1)! / curve.likely.quantities.at(-1)!) })),
  );
  const line = (of: readonly number[], price: (i: number) => number) => of.map((q, i) => `${x(q)},${y(price(i))}`);
  return (
    <>
      {shown.map((curve) => {
        const open = curve.id === chosen;
        const { quantities: at, totals } = curve.likely;
        const band = [
          ...line(quantities, (i) => curve.totals[i]!.p90 / quantities[i]!),
          ...line(quantities, (i) => curve.totals[i]!.p10 / quantities[i]!).reverse(),
        ];
        return (
          <g key={curve.id}>
            {open && <polygon points={band.join(' ')} fill={curve.color} opacity={0.16} />}
            <polyline
              points={line(at, (i) => totals[i]! / at[i]!).join(' ')}
              fill="none"
              stroke={curve.color}
              strokeWidth={open ? 2.8 : 1.5}
              strokeDasharray={curve.dash}
            />
          </g>
        );
      })}
      {labels.map(({ curve, at }) => (
        <text
          key={curve.id}
          x={x(quantities.at(-1)!) + 8}
          y={at + 4}
          fill={curve.color}
          fontSize={12.5}
          fontWeight={curve.id === chosen ? 800 : 600}
        >
          {curve.tag}
        </text>
      ))}
    </>
  );
});

/** Keeps the names at the line ends a line apart. */
function spread<T>(labels: { curve: T; at: number }[]): { curve: T; at: number }[] {
  const sorted = labels.toSorted((a, b) => a.at - b.at);
  for (let i = 1; i < sorted.length; i++) sorted[i]!.at = Math.max(sorted[i]!.at, sorted[i - 1]!.at + 14);
  return sorted;
}

function Marker({ quantity }: { quantity: number }) {
  const ink = useInk();
  const x = (useXScale() as (value: number) => number)(quantity);
  const range = (useYScale() as unknown as { range: () => [number, number] }).range();
  return (
    <g>
      <line x1={x} x2={x} y1={Math.min(...range)} y2={Math.max(...range)} stroke={ink.ink} strokeWidth={1} />
      <text x={x + 5} y={Math.min(...range) + 10} fontSize={11.5} fill={ink.ink}>
        {count(quantity)}
      </text>
    </g>
  );
}
