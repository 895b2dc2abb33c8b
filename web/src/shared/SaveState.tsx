import { Alert, Button, Stack, Typography } from '@mui/material';
import { ConflictPanel } from './ConflictPanel';
import type { Step } from './useStep';
import { useUndoKeys } from './useUndoKeys';

interface Props<T, A> {
  step: Step<T, A>;
  /** Names of the fields for people, when two versions have to be told apart. */
  labels: Partial<Record<keyof T & string, string>>;
}

/** Undo, redo and what became of the last change. */
export function SaveState<T extends object, A>({ step, labels }: Props<T, A>) {
  const { undo, redo, document, problem, conflict } = step;
  useUndoKeys(undo, redo);
  return (
    <>
      <Stack direction="row" spacing={1} sx={{ alignItems: 'center' }}>
        <Typography variant="body2" color="textSecondary" role="status" sx={{ minWidth: 72, textAlign: 'right' }}>
          {step.saving ? 'Saving …' : problem ? 'Not saved' : document?.version ? 'Saved' : ''}
        </Typography>
        <Button onClick={undo} disabled={!document?.canUndo}>
          Undo
        </Button>
        <Button onClick={redo} disabled={!document?.canRedo}>
          Redo
        </Button>
      </Stack>
      {problem && (
        <Alert severity="error" sx={{ flexBasis: '100%' }}>
          {problem.message}
        </Alert>
      )}
      {conflict && <ConflictPanel conflict={conflict} labels={labels} onResolve={step.resolve} />}
    </>
  );
}
