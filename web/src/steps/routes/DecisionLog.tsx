import { Box, Button, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { memo } from 'react';
import { Link as RouterLink } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { DecisionChanges, DecisionRecord } from '../../app/api/types';
import { count, date, number, word } from '../../shared/format';
import { useAddress } from '../../shared/useAddress';
import { Changes } from './Changes';

interface Props {
  projectId: string;
  decisions: readonly DecisionRecord[];
  /** The one that is open. */
  open: number;
}

/** Decisions as they were taken, the latest first; each opens to its frozen lanes and to what has changed since. */
export const DecisionLog = memo(function DecisionLog({ projectId, decisions, open }: Props) {
  const change = useAddress();
  return decisions.map((decision, i) => (
    <Box
      key={decision.decidedUtc}
      sx={{ mt: 2, pl: 1.5, borderLeft: 3, borderColor: i === 0 ? 'primary.main' : 'divider' }}
    >
      <Typography variant="h3">
        {i === 0 ? 'Decided: ' : 'Before: '}
        {decision.routeName}, {count(decision.quantity)}
      </Typography>
      <Typography variant="body2">{decision.reason}</Typography>
      <Typography variant="body2" color="textSecondary">
        {decision.by}, {date(decision.decidedUtc)}
      </Typography>
      {i === 0 && (
        <Button component={RouterLink} to={`/projects/${projectId}/plan`} sx={{ px: 0, mr: 2 }}>
          Go to its plan
        </Button>
      )}
      <Button
        sx={{ px: 0 }}
        aria-expanded={open === decision.id}
        onClick={() => change({ decision: open === decision.id ? null : String(decision.id) })}
      >
        {open === decision.id ? 'Close it again' : 'Open it as it was'}
      </Button>
      {open === decision.id && <AsItWas projectId={projectId} decision={decision} />}
    </Box>
  ));
});

function AsItWas({ projectId, decision }: { projectId: string; decision: DecisionRecord }) {
  const { data, error } = useQuery<DecisionChanges, Problem>({
    queryKey: ['decision-changes', projectId, decision.id],
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/decisions/{decision}/changes', {
          params: { path: { id: projectId, decision: decision.id } },
          signal,
        }),
      ),
  });
  return (
    <Box sx={{ mt: 1 }}>
      <Typography variant="h3">The lanes then</Typography>
      {decision.lanes
        .filter((lane) => lane.verdict !== 'out')
        .slice(0, 6)
        .map((lane) => (
          <Typography key={lane.route.id} variant="body2" sx={{ display: 'flex', gap: 1 }}>
            <span style={{ flex: 1 }}>{lane.route.name}</span>
            <span>{number(lane.unit.p50)} €</span>
            <span>{word(lane.verdict)}</span>
          </Typography>
        ))}
      {error && <Typography color="error">{error.message}</Typography>}
      {data && <Since data={data} route={decision.routeName} />}
    </Box>
  );
}

function Since({ data, route }: { data: DecisionChanges; route: string }) {
  const none = data.part.length + data.brief.length + data.rates.length === 0;
  return (
    <>
      <Typography variant="h3" sx={{ mt: 1 }}>
        What has changed since
      </Typography>
      <Typography variant="body2">
        {data.unitNow == null
          ? 'The routes can’t be costed any more; see Part.'
          : `${route} was ${number(data.unitThen)} € each, is ${Math.abs(data.unitNow / data.unitThen - 1) < 0.01 ? 'the same' : `${number(data.unitNow)} €`}. Cheapest there now: ${data.cheapestNow ?? 'none fits'}.`}
        {none && ' The part, the brief and the rates are as they were.'}
      </Typography>
      {data.part.length > 0 && <Changes title="The part" changes={data.part} />}
      {data.brief.length > 0 && <Changes title="The brief" changes={data.brief} />}
      {data.rates.length > 0 && <Changes title="Rates" changes={data.rates} />}
    </>
  );
}
