import { Box, Link as MuiLink, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { PedigreeView } from '../../app/api/types';
import { moment, number } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { stackingTable } from '../../shared/stackingTable';
import { toolAddress } from './useShelf';

/** Where a part comes from: mold, lots, people, readings, clocks, and what did not go as planned. */
export function PedigreePage() {
  const { run = '' } = useParams();
  const { data, error } = useQuery<PedigreeView, Problem>({
    queryKey: ['pedigree', run],
    queryFn: ({ signal }) => unwrap(client.GET('/api/log/pedigree/{run}', { params: { path: { run } }, signal })),
  });
  if (error) return <Refusal problem={error} to="/shelf" act="All molds" />;
  if (!data) return null;
  return (
    <>
      <MuiLink component={Link} to="/shelf" sx={{ '@media print': { display: 'none' } }}>
        All molds
      </MuiLink>
      <Typography variant="h1">
        {data.title}: {data.project}, rev {data.revision}
      </Typography>
      <Typography sx={{ fontSize: 17 }}>
        {data.tool && (
          <>
            <MuiLink component={Link} to={toolAddress(data.tool)}>
              {data.toolName}
            </MuiLink>
            .{' '}
          </>
        )}
        {moment(data.begun)} to {data.over ? moment(data.over) : 'now'}, {data.people.join(', ')}.{' '}
        <MuiLink component={Link} to={`/projects/${data.projectId}/bench?run=${data.run}`}>
          The run itself
        </MuiLink>{' '}
        <MuiLink href={`/api/log/pedigree/${data.run}.pdf`}>As PDF</MuiLink>
      </Typography>
      <Rows name="Parts" head={['cavity', 'came out', 'counted by']}>
        {data.parts.map((p) => [
          p.cavity,
          p.fate === 'good' ? 'good' : <b key="fate">{`${p.fate}, ${p.defect}`}</b>,
          `${p.by}, ${moment(p.at)}`,
        ])}
      </Rows>
      <Rows name="Lots" head={['what', 'lot', 'good until', 'into', 'by']}>
        {[
          ...data.lots.map((l) => [l.what, <Lot key={l.lot} lot={l.lot} />, l.expires ?? 'not said', 'the part', l.by]),
          ...data.toolLots.map((l) => [
            l.what,
            <Lot key={l.lot} lot={l.lot} />,
            l.expires ?? 'not said',
            'the mold',
            l.by,
          ]),
        ]}
      </Rows>
      <Rows name="Weighed and read" head={['operation', 'what', 'came to', 'planned', 'by']}>
        {data.readings.map((r) => [
          r.operation,
          r.what,
          r.within === false ? (
            <Box component="b" key="value" sx={{ color: 'error.main' }}>
              {number(r.value!, 6)} {r.unit}
            </Box>
          ) : (
            `${number(r.value!, 6)} ${r.unit}`
          ),
          r.target == null ? '' : `${number(r.target, 6)} ${r.unit}`,
          r.by,
        ])}
      </Rows>
      <Rows name="Clocks" head={['operation', 'after', 'used', 'of']}>
        {data.clocks.map((c) => [
          c.operation,
          c.event,
          c.isOver ? (
            <Box component="b" key="used" sx={{ color: 'error.main' }}>
              {number(c.usedMin, 3)} min
            </Box>
          ) : (
            `${number(c.usedMin, 3)} min (${number((100 * c.usedMin) / c.minutes, 2)} %)`
          ),
          `${number(c.minutes, 3)} min`,
        ])}
      </Rows>
      <Rows name="Not as planned, and notes" head={['when', 'who', 'what']}>
        {data.remarks.map((r) => [moment(r.at), r.by, [r.what, r.text].filter(Boolean).join(': ')])}
      </Rows>
    </>
  );
}

const Lot = ({ lot }: { lot: string }) => (
  <MuiLink component={Link} to={`/shelf?q=${encodeURIComponent(lot)}`}>
    {lot}
  </MuiLink>
);

interface RowsProps {
  name: string;
  head: readonly string[];
  children: readonly (readonly React.ReactNode[])[];
}

function Rows({ name, head, children }: RowsProps) {
  if (children.length === 0) return null;
  return (
    <section aria-label={name}>
      <Typography variant="h2" sx={{ mt: 2 }}>
        {name}
      </Typography>
      <Box component="table" aria-label={name} sx={stackingTable}>
        <thead>
          <tr>
            {head.map((h) => (
              <th scope="col" key={h}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {children.map((cells, i) => (
            <tr key={i}>
              {cells.map((cell, j) => (
                <td key={head[j]} data-of={j > 0 ? head[j] : undefined}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </section>
  );
}
