import { Box, Typography } from '@mui/material';
import { useParams } from 'react-router';
import { Broken } from '../../app/shell/Broken';

const holds: Record<string, { title: string; text: string; list: string[] }> = {
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
      <Typography color="textSecondary">Until then each run on the Bench page keeps its own log.</Typography>
    </Box>
  );
}
