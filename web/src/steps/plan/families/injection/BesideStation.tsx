import { Box, Button, Link, Stack, Typography } from '@mui/material';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { InjectionFigures } from '../../../../app/api/types';
import { useInk } from '../../../../app/theme/useInk';
import { Figure } from '../../../../shared/Figure';
import { euros, points, number, range } from '../../../../shared/format';
import { stackingTable } from '../../../../shared/stackingTable';
import { PlanFindings } from '../../PlanFindings';
import { changeNames } from './names';
import { changePainting, useToolMap, type Way } from './part/toolMap';
import type { StationProps } from './station';

const PaintedPart = lazy(() => import('../../painted/PaintedPart'));

const SHOWN = 6;

/** Tools beside each other at the parts of the order, and what a design change costs in this one by where it falls. */
export default function BesideStation({ figures, work, projectId }: StationProps) {
  return (
    <>
      <PlanFindings findings={work.at.beside ?? []} />
      <Beside rows={figures.beside} parts={work.order.parts} projectId={projectId} />
      <Typography variant="h2" sx={{ mt: 3 }}>
        What a design change costs in this tool
      </Typography>
      <Box sx={{ maxWidth: 620 }}>
        {figures.changes.map((change) => (
          <Figure
            key={change.by}
            label={`${changeNames[change.by!]}, ${range(change.hours, 2)} h`}
            value={range(change.euros)}
            unit="€"
            line={change.line}
          />
        ))}
      </Box>
      {figures.shape && <ChangeMap figures={figures} projectId={projectId} />}
      <Typography variant="h2" sx={{ mt: 3 }}>
        Leave so that metal can still come off
      </Typography>
      <Box component="ul" sx={{ pl: 2.5, maxWidth: 760 }}>
        {figures.steelSafe.map((says) => (
          <li key={says}>{says}</li>
        ))}
      </Box>
    </>
  );
}

function ChangeMap({ figures, projectId }: { figures: InjectionFigures; projectId: string }) {
  const ink = useInk();
  const [way, setWay] = useState<Way>('more');
  const map = useToolMap(figures.feed.gates, figures.metal);
  const painting = useMemo(() => map && changePainting(map, figures.changes, way, ink), [map, figures, way, ink]);
  return (
    <Box sx={{ maxWidth: 820, mt: 2 }}>
      <Stack direction="row" sx={{ gap: 1, mb: 1 }} role="group" aria-label="Which way the part changes">
        {(['more', 'less'] as const).map((one) => (
          <Button
            key={one}
            variant={one === way ? 'contained' : 'outlined'}
            aria-pressed={one === way}
            onClick={() => setWay(one)}
          >
            {one === 'more' ? 'More plastic there' : 'Less plastic there'}
          </Button>
        ))}
      </Stack>
      {map && painting ? (
        <Suspense fallback={<Box sx={{ height: 470 }} />}>
          <PaintedPart projectId={projectId} map={map} painting={painting} gates={[]} />
        </Suspense>
      ) : (
        <Box sx={{ height: 470 }} />
      )}
    </Box>
  );
}

interface BesideProps {
  rows: InjectionFigures['beside'];
  parts: number;
  projectId: string;
}

/** The cheapest at this quantity first; the decided one is always among those shown. */
function Beside({ rows, parts, projectId }: BesideProps) {
  const [all, setAll] = useState(false);
  const planned = rows.find((row) => row.isChosen);
  const most = Math.max(1, ...rows.map((row) => Math.abs(more(row, planned))));
  const shown = all ? rows : rows.filter((row, i) => i < SHOWN || row.isChosen);
  return (
    <>
      <Typography variant="h2">Which tool, for {number(parts, 15)} parts</Typography>
      <Box component="table" sx={stackingTable}>
        <thead>
          <tr>
            <th scope="col">Tool</th>
            <th scope="col">Tools</th>
            <th scope="col">A part</th>
            <th scope="col">All, against the planned</th>
            <th scope="col">A usual change</th>
            <th scope="col">First parts</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={`${row.metal} ${row.cavities} ${row.isHot}`} aria-current={row.isChosen || undefined}>
              <td>
                <b>{row.name}</b>, {row.cavities} {row.cavities === 1 ? 'cavity' : 'cavities'}
                {row.isHot && ', heated runner'}
              </td>
              <td data-of="tools">
                {euros(row.toolEuros)}
                {row.tools! > 1 && ` for ${row.tools}`}
              </td>
              <td data-of="a part">{euros(row.pieceEuros)}</td>
              <td data-of="all">
                <Against row={row} planned={planned} most={most} />
              </td>
              <td data-of="a change">{euros(row.changeEuros)}</td>
              <td data-of="first parts">{number(points(row.leadDays).likely, 2)} working days</td>
            </tr>
          ))}
        </tbody>
      </Box>
      <Stack direction="row" sx={{ gap: 2, mt: 0.5, alignItems: 'baseline', flexWrap: 'wrap' }}>
        {rows.length > shown.length && (
          <Button sx={{ p: 0 }} onClick={() => setAll(true)}>
            Show all {rows.length}
          </Button>
        )}
        <Typography variant="body2" color="textSecondary">
          Priced by their routes. Another metal or number of cavities is decided on the{' '}
          <Link component={RouterLink} to={`/projects/${projectId}/routes`}>
            Routes page
          </Link>
          .
        </Typography>
      </Stack>
    </>
  );
}

type Row = InjectionFigures['beside'][number];

/** What a tool costs more than the planned one over the order, tools and parts together. */
const more = (row: Row, planned: Row | undefined) =>
  planned ? points(row.totalEuros).likely - points(planned.totalEuros).likely : 0;

const WIDE = 130;

function Against({ row, planned, most }: { row: Row; planned: Row | undefined; most: number }) {
  const by = more(row, planned);
  const width = Math.max(1, (WIDE * Math.abs(by)) / most);
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <Box component="span" sx={{ minWidth: 80 }}>
        {row.isChosen ? 'planned' : `${by < 0 ? '−' : '+'}${euros(Math.abs(by))}`}
      </Box>
      {!row.isChosen && (
        <Box
          component="svg"
          viewBox={`0 0 ${WIDE} 12`}
          width={WIDE}
          height={12}
          aria-hidden
          sx={{ color: by < 0 ? 'primary.main' : 'text.secondary' }}
        >
          <rect y={3} width={width} height={6} fill="currentColor" opacity={0.5} />
        </Box>
      )}
    </Box>
  );
}
