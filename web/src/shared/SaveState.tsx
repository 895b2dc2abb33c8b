import { Alert, Button, Stack, Typography } from '@mui/material';
import { ConflictPanel } from './ConflictPanel';
import type { Phase } from './saving/Saver';
import type { Step } from './useStep';
import { useUndoKeys } from './useUndoKeys';

interface Props<T, A> {
  step: Step<T, A>;
  /** Names of the fields for people, when two versions have to be told apart. */
  labels: Partial<Record<keyof T & string, string>>;
}

/** At rest there is what is saved, if anything is. */
const said: Partial<Record<Phase, string>> = {
  saving: 'Saving …',
  late: 'Not saved yet',
  refused: 'Not saved',
  conflict: 'Not saved',
};

/** Undo, redo and what became of the last change. */
export function SaveState<T extends object, A>({ step, labels }: Props<T, A>) {
  const { undo, redo, document, problem, conflict } = step;
  useUndoKeys(undo, redo);
  return (
    <>
      <Stack direction="row" spacing={1} sx={{ alignItems: 'center' }}>
        <Typography variant="body2" color="textSecondary" role="status" sx={{ minWidth: 72, textAlign: 'right' }}>
          {said[step.phase] ?? (document?.version ? 'Saved' : '')}
        </Typography>
        <Button onClick={undo} disabled={!document?.canUndo}>
          Undo
        </Button>
        <Button onClick={redo} disabled={!document?.canRedo}>
          Redo
        </Button>
      </Stack>
      {problem && (
        <Alert severity={step.phase === 'late' ? 'warning' : 'error'} sx={{ flexBasis: '100%' }}>
          {problem.message}
          {step.phase === 'late' &&
            (step.isKept
              ? ' What you typed is kept in this browser and sent again by itself.'
              : ' This browser has no room to keep what you typed: leave the page open until it is saved.')}
        </Alert>
      )}
      {conflict && <ConflictPanel conflict={conflict} labels={labels} onResolve={step.resolve} />}
    </>
  );
}
