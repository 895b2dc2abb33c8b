import { Box } from '@mui/material';
import { useRef, useState } from 'react';
import type { ShopSlot } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { dropped, keyOf, type Lane, minuteOf } from './lanes';

interface Props {
  lanes: Lane[];
  from: number;
  days: number;
  now: number;
  colourOf: (job: string) => number;
  chosen: ShopSlot | null;
  onChoose: (slot: ShopSlot) => void;
  onDrop: (slot: ShopSlot, start: string) => void;
}

const [WIDTH, LEFT, ROW, TOP] = [1200, 160, 30, 34];
const labels = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });

const weekend = (day: number) => [0, 6].includes(new Date(day * 60_000).getUTCDay());

/** Who and what is busy when; an operation is dragged to where it shall be, or chosen and put there by its time. */
export function LaneChart({ lanes, from, days, now, colourOf, chosen, onChoose, onDrop }: Props) {
  const ink = useInk();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ slot: ShopSlot; x: number; by: number } | null>(null);
  const span = days * 1440;
  const scale = (WIDTH - LEFT) / span;
  const x = (minute: number) => LEFT + Math.min(span, Math.max(0, minute - from)) * scale;
  const height = TOP + Math.max(1, lanes.length) * ROW + 4;
  const perPixel = () => span / ((svg.current!.getBoundingClientRect().width * (WIDTH - LEFT)) / WIDTH);
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${height}`}
        width="100%"
        role="group"
        aria-label="Lanes: people first, then equipment"
        style={{ display: 'block', minWidth: 760, touchAction: 'pan-y' }}
        onPointerMove={(event) => drag && setDrag({ ...drag, by: (event.clientX - drag.x) * perPixel() })}
        onPointerUp={() => {
          if (drag && Math.abs(drag.by) >= 8) onDrop(drag.slot, dropped(drag.slot, drag.by));
          setDrag(null);
        }}
      >
        {Array.from({ length: days }, (_, i) => from + i * 1440).map((day) => (
          <g key={day}>
            {weekend(day) && (
              <rect x={x(day)} y={0} width={1440 * scale} height={height} fill={ink.hairline} opacity={0.35} />
            )}
            <line x1={x(day)} x2={x(day)} y1={0} y2={height} stroke={ink.hairline} />
            <text x={x(day) + 4} y={13} fontSize={12} fill={ink.ink}>
              {labels.format(day * 60_000)}
            </text>
            {[8, 12, 16].map((hour) => (
              <text key={hour} x={x(day + hour * 60)} y={28} fontSize={10} textAnchor="middle" fill={ink.faint}>
                {hour}
              </text>
            ))}
          </g>
        ))}
        {lanes.map((lane, row) => (
          <g key={lane.id} transform={`translate(0 ${TOP + row * ROW})`}>
            <line x1={0} x2={WIDTH} y1={ROW} y2={ROW} stroke={ink.hairline} />
            <text x={0} y={ROW - 8} fontSize={12.5} fill={ink.ink}>
              {lane.name}
            </text>
            {lane.slots.map((slot) => (
              <Slot
                key={keyOf(slot)}
                slot={slot}
                isHands={slot.person === lane.id}
                colour={ink.lines[colourOf(slot.job) % ink.lines.length]!}
                stroke={chosen && keyOf(chosen) === keyOf(slot) ? ink.ink : 'none'}
                left={x(minuteOf(slot.start) + (drag && keyOf(drag.slot) === keyOf(slot) ? drag.by : 0))}
                right={x(
                  minuteOf(slot.person === lane.id ? slot.handsEnd : slot.end) +
                    (drag && keyOf(drag.slot) === keyOf(slot) ? drag.by : 0),
                )}
                onChoose={() => onChoose(slot)}
                onGrab={(at) => !slot.hasBegun && setDrag({ slot, x: at, by: 0 })}
              />
            ))}
          </g>
        ))}
        {now >= from && now <= from + span && (
          <line x1={x(now)} x2={x(now)} y1={16} y2={height} stroke={ink.attention} strokeWidth={2} />
        )}
      </svg>
    </Box>
  );
}

interface SlotProps {
  slot: ShopSlot;
  isHands: boolean;
  colour: string;
  stroke: string;
  left: number;
  right: number;
  onChoose: () => void;
  onGrab: (x: number) => void;
}

function Slot({ slot, isHands, colour, stroke, left, right, onChoose, onGrab }: SlotProps) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${slot.name}, ${slot.start.slice(0, 16).replace('T', ' ')}${slot.isPinned ? ', pinned' : ''}${slot.hasBegun ? ', under way' : ''}`}
      style={{ cursor: slot.hasBegun ? 'default' : 'grab' }}
      onPointerDown={(event) => {
        onChoose();
        onGrab(event.clientX);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose();
        }
      }}
    >
      <rect
        x={left}
        y={4}
        width={Math.max(2, right - left - 0.5)}
        height={ROW - 9}
        fill={colour}
        fillOpacity={isHands ? 1 : 0.35}
        stroke={stroke}
        strokeWidth={2}
      />
      {slot.isPinned && <circle cx={left + 4} cy={8} r={3} fill={colour} stroke="currentcolor" />}
    </g>
  );
}
