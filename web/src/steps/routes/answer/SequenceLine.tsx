import { Box, Typography } from '@mui/material';
import type { RouteCard, Sequence, SequenceStretch } from '../../../app/api/types';
import { dayOf } from '../../../shared/days';
import { count, date, number, unbroken } from '../../../shared/format';
import { OpensLine } from '../../../shared/OpensLine';
import { RouteGlyph } from '../../../shared/RouteGlyph';
import { monthMarks, placeOf } from '../../../shared/timeline';

const WIDTH = 760;
const LANE = 24;

interface Props {
  sequence: Sequence;
  routes: readonly RouteCard[];
  /** A stretch's price opens to its working. */
  opens?: boolean;
}

const cardOf = (routes: readonly RouteCard[], id: string) =>
  routes.find((route) => route.id === id) ?? ({ id, name: id, tag: '?', figure: 'block' } as RouteCard);

/** A sequence over time: from the order of each tool to the last parts of its stretch; beneath, each stretch in a line. */
export function SequenceLine({ sequence, routes, opens }: Props) {
  return (
    <>
      <Drawing sequence={sequence} routes={routes} />
      <Box component="ol" aria-label="Stretches" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {sequence.stretches.map((stretch) => (
          <Row key={stretch.id} stretch={stretch} route={cardOf(routes, stretch.routeId)} opens={opens} />
        ))}
      </Box>
    </>
  );
}

interface RowProps extends Pick<Props, 'opens'> {
  stretch: SequenceStretch;
  route: RouteCard;
}

function Row({ stretch: s, route, opens }: RowProps) {
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        columnGap: 1.5,
        py: 0.5,
        borderTop: 1,
        borderColor: 'divider',
        alignItems: 'center',
        flexWrap: 'wrap',
      }}
    >
      <RouteGlyph figure={route.figure} tag={route.tag} />
      <Box sx={{ flex: 1, minWidth: 220 }}>
        <Typography>
          <b>Order by {date(s.orderBy)}</b>: {route.name.toLowerCase()}
          {s.cavities > 1 && `, ${s.cavities} cavities`}
        </Typography>
        <Typography variant="body2" color={s.daysLate > 0 ? 'error' : 'textSecondary'}>
          {s.daysLate > 0 && `${count(s.daysLate)} working days late. `}
          {s.material}
          {s.sets > 1 && `, ${count(s.sets)} tools wear out`}
          {s.verdict === 'atRisk' && s.risk && `. At risk: ${unbroken(s.risk)}`}
          {s.reason && `. ${s.reason}`}
        </Typography>
      </Box>
      <Typography color="textSecondary">
        {count(s.quantity)} from {date(s.from)}
        {s.until > s.from && ` to ${date(s.until)}`}
      </Typography>
      <Money stretch={s} route={route} opens={opens} />
    </Box>
  );
}

function Money({ stretch: s, route, opens }: RowProps) {
  const price = `${number(s.cost.total)} €`;
  return (
    <Typography component="span" sx={{ fontWeight: 600, minWidth: 84, textAlign: 'right' }}>
      {opens ? (
        <OpensLine line={`${s.id}.total`} label={`${route.name}: working of ${price}`}>
          {price}
        </OpensLine>
      ) : (
        price
      )}
    </Typography>
  );
}

function Drawing({ sequence: { stretches }, routes }: Props) {
  const begin = Math.min(...stretches.map((s) => dayOf(s.orderBy).getTime()));
  const end = Math.max(...stretches.map((s) => dayOf(s.until).getTime()));
  const span = { from: begin, to: end + Math.max(0.04 * (end - begin), 86_400_000 * 10), most: 1 };
  const at = (iso: string) => placeOf(dayOf(iso).getTime(), span) * WIDTH;
  const height = stretches.length * LANE + 24;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${height}`}
      sx={{ width: '100%', display: 'block', color: 'text.primary', fontSize: 11.5, mt: 0.5 }}
      role="img"
      aria-label={stretches
        .map(
          (s) =>
            `${cardOf(routes, s.routeId).name}: order by ${date(s.orderBy)}, ${count(s.quantity)} parts from ${date(s.from)}`,
        )
        .join('; ')}
    >
      {stretches.map((s, i) => {
        const y = i * LANE;
        const [order, from, until] = [at(s.orderBy), at(s.from), Math.max(at(s.until), at(s.from) + 6)];
        const right = until > WIDTH - 190;
        return (
          <g key={s.id}>
            <line x1={order} x2={from} y1={y + 12} y2={y + 12} stroke="currentColor" strokeDasharray="3 3" />
            <path d={`M${order - 4} ${y + 6}l4 6-4 6z`} fill="currentColor" />
            <rect
              x={from}
              y={y + 5}
              width={until - from}
              height="14"
              fill="var(--mui-palette-primary-main)"
              opacity={0.35 + 0.2 * (i % 2)}
            />
            <text
              x={right ? order - 8 : until + 8}
              y={y + 16}
              textAnchor={right && order > 120 ? 'end' : 'start'}
              {...(right && order <= 120 && { x: from + 8 })}
              fill="currentColor"
              fontWeight="600"
            >
              {cardOf(routes, s.routeId).tag} {count(s.quantity)}
            </text>
          </g>
        );
      })}
      <line x1="0" x2={WIDTH} y1={height - 19} y2={height - 19} stroke="currentColor" />
      {monthMarks(span).map(({ at: day, label }) => (
        <text
          key={day}
          x={placeOf(day, span) * WIDTH}
          y={height - 5}
          textAnchor={placeOf(day, span) < 0.02 ? 'start' : 'middle'}
          fill="currentColor"
          opacity="0.75"
        >
          {label}
        </text>
      ))}
    </Box>
  );
}
