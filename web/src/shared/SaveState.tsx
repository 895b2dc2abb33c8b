import { Alert, Button, Stack, Typography } from '@mui/material';
import { useEffect } from 'react';
import { ConflictPanel } from './ConflictPanel';
import type { Step } from './useStep';

interface Props<T, A> {
  step: Step<T, A>;
  /** Names of the fields for people, when two versions have to be told apart. */
  labels: Partial<Record<keyof T & string, string>>;
}

/** Undo, redo and what became of the last change; Ctrl+Z and Ctrl+Shift+Z outside of text fields. */
export function SaveState<T extends object, A>({ step, labels }: Props<T, A>) {
  const { undo, redo, document, problem, conflict } = step;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || inText(event.target)) return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);

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

const inText = (target: EventTarget | null) =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type === 'text');
