import { Box } from '@mui/material';
import type { StationProps } from '../PlanPage';
import { BatchCard } from './BatchCard';
import { PourForm } from './PourForm';

/** One shot: what to weigh, and whether there is time to pour it. */
export default function ShotStation({ plan, answer, whole }: StationProps) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 400px' }, gap: 4 }}>
      <BatchCard
        batch={answer.batch}
        pour={plan.pour}
        resins={whole.resins}
        demoldH={answer.filling.demoldH}
        cureC={answer.filling.cureC}
      />
      <PourForm answer={answer} resins={whole.resins} />
    </Box>
  );
}
