import { Alert, Button } from '@mui/material';
import type { StudyState } from '../../app/api/types';
import { WorkProgress } from '../../shared/WorkProgress';

interface Props {
  study: StudyState | undefined;
  onStop: () => void;
  onStart: () => void;
}

/** How far the measuring of the shape is; nothing once it is done. */
export function StudyProgress({ study, onStop, onStart }: Props) {
  if (!study || study.phase === 'done' || study.phase === 'none') return null;
  if (study.phase === 'stopped' || study.phase === 'failed')
    return (
      <Alert
        severity={study.phase === 'failed' ? 'error' : 'info'}
        sx={{ my: 1 }}
        action={<Button onClick={onStart}>Measure</Button>}
      >
        {study.phase === 'failed'
          ? 'Measuring the shape failed; the part itself is as it was.'
          : 'The shape is not measured: stopped.'}
      </Alert>
    );
  return (
    <WorkProgress
      doing={`Measuring the shape: ${study.doing.toLowerCase()}`}
      share={study.share}
      label="Progress of the measuring"
      onStop={onStop}
    />
  );
}
