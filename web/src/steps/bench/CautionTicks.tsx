import { Box, Typography } from '@mui/material';
import type { Caution } from '../../app/api/types';
import { BigButton, bigText } from './big';

interface Props {
  cautions: readonly Caution[];
  deference: string;
  onRead: (caution: string) => void;
}

/** Before hands go to it: what can hurt, each ticked by name. */
export function CautionTicks({ cautions, deference, onRead }: Props) {
  return (
    <Box
      component="section"
      aria-label="Cautions before it"
      sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 2, my: 2 }}
    >
      {cautions.map((caution) => (
        <Box key={caution.id} sx={{ mb: 2 }}>
          <Typography sx={{ ...bigText, fontWeight: 640 }}>
            <Box component="span" aria-hidden sx={{ color: 'warning.main' }}>
              △
            </Box>{' '}
            {caution.title}
          </Typography>
          <Box component="ul" sx={{ my: 0.5, pl: 3, fontSize: 18 }}>
            {caution.lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </Box>
          <BigButton color="warning" onClick={() => onRead(caution.id)}>
            ☐ Read, and kept to: {caution.title.toLowerCase()}
          </BigButton>
        </Box>
      ))}
      <Typography color="textSecondary">{deference}</Typography>
    </Box>
  );
}
