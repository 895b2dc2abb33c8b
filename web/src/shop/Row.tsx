import { Box, Button } from '@mui/material';
import type { ReactNode } from 'react';

/** One of several: its fields side by side, the way out at the end. */
export const Row = ({ label, onRemove, children }: { label: string; onRemove: () => void; children: ReactNode }) => (
  <Box
    role="group"
    aria-label={label}
    sx={{
      display: 'flex',
      flexWrap: 'wrap',
      columnGap: 2,
      rowGap: 1,
      py: 1.25,
      borderBottom: 1,
      borderColor: 'divider',
      alignItems: 'flex-start',
    }}
  >
    {children}
    <Button color="inherit" onClick={onRemove} aria-label={`Take ${label} out`} sx={{ mt: 1.5, ml: 'auto' }}>
      Take out
    </Button>
  </Box>
);
