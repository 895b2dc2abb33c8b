import { Box, Typography } from '@mui/material';
import { useRef } from 'react';
import type { WorkPlan } from '../../../app/api/types';
import { useInk } from '../../../app/theme/useInk';
import { SaveDrawing } from '../../../shared/SaveDrawing';
import { day } from '../moments';
import { dayMarks, lanesOf, placeIn, spanOf } from './lanes';

type Schedule = NonNullable<WorkPlan['schedule']>;

interface Props {
  schedule: Schedule;
  operations: WorkPlan['operations'];
  wantedBy: string | null | undefined;
  toolName: string;
}

const ROW = 22;
const WIDTH = 1200;
const LEFT = 96;
const TOP = 20;

/** Who or what is busy when: filled where hands are at it, open where it goes on alone. */
export function Timeline({ schedule, operations, wantedBy, toolName }: Props) {
  const ink = useInk();
  const drawing = useRef<HTMLDivElement>(null);
  const span = spanOf(schedule);
  const x = (moment: number) => LEFT + placeIn(moment, span) * (WIDTH - LEFT - 4);
  const lanes = lanesOf(schedule, operations, toolName);
  const height = TOP + lanes.length * ROW + 6;
  const wanted = wantedBy ? Date.parse(`${wantedBy}T17:00`) : Number.NaN;
  return (
    <Box component="section" aria-label="When it happens">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h2">When it happens</Typography>
        <Typography variant="body2" color="textSecondary" sx={{ flex: 1 }}>
          Filled: hands. Open: goes on alone. Shaded: nobody there.
          {schedule.shots > schedule.shotsLaidOut && ` The first ${schedule.shotsLaidOut} of ${schedule.shots}.`}
        </Typography>
        <SaveDrawing of={drawing} name="schedule" />
      </Box>
      <Box ref={drawing} sx={{ overflowX: 'auto' }}>
        <svg
          viewBox={`0 0 ${WIDTH} ${height}`}
          width="100%"
          role="img"
          aria-label={`From ${day(schedule.slots[0]?.start ?? schedule.firstPart)} to ${day(schedule.lastPart)}; the operations below give each start`}
          style={{ display: 'block', minWidth: 640 }}
        >
          {dayMarks(span).map(({ at, label, off }) => (
            <g key={at}>
              {off && (
                <rect
                  x={x(at)}
                  y={TOP}
                  width={Math.max(0, x(at + 86_400_000) - x(at))}
                  height={height - TOP}
                  fill={ink.hairline}
                  opacity={0.45}
                />
              )}
              <line x1={x(at)} x2={x(at)} y1={TOP - 4} y2={height} stroke={ink.hairline} strokeWidth={1} />
              {label && (
                <text x={x(at) + 3} y={TOP - 7} fontSize={11} fill={ink.faint}>
                  {label}
                </text>
              )}
            </g>
          ))}
          {lanes.map((lane, row) => (
            <g key={lane.name} transform={`translate(0 ${TOP + row * ROW})`}>
              <text x={0} y={ROW - 7} fontSize={12} fill={ink.ink}>
                {lane.name}
              </text>
              {lane.waits.map(([from, to], i) => (
                <rect
                  key={`w${i}`}
                  x={x(from)}
                  y={5}
                  width={Math.max(1, x(to) - x(from))}
                  height={ROW - 9}
                  fill={ink.sheet}
                  stroke={ink.acting}
                  strokeWidth={1}
                />
              ))}
              {lane.hands.map(([from, to], i) => (
                <rect
                  key={`h${i}`}
                  x={x(from)}
                  y={4}
                  width={Math.max(1.5, x(to) - x(from))}
                  height={ROW - 7}
                  fill={ink.acting}
                />
              ))}
            </g>
          ))}
          {wanted <= span.to && (
            <g>
              <line x1={x(wanted)} x2={x(wanted)} y1={TOP - 4} y2={height} stroke={ink.attention} strokeWidth={2} />
              <text x={x(wanted) - 4} y={height - 4} textAnchor="end" fontSize={11} fill={ink.attention}>
                wanted
              </text>
            </g>
          )}
        </svg>
      </Box>
    </Box>
  );
}
