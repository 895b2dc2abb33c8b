import { Box, Button, Link, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { memo } from 'react';
import { Link as RouterLink } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { DecisionChanges, DecisionRecord } from '../../app/api/types';
import { count, date, number, unbroken } from '../../shared/format';
import { useAddress } from '../../shared/useAddress';
import { Changes } from './Changes';

interface Props {
  projectId: string;
  decisions: readonly DecisionRecord[];
  /** The one that is open. */
  open: number;
}

/** Decisions as they were taken, the latest first; each opens to what it stood on and to what has changed since. */
export const DecisionLog = memo(function DecisionLog({ projectId, decisions, open }: Props) {
  const change = useAddress();
  return decisions.map((decision, i) => (
    <Box
      key={decision.decidedUtc}
      sx={{ mt: 2, pl: 1.5, borderLeft: 3, borderColor: i === 0 ? 'primary.main' : 'divider' }}
    >
      <Typography variant="h3">{i === 0 ? 'Decided' : 'Before'}</Typography>
      <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
        {decision.sequence.stretches.map((stretch) => (
          <li key={stretch.id}>
            {nameOf(decision, stretch.routeId)}, {count(stretch.quantity)}
            {i === 0 && (
              <>
                {': '}
                <Link component={RouterLink} to={`/projects/${projectId}/plan?stretch=${stretch.id}`}>
                  its plan
                </Link>
              </>
            )}
          </li>
        ))}
      </Box>
      <Typography>
        <b>{number(decision.sequence.total)} €</b>
        {decision.sequence.open > 0 && `, ${count(decision.sequence.open)} left open`}. {decision.reason}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {decision.by}, {date(decision.decidedUtc)}
      </Typography>
      <Button
        sx={{ px: 0 }}
        aria-expanded={open === decision.id}
        onClick={() => change({ decision: open === decision.id ? null : String(decision.id) })}
      >
        {open === decision.id ? 'Close it again' : 'Open it as it was'}
      </Button>
      {open === decision.id && (
        <>
          <AsItWas decision={decision} />
          <Since projectId={projectId} decision={decision} />
          {i > 0 && <Since projectId={projectId} decision={decision} against={decisions[0]!} />}
        </>
      )}
    </Box>
  ));
});

const nameOf = (decision: DecisionRecord, routeId: string) =>
  decision.lanes.find((lane) => lane.route.id === routeId)?.route.name ?? routeId;

/** What it stood on: the answer of that day, and what would have changed it. */
function AsItWas({ decision }: { decision: DecisionRecord }) {
  return (
    <Box sx={{ mt: 1 }}>
      <Typography variant="body2">
        <b>Its stretches:</b> {unbroken(decision.sequence.said)}
      </Typography>
      {decision.advised && (
        <Typography variant="body2">
          <b>The answer then:</b> {unbroken(decision.advised.said)}
        </Typography>
      )}
      {decision.wouldChange.length > 0 && (
        <>
          <Typography variant="h3" sx={{ mt: 1 }}>
            What would have changed it
          </Typography>
          {decision.wouldChange.map((change) => (
            <Typography key={change.of + change.what} variant="body2" sx={{ display: 'flex', gap: 1 }}>
              <span style={{ flex: 1 }}>{unbroken(change.what)}</span>
              <span>{number(change.total)} €</span>
            </Typography>
          ))}
        </>
      )}
    </Box>
  );
}

/** How it compares with how things stand, or with another decision. */
function Since({
  projectId,
  decision,
  against,
}: {
  projectId: string;
  decision: DecisionRecord;
  against?: DecisionRecord;
}) {
  const { data, error } = useQuery<DecisionChanges, Problem>({
    queryKey: ['decision-changes', projectId, decision.id, against?.id],
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/decisions/{decision}/changes', {
          params: { path: { id: projectId, decision: decision.id }, query: { with: against?.id } },
          signal,
        }),
      ),
  });
  if (error) return <Typography color="error">{error.message}</Typography>;
  if (!data) return null;
  const none = data.part.length + data.brief.length + data.rates.length === 0;
  return (
    <>
      <Typography variant="h3" sx={{ mt: 1 }}>
        {against ? 'Against the decision that stands' : 'What has changed since'}
      </Typography>
      <Typography variant="body2">
        {data.totalNow == null
          ? 'Its stretches can’t be costed any more.'
          : `It was ${number(data.totalThen)} €, ${against ? 'that one is' : 'the same stretches are'} ${Math.abs(data.totalNow / data.totalThen - 1) < 0.01 ? 'the same' : `${number(data.totalNow)} €`}.`}
        {data.answerNow && ` ${against ? 'That one' : 'The answer now'}: ${unbroken(data.answerNow)}`}
        {none && ' The part, the brief and the rates are as they were.'}
      </Typography>
      {data.part.length > 0 && <Changes title="The part" changes={data.part} />}
      {data.brief.length > 0 && <Changes title="The brief" changes={data.brief} />}
      {data.rates.length > 0 && <Changes title="Rates" changes={data.rates} />}
    </>
  );
}
