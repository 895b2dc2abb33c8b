import { Box, Button, LinearProgress, Typography } from '@mui/material';

interface Props {
  /** What is done now; empty while it waits. */
  doing: string;
  share: number;
  /** What the bar measures, for those who don't see it. */
  label: string;
  onStop: () => void;
}

/** How far long work is, with its stop. */
export function WorkProgress({ doing, share, label, onStop }: Props) {
  return (
    <Box sx={{ my: 1 }} role="status">
      <Typography variant="body2">
        {doing || 'Waiting'} …{' '}
        <Button onClick={onStop} sx={{ py: 0 }}>
          Stop
        </Button>
      </Typography>
      <LinearProgress variant="determinate" value={share * 100} aria-label={label} />
    </Box>
  );
}
