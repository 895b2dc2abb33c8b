import { Box, Button, Typography } from '@mui/material';
import { type ReactNode, useId, useState } from 'react';

interface Props {
  label: string;
  /** What its fields say now, in one line. */
  says: string;
  /** What the button is called; "Change" unless something else says it better. */
  act?: string;
  /** Open whatever was clicked: something in it was refused. */
  force?: boolean;
  /** Open to begin with. */
  startsOpen?: boolean;
  children: ReactNode;
}

/** What is usual stands in one line that says it; its fields come when they are wanted. */
export function Folded({ label, says, act = 'Change', force = false, startsOpen = false, children }: Props) {
  const [clicked, setClicked] = useState(startsOpen);
  const id = useId();
  const open = clicked || force;
  return (
    <div>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
        <Typography variant="body2" sx={{ flex: 1, minWidth: 0 }}>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {label}:
          </Box>{' '}
          {says}
        </Typography>
        <Button
          onClick={() => setClicked(!open)}
          aria-expanded={open}
          aria-controls={id}
          aria-label={open ? `Fold ${label.toLowerCase()}` : `${act} ${label.toLowerCase()}`}
          sx={{ flexShrink: 0 }}
        >
          {open ? 'Fold' : act}
        </Button>
      </Box>
      <Box id={id} sx={{ mt: open ? 1 : 0 }}>
        {open && children}
      </Box>
    </div>
  );
}
