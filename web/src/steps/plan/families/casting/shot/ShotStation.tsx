import { StationSheet, type StationProps } from '../station';
import { BatchCard } from './BatchCard';
import { PourForm } from './PourForm';

/** One shot: what to weigh, and whether there is time to pour it. */
export default function ShotStation({ projectId, plan, figures, offers }: StationProps) {
  return (
    <StationSheet
      inputs={<PourForm projectId={projectId} figures={figures} resins={offers.materials['pour.materialId']!} />}
    >
      <BatchCard
        batch={figures.batch}
        pour={plan.pour}
        resins={offers.materials['pour.materialId']!}
        demoldH={figures.filling.demoldH}
        cureC={figures.filling.cureC}
      />
    </StationSheet>
  );
}
