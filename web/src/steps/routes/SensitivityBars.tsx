import { Box, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { memo, useRef } from 'react';
import type { Comparison, Sensitivity } from '../../app/api/types';
import { count, number, range } from '../../shared/format';
import { OpensLine } from '../../shared/OpensLine';
import { SaveDrawing } from '../../shared/SaveDrawing';
import { WhatIfButton } from '../../shared/WhatIf';
import { sensitivityQuery } from './sensitivityQuery';

const BAR = 220;

/** What moves the lead at a quantity: how far each uncertain input moves the lead of the cheapest route over the next. */
export const SensitivityBars = memo(function SensitivityBars({
  projectId,
  quantity,
  routes,
}: {
  projectId: string;
  quantity: number;
  routes: Comparison['curves'];
}) {
  const drawing = useRef<HTMLDivElement>(null);
  const { data, error } = useQuery({ ...sensitivityQuery(projectId, quantity), placeholderData: keepPreviousData });
  const name = (id: string | null | undefined) => routes.find((route) => route.id === id);
  return (
    <Box component="section" aria-labelledby="sensitivity" sx={{ mt: 3, minHeight: 300 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h2" id="sensitivity">
          What moves the lead at {count(quantity)} parts
        </Typography>
        {data && <SaveDrawing of={drawing} name="sensitivity" />}
      </Box>
      {error && <Typography>{error.message}</Typography>}
      {data && (
        <>
          <Typography variant="body2" color="textSecondary">
            Likely, {name(data.leader)?.name.toLowerCase()} leads {name(data.next)?.name.toLowerCase()} by{' '}
            {number(data.margin)} €. Each bar is that lead with one input at its low and its high end; left of the line
            the lead is lost.
          </Typography>
          <div ref={drawing}>
            <Bars data={data} tag={(id) => name(id)?.tag ?? id} />
          </div>
          <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {data.swings.map((swing, i) => (
              <li key={`${swing.routeId}${swing.key}`}>
                <Typography variant="body2" component="span">
                  <OpensLine line={`swing-${i}`}>
                    {swing.routeId && `${name(swing.routeId)?.tag} `}
                    {swing.name}
                  </OpensLine>
                  , {range(swing.range)} {swing.unit}
                </Typography>{' '}
                {!swing.routeId && (
                  <WhatIfButton
                    projectId={projectId}
                    inputKey={swing.key}
                    name={swing.name}
                    unit={swing.unit}
                    value={swing.range}
                  />
                )}
              </li>
            ))}
          </Box>
        </>
      )}
    </Box>
  );
});

function Bars({ data, tag }: { data: Sensitivity; tag: (id: string) => string }) {
  const ends = data.swings.flatMap((s) => [s.marginLow, s.marginHigh]);
  const low = Math.min(0, data.margin, ...ends);
  const high = Math.max(0, data.margin, ...ends);
  const at = (margin: number) => 330 + ((margin - low) / Math.max(high - low, 1e-9)) * BAR;
  const height = data.swings.length * 22 + 18;
  return (
    <Box
      component="svg"
      viewBox={`0 0 760 ${height}`}
      role="img"
      aria-label={data.swings
        .map((s) => `${s.name}: lead from ${number(s.marginLow)} to ${number(s.marginHigh)} €`)
        .join('; ')}
      sx={{ width: '100%', display: 'block', color: 'text.primary', fontSize: 12 }}
    >
      <line x1={at(0)} x2={at(0)} y1="0" y2={height - 14} stroke="currentColor" />
      <text x={at(0)} y={height - 2} textAnchor="middle" fill="currentColor">
        lead lost
      </text>
      {data.swings.map((s, i) => {
        const [from, to] = [Math.min(s.marginLow, s.marginHigh), Math.max(s.marginLow, s.marginHigh)];
        const lost = [...new Set([s.leaderLow, s.leaderHigh])].filter((id) => id !== data.leader);
        return (
          <g key={`${s.routeId}${s.key}`} transform={`translate(0 ${i * 22})`}>
            <text x="322" y="14" textAnchor="end" fill="currentColor">
              {s.routeId ? `${tag(s.routeId)} ` : ''}
              {s.name}
            </text>
            <rect
              x={at(from)}
              y="4"
              width={Math.max(1.5, at(to) - at(from))}
              height="12"
              fill="var(--mui-palette-primary-main)"
              opacity={lost.length > 0 ? 0.6 : 0.28}
            />
            <text x="566" y="14" fill="currentColor">
              {number(s.marginLow, 2)} … {number(s.marginHigh, 2)} €
              {lost.length > 0 && `, ${lost.map(tag).join(' or ')} leads`}
            </text>
          </g>
        );
      })}
    </Box>
  );
}
