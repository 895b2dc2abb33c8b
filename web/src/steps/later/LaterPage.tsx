import { Box, Typography } from '@mui/material';
import { useParams } from 'react-router';
import { Broken } from '../../app/shell/Broken';

const holds: Record<string, { title: string; text: string; list: string[] }> = {
  bench: {
    title: 'Bench is not built yet',
    text: 'The plan will run here, one operation a screen, readable at two metres:',
    list: [
      'weighing against the target, with the scale read in',
      'pot-life, degas, cure and demold clocks that survive a reload',
      'cautions to tick, deviations in one tap',
      'every shot counted against its mold, good, rework or scrap',
    ],
  },
  log: {
    title: 'Log is not built yet',
    text: 'What happened will be kept here and learned from:',
    list: [
      'the shelf of molds with the life each has left',
      'inspection by part and cavity, control charts, drift',
      'sign-off with name and time',
      'actual hours, yields and lives that correct the estimates',
    ],
  },
};

/** Steps to come say plainly what they will hold. */
export function LaterPage() {
  const { later = '' } = useParams();
  const step = holds[later];
  if (!step) return <Broken />;
  return (
    <Box sx={{ maxWidth: 620, py: 4 }}>
      <Typography variant="h1">{step.title}</Typography>
      <Typography sx={{ mt: 1 }}>{step.text}</Typography>
      <ul>
        {step.list.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <Typography color="textSecondary">Until then the Plan page’s batch card is what goes to the bench.</Typography>
    </Box>
  );
}
