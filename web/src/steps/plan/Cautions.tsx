import { Box, Typography } from '@mui/material';
import type { Caution } from '../../app/api/types';

/** The hazards of this work with their usual cautions; each folds away, none disappears. */
export function Cautions({ cautions, deference }: { cautions: readonly Caution[]; deference: string }) {
  return (
    <Box
      component="section"
      aria-labelledby="cautions"
      sx={{ mt: 3, borderLeft: 3, borderColor: 'warning.main', pl: 1.5 }}
    >
      <Typography variant="h2" id="cautions">
        Cautions
      </Typography>
      {cautions.map((caution, i) => (
        <Box
          component="details"
          key={caution.id}
          open={i === 0}
          sx={{ mt: 0.5, '& summary': { cursor: 'pointer', fontWeight: 600 } }}
        >
          <summary>
            <Box component="span" aria-hidden sx={{ color: 'warning.main', mr: 0.5 }}>
              △
            </Box>
            {caution.title}
          </summary>
          <Box component="ul" sx={{ my: 0.5, pl: 3 }}>
            {caution.lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </Box>
        </Box>
      ))}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        {deference}
      </Typography>
    </Box>
  );
}
