import { Box, Typography } from '@mui/material';
import type { ItemChart } from '../../../app/api/types';
import { useInk } from '../../../app/theme/useInk';
import { count, number } from '../../../shared/format';
import { rules } from '../words';

const [WIDTH, HEIGHT, LEFT, RIGHT, PAD] = [960, 300, 12, 132, 26];

interface Props {
  chart: ItemChart;
  onPoint: (entry: string) => void;
}

/** Values by shot with their centre, their own limits and those of the drawing; large enough for arm’s length. */
export function ControlChart({ chart, onPoint }: Props) {
  const ink = useInk();
  const { item, points, control } = chart;
  if (points.length === 0) return <Typography color="textSecondary">Nothing was measured here yet.</Typography>;
  const lines = [
    { at: item.upper, says: 'most', dash: '2 6', color: ink.attention },
    { at: item.lower, says: 'least', dash: '2 6', color: ink.attention },
    ...(control
      ? [
          { at: control.upper, says: 'upper', dash: '9 6', color: ink.faint },
          { at: control.centre, says: 'mean', dash: '', color: ink.faint },
          { at: control.lower, says: 'lower', dash: '9 6', color: ink.faint },
        ]
      : []),
  ].filter((line): line is typeof line & { at: number } => line.at != null);
  const all = [...points.map((p) => p.value), ...lines.map((l) => l.at)];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const y = (value: number) => HEIGHT - PAD - ((value - low) / Math.max(high - low, 1e-9)) * (HEIGHT - 2 * PAD);
  const x = (at: number) => LEFT + 8 + (at / Math.max(points.length - 1, 1)) * (WIDTH - LEFT - RIGHT - 16);
  const signals = new Map<number, string[]>();
  for (const { index, rule } of control?.signals ?? [])
    signals.set(index, [...(signals.get(index) ?? []), rules[rule] ?? rule]);
  const named = labels(lines.map((l) => ({ ...l, y: y(l.at) })));
  const every = Math.ceil(points.length / 16);
  return (
    <Box>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${item.name}: ${count(points.length)} values from ${number(Math.min(...points.map((p) => p.value)), 6)} to ${number(Math.max(...points.map((p) => p.value)), 6)} ${item.unit ?? ''}`}
        sx={{ display: 'block', width: '100%', maxWidth: WIDTH }}
      >
        {named.map(({ at, says, dash, color, labelY }) => (
          <g key={says}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(at)} y2={y(at)} stroke={color} strokeDasharray={dash} />
            <text x={WIDTH - RIGHT + 8} y={labelY + 5} fontSize={15} fill={color}>
              {says} {number(at, 6)}
            </text>
          </g>
        ))}
        <polyline
          points={points.map((p, i) => `${x(i).toFixed(1)},${y(p.value).toFixed(1)}`).join(' ')}
          fill="none"
          stroke={ink.acting}
          strokeWidth={2}
        />
        {points.map((p, i) => (
          <g key={p.entry} onClick={() => onPoint(p.entry)} style={{ cursor: 'pointer' }}>
            <title>{`Shot ${p.shot}, cavity ${p.cavity}: ${number(p.value, 6)} ${item.unit ?? ''}${signals.has(i) ? `; ${signals.get(i)!.join('; ')}` : ''}`}</title>
            {p.within ? (
              <circle
                cx={x(i)}
                cy={y(p.value)}
                r={signals.has(i) ? 6 : 4.5}
                fill={signals.has(i) ? ink.sheet : ink.acting}
                stroke={signals.has(i) ? ink.attention : ink.acting}
                strokeWidth={2.5}
              />
            ) : (
              <path
                d={`M${x(i) - 6},${y(p.value) - 6}l12,12m0,-12l-12,12`}
                stroke={ink.attention}
                strokeWidth={3.5}
                fill="none"
              />
            )}
            {i % every === 0 && (
              <text x={x(i)} y={HEIGHT - 4} fontSize={14} textAnchor="middle" fill={ink.faint}>
                {p.shot}
              </text>
            )}
          </g>
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary">
        By shot. A ring is a point of a pattern that chance alone would hardly make, a cross lies out of its limits.
      </Typography>
      {signals.size > 0 && (
        <Typography sx={{ mt: 0.5 }}>
          <b>Look at</b> {patterns(chart).join('; ')}.
        </Typography>
      )}
    </Box>
  );
}

/** Each pattern once, with the shots that it ends at. */
function patterns({ control, points }: ItemChart): string[] {
  const by = new Map<string, number[]>();
  for (const { index, rule } of control!.signals) by.set(rule, [...(by.get(rule) ?? []), points[index]!.shot]);
  return [...by].map(([rule, shots]) => {
    const shown = shots.slice(0, 6).join(', ');
    return `${rules[rule] ?? rule} (to shot ${shown}${shots.length > 6 ? ` and ${shots.length - 6} more` : ''})`;
  });
}

/** Words at the lines, moved apart where they would lie on one another. */
function labels<T extends { y: number }>(lines: readonly T[]): (T & { labelY: number })[] {
  let last = -Infinity;
  return lines
    .toSorted((a, b) => a.y - b.y)
    .map((line) => {
      last = Math.max(line.y, last + 17);
      return { ...line, labelY: last };
    });
}
