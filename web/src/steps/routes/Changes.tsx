import { Box, Typography } from '@mui/material';
import type { Difference } from '../../app/api/types';
import { plain } from '../../shared/plainWords';

/** What differs between two states, then and now. */
export function Changes({ title, changes }: { title: string; changes: readonly Difference[] }) {
  return (
    <Box sx={{ mt: 1 }}>
      <Typography variant="h3">{title}</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2 }}>
        {changes.map((change) => (
          <li key={change.where}>
            <Typography variant="body2">
              {plain(change.where)}: {change.then ?? 'not said'} → {change.now ?? 'not said'}
            </Typography>
          </li>
        ))}
      </Box>
    </Box>
  );
}
