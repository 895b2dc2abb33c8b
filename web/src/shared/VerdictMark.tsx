import { Box } from '@mui/material';
import { memo } from 'react';
import type { Verdict } from '../app/api/types';
import { word } from './format';

const tone = {
  fits: 'primary.main',
  notKnown: 'text.secondary',
  atRisk: 'warning.main',
  out: 'error.main',
} as const;
const shape = {
  fits: 'M2 6l3 3 5-6',
  notKnown: 'M4 4q0-2 2-2t2 2q0 1.4-2 2.4V8M6 10v.6',
  atRisk: 'M6 1v6M6 9v1.6',
  out: 'M2 2l8 8M10 2l-8 8',
} as const;

/** A verdict in a word, with a shape; colour comes last. */
export const VerdictMark = memo(function VerdictMark({ verdict, says }: { verdict: Verdict; says?: string }) {
  return (
    <Box
      component="span"
      sx={{
        display: 'inline-flex',
        alignItems: 'center',
        gap: 0.75,
        color: tone[verdict],
        fontWeight: 600,
        whiteSpace: 'nowrap',
      }}
    >
      <Box
        component="svg"
        viewBox="0 0 12 12"
        aria-hidden
        sx={{ width: 12, height: 12, fill: 'none', stroke: 'currentcolor', strokeWidth: 2 }}
      >
        <path d={shape[verdict]} />
      </Box>
      {says ?? word(verdict)}
    </Box>
  );
});
