import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { memo } from 'react';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Beside as BesideAnswer, EarlierBrief } from '../../app/api/types';
import { count, number, word, moment } from '../../shared/format';
import { NumberField } from '../../shared/NumberField';
import { useAddress } from '../../shared/useAddress';
import { plain } from '../../shared/plainWords';
import { Changes } from './Changes';

interface Props {
  projectId: string;
  quantity: number;
  withQ: number | null;
  withBrief: number | null;
}

/** The lanes beside those of another quantity, or of an earlier brief. */
export const Beside = memo(function Beside({ projectId, quantity, withQ, withBrief }: Props) {
  const change = useAddress();
  const open = withQ !== null || withBrief !== null;
  const states = useQuery<EarlierBrief[], Problem>({
    queryKey: ['brief-states', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/brief/states', { params: { path: { id: projectId } }, signal })),
  });
  const { data, error } = useQuery<BesideAnswer, Problem>({
    queryKey: ['beside', projectId, quantity, withQ, withBrief],
    enabled: open,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/comparison/beside', {
          params: {
            path: { id: projectId },
            query: { quantity, with: withQ ?? undefined, brief: withBrief ?? undefined },
          },
          signal,
        }),
      ),
  });
  return (
    <Box component="section" aria-labelledby="beside" sx={{ mt: 3 }}>
      <Typography variant="h2" id="beside" sx={{ mb: 1 }}>
        Side by side
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <OtherQuantity value={withQ} onChange={(q) => change({ with: q })} />
        <TextField
          select
          label="or an earlier brief"
          value={states.data?.some((s) => s.ordinal === withBrief) ? String(withBrief) : ''}
          onChange={(event) => change({ brief: event.target.value || null })}
          sx={{ width: 230 }}
          slotProps={{
            select: { displayEmpty: true, renderValue: (ordinal) => chosen(states.data, ordinal) },
            inputLabel: { shrink: true },
          }}
        >
          <MenuItem value="">the brief as it is</MenuItem>
          {states.data?.slice(1).map((state) => (
            <MenuItem key={state.ordinal} value={String(state.ordinal)}>
              <span>
                {moment(state.savedUtc)}
                <Typography component="span" variant="body2" color="textSecondary" sx={{ display: 'block' }}>
                  {differed(state)}
                </Typography>
              </span>
            </MenuItem>
          ))}
        </TextField>
        {open && <Button onClick={() => change({ with: null, brief: null })}>Close</Button>}
      </Box>
      {error && <Typography color="error">{error.message}</Typography>}
      {open && data && <Table data={data} withBrief={withBrief} />}
    </Box>
  );
});

/** In what an earlier brief differed from the one after it. */
const differed = ({ differed, more }: EarlierBrief) =>
  differed.length === 0
    ? 'saved as it was'
    : differed.map((d) => `${plain(d.where)}: ${d.then ?? 'not said'}`).join('; ') + (more > 0 ? `; ${more} more` : '');

const chosen = (states: EarlierBrief[] | undefined, ordinal: unknown) => {
  const state = states?.find((s) => String(s.ordinal) === ordinal);
  return state ? moment(state.savedUtc) : 'the brief as it is';
};

function OtherQuantity({ value, onChange }: { value: number | null; onChange: (q: string | null) => void }) {
  return (
    <NumberField
      label="With another quantity"
      value={value}
      unit=""
      whole
      optional
      min={1}
      max={100_000_000}
      counts="parts"
      width={170}
      onChange={(q) => onChange(q === null ? null : String(q))}
    />
  );
}

/** Less than one in a hundred is no change. */
const changeOf = (share: number) =>
  Math.abs(share) < 0.01 ? 'same' : `${share > 0 ? '+' : ''}${number(100 * share, 2)} %`;

function Table({ data, withBrief }: { data: BesideAnswer; withBrief: number | null }) {
  const other = new Map(data.with.map((lane) => [lane.route.id, lane]));
  return (
    <>
      <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Side by side, scrolls sideways">
        <Box
          component="table"
          sx={{
            borderCollapse: 'collapse',
            mt: 1,
            '& td, & th': { borderBottom: 1, borderColor: 'divider', p: 0.5, textAlign: 'right', whiteSpace: 'nowrap' },
            '& td:first-of-type, & th:first-of-type': { textAlign: 'left' },
          }}
        >
          <thead>
            <tr>
              <th>route</th>
              <th>each of {count(data.quantity)}, as it is</th>
              <th>
                each of {count(data.withQuantity)}
                {withBrief !== null && ', earlier brief'}
              </th>
              <th>change</th>
              <th>verdict here</th>
              <th>there</th>
            </tr>
          </thead>
          <tbody>
            {data.lanes.map((lane) => {
              const there = other.get(lane.route.id);
              return (
                <tr key={lane.route.id}>
                  <td>{lane.route.name}</td>
                  <td>{number(lane.unit.p50)} €</td>
                  <td>{there ? `${number(there.unit.p50)} €` : 'no material'}</td>
                  <td>{there && changeOf(there.unit.p50 / lane.unit.p50 - 1)}</td>
                  <td>{word(lane.verdict)}</td>
                  <td>{there ? word(there.verdict) : ''}</td>
                </tr>
              );
            })}
          </tbody>
        </Box>
      </Box>
      {data.briefDifferences.length > 0 && (
        <Changes title="What the brief asks otherwise now" changes={data.briefDifferences} />
      )}
    </>
  );
}
