import { Box, Typography } from '@mui/material';
import type { Finding } from '../../app/api/types';

const kinds: Record<Finding['severity'], { name: string; color: string }> = {
  fault: { name: 'Needs a hand', color: 'error.main' },
  warning: { name: 'Look at', color: 'warning.main' },
  note: { name: 'Note', color: 'text.secondary' },
};

/** What the check found, the worst first; nothing found is said too. */
export function Findings({ findings, watertight }: { findings: readonly Finding[]; watertight?: boolean }) {
  const order = ['fault', 'warning', 'note'];
  const sorted = findings.toSorted((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, my: 1.5 }} aria-label="Findings">
      {sorted.map((finding) => (
        <Box
          component="li"
          key={finding.code}
          sx={{ borderLeft: 3, borderColor: kinds[finding.severity].color, pl: 1.5, py: 0.25, mb: 1 }}
        >
          <Typography component="span" sx={{ color: kinds[finding.severity].color, fontWeight: 640 }}>
            {kinds[finding.severity].name}.{' '}
          </Typography>
          {finding.text}
        </Box>
      ))}
      {watertight && !findings.some((f) => f.severity === 'fault') && (
        <Box component="li" sx={{ borderLeft: 3, borderColor: 'primary.main', pl: 1.5 }}>
          Closed, one solid, all faces outward: fit to be costed.
        </Box>
      )}
    </Box>
  );
}
