import { Box, Typography } from '@mui/material';
import type { Band } from './looks';

/** What the colours of a map mean, in words and units. */
export function Legend({ title, bands, note }: { title: string; bands: readonly Band[]; note?: string }) {
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.25, alignItems: 'center', mb: 0.5 }}
      role="note"
      aria-label={`Legend: ${title}`}
    >
      {bands.map((band) => (
        <Box key={band.label} sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
          <Box
            aria-hidden
            sx={{ width: 14, height: 14, backgroundColor: band.color, border: 1, borderColor: 'divider' }}
          />
          <Typography variant="body2">{band.label}</Typography>
        </Box>
      ))}
      {note && (
        <Typography variant="body2" color="textSecondary">
          {note}
        </Typography>
      )}
    </Box>
  );
}
