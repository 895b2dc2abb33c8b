import { Box } from '@mui/material';
import { useRef } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import type { Brief } from '../../app/api/types';
import { count, date, word } from '../../shared/format';
import { dayOf, isoDay } from '../../shared/days';
import { monthMarks, placeOf, type Span, spanOf } from '../../shared/timeline';

const WIDTH = 560;
const HEIGHT = 150;
const EDGE = 14;
const FLOOR = HEIGHT - 24;
const DAY = 86_400_000;

/** The rows over time, larger quantities higher; each pin is dragged in date and quantity, or moved by the arrow keys. */
export function DemandTimeline() {
  const { control, setValue } = useFormContext<Brief>();
  const rows = useWatch({ control, name: 'demand' });
  const drawing = useRef<SVGSVGElement>(null);
  // While a pin is dragged the scale stands still, or the pin would run from the hand.
  const held = useRef<Span | null>(null);
  const span = spanOf(rows);

  const put = (i: number, day: Date, quantity: number) => {
    const today = new Date();
    setValue(`demand.${i}.neededBy`, isoDay(day < today ? today : day), { shouldDirty: true });
    setValue(`demand.${i}.quantity`, Math.min(100_000_000, Math.max(1, tidy(quantity))), { shouldDirty: true });
  };

  const drag = (event: React.PointerEvent, i: number) => {
    if (event.buttons !== 1 || !held.current) return;
    const bounds = drawing.current!.getBoundingClientRect();
    const x = (((event.clientX - bounds.left) / bounds.width) * (WIDTH + 2 * EDGE) - EDGE) / WIDTH;
    const y = 1 - ((event.clientY - bounds.top) / bounds.height) * (HEIGHT / FLOOR);
    const { from, to, most } = held.current;
    put(i, new Date(from + Math.min(1, Math.max(0, x)) * (to - from)), most ** Math.min(1, Math.max(0, y)));
  };

  const key = (event: React.KeyboardEvent, i: number) => {
    const row = rows[i]!;
    const at = dayOf(row.neededBy).getTime();
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-7, 1],
      ArrowRight: [7, 1],
      ArrowUp: [0, 1.25],
      ArrowDown: [0, 0.8],
    };
    const move = moves[event.key];
    if (!move || Number.isNaN(at)) return;
    event.preventDefault();
    const grown = row.quantity * move[1];
    put(i, new Date(at + move[0] * DAY), move[1] > 1 ? Math.max(row.quantity + 1, grown) : grown);
  };

  return (
    <Box sx={{ position: 'relative', my: 1 }}>
      <Box
        component="svg"
        ref={drawing}
        viewBox={`${-EDGE} 0 ${WIDTH + 2 * EDGE} ${HEIGHT}`}
        sx={{ width: '100%', display: 'block', touchAction: 'none', color: 'text.primary', fontSize: 11 }}
        role="group"
        aria-label="Demand over time"
      >
        <line x1="0" x2={WIDTH} y1={FLOOR} y2={FLOOR} stroke="currentColor" />
        {monthMarks(span).map(({ at, label }) => (
          <g key={at} transform={`translate(${placeOf(at, span) * WIDTH} ${FLOOR})`}>
            <line y2="5" stroke="currentColor" />
            <text y="17" textAnchor="middle" fill="currentColor" opacity="0.75">
              {label}
            </text>
          </g>
        ))}
        {rows.map((row, i) => {
          const at = dayOf(row.neededBy).getTime();
          if (Number.isNaN(at) || !(row.quantity >= 1)) return null;
          const x = placeOf(at, span) * WIDTH;
          const y = FLOOR - (Math.log(row.quantity) / Math.log(span.most)) * (FLOOR - 16);
          const end = placeOf(at + row.years * 365.25 * DAY, span) * WIDTH;
          const left = x > WIDTH - 120;
          return (
            <Box
              component="g"
              key={i}
              tabIndex={0}
              role="button"
              aria-label={`Row ${i + 1}: ${count(row.quantity)} for ${word(row.purpose)} by ${date(row.neededBy)}; arrow keys move it`}
              onKeyDown={(event: React.KeyboardEvent) => key(event, i)}
              onPointerDown={(event: React.PointerEvent) => {
                (event.currentTarget as Element).setPointerCapture(event.pointerId);
                held.current = span;
              }}
              onPointerMove={(event: React.PointerEvent) => drag(event, i)}
              onPointerUp={() => {
                held.current = null;
              }}
              sx={{
                cursor: 'grab',
                color: 'primary.main',
                outline: 'none',
                '&:focus-visible circle': { strokeWidth: 3 },
              }}
            >
              <line x1={x} x2={x} y1={y} y2={FLOOR} stroke="currentColor" strokeDasharray="2 3" />
              {row.years > 0 && (
                <rect x={x} y={y} width={Math.max(0, end - x)} height={FLOOR - y} fill="currentColor" opacity="0.14" />
              )}
              <circle cx={x} cy={y} r="13" fill="transparent" />
              <circle cx={x} cy={y} r="6" fill="currentColor" stroke="currentColor" />
              <text x={left ? x - 10 : x + 10} y={y - 5} textAnchor={left ? 'end' : 'start'} fill="currentColor">
                {count(row.quantity)} {word(row.purpose)}
                {row.years > 0 && ' a year'}
              </text>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

/** Two figures are all a hand can mean. */
const tidy = (quantity: number) => (quantity < 20 ? Math.round(quantity) : Number(quantity.toPrecision(2)));
