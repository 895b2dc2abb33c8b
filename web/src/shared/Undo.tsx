import { Button, Snackbar } from '@mui/material';
import type { ReactNode } from 'react';

/** Says for a while what was done, and takes it back. */
export function Undo({ children, onUndo, onEnd }: { children: ReactNode; onUndo: () => void; onEnd: () => void }) {
  return (
    <Snackbar
      open
      autoHideDuration={12_000}
      onClose={(_, reason) => reason !== 'clickaway' && onEnd()}
      message={children}
      action={
        <Button color="inherit" onClick={onUndo}>
          Undo
        </Button>
      }
    />
  );
}
