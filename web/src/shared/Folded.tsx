import { Box, Button, Typography } from '@mui/material';
import { type ReactNode, useId, useState } from 'react';

interface Props {
  label: string;
  /** What its fields say now, in one line. */
  says: string;
  /** Open whatever was clicked: something in it was refused. */
  force?: boolean;
  /** Open to begin with. */
  startsOpen?: boolean;
  children: ReactNode;
}

/** What is usual stands in one line that says it; its fields come when they are wanted. */
export function Folded({ label, says, force = false, startsOpen = false, children }: Props) {
  const [clicked, setClicked] = useState(startsOpen);
  const id = useId();
  const open = clicked || force;
  return (
    <div>
      <SaidLine label={label} says={says}>
        <Button
          onClick={() => setClicked(!open)}
          aria-expanded={open}
          aria-controls={id}
          aria-label={`${open ? 'Fold' : 'Change'} ${label.toLowerCase()}`}
          sx={{ flexShrink: 0 }}
        >
          {open ? 'Fold' : 'Change'}
        </Button>
      </SaidLine>
      <Box id={id} sx={{ mt: open ? 1 : 0 }}>
        {open && children}
      </Box>
    </div>
  );
}

/** A line that says what is usual or not said, with what can be done about it at its end. */
export const SaidLine = ({ label, says, children }: { label: string; says: string; children: ReactNode }) => (
  <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
    <Typography variant="body2" sx={{ flex: 1, minWidth: 0 }}>
      <Box component="span" sx={{ color: 'text.secondary' }}>
        {label}:
      </Box>{' '}
      {says}
    </Typography>
    {children}
  </Box>
);
