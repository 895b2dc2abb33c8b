import { Box } from '@mui/material';
import type { ReactNode } from 'react';

interface Props {
  name: string;
  /** What was worked out of it. */
  children: ReactNode;
  /** What is typed of it. */
  form: ReactNode;
}

/** One of a list that can be added to: what came of it beside what was typed. */
export function EntrySection({ name, children, form }: Props) {
  return (
    <Box
      component="section"
      aria-label={name}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 480px' },
        gap: 4,
        borderTop: 1,
        borderColor: 'divider',
        py: 2,
        mt: 2,
      }}
    >
      {children}
      {form}
    </Box>
  );
}
