import { Box, Button, Typography } from '@mui/material';
import type { Act, RunView } from '../../app/api/types';
import { Folded } from '../../shared/Folded';
import { word } from '../../shared/format';
import type { Recorder } from './useRun';

const times = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
});

/** Everything that was recorded, in its order; what was wrong is withdrawn by a further act. */
export function RunLog({ run, record }: { run: RunView; record: Recorder }) {
  const corrected = new Set(run.log.map(({ act }) => act.corrects).filter(Boolean));
  // Curves of what is watched are drawn where they belong.
  const told = run.log.filter(({ act }) => act.kind !== 'watched');
  const names = new Map(run.sheet.operations.map((o) => [o.id, o]));
  return (
    <Box sx={{ mt: 3 }}>
      <Folded label="Log" says={`${told.length} acts, begun by ${run.by} ${times.format(new Date(run.begun))}`}>
        <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
          {told.map(({ act, at, ordinal }) => (
            <Box
              component="li"
              key={act.id}
              sx={{ display: 'flex', gap: 2, alignItems: 'baseline', borderTop: 1, borderColor: 'divider', py: 0.25 }}
            >
              <Typography variant="mono" sx={{ fontSize: 12.5, width: 30 }}>
                {ordinal}
              </Typography>
              <Typography variant="mono" sx={{ fontSize: 12.5, width: 110 }}>
                {times.format(new Date(at))}
              </Typography>
              <Typography sx={{ flex: 1, textDecoration: corrected.has(act.id) ? 'line-through' : undefined }}>
                {says(act, 'operation' in act ? names.get(act.operation) : undefined)}
                {act.corrects && ` (corrects ${run.log.find((a) => a.act.id === act.corrects)?.ordinal ?? 'an act'})`}
              </Typography>
              <Typography color="textSecondary">{act.by}</Typography>
              <Button
                disabled={corrected.has(act.id) || act.kind === 'withdrawn'}
                onClick={() => record({ kind: 'withdrawn', corrects: act.id })}
                aria-label={`Withdraw act ${ordinal}`}
              >
                Withdraw
              </Button>
            </Box>
          ))}
        </Box>
      </Folded>
    </Box>
  );
}

function says(act: Act, operation: RunView['sheet']['operations'][number] | undefined): string {
  const of = operation?.name ?? '';
  const ask = 'ask' in act ? operation?.asks.find((a) => a.id === act.ask) : undefined;
  switch (act.kind) {
    case 'began':
      return `${of}: begun`;
    case 'left':
      return `${of}: left alone`;
    case 'waitEnded':
      return `${of}: ended early, ${act.reason}`;
    case 'lost':
      return `${of}: ${ask?.what} lost${act.value === null ? ', nothing heard' : ` at ${act.value} ${ask?.unit ?? ''}`}`;
    case 'heldAgain':
      return `${of}: ${ask?.what} holds again, ${act.value} ${ask?.unit ?? ''}`;
    case 'finished':
      return `${of}: done`;
    case 'answered':
      return `${of}: ${ask?.what} ${act.value} ${ask?.unit ?? ''}${act.source ? ` from ${act.source}` : ', typed'}`;
    case 'ticked':
      return `${of}: ${ask?.what}`;
    case 'cautionRead':
      return `${of}: caution read, ${act.caution}`;
    case 'lotUsed':
      return `${of}: ${act.what}, lot ${act.lot}${act.expires ? `, expires ${act.expires}` : ''}`;
    case 'deviated':
      return `${of}: not as planned, ${word(act.what ?? 'other')}${act.note ? `, ${act.note}` : ''}`;
    case 'noted':
      return `${of}: ${act.text}`;
    case 'counted':
      return `Cavity ${act.cavity}: ${act.fate}${act.defect ? `, ${act.defect}` : ''}`;
    case 'paused':
      return 'Paused';
    case 'resumed':
      return 'Gone on with';
    case 'handedOver':
      return `Handed over to ${act.to}`;
    case 'abandoned':
      return `Abandoned: ${act.reason}`;
    case 'ended':
      return 'Ended';
    default:
      return 'Withdrawn';
  }
}
