import { Box, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { memo, useRef } from 'react';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { BridgeView } from '../../app/api/types';
import { count, date, number } from '../../shared/format';
import { RouteGlyph } from '../../shared/RouteGlyph';
import { SaveDrawing } from '../../shared/SaveDrawing';
import { monthMarks, placeOf } from '../../shared/timeline';

const WIDTH = 760;
const LANE = 40;

/** Which route serves which stretch of time, when its tool must be ordered, and what it all costs. */
export const BridgeLine = memo(function BridgeLine({ projectId }: { projectId: string }) {
  const drawing = useRef<HTMLDivElement>(null);
  const { data, error } = useQuery<BridgeView, Problem>({
    queryKey: ['bridge', projectId],
    staleTime: 60_000,
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/bridge', { params: { path: { id: projectId } }, signal })),
  });
  return (
    <Box component="section" aria-labelledby="bridge" sx={{ mt: 3, minHeight: 120 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h2" id="bridge">
          Bridge: which route serves which stretch
        </Typography>
        {data && <SaveDrawing of={drawing} name="bridge" />}
      </Box>
      {error && <Typography sx={{ mt: 0.5 }}>{error.message}</Typography>}
      {data && <Line view={data} drawing={drawing} />}
    </Box>
  );
});

function Line({
  view: { request, answer, routes },
  drawing,
}: {
  view: BridgeView;
  drawing: React.RefObject<HTMLDivElement | null>;
}) {
  const card = (id: string) => routes.find((route) => route.id === id.split('/')[0])!;
  const cavities = (id: string) => Number.parseInt(id.split('/')[1] ?? '1');
  const { stretches } = answer;
  const begin = Math.min(...stretches.map((s) => Date.parse(s.orderBy)));
  const end = Math.max(...stretches.map((s) => Date.parse(s.until)));
  const span = { from: begin, to: end + Math.max(0.04 * (end - begin), 86_400_000 * 10), most: 1 };
  const at = (iso: string) => placeOf(Date.parse(iso), span) * WIDTH;
  const height = stretches.length * LANE + 26;
  return (
    <>
      <div ref={drawing}>
        <Box
          component="svg"
          viewBox={`0 0 ${WIDTH} ${height}`}
          sx={{ width: '100%', display: 'block', color: 'text.primary', fontSize: 11.5 }}
          role="img"
          aria-label={stretches
            .map(
              (s) =>
                `${card(s.routeId).name}: order by ${date(s.orderBy)}, ${count(s.quantity)} parts from ${date(s.from)}`,
            )
            .join('; ')}
        >
          {stretches.map((s, i) => {
            const y = i * LANE + 4;
            const [order, from, until] = [at(s.orderBy), at(s.from), Math.max(at(s.until), at(s.from) + 6)];
            const right = until > WIDTH - 230;
            return (
              <g key={s.routeId + s.from} color="inherit">
                <line x1={order} x2={from} y1={y + 14} y2={y + 14} stroke="currentColor" strokeDasharray="3 3" />
                <path d={`M${order - 4} ${y + 8}l4 6-4 6z`} fill="currentColor" />
                <rect
                  x={from}
                  y={y + 6}
                  width={until - from}
                  height="16"
                  fill="var(--mui-palette-primary-main)"
                  opacity={0.35 + 0.2 * (i % 2)}
                />
                <text
                  x={right ? order - 8 : until + 8}
                  y={y + 18}
                  textAnchor={right ? 'end' : 'start'}
                  fill="currentColor"
                  fontWeight="600"
                >
                  {card(s.routeId).tag} {count(s.quantity)} parts
                </text>
              </g>
            );
          })}
          <line x1="0" x2={WIDTH} y1={height - 20} y2={height - 20} stroke="currentColor" />
          {monthMarks(span).map(({ at: day, label }) => (
            <text
              key={day}
              x={placeOf(day, span) * WIDTH}
              y={height - 6}
              textAnchor="middle"
              fill="currentColor"
              opacity="0.75"
            >
              {label}
            </text>
          ))}
        </Box>
      </div>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {stretches.map((s) => (
          <Box
            component="li"
            key={s.routeId + s.from}
            sx={{
              display: 'flex',
              gap: 1.5,
              py: 0.5,
              borderBottom: 1,
              borderColor: 'divider',
              alignItems: 'baseline',
              flexWrap: 'wrap',
            }}
          >
            <RouteGlyph figure={card(s.routeId).figure} tag={card(s.routeId).tag} />
            <Typography sx={{ flex: 1, minWidth: 220 }}>
              <b>Order by {date(s.orderBy)}</b>: {card(s.routeId).name.toLowerCase()}
              {cavities(s.routeId) > 1 && `, ${cavities(s.routeId)} cavities`}
            </Typography>
            <Typography color="textSecondary">
              {count(s.quantity)} from {date(s.from)}
              {s.until > s.from && ` to ${date(s.until)}`}
            </Typography>
            <Typography sx={{ fontWeight: 600, width: 90, textAlign: 'right' }}>{number(s.cost.total)} €</Typography>
          </Box>
        ))}
      </Box>
      <Typography sx={{ mt: 1 }}>
        <b>{number(answer.total)} € in all</b>
        {request.changeProbability > 0 &&
          `, of it ${number(stretches.reduce((sum, s) => sum + s.cost.change, 0))} € for expected changes of the design`}
        .{' '}
        {answer.bestSingle
          ? `${card(answer.bestSingle.routeId).name} alone: ${number(answer.bestSingle.total)} €.`
          : 'No single route serves every row in time.'}{' '}
        {answer.longestLivedAtOnce
          ? `The longest-lived tool at once (${card(answer.longestLivedAtOnce.routeId).name.toLowerCase()}): ${number(answer.longestLivedAtOnce.total)} €.`
          : 'The longest-lived tool at once would come too late for the first row.'}{' '}
        The design may change until {date(answer.designFreeUntil)}; after that it is paid in the last tool.
      </Typography>
    </>
  );
}
